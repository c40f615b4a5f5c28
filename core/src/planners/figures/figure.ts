import type { GuideShape } from '../../scene/schema'
import type { Point } from '../../geometry/matrix'

/** Lines of guide figures: rounds, limbs, chains. */

const tenth = (value: number) => Math.round(value * 10) / 10 + 0
type Tone = GuideShape['tone']
export const lineThrough = (
  points: readonly Point[],
  { closed = false, tone }: { closed?: boolean; tone?: Tone } = {},
): GuideShape => ({
  points: points.flatMap(({ x, y }) => [tenth(x), tenth(y)]),
  ...(closed && { closed: true as const }),
  ...(tone && { tone }),
})

const CORNERS = 28
/** A hand drags while these are made: their corners are worked out once. */
const CIRCLE = Array.from({ length: CORNERS }, (_, i) => (i / CORNERS) * 2 * Math.PI).flatMap((angle) => [
  Math.cos(angle),
  Math.sin(angle),
])
/** A round scaled `along` in the direction `way` and `across` it. */
export function round(
  {
    at,
    radius,
    along = 1,
    across = 1,
    way = 0,
  }: { at: Point; radius: number; along?: number; across?: number; way?: number },
  tone?: Tone,
): GuideShape {
  const [cos, sin] = [Math.cos(way), Math.sin(way)]
  const points = new Array<number>(CORNERS * 2)
  for (let i = 0; i < CORNERS; i++) {
    const u = radius * along * CIRCLE[2 * i]!
    const v = radius * across * CIRCLE[2 * i + 1]!
    points[2 * i] = tenth(at.x + u * cos - v * sin)
    points[2 * i + 1] = tenth(at.y + u * sin + v * cos)
  }
  return { points, closed: true, ...(tone && { tone }) }
}

/** A limb with some flesh: two lines beside its bones, narrowing from `from` to `to` pixels. */
export function limb(joints: readonly Point[], from: number, to: number, tone?: Tone): GuideShape {
  const sides: [Point[], Point[]] = [[], []]
  joints.forEach((joint, i) => {
    const [a, b] = [joints[Math.max(0, i - 1)]!, joints[Math.min(joints.length - 1, i + 1)]!]
    const long = Math.hypot(b.x - a.x, b.y - a.y) || 1
    const half = (from + ((to - from) * i) / (joints.length - 1)) / 2
    const [nx, ny] = [(-(b.y - a.y) / long) * half, ((b.x - a.x) / long) * half]
    sides[0].push({ x: joint.x + nx, y: joint.y + ny })
    sides[1].push({ x: joint.x - nx, y: joint.y - ny })
  })
  return lineThrough([...sides[0], ...sides[1].reverse()], { closed: true, ...(tone && { tone }) })
}

/** The ground under a figure. */
export const groundLine = (y: number, from: number, to: number): GuideShape =>
  lineThrough(
    [
      { x: from, y },
      { x: to, y },
    ],
    { tone: 'help' },
  )

/** Of some values the one nearest to another, the first of two as near. */
export const nearestTo = (values: readonly number[], value: number): number =>
  values.reduce((best, each) => (Math.abs(each - value) < Math.abs(best - value) ? each : best), values[0]!)
