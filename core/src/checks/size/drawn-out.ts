import { distance, type Point } from '../../motion/arc'
import { median } from './median'
import type { Shot } from '../subject'

/** Longer for its breadth than the drawings of its run are in the middle, by so many times. */
const LONGER = 1.4
/** It lies along its way when it leans from it by no more than this, in radians. */
const ALONG = 0.5
/** Its way from the drawing before to the one after is at least so many times its breadth. */
const FAST = 1.5

/**
 * Drawings that are drawn out along their way, as a smear is: what it covers from one drawing to the next is drawn at once,
 * and is larger on purpose.
 */
export function areDrawnOut(shots: readonly Shot[]): boolean[] {
  const shapes = shots.map(({ measured }) => measured.shape)
  const usual = median(shapes.flatMap((shape) => shape?.ratio ?? []))
  return shapes.map((shape, i) => {
    if (!shape || shape.ratio < LONGER * usual) return false
    const [from, to] = [shapes[i - 1] ?? shape, shapes[i + 1] ?? shape].map(({ centre }) => centre) as [Point, Point]
    const leans = Math.atan2(to.y - from.y, to.x - from.x) - shape.lean
    // Both directions of an axis are one.
    return Math.abs(Math.sin(leans)) <= Math.sin(ALONG) && distance(from, to) >= FAST * 2 * shape.axes[1]
  })
}
