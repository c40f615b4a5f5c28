import type { Point } from '../../geometry/matrix'
import { ringArea } from '../../geometry/trace'
import { matchLines, spreadOf, type Line, type Matched, type Without } from '../matching'
import { aligned } from './aligned'
import { mayHaveChanged } from './exchange'
import { middleOf, mod, pointAt, timesAsLong, type Seat, type Seats } from './seats'
import type { Stands } from './standing'
import type { Way } from './ways'

/** Lines that are the whole of a line of the other drawing. */

export interface Landmark {
  readonly a: Point
  readonly b: Point
}
export interface WholePair {
  readonly a: number
  readonly b: number
  readonly sure: boolean
  /** Not sure, but laid before what is looked for point by point. */
  readonly likely: boolean
  readonly seats: Seats
}

export interface Found {
  readonly a: readonly Way[]
  readonly b: readonly Way[]
  readonly pairs: readonly WholePair[]
}

interface WholeOptions {
  readonly landmarks: readonly Landmark[]
  /** Lines of both put together by hand, by their places. */
  readonly byHand: readonly (readonly [number, number])[]
  readonly standing: readonly Stands[]
  /** Of lines with ends: sure below this cost. */
  readonly surely: number
  /** The lines are single strokes, run through as the hand drew them. */
  readonly asDrawn?: boolean
}
/** The lines of two drawings put together as wholes. */
export function wholeLines(
  a: readonly Way[],
  b: readonly Way[],
  { landmarks, byHand, standing, surely, asDrawn = false }: WholeOptions,
): Found {
  const known = [...byHand, ...standing.map((each) => [each.a, each.b] as const)]
  const without = puffsThatCameOrWent(a, b)
  const lines = { a: a.map(lineOf), b: b.map(lineOf) }
  const matched = matchLines({ ...lines, landmarks, known, asDrawn, ...(without && { without }) })
  const stands = new Map(standing.map((each) => [each.a, each.seats]))
  const alikeIn = (ways: readonly Way[], way: Way) => ways.filter((each) => isAlike(each, way)).length
  const size = Math.max(spreadOf(a), spreadOf(b))
  // Of several round things that make up the drawing one may have gone and another come: puffs cannot be told apart.
  const cameOrWent = (way: Way) =>
    (without !== undefined && isPuff(way)) ||
    alikeIn(a, way) !== alikeIn(b, way) ||
    (alikeIn(a, way) > 1 && isPuff(way) && way.length > LARGE * size)
  const putByHand = new Set(byHand.map(([i]) => i))
  const doubtful = mayHaveChanged(lines.a, lines.b, { matched, landmarks })
  const isSure = (match: Matched) => {
    const p = a[match.a]!
    if (putByHand.has(match.a)) return true
    if (doubtful.has(match.a)) return false
    return stands.has(match.a) || (isSame(p, b[match.b]!, match, surely) && !cameOrWent(p))
  }
  const pairs = matched.map((match): WholePair => {
    const [p, q] = [a[match.a]!, b[match.b]!]
    return {
      a: match.a,
      b: match.b,
      likely: without !== undefined && isPuff(p) && p.closed === q.closed,
      sure: isSure(match),
      seats: stands.get(match.a) ?? alongWhole(p, q, match),
    }
  })
  return { a, b, pairs }
}

/** A whole line is the same line when its lengths differ by no more than this factor. */
const ALIKE = 1.3
/** What goes all round may grow by more, and is seldom another: nothing of it is hidden. */
const GROWN = 2.2
/** A line with ends is surely another only when it is so long at least, in pixels. */
const LONG = 60
/** And costs less (see `matchLines`). */
export const SURELY = 0.75
function isSame(p: Way, q: Way, { sure, cost }: Pick<Matched, 'sure' | 'cost'>, surely: number): boolean {
  if (p.closed !== q.closed || !sure) return false
  const ratio = timesAsLong(p, q)
  return p.closed ? ratio < GROWN : ratio < ALIKE && cost < surely && Math.min(p.length, q.length) > LONG
}

/** What is rounder than this, and longer by this share of the drawing's size, is a puff among puffs. */
const ROUND = 0.75
const LARGE = 0.5
/** Outlines that could be taken for each other. Where one of several came or went it cannot be told which. */
function isAlike(p: Way, q: Way): boolean {
  const ratio = timesAsLong(p, q)
  return p.closed && q.closed && ratio < GROWN && Math.abs(roundness(p) - roundness(q)) < 0.15
}
/** Something round; one that goes behind another is open there, and rounder for its length the more of it is hidden. */
const isPuff = (way: Way): boolean => roundness(way) > (way.closed ? ROUND : 1)
/** A drawing is of puffs where round things beside each other have this share of its length. */
const NOTHING_ELSE = 0.8
/** Places of the puffs a drawing is made of, the longest first; none where it is of more than puffs, as a face is. */
function puffsOf(ways: readonly Way[]): readonly number[] {
  const lengthOf = (some: readonly Way[]) => some.reduce((sum, { length }) => sum + length, 0)
  const puffs = ways.filter(isPuff)
  const isWithin = ({ box: p }: Way, { box: q }: Way) =>
    p.left > q.left && p.right < q.right && p.top > q.top && p.bottom < q.bottom
  if (lengthOf(puffs) < NOTHING_ELSE * lengthOf(ways)) return []
  if (puffs.some((one) => puffs.some((other) => isWithin(one, other)))) return []
  return puffs.toSorted((p, q) => q.length - p.length).map((puff) => ways.indexOf(puff))
}
/** Of two drawings of puffs those that only one has, by their places: what comes is small at first, what goes at last. */
function puffsThatCameOrWent(a: readonly Way[], b: readonly Way[]): Without | undefined {
  const [p, q] = [puffsOf(a), puffsOf(b)]
  if (p.length === q.length || p.length === 0 || q.length === 0) return undefined
  return { a: p.slice(q.length), b: q.slice(p.length) }
}
/** 1 for a circle, less for whatever is longer or more broken for its area (Cox 1927). */
const roundness = ({ points, length }: Way): number => (4 * Math.PI * Math.abs(ringArea(points))) / (length * length)

export const lineOf = (way: Way): Line => ({ ...way, middle: middleOf([way]) })

/** Every point of a line on the whole of another. */
function alongWhole(p: Way, q: Way, match: { b: number; reversed: boolean; offset: number }): Seats {
  const [n, m] = [p.points.length / 2, q.points.length / 2]
  if (p.closed && q.closed) {
    const start = bestStart(p, q, match.reversed, match.offset)
    const shares = Array.from({ length: n }, (_, i) => mod(start + ((match.reversed ? -i : i) * m) / n, m))
    return aligned(p, q, shares).map((at) => ({ way: match.b, at }))
  }
  return Array.from({ length: n }, (_, i): Seat => {
    const share = n > 1 ? (i / (n - 1)) * (m - 1) : 0
    return { way: match.b, at: match.reversed ? m - 1 - share : share }
  })
}
/** Points looked at for where a closed line begins. */
const AROUND = 36
/** Where along a closed line the first point of another lies: the start that needs least change of shape, near the one that is known. */
function bestStart(p: Way, q: Way, reversed: boolean, near: number): number {
  const [n, m] = [p.points.length / 2, q.points.length / 2]
  const [first, second] = [centred(p.points), centred(q.points)]
  let [best, start] = [Infinity, near]
  const reach = m / 9
  for (let k = -reach; k <= reach; k += 0.5) {
    let [dot, cross, aa, bb] = [0, 0, 0, 0]
    for (let s = 0; s < AROUND; s++) {
      const i = Math.floor((s / AROUND) * n)
      const j = Math.round(mod(near + k + ((reversed ? -1 : 1) * (i * m)) / n, m)) % m
      const [ax, ay, bx, by] = [first[2 * i]!, first[2 * i + 1]!, second[2 * j]!, second[2 * j + 1]!]
      dot += ax * bx + ay * by
      cross += ax * by - ay * bx
      aa += ax * ax + ay * ay
      bb += bx * bx + by * by
    }
    const cost = 1 - Math.hypot(dot, cross) / (Math.sqrt(aa * bb) || 1) + 0.02 * Math.abs(Math.atan2(cross, dot))
    if (cost < best) [best, start] = [cost, near + k]
  }
  return start
}
function centred(points: Float64Array): Float64Array {
  const { x, y } = middleOf([{ points }])
  return points.map((value, i) => value - (i % 2 === 0 ? x : y))
}

/** Drawings are split alike when this share of their strokes, and of their length, has a partner as long by this factor. */
const AS_LONG = 1.12
const MOSTLY = 0.82
/** Strokes that go on one from the other are farther apart than this, in pixels, where they are parted. */
const PARTED = 30
/**
 * Whether one drawing was drawn stroke by stroke like the other: then strokes are not joined.
 *
 * @param linksOf - gives by end of a stroke of the first (twice its place, and its side) the end it is joined to, −1 none
 */
export function isSplitAlike(found: Found, linksOf: () => Int32Array): boolean {
  const { a, b, pairs } = found
  if (a.length !== b.length) return false
  const alike = pairs.filter((pair) => timesAsLong(a[pair.a]!, b[pair.b]!) < AS_LONG)
  const whole = a.reduce((sum, { length }) => sum + length, 0)
  const same = alike.reduce((sum, pair) => sum + a[pair.a]!.length, 0)
  if (same <= MOSTLY * whole || alike.length <= MOSTLY * a.length) return false
  const { joined, parted } = joinsOf(found, linksOf())
  return parted <= joined / 2
}

/** Of lines that go on from one stroke to the next on the first drawing, how many do, and how many do not on the second. */
function joinsOf({ a, b, pairs }: Found, links: Int32Array): { joined: number; parted: number } {
  const seatsOf = new Map(pairs.map((pair) => [pair.a, pair.seats]))
  /** Where an end of a stroke lies on the second drawing. */
  const lies = (end: number): Point | undefined => {
    const seat = seatsOf.get(end >> 1)?.at(end % 2 === 0 ? 0 : -1)
    return seat && pointAt(b[seat.way]!, seat.at)
  }
  let [joined, parted] = [0, 0]
  links.forEach((other, end) => {
    if (other < end || a[end >> 1]!.closed) return
    const [p, q] = [lies(end), lies(other)]
    if (!p || !q) return
    joined++
    if (Math.hypot(p.x - q.x, p.y - q.y) > PARTED) parted++
  })
  return { joined, parted }
}
