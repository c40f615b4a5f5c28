import { directionAt, mod, pointAt } from './seats'
import type { Way } from './ways'

/**
 * One closed line laid along another point by point: share by share of their lengths is only nearly right, since wobble,
 * overshoot and whatever grows more than the rest put corners of the one beside those of the other.
 */

/** How far from its share of the length a point is looked for, of the whole. */
const REACH = 0.08
/** Points of the second line from one of the first to the next at the most, in halves. */
const MOST = 8
/** What it costs to lie as far off as the line is large, to go another way there, and to go on by other than the usual step. */
const COST = { place: 12, turn: 0.5, step: 0.02 } as const

/** Each place is looked for anew with what was found before to go by. */
const ROUNDS = 3

/** A linear map and a shift: x' = a x + c y + e, y' = b x + d y + f. */
type Map6 = readonly [number, number, number, number, number, number]

/**
 * @param at - where each point of `p` lies along `q` by its share, in points, all round
 * @returns the same, each moved to where shape and place agree best; it never goes back
 */
export function aligned(p: Way, q: Way, at: readonly number[]): number[] {
  const n = at.length
  const whole = q.points.length / 2
  const forward = mod(at[1]! - at[0]!, whole) < whole / 2 ? 1 : -1
  // Reckoned along the second line's own way, on and on.
  const shares = at.map((_, i) => forward * at[0]! + (i * whole) / n)
  const shown = (place: number) => mod(forward * place, whole)
  const reach = Math.ceil(2 * REACH * whole)
  let lies = shares
  for (let round = 0; round < ROUNDS; round++) {
    const map = fitted(p, q, lies.map(shown))
    const cost = costs(p, q, { map, shares, shown, reach, forward })
    const first = cheapest(cost, { n, reach, step: whole / n })
    // The seam is laid anew from where the first go has long forgotten it.
    const seam = n >> 1
    const turned = (i: number) => (i + seam) % n
    const again = cheapest((i, k) => cost(turned(i), k), { n, reach, step: whole / n, fixed: first[seam]! })
    lies = shares.map((share, i) => share + again[(i - seam + n) % n]! / 2)
  }
  return lies.map(shown)
}

/** The linear map that carries the first line's points nearest to where they lie on the second (least squares). */
function fitted(p: Way, q: Way, at: readonly number[]): Map6 {
  let [sx, sy, tx, ty] = [0, 0, 0, 0]
  const places = at.map((place, i) => ({ x: p.points[2 * i]!, y: p.points[2 * i + 1]!, to: pointAt(q, place) }))
  for (const { x, y, to } of places) {
    sx += x / at.length
    sy += y / at.length
    tx += to.x / at.length
    ty += to.y / at.length
  }
  let [xx, xy, yy, xu, yu, xv, yv] = [0, 0, 0, 0, 0, 0, 0]
  for (const { x, y, to } of places) {
    const [dx, dy, du, dv] = [x - sx, y - sy, to.x - tx, to.y - ty]
    xx += dx * dx
    xy += dx * dy
    yy += dy * dy
    xu += dx * du
    yu += dy * du
    xv += dx * dv
    yv += dy * dv
  }
  const det = xx * yy - xy * xy
  const flat = det < 1e-6 * (xx + yy) ** 2
  const [a, c] = flat ? [1, 0] : [(xu * yy - yu * xy) / det, (yu * xx - xu * xy) / det]
  const [b, d] = flat ? [0, 1] : [(xv * yy - yv * xy) / det, (yv * xx - xv * xy) / det]
  return [a, b, c, d, tx - a * sx - c * sy, ty - b * sx - d * sy]
}

type CostOf = (i: number, k: number) => number

/** What it costs point i to lie k half points further on than its share. */
function costs(
  p: Way,
  q: Way,
  of: {
    map: Map6
    shares: readonly number[]
    shown: (place: number) => number
    reach: number
    forward: number
  },
): CostOf {
  const { map, shares, shown, reach, forward } = of
  const [a, b, c, d, e, f] = map
  const size = Math.max(1, q.box.right - q.box.left, q.box.bottom - q.box.top)
  const wide = 2 * reach + 1
  const known = new Float64Array(shares.length * wide)
  shares.forEach((share, i) => {
    const [x, y] = [p.points[2 * i]!, p.points[2 * i + 1]!]
    const [tx, ty] = [a * x + c * y + e, b * x + d * y + f]
    const own = directionAt(p, i)
    const [ux, uy] = [a * own.x + c * own.y, b * own.x + d * own.y]
    const long = Math.hypot(ux, uy) || 1
    for (let k = -reach; k <= reach; k++) {
      const place = shown(share + k / 2)
      const there = pointAt(q, place)
      const way = directionAt(q, Math.round(place) % (q.points.length / 2))
      const along = (forward * (ux * way.x + uy * way.y)) / long
      known[i * wide + k + reach] =
        (COST.place * Math.hypot(there.x - tx, there.y - ty)) / size + COST.turn * (1 - along)
    }
  })
  return (i, k) => known[i * wide + k + reach]!
}

/** For each point how many half points further on it lies, so that all together cost least and none goes back (Viterbi 1967). */
function cheapest(
  cost: CostOf,
  { n, reach, step, fixed }: { n: number; reach: number; step: number; fixed?: number },
): number[] {
  const wide = 2 * reach + 1
  const from = new Int16Array((n + 1) * wide)
  const begun = (k: number) => (fixed === undefined || fixed === k ? 0 : Infinity)
  let now = Float64Array.from({ length: wide }, (_, s) => cost(0, s - reach) + begun(s - reach))
  // A step of `usual` half points is a step on by none more than its share.
  const usual = 2 * step
  const last = fixed === undefined ? n - 1 : n
  for (let i = 1; i <= last; i++) {
    const next = new Float64Array(wide).fill(Infinity)
    for (let s = 0; s < wide; s++) {
      for (let by = -Math.floor(usual); by <= MOST; by++) {
        const before = s - by
        if (before < 0 || before >= wide) continue
        const sum = now[before]! + COST.step * by * by
        if (sum < next[s]!) {
          next[s] = sum
          from[i * wide + s] = before
        }
      }
      // All round, the first point is where it was.
      next[s] = next[s]! + (i === n ? begun(s - reach) : cost(i, s - reach))
    }
    now = next
  }
  let at = now.indexOf(Math.min(...now))
  const result = new Array<number>(n)
  for (let i = last; i >= 0; i--) {
    if (i < n) result[i] = at - reach
    at = from[i * wide + at]!
  }
  return result
}
