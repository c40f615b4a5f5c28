import { clamp } from '../base/clamp'
import { requireNumber } from '../base/ranges'
import type { Ink } from '../ink/ink'
import { turnBetween } from '../geometry/angle'
import type { Point } from '../geometry/matrix'
import { ringArea } from '../geometry/trace'
import { pulledBy, spreadOf } from './matching'
import { matchStretches } from './stretches/stretches'
import type { Loose, Stretch, Stretches } from './stretches/told'
import { memo, memoLast } from '../base/memo'

export interface GuideLandmark {
  /** Where it lies on the two drawings. */
  readonly a: Point
  readonly b: Point
  /** Where it should lie in between, when its path of action says so. */
  readonly at?: Point
}
export interface GuideInbetweenOptions {
  readonly a: Ink
  readonly b: Ink
  /** Share of the way, 0 the first drawing, 1 the second; below and above it goes on. */
  readonly fraction: number
  readonly landmarks: readonly GuideLandmark[]
  /** Lines put together by hand, by their ids. */
  readonly matches?: readonly (readonly [string, string])[]
}
interface GuidedLine {
  /** Flat x, y. */
  readonly points: readonly number[]
  readonly closed: boolean
  /** Nothing else was nearly as like: else it is for the eye to judge. */
  readonly sure: boolean
  readonly a?: string
  readonly b?: string
}
export interface GuidedInbetween {
  readonly lines: readonly GuidedLine[]
  readonly matches: readonly { readonly a: string; readonly b: string; readonly sure: boolean }[]
}

/** A stretch ready to be turned, and what it hangs from. */
interface Limb {
  readonly stretch: Stretch
  readonly a: Float64Array
  readonly b: Float64Array
  readonly closed: boolean
  /** Of the first, in pixels. */
  readonly length: number
  /** Turn from the first to the second that carries one onto the other best, in radians. */
  turn: number
  /** By how much more each step from point to point turns, in radians. */
  bends: Float64Array
  parent: number
  /** The point of the line, by place, that its parent carries along; −1 its middle. */
  anchor: number
}

/** Until it is known. */
const NOT_BENT = new Float64Array()

function turnOf(a: Float64Array, b: Float64Array): number {
  const count = a.length / 2
  let [ax, ay, bx, by] = [0, 0, 0, 0]
  for (let i = 0; i < a.length; i += 2) {
    ax += a[i]! / count
    ay += a[i + 1]! / count
    bx += b[i]! / count
    by += b[i + 1]! / count
  }
  let [dot, cross] = [0, 0]
  for (let i = 0; i < a.length; i += 2) {
    dot += (a[i]! - ax) * (b[i]! - bx) + (a[i + 1]! - ay) * (b[i + 1]! - by)
    cross += (a[i]! - ax) * (b[i + 1]! - by) - (a[i + 1]! - ay) * (b[i]! - bx)
  }
  return Math.atan2(cross, dot)
}

function flipped(points: Float64Array): Float64Array {
  const count = points.length / 2
  return Float64Array.from({ length: points.length }, (_, i) => points[2 * (count - 1 - (i >> 1)) + (i & 1)]!)
}

/** Two ends nearer than this share of the figure's size are a joint. */
const JOINT = 0.05
/** Points of a line looked at for joints. */
const STATIONS = 9

/**
 * What hangs from what: where an end of a line lies on another in both drawings there is a joint, and
 * whatever is joined to nothing goes with the line that carries its middle best. From the line that turns
 * least for its length outwards.
 */
function hang(limbs: Limb[], size: number) {
  const count = limbs.length
  const joints = new Joints(limbs, size * JOINT)
  const done = new Uint8Array(count)
  const cost = new Float64Array(count).fill(Infinity)
  cost[steadiest(limbs)] = 0
  for (let n = 0; n < count; n++) {
    let next = -1
    for (let i = 0; i < count; i++) if (done[i] === 0 && (next < 0 || cost[i]! < cost[next]!)) next = i
    done[next] = 1
    const limb = limbs[next]!
    // A turn is the short way round as seen from what it hangs from.
    if (limb.parent >= 0) limb.turn = limbs[limb.parent]!.turn + turnBetween(limbs[limb.parent]!.turn, limb.turn)
    for (let i = 0; i < count; i++) {
      if (done[i] === 1) continue
      // Nothing but a joint is nearer than how far apart the two lie.
      const tied = joints.tie(i, next, cost[i]!)
      if (tied < cost[i]!) {
        cost[i] = tied
        limbs[i]!.parent = next
        limbs[i]!.anchor = joints.anchor
      }
    }
  }
}

/** The line that turns least for its length. */
function steadiest(limbs: readonly Limb[]): number {
  let root = 0
  let steady = -Infinity
  limbs.forEach(({ length, turn }, i) => {
    const calm = length / (0.4 + Math.abs(turn))
    if (calm > steady) [root, steady] = [i, calm]
  })
  return root
}

/** A few points of a line on both drawings, four numbers each, and the box they lie in on the first. */
function stationsOf({ a, b }: Limb, margin: number) {
  const last = a.length / 2 - 1
  const places = new Float64Array(STATIONS * 4)
  for (let n = 0; n < STATIONS; n++) {
    const k = 2 * Math.round((n * last) / (STATIONS - 1))
    places[4 * n] = a[k]!
    places[4 * n + 1] = a[k + 1]!
    places[4 * n + 2] = b[k]!
    places[4 * n + 3] = b[k + 1]!
  }
  return { places, box: boxOf(places, margin, 4) }
}

interface Box {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}
/** The box around places, and a margin; each is the first two of `every` numbers. */
function boxOf(places: Float64Array, margin: number, every = 2): Box {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let k = 0; k < places.length; k += every) {
    left = Math.min(left, places[k]!)
    right = Math.max(right, places[k]!)
    top = Math.min(top, places[k + 1]!)
    bottom = Math.max(bottom, places[k + 1]!)
  }
  return { left: left - margin, top: top - margin, right: right + margin, bottom: bottom + margin }
}
const isIn = ({ left, top, right, bottom }: Box, x: number, y: number): boolean =>
  x >= left && x <= right && y >= top && y <= bottom

/** How well lines carry one another. */
class Joints {
  /** By which of its points the line last tied is carried; −1 its middle. */
  anchor = -1
  readonly #stations: readonly ReturnType<typeof stationsOf>[]
  readonly #middles: readonly (readonly [Point, Point])[]
  readonly #turns: readonly (readonly [number, number])[]

  constructor(
    private readonly limbs: readonly Limb[],
    /** Ends nearer than this are joined, in pixels. */
    private readonly near: number,
  ) {
    this.#stations = limbs.map((limb) => stationsOf(limb, near))
    this.#middles = limbs.map(({ a, b }) => [middleOf(a), middleOf(b)])
    this.#turns = limbs.map(({ turn }) => [Math.cos(turn), Math.sin(turn)])
  }

  /** How well line j carries line i, in pixels; Infinity when surely worse than `most`. */
  tie(i: number, j: number, most: number): number {
    const jointed = this.#jointed(this.limbs[i]!, this.#stations[j]!)
    return this.anchor >= 0 ? jointed : this.#beside(i, j, most)
  }

  #jointed(own: Limb, { places, box }: ReturnType<typeof stationsOf>): number {
    const near = this.near * this.near
    let [best, at] = [Infinity, -1]
    for (let end = 0; end < 2 && !own.closed; end++) {
      const tip = end === 0 ? 0 : own.a.length / 2 - 1
      const ax = own.a[2 * tip]!
      const ay = own.a[2 * tip + 1]!
      if (!isIn(box, ax, ay)) continue
      const bx = own.b[2 * tip]!
      const by = own.b[2 * tip + 1]!
      for (let s = 0; s < places.length; s += 4) {
        const inA = (ax - places[s]!) ** 2 + (ay - places[s + 1]!) ** 2
        if (inA > near) continue
        const inB = (bx - places[s + 2]!) ** 2 + (by - places[s + 3]!) ** 2
        if (inB > near) continue
        const cost = Math.sqrt(inA) + Math.sqrt(inB)
        if (cost < best) {
          best = cost
          at = tip
        }
      }
    }
    this.anchor = at
    return best
  }

  /** No joint: how far off it is when it goes along rigidly, and how far apart they lie. */
  #beside(i: number, j: number, most: number): number {
    const [m, o, turned] = [this.#middles[i]!, this.#middles[j]!, this.#turns[j]!]
    const dx = m[0].x - o[0].x
    const dy = m[0].y - o[0].y
    const apart = 2 * this.near + 0.5 * Math.sqrt(dx * dx + dy * dy)
    if (apart >= most) return Infinity
    const ex = o[1].x + dx * turned[0] - dy * turned[1] - m[1].x
    const ey = o[1].y + dx * turned[1] + dy * turned[0] - m[1].y
    return apart + 2 * Math.sqrt(ex * ex + ey * ey)
  }
}

function middleOf(points: Float64Array): Point {
  let [x, y] = [0, 0]
  for (let i = 0; i < points.length; i += 2) {
    x += points[i]!
    y += points[i + 1]!
  }
  return { x: (2 * x) / points.length, y: (2 * y) / points.length }
}

/** Lines whose ends lie crosswise on what they are joined to are run through the other way. */
function straighten(limbs: Limb[], size: number): Limb[] {
  const near = size * JOINT
  const boxes = limbs.map(({ a }) => boxOf(a, near))
  return limbs.map((limb, i) => {
    // A stretch of several strokes was laid the way round its neighbours say; its parts are named in that order.
    if (limb.closed || limb.stretch.parts.length > 1) return limb
    let [straight, crossed] = [0, 0]
    limbs.forEach((other, k) => {
      if (k === i) return
      for (const end of [0, limb.a.length - 2]) {
        if (!isIn(boxes[k]!, limb.a[end]!, limb.a[end + 1]!)) continue
        const lies = joinOf(limb, other, end, near)
        if (lies === 'straight') straight++
        else if (lies === 'crossed') crossed++
      }
    })
    if (crossed <= straight) return limb
    const b = flipped(limb.b)
    return { ...limb, b, turn: turnOf(limb.a, b) }
  })
}

/** Whether what an end of a line lies on, on the first drawing, has that end by it on the second, or the line's other one. */
function joinOf({ a, b }: Limb, other: Limb, end: number, near: number): 'straight' | 'crossed' | undefined {
  const isNear = (points: Float64Array, k: number, x: number, y: number) =>
    (points[k]! - x) ** 2 + (points[k + 1]! - y) ** 2 < near * near
  const far = a.length - 2 - end
  let crossed = false
  for (let k = 0; k < other.a.length; k += 2) {
    if (!isNear(other.a, k, a[end]!, a[end + 1]!)) continue
    if (isNear(other.b, k, b[end]!, b[end + 1]!)) return 'straight'
    crossed ||= isNear(other.b, k, b[far]!, b[far + 1]!)
  }
  return crossed ? 'crossed' : undefined
}

/** Points on each side over which it is told how a line turns about a place. */
const ABOUT = 9
/** A run of it says that only while it goes on, so straight on both drawings: not where it turns back, as at the tip of a leaf. */
const GOES_ON = 0.9

/**
 * By how much more than the whole line each of its steps turns from the one drawing to the other. A bend goes on from
 * where the line about it is bent to, so that a coil is not cut short; the tremble of single steps, which may go
 * back on themselves, tells nothing of that.
 */
function bendsOf({ a, b, closed, turn }: Pick<Limb, 'a' | 'b' | 'closed' | 'turn'>): Float64Array {
  const steps = a.length / 2 - (closed ? 0 : 1)
  const [first, second] = [new Runs(a, closed), new Runs(b, closed)]
  const bends = new Float64Array(steps)
  let about = 0
  for (let i = 0; i < steps; i++) {
    const [from, to] = [i - ABOUT, i + 1 + ABOUT]
    if (first.goOn(from, to) && second.goOn(from, to))
      about += turnBetween(turn + about, second.direction(from, to) - first.direction(from, to))
    bends[i] = about
  }
  return bends
}

/** Runs of a line from one of its points to another; round and round a closed one, to the ends of another at most. */
class Runs {
  readonly #count: number
  /** How far along each point lies, and all round; in pixels. */
  readonly #reach: Float64Array

  constructor(
    private readonly points: Float64Array,
    private readonly closed: boolean,
  ) {
    this.#count = points.length / 2
    this.#reach = new Float64Array(this.#count + 1)
    for (let k = 0; k < this.#count; k++) this.#reach[k + 1] = this.#reach[k]! + Math.hypot(...this.#chord(k, k + 1))
  }

  /** Which way a run goes as a whole, in radians. */
  direction(from: number, to: number): number {
    const [x, y] = this.#chord(from, to)
    return Math.atan2(y, x)
  }

  /** Whether a run goes on rather than back on itself. */
  goOn(from: number, to: number): boolean {
    const along = this.#along(to) - this.#along(from)
    return along > 1e-9 && Math.hypot(...this.#chord(from, to)) >= GOES_ON * along
  }

  #place(k: number): number {
    return this.closed ? (k + this.#count * ABOUT) % this.#count : clamp(k, 0, this.#count - 1)
  }
  #along(k: number): number {
    const rounds = this.closed ? Math.floor(k / this.#count) : 0
    return this.#reach[this.#place(k)]! + rounds * this.#reach[this.#count]!
  }
  #chord(from: number, to: number): [number, number] {
    const [k, n] = [2 * this.#place(from), 2 * this.#place(to)]
    return [this.points[n]! - this.points[k]!, this.points[n + 1]! - this.points[k + 1]!]
  }
}

/**
 * A line between its two forms. Each step goes from the one to the other as seen by whoever turns as the line does there, so
 * that what bends does not shrink (after Sederberg, Gao, Wang and Mu 1993, whose steps have an angle and a length each) and
 * what changes its shape without turning is blended; a closed one is closed again by sharing the gap out.
 */
function formAt({ a, b, closed, turn, bends }: Limb, t: number): Float64Array {
  const count = a.length / 2
  const result = new Float64Array(count * 2)
  const steps = closed ? count : count - 1
  let [x, y] = [a[0]! + (b[0]! - a[0]!) * t, a[1]! + (b[1]! - a[1]!) * t]
  const [gx, gy] = [x, y]
  for (let i = 0; i < steps; i++) {
    result[2 * i] = x
    result[2 * i + 1] = y
    const k = 2 * ((i + 1) % count)
    const [ax, ay, bx, by] = [
      a[k]! - a[2 * i]!,
      a[k + 1]! - a[2 * i + 1]!,
      b[k]! - b[2 * i]!,
      b[k + 1]! - b[2 * i + 1]!,
    ]
    const own = turn + bends[i]!
    const [cos, sin] = [Math.cos(own), Math.sin(own)]
    const [sx, sy] = [ax + (bx * cos + by * sin - ax) * t, ay + (by * cos - bx * sin - ay) * t]
    const [on, off] = [Math.cos(own * t), Math.sin(own * t)]
    x += sx * on - sy * off
    y += sx * off + sy * on
  }
  if (!closed) {
    result[2 * steps] = x
    result[2 * steps + 1] = y
    return result
  }
  const [ex, ey] = [(x - gx) / count, (y - gy) / count]
  for (let i = 0; i < count; i++) {
    result[2 * i] = result[2 * i]! - ex * i
    result[2 * i + 1] = result[2 * i + 1]! - ey * i
  }
  return result
}

interface Readied extends Stretches {
  readonly limbs: Limb[]
}

/** All that does not depend on the fraction; kept while the ink of both drawings is the same arrays, for several inbetweens lie between the same two. */
function readied(
  inkA: Ink,
  inkB: Ink,
  landmarks: readonly GuideLandmark[],
  matches: readonly (readonly [string, string])[],
): Readied {
  return limbsFrom(inkA)(inkB, landmarks, matches)
}
const limbsFrom = memo((inkA: Ink) =>
  memoLast(
    (landmarks: readonly GuideLandmark[], matches: readonly (readonly [string, string])[]) =>
      JSON.stringify([landmarks.map(({ a, b }) => [a.x, a.y, b.x, b.y]), matches]),
    (inkB: Ink, landmarks, matches): Readied => matchedLimbs(inkA, inkB, landmarks, matches),
  ),
)

function matchedLimbs(
  inkA: Ink,
  inkB: Ink,
  landmarks: readonly GuideLandmark[],
  matches: readonly (readonly [string, string])[],
): Readied {
  const found = matchStretches(inkA, inkB, landmarks, matches)
  const size = Math.max(1, spreadOf(found.stretches.map(({ a }) => ({ points: a }))))
  const limbs = straighten(
    found.stretches.map((stretch): Limb => {
      const { a, b, closed } = stretch
      const turn = isTurnedOver(stretch) ? 0 : turnOf(a, b)
      const bends = NOT_BENT
      return { stretch, a, b, closed, length: lengthOf(a), turn, bends, parent: -1, anchor: -1 }
    }),
    size,
  )
  for (const limb of limbs) limb.bends = isTurnedOver(limb) ? new Float64Array(limb.a.length / 2) : bendsOf(limb)
  if (limbs.length > 0) hang(limbs, size)

  return { ...found, limbs }
}

/** Whether an outline is seen from its other side, as a page or a leaf is: it does not turn on the paper, each of its points goes across. */
const isTurnedOver = ({ a, b, closed }: Pick<Stretch, 'a' | 'b' | 'closed'>): boolean =>
  closed && ringArea(a) * ringArea(b) < 0

function lengthOf(points: Float64Array): number {
  let length = 0
  for (let i = 2; i < points.length; i += 2)
    length += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!)
  return length
}

/**
 * The two drawings' lines in between: matched by place, length, shape, colour and order with the
 * landmarks as anchors, then carried along. A line that is joined to another turns about that joint, one that
 * lies beside another goes with it; bends are turned, never blended through. A help for eye and hand: what
 * is unsure is told. Errors: RangeError for a fraction outside −1…2.
 */
export function guideInbetween({
  a: inkA,
  b: inkB,
  fraction: t,
  landmarks,
  matches = [],
}: GuideInbetweenOptions): GuidedInbetween {
  requireNumber('fraction', t, -1, 2)
  const ready = readied(inkA, inkB, landmarks, matches)
  const carrier = new Carrier(ready.limbs, t)
  const lines = ready.limbs.flatMap((limb, i) => strokesOf(limb, carrier.formOf(i)))
  return {
    lines: anchored([...lines, ...partnerless(ready, carrier)], landmarks, carrier),
    matches: ready.stretches.flatMap(({ pairs, sure }) => pairs.map(([a, b]) => ({ a, b, sure }))),
  }
}

/** A stretch in between, cut where one stroke of either drawing ends and the next begins. */
const strokesOf = ({ stretch, closed }: Limb, form: Float64Array): GuidedLine[] =>
  stretch.parts.map(({ from, to, a, b }) => ({
    // A cut leaves no gap: each part goes on to where the next begins.
    points: [...form.subarray(2 * from, 2 * Math.min(form.length / 2, to + 1))],
    closed: closed && stretch.parts.length === 1,
    sure: stretch.sure,
    a,
    b,
  }))

/**
 * What is joined to nothing goes with what it lies beside only where that turns by more, in radians: of a smaller turn its
 * way is straight within a hundredth of how far it lies off, and the line beside trembles by more.
 */
const TURNS = 0.25

/** Lines as they are a share of the way, and what goes along with them. */
class Carrier {
  readonly #forms: (Float64Array | undefined)[]
  constructor(
    readonly limbs: readonly Limb[],
    readonly t: number,
  ) {
    this.#forms = new Array<Float64Array | undefined>(limbs.length)
  }

  /** Where a place that is at p on the first drawing and at q on the second goes with a line. */
  carried(i: number, p: Point, q: Point): Point {
    const { t } = this
    const limb = this.limbs[i]!
    const form = this.formOf(i)
    // Beside the nearest point of the line, turned as the line is.
    let [near, far] = [0, Infinity]
    for (let k = 0; k < limb.a.length; k += 2) {
      const off =
        (limb.a[k]! - p.x) ** 2 + (limb.a[k + 1]! - p.y) ** 2 + (limb.b[k]! - q.x) ** 2 + (limb.b[k + 1]! - q.y) ** 2
      if (off < far) {
        near = k
        far = off
      }
    }
    const [ux, uy, vx, vy] = [
      p.x - limb.a[near]!,
      p.y - limb.a[near + 1]!,
      q.x - limb.b[near]!,
      q.y - limb.b[near + 1]!,
    ]
    const [back, on] = [-limb.turn, limb.turn * t]
    const [wx, wy] = [vx * Math.cos(back) - vy * Math.sin(back), vx * Math.sin(back) + vy * Math.cos(back)]
    const [mx, my] = [ux + (wx - ux) * t, uy + (wy - uy) * t]
    return {
      x: form[near]! + mx * Math.cos(on) - my * Math.sin(on),
      y: form[near + 1]! + mx * Math.sin(on) + my * Math.cos(on),
    }
  }

  /** Points of a line, flat x, y, put where what it hangs from carries it. */
  formOf(i: number): Float64Array {
    const made = this.#forms[i]
    if (made) return made
    const { t } = this
    const limb = this.limbs[i]!
    const form = formAt(limb, t)
    const { parent, anchor } = limb
    const own = anchor < 0 ? middleOf(form) : { x: form[2 * anchor]!, y: form[2 * anchor + 1]! }
    const [p, q] =
      anchor < 0
        ? [middleOf(limb.a), middleOf(limb.b)]
        : [
            { x: limb.a[2 * anchor]!, y: limb.a[2 * anchor + 1]! },
            { x: limb.b[2 * anchor]!, y: limb.b[2 * anchor + 1]! },
          ]
    const isLed = parent >= 0 && (anchor >= 0 || Math.abs(this.limbs[parent]!.turn) > TURNS)
    const goal = isLed ? this.carried(parent, p, q) : { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t }
    for (let k = 0; k < form.length; k += 2) {
      form[k] = form[k]! + goal.x - own.x
      form[k + 1] = form[k + 1]! + goal.y - own.y
    }
    this.#forms[i] = form
    return form
  }
}

/** What has no partner goes with its own line, or else with the nearest, while its own drawing is the nearer one. */
function partnerless({ alone }: Readied, carrier: Carrier): GuidedLine[] {
  const { limbs, t } = carrier
  if (limbs.length === 0) return []
  const side = t < 0.5 ? 'a' : 'b'
  return alone[side].map(({ id, points, closed, along }: Loose): GuidedLine => {
    const hosts = along.length > 0 ? along : limbs.map((_, i) => i)
    const carry = carryFrom(side, nearestLimb(limbs, hosts, { side, to: middleOf(points) }), carrier)
    const flat: number[] = []
    for (let k = 0; k < points.length; k += 2) {
      const at = carry(points[k]!, points[k + 1]!)
      flat.push(at.x, at.y)
    }
    return { points: flat, closed, sure: false, ...(side === 'a' ? { a: id } : { b: id }) }
  })
}

/** Of some lines, by their places, the one that comes nearest to a place of a drawing. */
function nearestLimb(
  limbs: readonly Limb[],
  among: readonly number[],
  { side, to: { x, y } }: { side: 'a' | 'b'; to: Point },
): number {
  let [host, far] = [0, Infinity]
  for (const i of among) {
    const points = limbs[i]![side]
    for (let k = 0; k < points.length; k += 8) {
      const off = Math.hypot(points[k]! - x, points[k + 1]! - y)
      if (off < far) [host, far] = [i, off]
    }
  }
  return host
}

/** Where a place of one drawing goes with a line, as if it were fixed to it on both. */
function carryFrom(side: 'a' | 'b', host: number, carrier: Carrier): (x: number, y: number) => Point {
  const limb = carrier.limbs[host]!
  const [onA, onB] = [middleOf(limb.a), middleOf(limb.b)]
  const [turn, from, to] = side === 'a' ? [limb.turn, onA, onB] : [-limb.turn, onB, onA]
  return (x, y) => {
    const other = {
      x: to.x + (x - from.x) * Math.cos(turn) - (y - from.y) * Math.sin(turn),
      y: to.y + (x - from.x) * Math.sin(turn) + (y - from.y) * Math.cos(turn),
    }
    return side === 'a' ? carrier.carried(host, { x, y }, other) : carrier.carried(host, other, { x, y })
  }
}

/** Landmarks whose place is known pull what lies about them onto it, the nearer the more. */
function anchored(
  lines: readonly GuidedLine[],
  landmarks: readonly GuideLandmark[],
  carrier: Carrier,
): readonly GuidedLine[] {
  const { limbs } = carrier
  const placed = landmarks.filter(({ at }) => at !== undefined)
  if (placed.length === 0 || limbs.length === 0) return lines
  const pulls = placed.map(({ a, b, at }) => {
    let [host, far] = [0, Infinity]
    limbs.forEach((limb, i) => {
      for (let k = 0; k < limb.a.length; k += 4) {
        const off =
          Math.hypot(limb.a[k]! - a.x, limb.a[k + 1]! - a.y) + Math.hypot(limb.b[k]! - b.x, limb.b[k + 1]! - b.y)
        if (off < far) [host, far] = [i, off]
      }
    })
    const is = carrier.carried(host, a, b)
    return { x: is.x, y: is.y, dx: at!.x - is.x, dy: at!.y - is.y }
  })
  return lines.map((line) => {
    const points = [...line.points]
    for (let k = 0; k < points.length; k += 2) {
      const by = pulledBy(points[k]!, points[k + 1]!, pulls, 4)
      points[k] = points[k]! + by.x
      points[k + 1] = points[k + 1]! + by.y
    }
    return { ...line, points }
  })
}
