import type { Point } from './matrix'

/** Corners of a Bézier curve of any degree after its first point; its chords lie no farther off it than `flat` pixels. */
export function flattenedCurve(points: readonly Point[], flat: number): Point[] {
  if (points.length === 2) return [points[1]!]
  let bend = 0
  for (let i = 1; i + 1 < points.length; i++) {
    const [a, b, c] = [points[i - 1]!, points[i]!, points[i + 1]!]
    bend = Math.max(bend, Math.hypot(a.x - 2 * b.x + c.x, a.y - 2 * b.y + c.y))
  }
  // A chord of a curve cut in n lies within d·(d−1)·bend / 8n² of it.
  const degree = points.length - 1
  const count = Math.max(1, Math.ceil(Math.sqrt((degree * (degree - 1) * bend) / (8 * flat))))
  return Array.from({ length: count }, (_, i) => onCurve(points, (i + 1) / count))
}

function onCurve(points: readonly Point[], t: number): Point {
  if (points.length === 1) return points[0]!
  const between = points.slice(1).map((to, i) => ({
    x: points[i]!.x + (to.x - points[i]!.x) * t,
    y: points[i]!.y + (to.y - points[i]!.y) * t,
  }))
  return onCurve(between, t)
}
