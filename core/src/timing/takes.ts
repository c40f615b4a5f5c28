import type { Scene } from '../scene/schema'
import { exposuresOf, placed } from './sheet'

/** Frames (both included) of one level on which two takes do not show the same drawing. */
export interface Difference {
  readonly level: string
  readonly from: number
  readonly to: number
}

/** Where two takes of a scene differ, level by level from the top of the sheet, frame by frame. */
export function takesDiffer(scene: Scene, a: string, b: string): Difference[] {
  return [...scene.levelOrder].reverse().flatMap((level) => {
    if (scene.sheets[a]![level] === scene.sheets[b]![level]) return []
    const [left, right] = [placed(exposuresOf(scene, level, a)), placed(exposuresOf(scene, level, b))]
    const found: { level: string; from: number; to: number }[] = []
    for (let i = 0, j = 0, frame = 1; i < left.length && j < right.length;) {
      const until = Math.min(left[i]!.frame + left[i]!.frames, right[j]!.frame + right[j]!.frames)
      if (left[i]!.drawing !== right[j]!.drawing) {
        const last = found.at(-1)
        if (last && last.to === frame - 1) found[found.length - 1] = { ...last, to: until - 1 }
        else found.push({ level, from: frame, to: until - 1 })
      }
      frame = until
      if (left[i]!.frame + left[i]!.frames === until) i++
      if (right[j]!.frame + right[j]!.frames === until) j++
    }
    return found
  })
}
