import { requireWhole } from '../base/ranges'
import { arcThrough, distance, nearestOnArc, type Point } from './arc'

export interface MeasuredSpacing {
  /** Distance from each drawing to the next, in pixels. */
  readonly steps: readonly number[]
  /** Pixels per frame over each step. */
  readonly speeds: readonly number[]
  /** Share of the whole path covered at each drawing: 0 at the first, 1 at the last. */
  readonly fractions: readonly number[]
  /** Length of the whole path, in pixels. */
  readonly total: number
}

/**
 * The spacing of one landmark over successive drawings at `points`, first shown at `frames`: step
 * dᵢ = |Pᵢ₊₁−Pᵢ|, speed dᵢ/(tᵢ₊₁−tᵢ), fraction = path so far over whole path. Errors: RangeError
 * unless there are at least two points and as many rising frames.
 */
export function measureSpacing(points: readonly Point[], frames: readonly number[]): MeasuredSpacing {
  requireWhole('points.length', points.length, 2, 100_000)
  requireWhole('frames.length', frames.length, points.length, points.length)
  const steps = points.slice(1).map((point, i) => distance(points[i]!, point))
  const speeds = steps.map(
    (step, i) => step / requireWhole('frames between drawings', frames[i + 1]! - frames[i]!, 1, 1e6),
  )
  const so_far = [0]
  for (const step of steps) so_far.push(so_far.at(-1)! + step)
  const total = so_far.at(-1)!
  return { steps, speeds, fractions: so_far.map((far) => (total === 0 ? 0 : far / total)), total }
}

/**
 * How far each drawing's place is from the planned one: `px` along the path (positive: too far
 * along) and as a share of its local step, the mean of the steps on its two sides (one at an end).
 * `planned` has a fraction for each drawing. Errors: RangeError when the counts differ.
 */
export function compareToChart(measured: MeasuredSpacing, planned: readonly number[]): { px: number; share: number }[] {
  requireWhole('planned.length', planned.length, measured.fractions.length, measured.fractions.length)
  return planned.map((fraction, i) => {
    const px = (measured.fractions[i]! - fraction) * measured.total
    const sides = [measured.steps[i - 1], measured.steps[i]].filter((step) => step !== undefined)
    const local = sides.reduce((sum, step) => sum + step, 0) / sides.length
    return { px, share: local === 0 ? 0 : px / local }
  })
}

/**
 * Each point against the arc through its two neighbours on each side (one on a side at an end):
 * `across`, off the arc, positive to the left of the way; `along`, how far past the middle between
 * its neighbours, both in pixels. The first and last have nothing to be judged by: null.
 */
export const arcDeviation = (points: readonly Point[]): ({ across: number; along: number } | null)[] =>
  points.map((_, i) => arcDeviationAt(points, i))

/** The same of one place. */
export function arcDeviationAt(points: readonly Point[], i: number): { across: number; along: number } | null {
  const before = points.slice(Math.max(0, i - 2), i)
  const after = points.slice(i + 1, i + 3)
  if (before.length === 0 || after.length === 0) return null
  const arc = arcThrough([...before, ...after])
  const from = before.length - 1
  const { fraction, across } = nearestOnArc(arc, from, from + 1, points[i]!)
  return { across, along: (fraction - 0.5) * arc.segments[from]!.length }
}
