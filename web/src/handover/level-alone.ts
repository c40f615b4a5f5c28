import type { Scene } from '@unhurried/core'

/** The scene with one of its levels shown and no other; the scene as it is for no level. */
export function levelAlone(scene: Scene, level: string): Scene {
  if (!scene.levels[level]) return scene
  const levels = Object.entries(scene.levels).map(([id, { hidden: _, ...each }]) => [
    id,
    id === level ? each : { ...each, hidden: true },
  ])
  return { ...scene, levels: Object.fromEntries(levels) as Scene['levels'] }
}
