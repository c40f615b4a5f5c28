import { clamp } from '../../base/clamp'
import { requireNumber, requireWhole } from '../../base/ranges'
import type { Point } from '../../geometry/matrix'

/** How the area goes from one shape to the other. */
export const AREA_PATHS = ['even', 'early', 'late', 'swells', 'pinches'] as const
export type AreaPath = (typeof AREA_PATHS)[number]

/** Places that belong together, as shares of the way round each outline, 0…1. */
export interface Pair {
  readonly from: number
  readonly to: number
}
export interface MorphOptions {
  /** Closed outlines, flat x, y. */
  readonly from: readonly number[]
  readonly to: readonly number[]
  /** Shares of the way from one to the other. */
  readonly fractions: readonly number[]
  readonly area: AreaPath
  /** Places put together by hand; the rest follow between them. */
  readonly pairs?: readonly Pair[]
  /** Points of each shape. */
  readonly points?: number
}
export interface MorphPlan {
  /** A closed outline for each fraction, flat x, y. */
  readonly shapes: readonly (readonly number[])[]
  readonly areas: readonly number[]
  /** Points of both outlines that belong together, in order round them. */
  readonly from: readonly Point[]
  readonly to: readonly Point[]
  /** Share of the way round the second outline that belongs to each point of the first. */
  readonly matched: readonly number[]
}

const areaOf = (ring: readonly Point[]) =>
  ring.reduce((sum, { x, y }, i) => {
    const next = ring[(i + 1) % ring.length]!
    return sum + (x * next.y - next.x * y) / 2
  }, 0)

/** Centre of an outline's area; of its points when it has hardly any. */
function centreOf(ring: readonly Point[]): Point {
  const area = areaOf(ring)
  if (Math.abs(area) < 1e-6)
    return {
      x: ring.reduce((sum, { x }) => sum + x, 0) / ring.length,
      y: ring.reduce((sum, { y }) => sum + y, 0) / ring.length,
    }
  let [x, y] = [0, 0]
  ring.forEach((a, i) => {
    const b = ring[(i + 1) % ring.length]!
    const cross = a.x * b.y - b.x * a.y
    x += (a.x + b.x) * cross
    y += (a.y + b.y) * cross
  })
  return { x: x / (6 * area), y: y / (6 * area) }
}

/** The outline's place at any share of the way round, in one sense of turning. */
function courseOf(flat: readonly number[]): (share: number) => Point {
  let points = Array.from({ length: flat.length / 2 }, (_, i) => ({ x: flat[2 * i]!, y: flat[2 * i + 1]! }))
  points = points.filter(
    (at, i) => Math.hypot(at.x - points[(i + 1) % points.length]!.x, at.y - points[(i + 1) % points.length]!.y) > 1e-9,
  )
  if (points.length < 3) throw new RangeError('An outline needs at least three different points.')
  if (areaOf(points) < 0) points.reverse()
  const reached = [0]
  points.forEach((at, i) => {
    const next = points[(i + 1) % points.length]!
    reached.push(reached[i]! + Math.hypot(next.x - at.x, next.y - at.y))
  })
  const whole = reached.at(-1)!
  return (share) => {
    const along = (((share % 1) + 1) % 1) * whole
    let [low, high] = [0, points.length - 1]
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (reached[middle]! <= along) low = middle
      else high = middle - 1
    }
    const [a, b] = [points[low]!, points[(low + 1) % points.length]!]
    const t = (along - reached[low]!) / (reached[low + 1]! - reached[low]! || 1)
    return { x: a.x + (b.x - a.x) * t, y: a.y + (b.y - a.y) * t }
  }
}

/** Turn and size that carry one set of centred points onto another best (least squares, Umeyama 1991 in the plane). */
function turnBetween(a: readonly Point[], b: readonly Point[]): { angle: number; error: number } {
  let [dot, cross, sizeA, sizeB] = [0, 0, 0, 0]
  a.forEach((p, i) => {
    const q = b[i]!
    dot += p.x * q.x + p.y * q.y
    cross += p.x * q.y - p.y * q.x
    sizeA += p.x * p.x + p.y * p.y
    sizeB += q.x * q.x + q.y * q.y
  })
  return { angle: Math.atan2(cross, dot), error: 1 - Math.hypot(dot, cross) / Math.sqrt(sizeA * sizeB || 1) }
}

/** Where pairs put a share of the first outline on the second: evenly between neighbouring pairs. */
function pairing(pairs: readonly Pair[], offset: number): (share: number) => number {
  if (pairs.length === 0) return (share) => share + offset
  const sorted = [...pairs].sort((a, b) => a.from - b.from)
  const rel = sorted.map(({ from, to }, i) => ({
    from,
    to: i === 0 ? to : sorted[0]!.to + ((((to - sorted[0]!.to) % 1) + 1) % 1),
  }))
  for (let i = 1; i < rel.length; i++)
    if (rel[i]!.to <= rel[i - 1]!.to)
      throw new RangeError('Two pairs cross each other: points must keep their order round the outline.')
  return (share) => {
    const s = share < rel[0]!.from ? share + 1 : share
    const i = rel.findLastIndex(({ from }) => from <= s)
    const [a, b] = [rel[i]!, rel[i + 1] ?? { from: rel[0]!.from + 1, to: rel[0]!.to + 1 }]
    return a.to + ((s - a.from) / (b.from - a.from)) * (b.to - a.to)
  }
}

function areaAt(path: AreaPath, t: number, from: number, to: number): number {
  const u = path === 'early' ? 1 - (1 - t) ** 2 : path === 'late' ? t * t : t
  const bump = path === 'swells' ? 0.25 : path === 'pinches' ? -0.25 : 0
  return (from + (to - from) * u) * (1 + bump * Math.sin(Math.PI * clamp(t, 0, 1)))
}

/**
 * One outline into another: points of the two are matched round them, both are centred and turned onto each
 * other as well as they can be, and in between each goes on straight from its own shape to the other while the
 * whole turns and moves; the area follows its own path. Without pairs the start on the second outline is the
 * one that needs least change of shape. Errors: RangeError naming what lies outside its range.
 */
export function planMorph({ from, to, fractions, area, pairs = [], points = 72 }: MorphOptions): MorphPlan {
  requireWhole('points', points, 8, 1000)
  if (from.length < 6 || to.length < 6) throw new RangeError('from, to: an outline needs at least three points.')
  fractions.forEach((fraction) => requireNumber('fractions', fraction, -1, 2))
  for (const { from: a, to: b } of pairs) {
    requireNumber('pairs.from', a, 0, 1)
    requireNumber('pairs.to', b, 0, 1)
  }
  const [first, second] = [courseOf(from), courseOf(to)]
  const shares = Array.from({ length: points }, (_, i) => i / points)
  const a = shares.map(first)
  const centreA = centreOf(a)
  const centred = (ring: readonly Point[], centre: Point) =>
    ring.map(({ x, y }) => ({ x: x - centre.x, y: y - centre.y }))
  const A = centred(a, centreA)
  let offset = 0
  if (pairs.length === 0) {
    const b = shares.map(second)
    const B = centred(b, centreOf(b))
    let best = Infinity
    // Every other place round is near enough to choose a start by.
    const coarse = A.filter((_, i) => i % 2 === 0)
    for (let k = 0; k < points; k++) {
      const { angle, error } = turnBetween(
        coarse,
        coarse.map((_, i) => B[(2 * i + k) % points]!),
      )
      // Of starts as good the one that turns least.
      const cost = error + 0.02 * Math.abs(angle)
      if (cost < best - 1e-9) [best, offset] = [cost, k / points]
    }
  }
  const match = pairing(pairs, offset)
  const matched = shares.map((share) => ((match(share) % 1) + 1) % 1)
  const b = shares.map((share) => second(match(share)))
  const centreB = centreOf(b)
  const B = centred(b, centreB)
  const { angle } = turnBetween(A, B)
  const turned = (p: Point, by: number): Point => ({
    x: p.x * Math.cos(by) - p.y * Math.sin(by),
    y: p.x * Math.sin(by) + p.y * Math.cos(by),
  })
  const back = B.map((p) => turned(p, -angle))
  const [areaA, areaB] = [Math.abs(areaOf(a)), Math.abs(areaOf(b))]
  const areas: number[] = []
  const shapes = fractions.map((t) => {
    if (t === 0 || t === 1) {
      areas.push(t === 0 ? areaA : areaB)
      return (t === 0 ? a : b).flatMap(({ x, y }) => [x, y])
    }
    const mixed = A.map((p, i) =>
      turned({ x: p.x + (back[i]!.x - p.x) * t, y: p.y + (back[i]!.y - p.y) * t }, angle * t),
    )
    const goal = areaAt(area, t, areaA, areaB)
    const now = Math.abs(areaOf(mixed))
    const scale = now > 1e-6 ? Math.sqrt(goal / now) : 1
    const own = centreOf(mixed)
    const centre = { x: centreA.x + (centreB.x - centreA.x) * t, y: centreA.y + (centreB.y - centreA.y) * t }
    areas.push(goal)
    return mixed.flatMap(({ x, y }) => [centre.x + (x - own.x) * scale, centre.y + (y - own.y) * scale])
  })
  return { shapes, areas, from: a, to: b, matched }
}
