import { memoBy } from '../base/memo'
import type { Level, Scene } from '../scene/schema'
import { resizedTo } from './column'

/** Frames a take lasts: as long as the scene unless it ends before that. */
export const lengthOfTake = (scene: Scene, take = scene.mainTake): number =>
  Math.min(scene.settings.length, scene.takes[take]?.length ?? Infinity)

/** The scene as one take has it: no longer than that lasts, and nothing on its sheet beyond. The same object where that is all of it. */
export function asTake(scene: Scene, take = scene.mainTake): Scene {
  return lengthOfTake(scene, take) === scene.settings.length ? scene : cut(scene, take)
}

const cut = memoBy((take: string) => take, cutAt)
function cutAt(scene: Scene, take: string): Scene {
  const length = lengthOfTake(scene, take)
  const sheet = Object.fromEntries(
    Object.entries(scene.sheets[take] ?? {}).map(([level, column]) => [level, [...resizedTo(column, length)]]),
  )
  const share = (length - 1) / (scene.settings.length - 1)
  return {
    ...scene,
    settings: { ...scene.settings, length },
    levels: Object.fromEntries(Object.entries(scene.levels).map(([id, level]) => [id, pannedAsFar(level, share)])),
    sheets: { ...scene.sheets, [take]: sheet },
  }
}

/** A pan goes on at its speed for as long as it is seen; one that is not even is as it was, over fewer frames. */
function pannedAsFar(level: Level, share: number): Level {
  const pan = level.ground?.pan
  if (pan?.law !== 'even') return level
  const at = (axis: 'x' | 'y') => pan.from[axis] + (pan.to[axis] - pan.from[axis]) * share
  return { ...level, ground: { ...level.ground, pan: { ...pan, to: { x: at('x'), y: at('y') } } } }
}
