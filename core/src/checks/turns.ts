import type { Point } from '../geometry/matrix'

/** A way that turns by more than this goes round a corner, in radians. */
const SHARP = 1.15
/** A turn this much the other way on both sides makes a place a zigzag and no corner, in radians. */
const BACK = 0.3

/** By how much the way turns at each place, in radians; 0 at the ends and where nothing moves. */
function turnsOf(points: readonly Point[]): number[] {
  return points.map((here, i) => {
    const [before, after] = [points[i - 1], points[i + 1]]
    if (!before || !after) return 0
    const [ax, ay, bx, by] = [here.x - before.x, here.y - before.y, after.x - here.x, after.y - here.y]
    return Math.hypot(ax, ay) < 1e-6 || Math.hypot(bx, by) < 1e-6 ? 0 : Math.atan2(ax * by - ay * bx, ax * bx + ay * by)
  })
}

/**
 * Where a way goes round a corner by itself, as a foot does where it lifts and a swing where it turns back.
 * One place beside the way is a zigzag: it turns there and back again on both sides. So are two sharp
 * turns one after the other: something went too far and came back. Where sharp turns are marked on any of the
 * pins those are taken at their word, and no others.
 */
export function cornersOf(points: readonly (Point & { readonly corner?: boolean | undefined })[]): boolean[] {
  if (points.some(({ corner }) => corner)) return points.map(({ corner }) => corner === true)
  const turns = turnsOf(points)
  return turns.map((turn, i) => {
    if (Math.abs(turn) < SHARP) return false
    const beside = [turns[i - 1] ?? 0, turns[i + 1] ?? 0]
    return (
      !beside.every((other) => other * Math.sign(turn) < -BACK) && !beside.some((other) => Math.abs(other) >= SHARP)
    )
  })
}
