import { memoBy } from '../base/memo'
import type { Scene } from '../scene/schema'
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
  return { ...scene, settings: { ...scene.settings, length }, sheets: { ...scene.sheets, [take]: sheet } }
}
