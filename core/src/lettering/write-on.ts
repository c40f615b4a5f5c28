import { LIMITS } from '../base/limits'
import { requireNumber, requireWhole } from '../base/ranges'
import { spacingLaw } from '../timing/chart'
import { exposePattern } from '../timing/exposure'
import type { ExposurePattern } from '../timing/exposure-pattern'
import type { SpacingLaw } from '../scene/schema'

/** One path of the pen: as long as `length` says, in scene pixels. */
export interface PenPath {
  readonly length: number
  /** Share of this path left when the next one begins; absent: the plan's. */
  readonly overlap?: number | undefined
}

/** The most of a path that can still be to go when the next begins. */
const MOST_OVERLAP = 0.5

/** Where a path begins and ends along the whole way of the pen, in pixels. */
export interface Stretch {
  readonly begin: number
  readonly end: number
}

/**
 * The stretches of the whole way that paths cover one after the other: each begins where the one before ends, less
 * what overlaps. Design: arithmetic section 17.
 *
 * @param paths - lengths in pixels, in order; `overlap` 0…0.5 of each
 * @throws RangeError when there is no path, a length is not above 0, or an overlap lies outside of 0…0.5
 */
export function penWay(paths: readonly PenPath[], overlap = 0): Stretch[] {
  requireWhole('paths.length', paths.length, 1, LIMITS.penPaths)
  requireNumber('overlap', overlap, 0, MOST_OVERLAP)
  let begin = 0
  return paths.map(({ length, overlap: own = overlap }) => {
    requireNumber('length', length, Number.MIN_VALUE, Number.MAX_VALUE)
    requireNumber('overlap', own, 0, MOST_OVERLAP)
    const end = begin + length
    const stretch = { begin, end }
    begin = end - own * length
    return stretch
  })
}

export interface WriteOnPlan {
  readonly paths: readonly PenPath[]
  /** The frame of the first drawing, and the first frame after the last. */
  readonly from: number
  readonly to: number
  readonly exposure: ExposurePattern
  readonly law?: SpacingLaw
  readonly strength?: number
  readonly overlap?: number
  /** Drawings ahead, for a runner. */
  readonly lead?: number
}
export interface WrittenDrawing {
  readonly frame: number
  readonly exposure: number
  /** How far along the whole way the pen is, in pixels. */
  readonly way: number
  /** How much of each path is seen, in pixels. */
  readonly lengths: readonly number[]
}

/**
 * Drawings of lettering that writes itself. Drawing k of n (1…n) has the pen at law(k/n) of the whole way; the last one
 * shows all of it. Design: arithmetic section 17.
 *
 * @param plan - frames count from 1; `exposure` in frames; `lead` in drawings; lengths in pixels
 * @throws RangeError for frames that leave no room, and for what `penWay`, `exposePattern` and `spacingLaw` refuse
 */
export function planWriteOn(plan: WriteOnPlan): { readonly drawings: readonly WrittenDrawing[] } {
  const { paths, from, to, exposure, law = 'even', strength = 2, overlap = 0, lead = 0 } = plan
  requireWhole('from', from, 1, LIMITS.length.max)
  requireWhole('to', to, from + 1, LIMITS.length.max + 1)
  requireWhole('lead', lead, 0, LIMITS.length.max)
  const stretches = penWay(paths, overlap)
  const whole = Math.max(...stretches.map(({ end }) => end))
  const held = exposePattern(to - from, typeof exposure === 'number' ? [exposure] : exposure)
  let frame = from
  const drawings = held.map((frames, i) => {
    const way = spacingLaw(law, Math.min(1, (i + 1 + lead) / held.length), strength) * whole
    frame += frames
    const lengths = stretches.map(({ begin, end }) => Math.min(Math.max(way - begin, 0), end - begin))
    return { frame: frame - frames, exposure: frames, way, lengths }
  })
  return { drawings }
}
