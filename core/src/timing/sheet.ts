import { memo } from '../base/memo'
import { refuse } from '../scene/refusal'
import type { Exposure, Scene } from '../scene/schema'
import { writtenOut } from './column'

export type Exposures = readonly Exposure[]

export interface Placed extends Exposure {
  /** Frame where this exposure begins. */
  readonly frame: number
  readonly index: number
}

interface Reading {
  readonly placed: readonly Placed[]
  readonly shown: readonly { readonly drawing: string; readonly frame: number }[]
  readonly first: ReadonlyMap<string, number>
}

/** Lists of exposures never change once they are made, so each is read once. */
const reading = memo((exposures: Exposures): Reading => {
  let frame = 1
  const all = exposures.map((exposure, index) => {
    const here = { ...exposure, frame, index }
    frame += exposure.frames
    return here
  })
  const first = new Map<string, number>()
  for (const entry of all)
    if (entry.drawing !== null && !first.has(entry.drawing)) first.set(entry.drawing, entry.frame)
  return { placed: all, first, shown: [...first].map(([drawing, from]) => ({ drawing, frame: from })) }
})

/** Each exposure with the frame where it begins. */
export const placed = (exposures: Exposures): readonly Placed[] => reading(exposures).placed

/** The exposure that covers `frame`, or undefined beyond the end. */
export function exposureAt(exposures: Exposures, frame: number): Placed | undefined {
  const all = placed(exposures)
  let [low, high] = [0, all.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if (all[middle]!.frame <= frame) low = middle
    else high = middle - 1
  }
  const here = all[low]
  return here && frame >= here.frame && frame < here.frame + here.frames ? here : undefined
}

/** The frame where `drawing` is first shown, or undefined when it is in no exposure. */
export const firstFrameOf = (exposures: Exposures, drawing: string): number | undefined =>
  reading(exposures).first.get(drawing)

/** Every drawing of the list once, in the order of first showing. */
export const drawingsShown = (exposures: Exposures): Reading['shown'] => reading(exposures).shown

/**
 * What a level shows in a take, exposure by exposure, every turn of a cycle written out. Errors: EditRefused
 * when the take or the level is not in the scene.
 */
export function exposuresOf(scene: Scene, level: string, take = scene.mainTake): Exposures {
  const sheet = scene.sheets[take] ?? refuse('This take is not in the scene any more.')
  return writtenOut(sheet[level] ?? refuse('This level is not in the scene any more.'))
}

export const mainSheet = (scene: Scene, level: string): Exposures => exposuresOf(scene, level)

/**
 * The frames a chart spans in a take: from its first drawing to its second; when the second is first shown
 * before it, to where it is shown again, or on a looping level over the seam to the first drawing (which then
 * stands one frame beyond the end).
 */
export function chartSpan(
  scene: Scene,
  { level, from, to }: { level: string; from: string; to: string },
  take = scene.mainTake,
) {
  const exposures = exposuresOf(scene, level, take)
  const fromFrame = firstFrameOf(exposures, from)
  const first = firstFrameOf(exposures, to)
  if (fromFrame === undefined || first === undefined) return undefined
  const again =
    first <= fromFrame && from !== to
      ? placed(exposures).find((entry) => entry.drawing === to && entry.frame > fromFrame)
      : undefined
  if (again) return { fromFrame, toFrame: again.frame }
  const overSeam = first <= fromFrame && scene.levels[level]!.loop && drawingsShown(exposures)[0]!.drawing === to
  return { fromFrame, toFrame: overSeam ? scene.settings.length + 1 : first }
}
