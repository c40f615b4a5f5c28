import type { Point } from '../geometry/matrix'

/** A way that turns by more than this goes round a corner, in radians. */
const SHARP = 1.15
/** A turn this much the other way on both sides makes a place a zigzag and no corner, in radians. */
const BACK = 0.3

/** By how much the way turns at a place, in radians; 0 at the ends and where nothing moves. */
function turnAt(points: readonly Point[], i: number): number {
  const [before, here, after] = [points[i - 1], points[i], points[i + 1]]
  if (!before || !here || !after) return 0
  const [ax, ay, bx, by] = [here.x - before.x, here.y - before.y, after.x - here.x, after.y - here.y]
  return Math.hypot(ax, ay) < 1e-6 || Math.hypot(bx, by) < 1e-6 ? 0 : Math.atan2(ax * by - ay * bx, ax * bx + ay * by)
}

/** Whether the way turns sharply at a place, and not because that alone lies beside it: then it turns back on both sides. */
export function turnsSharply(points: readonly Point[], i: number): boolean {
  const turn = turnAt(points, i)
  const beside = [turnAt(points, i - 1), turnAt(points, i + 1)]
  return Math.abs(turn) >= SHARP && !beside.every((other) => other * Math.sign(turn) < -BACK)
}

/**
 * Where a way goes round a corner by itself, as a foot does where it lifts and a swing where it turns back.
 * One place beside the way is a zigzag: it turns there and back again on both sides. So are two sharp
 * turns one after the other: something went too far and came back. Where sharp turns are marked on any of the
 * pins those are taken at their word, and no others.
 */
export function cornersOf(points: readonly (Point & { readonly corner?: boolean | undefined })[]): boolean[] {
  if (points.some(({ corner }) => corner)) return points.map(({ corner }) => corner === true)
  return points.map(
    (_, i) => turnsSharply(points, i) && ![i - 1, i + 1].some((beside) => Math.abs(turnAt(points, beside)) >= SHARP),
  )
}
