import { plus } from '../../motion/segments'
import type { Point } from '../../geometry/matrix'

export const ORIGIN: Point = { x: 0, y: 0 }

/** What each step must give up so that a loop comes back to where it began: all its steps are short of that together. Nothing where it is none, or a step is not known. */
export function driftOf(steps: readonly (Point | undefined)[], round: boolean): Point {
  const known = steps.filter((step) => step !== undefined)
  if (!round || known.length < steps.length) return ORIGIN
  return known.reduce((sum, step) => plus(sum, step, 1 / steps.length), ORIGIN)
}
