import { clamp } from '../base/clamp'
/** Longest stretch of a stroke, in pixels, that is judged as one when it is cut. */
const FINEST = 1.5

/** Squared distance from a place to the line between two others. */
export function distanceSquared(x: number, y: number, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax
  const dy = by - ay
  const length = dx * dx + dy * dy
  const t = length === 0 ? 0 : clamp(((x - ax) * dx + (y - ay) * dy) / length, 0, 1)
  return (x - ax - t * dx) ** 2 + (y - ay - t * dy) ** 2
}

/** Squared distance from a place to a path of x, y pairs (one pair is a dot). */
export function distanceToPath(x: number, y: number, path: readonly number[]): number {
  let nearest = Number.POSITIVE_INFINITY
  for (let i = 0; i < Math.max(2, path.length - 2); i += 2) {
    const next = Math.min(i + 2, path.length - 2)
    nearest = Math.min(nearest, distanceSquared(x, y, path[i]!, path[i + 1]!, path[next]!, path[next + 1]!))
  }
  return nearest
}

/** The stroke's points with long stretches divided, so that a cut falls where it was meant. */
export function finely(points: readonly number[]): number[] {
  const fine = points.slice(0, 3)
  for (let i = 3; i < points.length; i += 3) {
    const dx = points[i]! - points[i - 3]!
    const dy = points[i + 1]! - points[i - 2]!
    const dp = points[i + 2]! - points[i - 1]!
    const parts = Math.max(1, Math.ceil(Math.hypot(dx, dy) / FINEST))
    for (let part = 1; part <= parts; part++) {
      const t = part / parts
      fine.push(points[i - 3]! + dx * t, points[i - 2]! + dy * t, points[i - 1]! + dp * t)
    }
  }
  return fine
}
