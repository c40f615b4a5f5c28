import type { Ink } from '../ink/ink'
import type { Point } from '../geometry/matrix'
import { matchLines, spreadOf, type Line, type Matched } from './matching'
import { singly, strokesOf, waysOf, type Way } from './ways'

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
export interface StrokePair {
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

interface Landmark {
  readonly a: Point
  readonly b: Point
}

/** A whole line is the same line when its lengths differ by no more than this factor. */
const ALIKE = 1.3
/** How far a place may be from where it should have gone, as a share of the drawing's size. */
const REACH = 0.14
/** Shorter runs, in points, are chance. */
const SHORTEST = 4

/** Where points of a line of the first drawing lie: a line of the second, and the place along it (a fraction of points). */
interface Seat {
  readonly way: number
  readonly at: number
}
type Seats = (Seat | undefined)[]

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
  return placed(wholeLines(waysOf(a, apart), waysOf(b, apart), { landmarks, byHand, surely: SURELY }), landmarks)
}

function strokeByStroke({ a, b, pairs }: Found): Stretches {
  const seats: Seats[] = a.map((way) => new Array<Seat | undefined>(way.points.length / 2))
  for (const pair of pairs) seats[pair.a] = pair.seats
  const sure = a.map((_, i) => (pairs.some((pair) => pair.a === i && pair.sure) ? 1 : 0))
  return told(a, b, seats, sure)
}

/** Drawings are split alike when strokes that are as long, by this factor, make up this share of the first. */
const AS_LONG = 1.15
const MOSTLY = 0.8
/** Whether one drawing was drawn stroke by stroke like the other: then strokes are not joined. */
function isSplitAlike({ a, b, pairs }: Found): boolean {
  const whole = a.reduce((sum, { length }) => sum + length, 0)
  const same = pairs.reduce((sum, pair) => {
    const [p, q] = [a[pair.a]!.length, b[pair.b]!.length]
    return Math.max(p, q) / Math.min(p, q) < AS_LONG ? sum + p : sum
  }, 0)
  return a.length === b.length && same > MOSTLY * whole
}

interface Found {
  readonly a: readonly Way[]
  readonly b: readonly Way[]
  readonly pairs: readonly WholePair[]
}

function placed({ a, b, pairs }: Found, landmarks: readonly Landmark[]): Stretches {
  const seats: Seats[] = a.map((way) => new Array<Seat | undefined>(way.points.length / 2))
  const taken = b.map((way) => new Uint8Array(way.points.length / 2))
  const sure = a.map(() => 0)
  for (const pair of pairs) {
    if (!pair.sure) continue
    seats[pair.a] = pair.seats
    taken[pair.b]!.fill(1)
    sure[pair.a] = 1
  }
  const size = Math.max(1, spreadOf(a), spreadOf(b))
  inParts({ a, b, seats, taken, size, landmarks }, pairs)
  return told(a, b, seats, sure)
}

interface WholePair {
  readonly a: number
  readonly b: number
  readonly sure: boolean
  readonly seats: Seats
}

interface WholeOptions {
  readonly landmarks: readonly Landmark[]
  readonly byHand: readonly (readonly [string, string])[]
  /** Of lines with ends: sure below this cost. */
  readonly surely: number
}
function wholeLines(a: readonly Way[], b: readonly Way[], { landmarks, byHand, surely }: WholeOptions): Found {
  const [linesA, linesB] = [a.map(lineOf), b.map(lineOf)]
  const wayWith = (ways: readonly Way[], id: string) => String(ways.findIndex(({ ids }) => ids.includes(id)))
  const hand = byHand.map(([p, q]) => [wayWith(a, p), wayWith(b, q)] as const)
  const matched = matchLines({ a: linesA, b: linesB, landmarks, byHand: hand })
  const cameOrWent = (way: Way) =>
    a.filter((each) => isAlike(each, way)).length !== b.filter((each) => isAlike(each, way)).length
  const pairs = matched.map((match): WholePair => {
    const [p, q] = [a[match.a]!, b[match.b]!]
    return {
      a: match.a,
      b: match.b,
      sure: match.cost === 0 || (isSame(p, q, match, surely) && !(p.closed && cameOrWent(p))),
      seats: alongWhole(p, q, match),
    }
  })
  return { a, b, pairs }
}

/** What goes all round may grow by more, and is seldom another: nothing of it is hidden. */
const GROWN = 2.2
/** A line with ends is surely another only when it is so long at least, in pixels. */
const LONG = 60
/** And costs less (see `matchLines`). */
const SURELY = 0.75
function isSame(p: Way, q: Way, { sure, cost }: Pick<Matched, 'sure' | 'cost'>, surely: number): boolean {
  if (p.closed !== q.closed || !sure) return false
  const ratio = Math.max(p.length, q.length) / Math.min(p.length, q.length)
  return p.closed ? ratio < GROWN : ratio < ALIKE && cost < surely && Math.min(p.length, q.length) > LONG
}

/** Outlines that could be taken for each other. Where one of several came or went it cannot be told which. */
function isAlike(p: Way, q: Way): boolean {
  const ratio = Math.max(p.length, q.length) / Math.min(p.length, q.length)
  return p.closed && q.closed && ratio < GROWN && Math.abs(roundness(p) - roundness(q)) < 0.15
}
/** 1 for a circle, less for whatever is longer or more broken for its area (Cox 1927). */
function roundness({ points, length }: Way): number {
  let area = 0
  for (let i = 0; i < points.length; i += 2) {
    const n = (i + 2) % points.length
    area += (points[i]! * points[n + 1]! - points[n]! * points[i + 1]!) / 2
  }
  return (4 * Math.PI * Math.abs(area)) / (length * length)
}

const lineOf = (way: Way, i: number): Line => {
  const { points } = way
  let [x, y] = [0, 0]
  for (let k = 0; k < points.length; k += 2) {
    x += points[k]!
    y += points[k + 1]!
  }
  const count = points.length / 2
  return { ...way, id: String(i), middle: { x: x / count, y: y / count } }
}

/** Every point of a line on the whole of another. */
function alongWhole(p: Way, q: Way, match: { b: number; reversed: boolean; offset: number }): Seats {
  const [n, m] = [p.points.length / 2, q.points.length / 2]
  const start = p.closed && q.closed ? bestStart(p, q, match.reversed, match.offset) : 0
  return Array.from({ length: n }, (_, i): Seat => {
    if (p.closed && q.closed) {
      const share = (i / n) * m
      return { way: match.b, at: mod(match.reversed ? start - share : start + share, m) }
    }
    const share = n > 1 ? (i / (n - 1)) * (m - 1) : 0
    return { way: match.b, at: match.reversed ? m - 1 - share : share }
  })
}
const mod = (value: number, by: number) => ((value % by) + by) % by

/** Points looked at for where a closed line begins. */
const AROUND = 36
/** Where along a closed line the first point of another lies: the start that needs least change of shape, near the one that is known. */
function bestStart(p: Way, q: Way, reversed: boolean, near: number): number {
  const [n, m] = [p.points.length / 2, q.points.length / 2]
  const [first, second] = [centred(p.points), centred(q.points)]
  let [best, start] = [Infinity, near]
  const reach = m / 9
  for (let k = -reach; k <= reach; k += 0.5) {
    let [dot, cross, sum] = [0, 0, 0]
    for (let s = 0; s < AROUND; s++) {
      const i = Math.floor((s / AROUND) * n)
      const j = Math.round(mod(near + k + ((reversed ? -1 : 1) * (i * m)) / n, m)) % m
      const [ax, ay, bx, by] = [first[2 * i]!, first[2 * i + 1]!, second[2 * j]!, second[2 * j + 1]!]
      dot += ax * bx + ay * by
      cross += ax * by - ay * bx
      sum += Math.hypot(ax, ay) * Math.hypot(bx, by)
    }
    const cost = 1 - Math.hypot(dot, cross) / (sum || 1) + 0.02 * Math.abs(Math.atan2(cross, dot))
    if (cost < best) [best, start] = [cost, near + k]
  }
  return start
}
function centred(points: Float64Array): Float64Array {
  let [x, y] = [0, 0]
  for (let i = 0; i < points.length; i += 2) {
    x += points[i]!
    y += points[i + 1]!
  }
  const count = points.length / 2
  return points.map((value, i) => value - (i % 2 === 0 ? x : y) / count)
}

// ---- lines of which only a part is to be seen ------------------------------------------------------

interface InParts {
  readonly a: readonly Way[]
  readonly b: readonly Way[]
  readonly seats: Seats[]
  readonly taken: readonly Uint8Array[]
  readonly size: number
  readonly landmarks: readonly Landmark[]
}

/** How often the places of lines are looked for anew, with what was found before to go by. */
const ROUNDS = 4
/** A line is placed in an early round when its points cost less on average. */
const PLAIN = 0.3

/** Lines that are no whole of another: each of their points where the lines about it went, along a line of the second drawing. */
function inParts(work: InParts, whole: readonly WholePair[]): void {
  const { a, seats, taken } = work
  let open = a.flatMap((_, i) => (seats[i]!.some(Boolean) ? [] : [i]))
  for (let round = 1; round <= ROUNDS && open.length > 0; round++) {
    if (round === ROUNDS) open = open.filter((i) => !isLaidWhole(i, work, whole))
    let field = fieldOf(work)
    const slid = laidAlong(open, field, work, round)
    if (slid.length > 0) {
      open = open.filter((i) => !slid.includes(i) || seats[i]!.filter((seat) => !seat).length >= LEAST)
      field = fieldOf(work)
    }
    const placed = open
      .map((i) => ({ i, ...placedAlong(a[i]!, field, work, seats[i]!) }))
      .sort((p, q) => p.cost - q.cost)
    const most = round === ROUNDS ? Infinity : PLAIN * round
    for (const { i, seats: found, cost } of placed) {
      if (cost > most) break
      // Another may have taken its place in this round: it looks again in the next.
      if (round < ROUNDS && found.some((seat, k) => seat && !seats[i]![k] && taken[seat.way]![seat.at] === 1)) continue
      seats[i] = found
      for (const seat of found) if (seat) taken[seat.way]![Math.round(seat.at)] = 1
      open = open.filter((each) => each !== i)
    }
  }
}

/** Lays a line on the whole of the one it is likeliest to be, if that is free still. */
function isLaidWhole(i: number, { a, b, seats, taken }: InParts, whole: readonly WholePair[]): boolean {
  const pair = whole.find((each) => each.a === i)
  if (!pair || seats[i]!.some(Boolean) || a[i]!.closed !== b[pair.b]!.closed) return false
  const occupied = taken[pair.b]!.reduce((sum, place) => sum + place, 0)
  if (occupied > 0.2 * taken[pair.b]!.length) return false
  seats[i] = pair.seats
  taken[pair.b]!.fill(1)
  return true
}

/** Points looked at for how one line lies along another. */
const LOOKED_AT = 14
/** Of the shorter of two lines at least so many points lie along the longer. */
const LEAST = 10
/** Accepted in a round when it costs less. */
const SLID = [0.7, 1.0, 1.3, 1.6]

interface Slid {
  readonly i: number
  readonly seats: Seats
  readonly cost: number
}
/** Lines of which one is a part of another, laid along each other as they fit best: by their shape, and where they should have gone. */
function laidAlong(
  open: readonly number[],
  field: Field,
  { a, b, taken, seats, size }: InParts,
  round: number,
): number[] {
  const found = open.flatMap((i): Slid[] =>
    b.flatMap((other, w): Slid[] => {
      if (seats[i]!.some(Boolean) || other.swatch !== a[i]!.swatch || other.brush !== a[i]!.brush) return []
      const best = bestSlide(a[i]!, other, w, field, size)
      return best && best.cost < SLID[round - 1]! ? [{ i, ...best }] : []
    }),
  )
  const placed: number[] = []
  for (const { i, seats: own } of found.sort((p, q) => p.cost - q.cost)) {
    if (placed.includes(i)) continue
    const lying = own.filter((seat) => seat !== undefined)
    const occupied = lying.filter((seat) => taken[seat.way]![Math.round(seat.at)] === 1).length
    if (occupied > 0.2 * lying.length) continue
    seats[i] = own
    for (const seat of lying) taken[seat.way]![Math.round(seat.at)] = 1
    placed.push(i)
  }
  return placed
}

function bestSlide(p: Way, q: Way, w: number, field: Field, size: number): { seats: Seats; cost: number } | undefined {
  const [n, m] = [p.points.length / 2, q.points.length / 2]
  const over = Math.min(n, m)
  if (over < LEAST) return undefined
  let best: { cost: number; from: number; at: number; back: boolean } | undefined
  const goals = Array.from({ length: n }, (_, k) => field(p.points[2 * k]!, p.points[2 * k + 1]!))
  // A line that goes all round can be begun anywhere.
  const longer = n >= m ? p : q
  const round = longer.closed || (n === m && q.closed)
  const last = round ? Math.max(n, m) - 1 : Math.max(n, m) - over
  const ofFirst = n > m || (n === m && p.closed)
  for (let shift = 0; shift <= last; shift += 2)
    for (const back of [false, true]) {
      const [from, at] = ofFirst ? [shift, 0] : [0, shift]
      const cost =
        slideCost(p, q, { from, at, over, back, goals, size }) +
        0.6 * (1 - over / n) +
        0.3 * (1 - over / Math.max(n, m))
      if (!best || cost < best.cost) best = { cost, from, at, back }
    }
  if (!best) return undefined
  const { from, at, back, cost } = best
  const seats: Seats = new Array<Seat | undefined>(n)
  for (let k = 0; k < over; k++) seats[(from + k) % n] = { way: w, at: (back ? at + over - 1 - k : at + k) % m }
  return { seats, cost }
}

interface Slide {
  readonly from: number
  readonly at: number
  readonly over: number
  readonly back: boolean
  readonly goals: readonly { x: number; y: number; cos: number; sin: number }[]
  readonly size: number
}
function slideCost(p: Way, q: Way, { from, at, over, back, goals, size }: Slide): number {
  let [px, py, qx, qy, gx, gy, gc, gs] = [0, 0, 0, 0, 0, 0, 0, 0]
  const places = Array.from({ length: LOOKED_AT }, (_, s) => Math.round((s / (LOOKED_AT - 1)) * (over - 1)))
  const onto = (k: number) => (at + (back ? over - 1 - k : k)) % (q.points.length / 2)
  const count = p.points.length / 2
  for (const k of places) {
    const [i, j] = [(from + k) % count, onto(k)]
    px += p.points[2 * i]!
    py += p.points[2 * i + 1]!
    qx += q.points[2 * j]!
    qy += q.points[2 * j + 1]!
    gx += goals[i]!.x
    gy += goals[i]!.y
    gc += goals[i]!.cos
    gs += goals[i]!.sin
  }
  for (const _ of [0]) {
    px /= LOOKED_AT
    py /= LOOKED_AT
    qx /= LOOKED_AT
    qy /= LOOKED_AT
    gx /= LOOKED_AT
    gy /= LOOKED_AT
  }
  let [dot, cross, sizes] = [0, 0, 0]
  for (const k of places) {
    const [i, j] = [(from + k) % count, onto(k)]
    const [ax, ay, bx, by] = [
      p.points[2 * i]! - px,
      p.points[2 * i + 1]! - py,
      q.points[2 * j]! - qx,
      q.points[2 * j + 1]! - qy,
    ]
    dot += ax * bx + ay * by
    cross += ax * by - ay * bx
    sizes += ax * ax + ay * ay + bx * bx + by * by
  }
  const off = Math.sqrt(Math.max(0, sizes - 2 * Math.hypot(dot, cross)) / LOOKED_AT)
  const turn = Math.atan2(cross, dot) - Math.atan2(gs, gc)
  const turned = Math.abs(turn - 2 * Math.PI * Math.round(turn / (2 * Math.PI)))
  return off / (0.03 * size) + 0.3 * turned + Math.hypot(qx - gx, qy - gy) / (0.15 * size)
}

interface Anchor {
  readonly px: number
  readonly py: number
  readonly qx: number
  readonly qy: number
  readonly cos: number
  readonly sin: number
}
/** Where a place goes with what is known about it, and how it is turned there. */
type Field = (x: number, y: number) => { x: number; y: number; cos: number; sin: number }

/** Points between two anchors of a line. */
const ANCHORED = 4
function fieldOf({ a, b, seats, landmarks, size }: InParts): Field {
  const anchors: Anchor[] = []
  seats.forEach((own, i) => {
    const way = a[i]!
    const count = own.length
    for (let k = 0; k < count; k += ANCHORED) {
      const seat = own[k]
      if (!seat) continue
      const [from, to] = [Math.max(0, k - 3), Math.min(count - 1, k + 3)]
      const [s, e] = [own[from], own[to]]
      const here = pointAt(b[seat.way]!, seat.at)
      let turn = 0
      if (s && e) {
        const [p, q] = [pointAt(b[s.way]!, s.at), pointAt(b[e.way]!, e.at)]
        const one = Math.atan2(
          way.points[2 * to + 1]! - way.points[2 * from + 1]!,
          way.points[2 * to]! - way.points[2 * from]!,
        )
        turn = Math.atan2(q.y - p.y, q.x - p.x) - one
      }
      anchors.push({
        px: way.points[2 * k]!,
        py: way.points[2 * k + 1]!,
        qx: here.x,
        qy: here.y,
        cos: Math.cos(turn),
        sin: Math.sin(turn),
      })
    }
  })
  for (const { a: p, b: q } of landmarks) anchors.push({ px: p.x, py: p.y, qx: q.x, qy: q.y, cos: 1, sin: 0 })
  if (anchors.length === 0) {
    const [from, to] = [middleOf(a), middleOf(b)]
    return (x, y) => ({ x: x + to.x - from.x, y: y + to.y - from.y, cos: 1, sin: 0 })
  }
  const soft = (0.02 * size) ** 2
  return (x, y) => {
    let [tx, ty, cos, sin, whole] = [0, 0, 0, 0, 0]
    for (const { px, py, qx, qy, cos: c, sin: s } of anchors) {
      const [dx, dy] = [x - px, y - py]
      const far = dx * dx + dy * dy + soft
      const near = 1 / (far * far)
      tx += near * (qx + dx * c - dy * s)
      ty += near * (qy + dx * s + dy * c)
      cos += near * c
      sin += near * s
      whole += near
    }
    const long = Math.hypot(cos, sin) || 1
    return { x: tx / whole, y: ty / whole, cos: cos / long, sin: sin / long }
  }
}
const middleOf = (ways: readonly Way[]): Point => {
  let [x, y, count] = [0, 0, 0]
  for (const { points } of ways)
    for (let i = 0; i < points.length; i += 2) {
      x += points[i]!
      y += points[i + 1]!
      count++
    }
  return { x: x / count, y: y / count }
}

function pointAt({ points, closed }: Way, at: number): Point {
  const count = points.length / 2
  const low = Math.floor(at)
  const k = closed ? mod(low, count) : Math.min(count - 1, Math.max(0, low))
  const next = closed ? (k + 1) % count : Math.min(count - 1, k + 1)
  const t = at - low
  return {
    x: points[2 * k]! + (points[2 * next]! - points[2 * k]!) * t,
    y: points[2 * k + 1]! + (points[2 * next + 1]! - points[2 * k + 1]!) * t,
  }
}
function directionAt({ points, closed }: Way, k: number): Point {
  const count = points.length / 2
  const [p, q] = closed ? [mod(k - 2, count), (k + 2) % count] : [Math.max(0, k - 2), Math.min(count - 1, k + 2)]
  const [x, y] = [points[2 * q]! - points[2 * p]!, points[2 * q + 1]! - points[2 * p + 1]!]
  const long = Math.hypot(x, y) || 1
  return { x: x / long, y: y / long }
}

/** Places of the second drawing looked at for each point. */
const CANDIDATES = 10
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
function placedAlong(way: Way, field: Field, work: InParts, fixed: Seats): { seats: Seats; cost: number } {
  const count = way.points.length / 2
  const looked = Array.from({ length: count }, (_, i) => {
    const seat = fixed[i]
    if (!seat) return candidatesAt(way, i, field, work)
    const after = fixed[i + 1] ?? seat
    return [
      {
        way: seat.way,
        k: seat.at,
        back: after.at < seat.at || (after === seat && fixed[i - 1] !== undefined && fixed[i - 1]!.at > seat.at),
        cost: 0,
      },
    ]
  })
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
        const cost = costs[k]! + stepCost(work.b, last, candidate)
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
  const seats: Seats = new Array<Seat | undefined>(count)
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

function candidatesAt(way: Way, i: number, field: Field, { b, taken, size }: InParts): Candidate[] {
  const goal = field(way.points[2 * i]!, way.points[2 * i + 1]!)
  const own = directionAt(way, i)
  const turned = { x: own.x * goal.cos - own.y * goal.sin, y: own.x * goal.sin + own.y * goal.cos }
  const reach = REACH * size
  const found: Candidate[] = []
  b.forEach((other, w) => {
    if (other.swatch !== way.swatch || other.brush !== way.brush) return
    for (let k = 0; k < other.points.length / 2; k++) {
      const [dx, dy] = [other.points[2 * k]! - goal.x, other.points[2 * k + 1]! - goal.y]
      const far = dx * dx + dy * dy
      if (far > reach * reach) continue
      const direction = directionAt(other, k)
      const dot = direction.x * turned.x + direction.y * turned.y
      if (Math.abs(dot) < 0.4) continue
      const cost = Math.sqrt(far) / reach + (1 - Math.abs(dot)) + (taken[w]![k] === 1 ? 9 : 0)
      if (cost < NOWHERE + 0.4) found.push({ way: w, k, back: dot < 0, cost })
    }
  })
  return found.sort((p, q) => p.cost - q.cost).slice(0, CANDIDATES)
}

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

// ---- what came of it -------------------------------------------------------------------------------

function told(a: readonly Way[], b: readonly Way[], seats: readonly Seats[], sure: readonly number[]): Stretches {
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
        sure: sure[i] === 1,
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
