import { deepIn } from './deep'
import type { Ink } from '../../ink/ink'
import { spreadOf } from '../matching'
import { placedAlong } from './along'
import { fieldOf } from './field'
import { isTaken, noSeats, seat, type Seating } from './seats'
import { bestFit, LEAST, type Fit } from './slide'
import { told, type Stretches } from './told'
import { standingLines } from './standing'
import { linkedEnds, singly, strokesOf, waysOf, type Way } from './ways'
import { isSplitAlike, SURELY, wholeLines, type Found, type Landmark, type WholePair } from './whole'

/** Which stretch of a line of one drawing is which of the other, however each drawing splits its lines into strokes. */

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
  const alike = foundIn(singly(a), singly(b), { surely: Infinity, asDrawn: true })
  if (isSplitAlike(alike, () => linkedEnds(a))) return strokeByStroke(alike)
  // What was put together by hand is joined to nothing else.
  const apart = new Set(byHand.flat())
  return partByPart(foundIn(waysOf(a, apart), waysOf(b, apart), { surely: SURELY }), landmarks)

  function foundIn(a: readonly Way[], b: readonly Way[], how: { surely: number; asDrawn?: boolean }): Found {
    return wholeLines(a, b, { landmarks, ...knownLines(a, b, byHand), ...how })
  }
}

/** Lines that need no looking for: those put together by hand, and of the others those that stand still. */
function knownLines(a: readonly Way[], b: readonly Way[], byHand: readonly (readonly [string, string])[]) {
  const wayWith = (ways: readonly Way[], id: string) => ways.findIndex(({ ids }) => ids.includes(id))
  const hand = byHand.map(([p, q]) => [wayWith(a, p), wayWith(b, q)] as const).filter(([i, j]) => i >= 0 && j >= 0)
  const isByHand = (stands: { a: number; b: number }) => hand.some(([i, j]) => i === stands.a || j === stands.b)
  return { byHand: hand, standing: standingLines(a, b).filter((each) => !isByHand(each)) }
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
  for (const pair of found.pairs) if (pair.sure || pair.likely) layWhole(seating, pair)
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
const FITS = [0.7, 1, 1.3, 2.5]
const PLAIN = [0.3, 0.6, 0.9, Infinity]
/** Looked for so much farther about where they should be, as more is known. */
const WIDE = [1.2, 1.4, 1.7, 2.5]

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
      wide: WIDE[round]!,
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
  const deep = deepIn(seating)
  const fits = lines.flatMap((i) =>
    seating.b.flatMap((_, w): (Fit & { i: number })[] => {
      const fit = bestFit(seating, { i, w, goals: goals.get(i)!, most, deep })
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
  { most, shared, wide }: { most: number; shared: boolean; wide: number },
): Set<number> {
  const deep = deepIn(seating)
  const found = lines
    .map((i) => ({ i, ...placedAlong(seating, i, { goals: goals.get(i)!, wide, deep }) }))
    .sort((p, q) => p.cost - q.cost)
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
