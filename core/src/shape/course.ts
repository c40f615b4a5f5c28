/** Longest stretch of a stroke, in pixels, that is judged as one when it is cut. */
const FINEST = 1.5

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
