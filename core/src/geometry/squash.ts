import { scaledAbout, type Matrix, type Point } from './matrix'

/**
 * Scale across for a given scale along, so that nothing seems to be gained or lost (arithmetic, 5):
 * `area` for flat shapes 1/along, `volume` for round bodies 1/√along. Errors: RangeError unless along > 0.
 */
export function keepArea(along: number, rule: 'area' | 'volume' = 'area'): number {
  if (!(along > 0 && Number.isFinite(along))) throw new RangeError('along must be a number above 0.')
  return rule === 'area' ? 1 / along : 1 / Math.sqrt(along)
}

/** Squash (along < 1) or stretch (along > 1) about a pivot along an axis in radians; areas stay as they are. */
export function squashAbout({
  pivot,
  axis,
  along,
  rule = 'area',
}: {
  pivot: Point
  axis: number
  along: number
  rule?: 'area' | 'volume'
}): Matrix {
  return scaledAbout(pivot, { along, across: keepArea(along, rule), axis })
}
