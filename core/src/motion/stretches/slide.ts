import { turnBetween } from '../../geometry/angle'
import type { Deep } from './deep'
import type { Goal } from './field'
import { drawnAlike, noSeats, type Seating, type Seats } from './seats'
import type { Way } from './ways'

/** Lines of which one is a part of the other, laid along each other as they fit best: by their shape, and where they should have gone. */

/** Points looked at for how one line lies along another. */
const LOOKED_AT = 14
/** Of the shorter of two lines at least so many points lie along the longer. */
export const LEAST = 10
/** What a fit costs: pixels off its shape and off its place as shares of the drawing's size, radians of turn, and what is left of either line. */
const COST = {
  shape: 1 / 0.03,
  place: 1 / 0.15,
  turn: 0.3,
  left: 0.6,
  over: 0.3,
} as const

export interface Fit {
  readonly seats: Seats
  readonly cost: number
}

/** How line i of the first drawing lies along line w of the second; undefined when it costs more than `most`. */
export function bestFit(
  { a, b, size }: Seating,
  { i, w, goals, most, deep }: { i: number; w: number; goals: readonly Goal[]; most: number; deep: Deep },
): Fit | undefined {
  const [p, q] = [a[i]!, b[w]!]
  const [n, m] = [p.points.length / 2, q.points.length / 2]
  const over = Math.min(n, m)
  if (over < LEAST || !drawnAlike(p, q)) return undefined
  const left = COST.left * (1 - over / n) + COST.over * (1 - over / Math.max(n, m)) + deep(i, w)
  const slide = slider(p, q, { over, goals, size })
  // A line that goes all round can be begun anywhere.
  const longer = n >= m ? p : q
  const last = longer.closed || (n === m && q.closed) ? Math.max(n, m) - 1 : Math.max(n, m) - over
  const ofFirst = n > m || (n === m && p.closed)
  let best: { from: number; at: number; back: boolean } | undefined
  let cost = most
  for (let shift = 0; shift <= last; shift += 2)
    for (const back of [false, true]) {
      const [from, at] = ofFirst ? [shift, 0] : [0, shift]
      const own = slide(from, at, back, cost - left) + left
      if (own < cost) [best, cost] = [{ from, at, back }, own]
    }
  if (!best) return undefined
  const { from, at, back } = best
  const seats = noSeats(p)
  for (let k = 0; k < over; k++) seats[(from + k) % n] = { way: w, at: (back ? at + over - 1 - k : at + k) % m }
  return { seats, cost }
}

/**
 * What it costs to lay `over` points of a line, from one of them on, along another from one of its points on, forwards or
 * backwards: how far off their shapes are once moved and turned onto each other, and how far from where they should lie.
 */
function slider(p: Way, q: Way, { over, goals, size }: { over: number; goals: readonly Goal[]; size: number }) {
  const [n, m] = [p.points.length / 2, q.points.length / 2]
  const places = Int32Array.from({ length: LOOKED_AT }, (_, s) => Math.round((s / (LOOKED_AT - 1)) * (over - 1)))
  const first = new Int32Array(LOOKED_AT)
  const second = new Int32Array(LOOKED_AT)
  return (from: number, at: number, back: boolean, most: number): number => {
    let [px, py, qx, qy, gx, gy, gc, gs] = [0, 0, 0, 0, 0, 0, 0, 0]
    for (let s = 0; s < LOOKED_AT; s++) {
      const k = places[s]!
      const i = (from + k) % n
      const j = (at + (back ? over - 1 - k : k)) % m
      first[s] = i
      second[s] = j
      px += p.points[2 * i]! / LOOKED_AT
      py += p.points[2 * i + 1]! / LOOKED_AT
      qx += q.points[2 * j]! / LOOKED_AT
      qy += q.points[2 * j + 1]! / LOOKED_AT
      const goal = goals[i]!
      gx += goal.x / LOOKED_AT
      gy += goal.y / LOOKED_AT
      gc += goal.cos
      gs += goal.sin
    }
    const place = (COST.place * Math.hypot(qx - gx, qy - gy)) / size
    if (place >= most) return Infinity
    let [dot, cross, sizes] = [0, 0, 0]
    for (let s = 0; s < LOOKED_AT; s++) {
      const i = 2 * first[s]!
      const j = 2 * second[s]!
      const ax = p.points[i]! - px
      const ay = p.points[i + 1]! - py
      const bx = q.points[j]! - qx
      const by = q.points[j + 1]! - qy
      dot += ax * bx + ay * by
      cross += ax * by - ay * bx
      sizes += ax * ax + ay * ay + bx * bx + by * by
    }
    // The least squares left when one is turned onto the other best (Umeyama 1991 in the plane).
    const off = Math.sqrt(Math.max(0, sizes - 2 * Math.hypot(dot, cross)) / LOOKED_AT)
    const turned = Math.abs(turnBetween(Math.atan2(gs, gc), Math.atan2(cross, dot)))
    return place + (COST.shape * off) / size + COST.turn * turned
  }
}
