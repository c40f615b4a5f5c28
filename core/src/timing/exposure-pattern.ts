import { LIMITS } from '../base/limits'
import { requireWhole } from '../base/ranges'
import { requirePattern } from './exposure'

/** How many frames each drawing is held: all of them as long, or a pattern that repeats. */
export type ExposurePattern = number | readonly number[]

export interface PatternReader {
  /** Frames drawing `i` is held, counted from 0. */
  readonly held: (i: number) => number
  /** Frames from the first drawing to the beginning of drawing `i`. */
  readonly frameAt: (i: number) => number
  /** The drawing, `least` or more after drawing `from`, that begins nearest `frames` after it; the later of two as near. */
  readonly nearest: (frames: number, options?: { readonly least?: number; readonly from?: number }) => number
  /** Mean frames of a drawing. */
  readonly mean: number
}

/** Where drawings begin when they are held so. Errors: RangeError for an exposure outside 1…24 or an empty pattern. */
export function patternReader(exposure: ExposurePattern): PatternReader {
  if (typeof exposure === 'number') requireWhole('exposure', exposure, LIMITS.exposure.min, LIMITS.exposure.max)
  const pattern = typeof exposure === 'number' ? [exposure] : requirePattern(exposure)
  const begins = [0]
  for (const frames of pattern) begins.push(begins.at(-1)! + frames)
  const period = begins.at(-1)!
  const frameAt = (i: number) => Math.floor(i / pattern.length) * period + begins[i % pattern.length]!
  return {
    held: (i) => pattern[i % pattern.length]!,
    frameAt,
    mean: period / pattern.length,
    nearest(frames, { least = 0, from = 0 } = {}) {
      const goal = frameAt(from) + frames
      let i = Math.max(from + least, Math.floor(goal / period) * pattern.length)
      while (frameAt(i + 1) <= goal) i++
      return goal > frameAt(i) && frameAt(i + 1) - goal <= goal - frameAt(i) ? i + 1 : i
    },
  }
}
