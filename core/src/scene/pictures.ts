import type { Scene } from './schema'

/** The pictures a scene shows or keeps beside it, each once. */
export function picturesOf(scene: Scene): string[] {
  const grounds = Object.values(scene.levels).flatMap((level) => level.ground?.picture?.picture ?? [])
  return [
    ...new Set([...grounds, ...Object.values(scene.references ?? {}).map((reference) => reference.picture)]),
  ].sort()
}
