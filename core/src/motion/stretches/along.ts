import type { Deep } from './deep'
import type { Goal } from './field'
import { directionAt, drawnAlike, noSeats, type Seating, type Seats } from './seats'
import type { Way } from './ways'

/** Each point of a line where the lines about it went, along lines of the second drawing. */

/** How far a place may be from where it should have gone, as a share of the drawing's size. */
const REACH = 0.14
/** A line that goes elsewhere than it should is not looked at: the cosine between the two; nor is what costs more than this. */
const ASKEW = 0.4
const DEAREST = 1.5
/** Shorter runs, in points, are chance. */
export const SHORTEST = 4
/** Places of the second drawing looked at for each point. */
const CANDIDATES = 10
/** What a point costs that lies nowhere, and what it costs to leave a line. */
const NOWHERE = 1.1
const LEAVES = 1.6
interface Candidate {
  readonly way: number
  readonly k: number
  /** The second is run through backwards. */
  readonly back: boolean
  readonly cost: number
}

/** The places of a line's points along lines of the second drawing that cost least, by dynamic programming (Viterbi 1967). */
export function placedAlong(
  seating: Seating,
  i: number,
  { goals, wide, deep }: { goals: readonly Goal[]; wide: number; deep: Deep },
): { seats: Seats; cost: number } {
  const [way, fixed] = [seating.a[i]!, seating.seats[i]!]
  const count = way.points.length / 2
  const looked = fixed.some(Boolean)
    ? Array.from(
        { length: count },
        (_, k) => fixedAt(fixed, k) ?? candidatesAt(seating, i, k, { goal: goals[k]!, wide, deep }),
      )
    : goals.map((goal, k) => candidatesAt(seating, i, k, { goal, wide, deep }))
  let costs = looked[0]!.map(({ cost }) => cost)
  let none = NOWHERE
  const from: number[][] = []
  const fromNone: number[] = []
  for (let i = 1; i < count; i++) {
    const [before, now] = [looked[i - 1]!, looked[i]!]
    const cheapest = costs.reduce((best, cost, k) => (cost < costs[best]! ? k : best), 0)
    const leave = costs.length > 0 ? costs[cheapest]! + LEAVES : Infinity
    const back: number[] = []
    const next = now.map((candidate) => {
      let [best, at] = none + LEAVES <= leave + LEAVES ? [none + LEAVES, -1] : [leave + LEAVES, cheapest]
      before.forEach((last, k) => {
        const cost = costs[k]! + stepCost(seating.b, last, candidate)
        if (cost < best) [best, at] = [cost, k]
      })
      back.push(at)
      return best + candidate.cost
    })
    fromNone.push(none + NOWHERE <= leave + NOWHERE ? -1 : cheapest)
    none = Math.min(none, leave) + NOWHERE
    from.push(back)
    costs = next
  }
  const seats = noSeats(way)
  const cost = Math.min(none, ...costs) / count
  let at = costs.reduce((best, cost, k) => (cost < (best < 0 ? none : costs[best]!) ? k : best), -1)
  for (let i = count - 1; i >= 0; i--) {
    const chosen = at >= 0 ? looked[i]![at] : undefined
    if (chosen) seats[i] = { way: chosen.way, at: chosen.k }
    if (i > 0) at = at >= 0 ? from[i - 1]![at]! : fromNone[i - 1]!
  }
  return { seats: withoutChance(seats), cost }
}

function stepCost(b: readonly Way[], last: Candidate, next: Candidate): number {
  if (last.way !== next.way || last.back !== next.back) return 2 * LEAVES
  const way = b[next.way]!
  const count = way.points.length / 2
  let by = next.k - last.k
  if (way.closed) by -= count * Math.round(by / count)
  const on = next.back ? -by : by
  if (on < 0 || on > 4) return 2 * LEAVES
  return 0.12 * Math.abs(on - 1)
}

/** What is known stays as it is. */
function fixedAt(fixed: Seats, k: number): Candidate[] | undefined {
  const own = fixed[k]
  if (!own) return undefined
  const [before, after] = [fixed[k - 1], fixed[k + 1]]
  const back = after ? after.at < own.at : before !== undefined && before.at > own.at
  return [{ way: own.way, k: own.at, back, cost: 0 }]
}

function candidatesAt(
  { a, b, taken, size }: Seating,
  i: number,
  at: number,
  { goal, wide, deep }: { goal: Goal; wide: number; deep: Deep },
): Candidate[] {
  const way = a[i]!
  const own = directionAt(way, at)
  const turned = { x: own.x * goal.cos - own.y * goal.sin, y: own.x * goal.sin + own.y * goal.cos }
  const reach = REACH * size * wide
  const found: Candidate[] = []
  b.forEach((other, w) => {
    if (!drawnAlike(way, other) || isBeyond(other, goal, reach)) return
    const { points } = other
    const unlike = deep(i, w)
    for (let k = 0; k < points.length / 2; k++) {
      const dx = points[2 * k]! - goal.x
      const dy = points[2 * k + 1]! - goal.y
      const far = dx * dx + dy * dy
      if (far > reach * reach || taken[w]![k] === 1) continue
      const direction = directionAt(other, k)
      const dot = direction.x * turned.x + direction.y * turned.y
      if (Math.abs(dot) < ASKEW) continue
      const cost = Math.sqrt(far) / reach + (1 - Math.abs(dot)) + unlike
      if (cost < DEAREST) found.push({ way: w, k, back: dot < 0, cost })
    }
  })
  return found.sort((p, q) => p.cost - q.cost).slice(0, CANDIDATES)
}

const isBeyond = ({ box }: Way, { x, y }: Goal, reach: number) =>
  x < box.left - reach || x > box.right + reach || y < box.top - reach || y > box.bottom + reach

/** Runs too short to be more than chance are none. */
function withoutChance(seats: Seats): Seats {
  for (let i = 0; i < seats.length;) {
    const first = seats[i]
    let end = i + 1
    while (end < seats.length && seats[end]?.way === first?.way) end++
    if (first && end - i < SHORTEST) seats.fill(undefined, i, end)
    i = end
  }
  return seats
}
