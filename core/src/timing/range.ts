import type { Exposure } from '../scene/schema'
import { joined, totalFrames } from './column'
import { exposePattern, requirePattern, shareFrames } from './exposure'

/** What can be done to a run of exposures taken by itself. Each gives a new run; none changes the order of time elsewhere. */
type Run = readonly Exposure[]

/** Each drawing of the run held on the pattern's frames in turn; empty frames keep their own. */
export function exposedOn(run: Run, pattern: readonly number[]): Exposure[] {
  requirePattern(pattern)
  let turn = 0
  return run.map(({ drawing, frames }) => ({
    drawing,
    frames: drawing === null ? frames : pattern[turn++ % pattern.length]!,
  }))
}

export const reversed = (run: Run): Exposure[] => [...run].reverse()

/** There and back: a b c → a b c b, so that the ends are shown once in each round. */
export const backAndForth = (run: Run): Exposure[] => [...run, ...run.slice(1, -1).reverse()]

/**
 * The run made to last `frames` frames: exposures shared out by largest remainder, never below one,
 * order kept. Errors: RangeError when there are more exposures than frames.
 */
export const retimed = (run: Run, frames: number): Exposure[] => {
  const shares = shareFrames(
    frames,
    run.map((entry) => entry.frames),
  )
  return run.map(({ drawing }, i) => ({ drawing, frames: shares[i]! }))
}

/** The run's drawings over and over on a pattern, for as many frames as the run has. */
export function filledWith(run: Run, pattern: readonly number[]): Exposure[] {
  const drawings = run.flatMap(({ drawing }) => (drawing === null ? [] : [drawing]))
  if (drawings.length === 0) return [...run]
  return exposePattern(totalFrames(run), pattern).map((frames, i) => ({
    drawing: drawings[i % drawings.length]!,
    frames,
  }))
}

/** The fewest frames a run can be retimed to: one for each exposure. */
export const shortest = (run: Run): number => Math.max(1, joined(run).length)
