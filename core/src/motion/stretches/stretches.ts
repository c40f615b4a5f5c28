import type { Ink } from '../../ink/ink'
import { spreadOf } from '../matching'
import { placedAlong, SHORTEST } from './along'
import { fieldOf } from './field'
import { isTaken, mod, noSeats, pointAt, seat, type Seating, type Seats } from './seats'
import { bestFit, LEAST, type Fit } from './slide'
import { singly, strokesOf, waysOf, type Way } from './ways'
import { isSplitAlike, SURELY, wholeLines, type Found, type Landmark, type WholePair } from './whole'

/** Which stretch of a line of one drawing is which of the other, however each drawing splits its lines into strokes. */

/** Points of the two drawings that belong together, one after the other. */
export interface Stretch {
  /** Flat x, y; as many of the one as of the other. */
  readonly a: Float64Array
  readonly b: Float64Array
  readonly closed: boolean
  readonly sure: boolean
  /** Strokes that lie on each other along it, by their ids; the longest first. */
  readonly pairs: readonly (readonly [string, string])[]
  /** The same in order along it. */
  readonly parts: readonly StrokePair[]
}
/** Points of a stretch, `from` among them and `to` not, that are of one stroke of each drawing. */
interface StrokePair {
  readonly from: number
  readonly to: number
  readonly a: string
  readonly b: string
}
export interface Stretches {
  readonly stretches: readonly Stretch[]
  /** What has no partner. */
  readonly alone: { readonly a: readonly Loose[]; readonly b: readonly Loose[] }
}
/** A run of a line by itself. */
export interface Loose {
  readonly id: string
  readonly points: Float64Array
  readonly closed: boolean
}

/**
 * Puts two drawings together. Where they are split into strokes alike, stroke by stroke; else lines are joined as the eye
 * joins them, whole lines are looked for first, and the rest is laid part by part by what is known about it.
 *
 * @param landmarks - places of both, in scene pixels
 * @param byHand - strokes put together by their ids; they stay so
 */
export function matchStretches(
  inkA: Ink,
  inkB: Ink,
  landmarks: readonly Landmark[],
  byHand: readonly (readonly [string, string])[] = [],
): Stretches {
  const [a, b] = [strokesOf(inkA), strokesOf(inkB)]
  const alike = wholeLines(singly(a), singly(b), { landmarks, byHand, surely: Infinity })
  if (isSplitAlike(alike)) return strokeByStroke(alike)
  // What was put together by hand is joined to nothing else.
  const apart = new Set(byHand.flat())
  return partByPart(wholeLines(waysOf(a, apart), waysOf(b, apart), { landmarks, byHand, surely: SURELY }), landmarks)
}

const seatingOf = ({ a, b }: Found): Seating => ({
  ...{ a, b, seats: a.map(noSeats), taken: b.map(({ points }) => new Uint8Array(points.length / 2)) },
  size: Math.max(1, spreadOf(a), spreadOf(b)),
})

function strokeByStroke(found: Found): Stretches {
  const seating = seatingOf(found)
  for (const pair of found.pairs) seating.seats[pair.a] = pair.seats
  return told(seating, new Set(found.pairs.flatMap((pair) => (pair.sure ? [pair.a] : []))))
}

function partByPart(found: Found, landmarks: readonly Landmark[]): Stretches {
  const seating = seatingOf(found)
  const sure = found.pairs.filter((pair) => pair.sure)
  for (const pair of sure) layWhole(seating, pair)
  layRest(seating, found.pairs, landmarks)
  return told(seating, new Set(sure.map((pair) => pair.a)))
}

function layWhole(seating: Seating, pair: WholePair): void {
  seating.seats[pair.a] = pair.seats
  seating.taken[pair.b]!.fill(1)
}

/** How often the places of lines are looked for anew, with what was found before to go by. */
const ROUNDS = 4
/** In each round a line is laid along another when that costs less than this, and its points one by one when they cost less on average. */
const FITS = [0.7, 1, 1.3, 1.6]
const PLAIN = [0.3, 0.6, 0.9, Infinity]

/** Lays lines that are not surely the whole of another, the plainest first. */
function layRest(seating: Seating, whole: readonly WholePair[], landmarks: readonly Landmark[]): void {
  const { a, seats } = seating
  const isOpen = (i: number) => seats[i]!.filter((each) => !each).length >= Math.min(LEAST, seats[i]!.length)
  let open = a.flatMap((_, i) => (seats[i]!.some(Boolean) ? [] : [i]))
  for (let round = 0; round < ROUNDS && open.length > 0; round++) {
    if (round === ROUNDS - 1) open = open.filter((i) => !isLaidWhole(seating, i, whole))
    const bare = open.filter((i) => !seats[i]!.some(Boolean))
    if (layAlong(seating, bare, goalsFor(seating, bare, landmarks), FITS[round]!)) open = open.filter(isOpen)
    const done = layByPoints(seating, open, goalsFor(seating, open, landmarks), {
      most: PLAIN[round]!,
      shared: round === ROUNDS - 1,
    })
    open = open.filter((i) => !done.has(i))
  }
}

/** Where the points of some lines should lie, by line. */
function goalsFor(seating: Seating, lines: readonly number[], landmarks: readonly Landmark[]) {
  const field = fieldOf(seating, landmarks)
  return new Map(
    lines.map((i) => {
      const { points } = seating.a[i]!
      return [i, Array.from({ length: points.length / 2 }, (_, k) => field(points[2 * k]!, points[2 * k + 1]!))]
    }),
  )
}
type Goals = ReturnType<typeof goalsFor>

/** Of a place on the second drawing so much may be taken by another line. */
const CROWDED = 0.2

/** Lays lines along lines of which they are a part, or that are a part of them; whether any was. */
function layAlong(seating: Seating, lines: readonly number[], goals: Goals, most: number): boolean {
  const fits = lines.flatMap((i) =>
    seating.b.flatMap((_, w): (Fit & { i: number })[] => {
      const fit = bestFit(seating, { i, w, goals: goals.get(i)!, most })
      return fit ? [{ i, ...fit }] : []
    }),
  )
  const laid = new Set<number>()
  for (const { i, seats } of fits.sort((p, q) => p.cost - q.cost)) {
    const lying = seats.filter((each) => each !== undefined)
    if (laid.has(i) || lying.filter((each) => isTaken(seating, each)).length > CROWDED * lying.length) continue
    seat(seating, i, seats)
    laid.add(i)
  }
  return laid.size > 0
}

/** Lays lines point by point, those that cost least first; gives those that were laid. `shared`: one may lie where another does. */
function layByPoints(
  seating: Seating,
  lines: readonly number[],
  goals: Goals,
  { most, shared }: { most: number; shared: boolean },
): Set<number> {
  const found = lines.map((i) => ({ i, ...placedAlong(seating, i, goals.get(i)!) })).sort((p, q) => p.cost - q.cost)
  const laid = new Set<number>()
  for (const { i, seats, cost } of found) {
    if (cost > most) break
    // Another may have taken its place in this round: it looks again in the next.
    const fresh = seats.filter((each, k) => each && !seating.seats[i]![k])
    if (!shared && fresh.some((each) => isTaken(seating, each!))) continue
    seat(seating, i, seats)
    laid.add(i)
  }
  return laid
}

/** Lays a line on the whole of the one it is likeliest to be, if that is free still. */
function isLaidWhole(seating: Seating, i: number, whole: readonly WholePair[]): boolean {
  const { a, b, seats, taken } = seating
  const pair = whole.find((each) => each.a === i)
  if (!pair || seats[i]!.some(Boolean) || a[i]!.closed !== b[pair.b]!.closed) return false
  const occupied = taken[pair.b]!.reduce((sum, place) => sum + place, 0)
  if (occupied > CROWDED * taken[pair.b]!.length) return false
  layWhole(seating, pair)
  return true
}

// ---- what came of it -------------------------------------------------------------------------------

function told({ a, b, seats }: Seating, sure: ReadonlySet<number>): Stretches {
  const usedB = b.map((way) => new Uint8Array(way.points.length / 2))
  const stretches = a.flatMap((way, i) =>
    runsOf(seats[i]!).map(({ from, to }): Stretch => {
      const own = seats[i]!
      const count = to - from
      const second = new Float64Array(2 * count)
      const owners: [string, string][] = []
      for (let k = from; k < to; k++) {
        const seat = own[k]!
        const other = b[seat.way]!
        const at = pointAt(other, seat.at)
        second[2 * (k - from)] = at.x
        second[2 * (k - from) + 1] = at.y
        const place = Math.round(seat.at) % (other.points.length / 2)
        usedB[seat.way]![place] = 1
        owners.push([way.ids[way.owner[k]!]!, other.ids[other.owner[place]!]!])
      }
      const parts = partsOf(owners)
      const whole = from === 0 && to === own.length
      return {
        a: way.points.slice(2 * from, 2 * to),
        b: second,
        closed: whole && way.closed && b[own[from]!.way]!.closed,
        sure: sure.has(i),
        pairs: pairsOf(parts),
        parts,
      }
    }),
  )
  return {
    stretches,
    alone: {
      a: a.flatMap((way, i) => looseOf(way, (k) => seats[i]![k] === undefined)),
      b: b.flatMap((way, w) => looseOf(way, (k) => !isNear(usedB[w]!, k, way.closed))),
    },
  }
}
/** Places between two that are used are used too. */
const isNear = (used: Uint8Array, k: number, closed: boolean): boolean => {
  for (let by = -2; by <= 2; by++) {
    const at = closed ? mod(k + by, used.length) : k + by
    if (used[at] === 1) return true
  }
  return false
}

/** A pair of strokes that lie on each other by so few points is a neighbour's edge. */
const EDGE = 3
function partsOf(owners: readonly (readonly [string, string])[]): StrokePair[] {
  const parts: StrokePair[] = []
  owners.forEach(([a, b], k) => {
    const last = parts.at(-1)
    if (last?.a === a && last.b === b) parts[parts.length - 1] = { ...last, to: k + 1 }
    else parts.push({ from: k, to: k + 1, a, b })
  })
  return withoutEdges(parts)
}
function withoutEdges(parts: readonly StrokePair[]): StrokePair[] {
  const kept: StrokePair[] = []
  for (const part of parts) {
    const last = kept.at(-1)
    const isEdge = part.to - part.from < EDGE
    if (last && (isEdge || (last.a === part.a && last.b === part.b))) kept[kept.length - 1] = { ...last, to: part.to }
    else if (last && last.to - last.from < EDGE) kept[kept.length - 1] = { ...part, from: last.from }
    else kept.push(part)
  }
  return kept
}
/** Of strokes that lie on each other by less than this share of either, only the one that lies most is its partner. */
const PARTLY = 0.35
function pairsOf(parts: readonly StrokePair[]): (readonly [string, string])[] {
  const tally = new Map<string, number>()
  for (const { a, b, from, to } of parts) tally.set(`${a}\n${b}`, (tally.get(`${a}\n${b}`) ?? 0) + to - from)
  const long = (side: 0 | 1, id: string) =>
    parts.reduce((sum, { a, b, from, to }) => sum + ([a, b][side] === id ? to - from : 0), 0)
  const seen = new Set<string>()
  return [...tally]
    .sort((p, q) => q[1] - p[1])
    .map(([pair, count]) => ({ pair: pair.split('\n') as [string, string], count }))
    .filter(({ pair: [a, b], count }) => {
      const first = !seen.has(a)
      seen.add(a)
      return first || count > PARTLY * Math.min(long(0, a), long(1, b))
    })
    .map(({ pair }) => pair)
}

/** Runs of points on one line of the second drawing. */
function runsOf(seats: Seats): { from: number; to: number }[] {
  const runs: { from: number; to: number }[] = []
  for (let i = 0; i < seats.length;) {
    const way = seats[i]?.way
    let end = i + 1
    while (end < seats.length && seats[end]?.way === way) end++
    if (way !== undefined) runs.push({ from: i, to: end })
    i = end
  }
  return runs
}

function looseOf(way: Way, isLoose: (k: number) => boolean): Loose[] {
  const count = way.points.length / 2
  const loose: Loose[] = []
  for (let i = 0; i < count;) {
    let end = i
    while (end < count && isLoose(end)) end++
    if (end - i >= SHORTEST)
      loose.push({
        id: way.ids[way.owner[i]!]!,
        points: way.points.slice(2 * i, 2 * end),
        closed: way.closed && end - i === count,
      })
    i = Math.max(end, i + 1)
  }
  return loose
}
