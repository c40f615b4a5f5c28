import type { Point } from '../geometry/matrix'
import { ringArea } from '../geometry/trace'
import { clamp } from '../base/clamp'
import { turnBetween } from '../geometry/angle'
import { heightsUnlike } from './height'

/** Lines of two drawings told apart and put together: which line of the one is which of the other. */

/** A line as points at even distances, flat x, y. */
export interface Line {
  readonly points: Float64Array
  readonly closed: boolean
  readonly length: number
  readonly middle: Point
  readonly swatch: string
  readonly brush: string
  readonly size: number
  /** Place in the pile, 0…1. */
  readonly order: number
  /** Above or below the lines it meets. */
  readonly height: number
}

/** Places of lines that have no partner. */
export interface Without {
  readonly a: readonly number[]
  readonly b: readonly number[]
}

export interface MatchOptions {
  readonly a: readonly Line[]
  readonly b: readonly Line[]
  readonly landmarks: readonly { readonly a: Point; readonly b: Point }[]
  /** Places among the lines of both. */
  readonly known?: readonly (readonly [number, number])[]
  readonly without?: Without
  /** Each is one stroke, run through as the hand drew it. */
  readonly asDrawn?: boolean
}

/** Points a line has for comparing shapes. */
const COARSE = 9

export interface Matched {
  /** Places among the lines of the first and of the second drawing. */
  readonly a: number
  readonly b: number
  /** The second is run through backwards. */
  readonly reversed: boolean
  /** A closed line of the second begins so many of its points later. */
  readonly offset: number
  /** How unlike the two are; below about 1 they are surely the same line. */
  readonly cost: number
  /** Nothing else is nearly as like. */
  readonly sure: boolean
}

/** Shape of a line, for its likeness to another. */
interface Profile {
  /** A few points about its middle, of length one: the likeness does not depend on place, size and turn. */
  readonly points: Float64Array
  /** Which way round it goes, and how surely: 1 for a circle that goes clockwise on the paper, 0 for what has no inside. */
  readonly round: number
}
function profileOf(line: Line): Profile {
  const points = coarse(line)
  return { points, round: roundOf(points) }
}

function coarse({ points, closed }: Line): Float64Array {
  const count = points.length / 2
  const result = new Float64Array(COARSE * 2)
  let [x, y] = [0, 0]
  for (let i = 0; i < COARSE; i++) {
    const at = closed ? (i * count) / COARSE : (i * (count - 1)) / (COARSE - 1)
    const [low, share] = [Math.floor(at), at - Math.floor(at)]
    const next = (low + 1) % count
    result[2 * i] = points[2 * low]! + (points[2 * next]! - points[2 * low]!) * share
    result[2 * i + 1] = points[2 * low + 1]! + (points[2 * next + 1]! - points[2 * low + 1]!) * share
    x += result[2 * i]!
    y += result[2 * i + 1]!
  }
  let size = 0
  for (let i = 0; i < COARSE; i++) {
    result[2 * i] = result[2 * i]! - x / COARSE
    result[2 * i + 1] = result[2 * i + 1]! - y / COARSE
    size += result[2 * i]! ** 2 + result[2 * i + 1]! ** 2
  }
  const scale = 1 / Math.sqrt(size || 1)
  for (let i = 0; i < result.length; i++) result[i] = result[i]! * scale
  return result
}

/** What encloses so much of a circle's area goes one way round for certain; a line whose ends are half its length apart encloses nothing. */
const ROUND = 0.25
const OPEN = 0.5
function roundOf(points: Float64Array): number {
  const chord = Math.hypot(points[0]! - points.at(-2)!, points[1]! - points.at(-1)!)
  let length = 0
  for (let i = 2; i < points.length; i += 2)
    length += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!)
  // The squares of all of them are 1 together, so that a circle of them has this area.
  const circle = Math.PI / COARSE
  return clamp(ringArea(points) / circle / ROUND, -1, 1) * Math.max(0, 1 - chord / (OPEN * (length || 1)))
}

/** How surely one of two is the other turned over, as the back of a leaf is, when the second is run through so; 0…1. */
function turnedOver(p: Profile, q: Profile, reversed: boolean): number {
  const over = p.round * q.round < 0 !== reversed
  return over ? Math.min(Math.abs(p.round), Math.abs(q.round)) : 0
}

interface Likeness {
  readonly far: number
  readonly reversed: boolean
  readonly offset: number
  /** In radians. */ readonly turn: number
  /** By how much worse it is with another turn. */
  readonly clear: number
}
/** So much more unlike is what has turned, by radian, and what turned over. */
const TURNED = 0.05
const TURNED_OVER = 0.2
/** A stroke is seldom drawn the other way round. */
const DRAWN_BACK = 0.02
/** Turns that differ by less are one, in radians. */
const SAME_TURN = 1
/** How unlike two profiles are when one is turned onto the other best, 0…1, and which way round; of turns the one nearest to `about`. */
function unlike(
  first: Profile,
  second: Profile,
  { closed, about, back }: { closed: boolean; about: number; back: number },
): Likeness {
  const ways = [false, true].flatMap((reversed) => {
    const over = TURNED_OVER * turnedOver(first, second, reversed) + (reversed ? back : 0)
    return Array.from({ length: closed ? COARSE : 1 }, (_, offset) => {
      const { off, turn } = laidOnto(first.points, second.points, { reversed, offset, closed })
      return { reversed, offset, turn, far: off + over + TURNED * Math.abs(turnBetween(about, turn)) }
    })
  })
  const best = ways.reduce((least, way) => (way.far < least.far ? way : least))
  const others = ways.filter(({ turn }) => Math.abs(turnBetween(best.turn, turn)) > SAME_TURN)
  return { ...best, clear: Math.min(1, ...others.map(({ far }) => far - best.far)) }
}

/** What is left between two profiles when one is turned onto the other best, 0…1, and by how much it is turned. */
function laidOnto(
  p: Float64Array,
  q: Float64Array,
  { reversed, offset, closed }: { reversed: boolean; offset: number; closed: boolean },
): { off: number; turn: number } {
  let [dot, cross] = [0, 0]
  for (let i = 0; i < COARSE; i++) {
    const k = 2 * ((reversed ? offset - i + COARSE - (closed ? 0 : 1) : i + offset) % COARSE)
    dot += p[2 * i]! * q[k]! + p[2 * i + 1]! * q[k + 1]!
    cross += p[2 * i]! * q[k + 1]! - p[2 * i + 1]! * q[k]!
  }
  return { off: 1 - Math.sqrt(dot * dot + cross * cross), turn: Math.atan2(cross, dot) }
}

/** Shares a likeness is made of. */
const WEIGHT = {
  place: 3,
  length: 1,
  shape: 4,
  swatch: 0.7,
  brush: 0.4,
  closed: 1.5,
  order: 0.35,
  size: 0.2,
  height: 0.5,
} as const
/** Candidates looked at closely for each line. */
const CLOSE = 6
/** A pair less like than this is none. */
const NONE = 2.6
/** A match is sure below this, and when the next best is so much worse. */
const SURE = 1.7
const CLEAR = 0.1
const ROUNDS = 4
/**
 * Lines about one turn together when they turn at least so far, in radians, so much of them does, and they are more than one
 * or two; what lies nearer than this, in pixels, counts no more for it.
 */
const TURNS = 0.3
const AGREE = 0.9
const SEVERAL = 1.2
const NEAREST = 20

/**
 * Which line of one drawing is which of the other: by place (after the move the landmarks or the whole
 * drawing makes), length, shape, colour, brush and order; in a second round by the places their
 * neighbours went to. Pairs that are known stay together.
 */
export function matchLines(options: MatchOptions): Matched[] {
  const { a, b, landmarks, known = [] } = options
  if (a.length === 0 || b.length === 0) return []
  const contest = contestOf(options, new Map(known))
  const { fixed } = contest
  let predicted = predictedBy(a, b, landmarks)
  let pairs: readonly Pair[] = []
  for (let round = 0; round < ROUNDS; round++) {
    const last = pairs
    const { costs, candidates } = priced(contest, predicted)
    pairs = assigned(costs, candidates, a.length, b.length)
    if (round > 0 && samePairs(pairs, last)) break
    predicted = byNeighbours(predicted, a, neighboursOf(contest, pairs))
  }
  const matched = [
    ...[...fixed].map(([i, j]) => ({ i, j, cost: 0, sure: true })),
    ...pairs
      .filter(({ cost }) => cost < NONE)
      .map(({ i, j, cost, next }) => ({ i, j, cost, sure: cost < SURE && next - cost > CLEAR })),
  ].sort((p, q) => p.i - q.i)
  const likeness = turnedTogether(contest, matched)
  return matched.map(({ i, j, cost, sure }, k): Matched => ({ a: i, b: j, cost, sure, ...wayOf(likeness[k]!, b[j]!) }))
}

/** A pair of lines, by their places. */
interface Partners {
  readonly i: number
  readonly j: number
}
/** Lines of which most turn the same way about them are turned as those are, when their own shape does not say it. */
function turnedTogether(contest: Contest, matched: readonly Partners[]): Likeness[] {
  const own = matched.map(({ i, j }) => contest.likeOf(i, j))
  // What was taken the wrong way round tells the lines beside it wrongly until it is put right.
  return turnedWith(contest, matched, turnedWith(contest, matched, own))
}

function turnedWith(
  { a, likeAbout }: Contest,
  matched: readonly Partners[],
  likeness: readonly Likeness[],
): Likeness[] {
  return matched.map(({ i, j }, k) => {
    const { x, y } = a[i]!.middle
    let [cos, sin, whole, squares] = [0, 0, 0, 0]
    matched.forEach((other, n) => {
      if (n === k) return
      const { middle, length } = a[other.i]!
      const { turn, clear } = likeness[n]!
      const weight = (clear * length) / ((middle.x - x) ** 2 + (middle.y - y) ** 2 + NEAREST ** 2)
      cos += weight * Math.cos(turn)
      sin += weight * Math.sin(turn)
      whole += weight
      squares += weight * weight
    })
    const own = likeness[k]!
    const turn = Math.atan2(sin, cos)
    const isTold = whole * whole > SEVERAL * squares && Math.hypot(cos, sin) > AGREE * whole && Math.abs(turn) > TURNS
    if (!isTold) return own
    const together = likeAbout(i, j, turn)
    return Math.abs(turnBetween(own.turn, together.turn)) > SAME_TURN ? together : own
  })
}

/** All that does not change from round to round. */
interface Contest {
  readonly a: readonly Line[]
  readonly b: readonly Line[]
  /** Known: places in a to places in b. */
  readonly fixed: ReadonlyMap<number, number>
  readonly likeOf: (i: number, j: number) => Likeness
  /** The same where lines about them turn so, in radians. */
  readonly likeAbout: (i: number, j: number, turn: number) => Likeness
  /** What a pair costs apart from place and shape; Infinity where b is known to be another's. By rows of a. */
  readonly still: Float64Array
  /** Cost of a pixel between where a line should have gone and where it is, by line of a. */
  readonly perPixel: Float64Array
  /** Middles of b, flat x, y. */
  readonly middles: Float64Array
  /** By rows of a; written anew each round. */
  readonly costs: Float64Array
}
function contestOf(options: MatchOptions, fixed: ReadonlyMap<number, number>): Contest {
  const { a, b, without = { a: [], b: [] } } = options
  const back = options.asDrawn ? DRAWN_BACK : 0
  const [profilesA, profilesB] = [a.map(profileOf), b.map(profileOf)]
  const likeness: (Likeness | undefined)[] = new Array<Likeness | undefined>(a.length * b.length)
  const likeAbout = (i: number, j: number, about: number) =>
    unlike(profilesA[i]!, profilesB[j]!, { closed: a[i]!.closed && b[j]!.closed, about, back })
  return {
    a,
    b,
    fixed,
    likeOf: (i, j) => (likeness[i * b.length + j] ??= likeAbout(i, j, 0)),
    likeAbout,
    still: stillOf(a, b, new Set([...fixed.values(), ...without.b]), new Set(without.a)),
    perPixel: perPixelOf(options),
    middles: Float64Array.from(b.flatMap(({ middle }) => [middle.x, middle.y])),
    costs: new Float64Array(a.length * b.length),
  }
}

/** A line shorter than this share of the drawing's size is small, and the smallest costs so many times as much. */
const SMALL = 0.5
const DEARER = 3
/**
 * Among small things, as eyes and drops, it is their place that tells one from the other: a pixel costs more there. A short
 * stroke may be a piece of something large.
 */
const perPixelOf = ({ a, b, asDrawn }: MatchOptions): Float64Array => {
  const size = Math.max(1, spreadOf(a), spreadOf(b))
  return Float64Array.from(a, ({ length, closed }) => {
    const small = closed || !asDrawn ? Math.max(0, 1 - length / (SMALL * size)) : 0
    return (WEIGHT.place / size) * DEARER ** small
  })
}

/** What does not depend on where a line should have gone. */
function stillOf(
  a: readonly Line[],
  b: readonly Line[],
  taken: ReadonlySet<number>,
  gone: ReadonlySet<number>,
): Float64Array {
  const names = new Map<string, number>()
  const [traitsA, traitsB] = [traitsOf(a, names), traitsOf(b, names)]
  const still = new Float64Array(a.length * b.length)
  for (let i = 0, at = 0; i < a.length; i++) {
    for (let j = 0; j < b.length; j++, at++) {
      if (taken.has(j) || gone.has(i)) {
        still[at] = Infinity
        continue
      }
      const p = i * TRAITS
      const q = j * TRAITS
      still[at] =
        WEIGHT.length * Math.abs(traitsA[p]! - traitsB[q]!) +
        WEIGHT.size * Math.abs(traitsA[p + 1]! - traitsB[q + 1]!) +
        WEIGHT.order * Math.abs(traitsA[p + 2]! - traitsB[q + 2]!) +
        WEIGHT.height * heightsUnlike(traitsA[p + 6]!, traitsB[q + 6]!) +
        (traitsA[p + 3] === traitsB[q + 3] ? 0 : WEIGHT.swatch) +
        (traitsA[p + 4] === traitsB[q + 4] ? 0 : WEIGHT.brush) +
        (traitsA[p + 5] === traitsB[q + 5] ? 0 : WEIGHT.closed)
    }
  }
  return still
}

/** Where each line of a should have gone, flat x, y: as the landmarks go, or else as the whole drawing does. */
export function predictedBy(
  a: readonly Line[],
  b: readonly Line[],
  landmarks: readonly { readonly a: Point; readonly b: Point }[],
): Float64Array {
  const [from, to] = [middleOf(a), middleOf(b)]
  const pulls = landmarks.map((mark) => ({
    x: mark.a.x,
    y: mark.a.y,
    dx: mark.b.x - mark.a.x,
    dy: mark.b.y - mark.a.y,
  }))
  return Float64Array.from(
    a.flatMap(({ middle }) => {
      const by = pulls.length > 0 ? pulledBy(middle.x, middle.y, pulls, 5) : { x: to.x - from.x, y: to.y - from.y }
      return [middle.x + by.x, middle.y + by.y]
    }),
  )
}

/** The cost of each line's likeliest partners, and where in `costs` they are. */
function priced(
  { a, b, fixed, likeOf, still, perPixel, middles, costs }: Contest,
  predicted: Float64Array,
): { costs: Float64Array; candidates: number[] } {
  costs.fill(Infinity)
  const candidates: number[] = []
  const [nearJ, nearCost] = [new Int32Array(CLOSE), new Float64Array(CLOSE)]
  for (let i = 0; i < a.length; i++) {
    if (fixed.has(i)) continue
    const px = predicted[2 * i]!
    const py = predicted[2 * i + 1]!
    const row = i * b.length
    let count = 0
    for (let j = 0; j < b.length; j++) {
      const base = still[row + j]!
      if (base === Infinity || (count === CLOSE && base >= nearCost[CLOSE - 1]!)) continue
      const dx = px - middles[2 * j]!
      const dy = py - middles[2 * j + 1]!
      const cost = base + perPixel[i]! * Math.sqrt(dx * dx + dy * dy)
      if (count === CLOSE && cost >= nearCost[CLOSE - 1]!) continue
      let at = count < CLOSE ? count++ : CLOSE - 1
      for (; at > 0 && nearCost[at - 1]! > cost; at--) {
        nearCost[at] = nearCost[at - 1]!
        nearJ[at] = nearJ[at - 1]!
      }
      nearCost[at] = cost
      nearJ[at] = j
    }
    for (let k = 0; k < count; k++) {
      const at = row + nearJ[k]!
      costs[at] = nearCost[k]! + WEIGHT.shape * likeOf(i, nearJ[k]!).far
      candidates.push(at)
    }
  }
  return { costs, candidates }
}

const samePairs = (pairs: readonly Pair[], last: readonly Pair[]): boolean =>
  pairs.length === last.length && pairs.every(({ i, j }, k) => last[k]!.i === i && last[k]!.j === j)

/** What each pair that holds says about where the lines beside it go. */
function neighboursOf({ a, b, fixed, likeOf }: Contest, pairs: readonly Pair[]) {
  return [
    ...pairs
      .filter(({ cost }) => cost < NONE)
      .map(({ i, j, cost }) => neighbour(a, b, i, j, 1 / (0.3 + cost), likeOf(i, j).turn)),
    ...[...fixed].map(([i, j]) => neighbour(a, b, i, j, 4, likeOf(i, j).turn)),
  ]
}

const wayOf = ({ reversed, offset }: Likeness, { points }: Line) => ({
  reversed,
  offset: (offset * points.length) / 2 / COARSE,
})

/** Longest side of the box all lines lie in, in pixels. */
export function spreadOf(lines: readonly Pick<Line, 'points'>[]): number {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (const { points } of lines) {
    for (let i = 0; i < points.length; i += 2) {
      left = Math.min(left, points[i]!)
      right = Math.max(right, points[i]!)
      top = Math.min(top, points[i + 1]!)
      bottom = Math.max(bottom, points[i + 1]!)
    }
  }
  return Math.max(right - left, bottom - top)
}

const middleOf = (lines: readonly Line[]): Point => {
  const whole = lines.reduce((sum, { length }) => sum + length, 0)
  return {
    x: lines.reduce((sum, { middle, length }) => sum + middle.x * length, 0) / whole,
    y: lines.reduce((sum, { middle, length }) => sum + middle.y * length, 0) / whole,
  }
}

/** By how much something at a place is pulled along by what moves about it, the nearer the more; `soft` keeps the nearest from taking all, in pixels. */
export function pulledBy(
  x: number,
  y: number,
  pulls: readonly { readonly x: number; readonly y: number; readonly dx: number; readonly dy: number }[],
  soft: number,
): Point {
  let [dx, dy, whole] = [0, 0, 0]
  for (const pull of pulls) {
    const near = 1 / ((x - pull.x) ** 2 + (y - pull.y) ** 2 + soft * soft)
    dx += near * pull.dx
    dy += near * pull.dy
    whole += near
  }
  return { x: dx / whole, y: dy / whole }
}

/** What a line has whatever its place: logarithms of length and width, order, colour, brush, closed, height; one after the other. */
const TRAITS = 7
function traitsOf(lines: readonly Line[], names: Map<string, number>): Float64Array {
  const code = (name: string) => {
    const known = names.get(name)
    if (known !== undefined) return known
    names.set(name, names.size)
    return names.size - 1
  }
  const traits = new Float64Array(lines.length * TRAITS)
  lines.forEach(({ length, size, order, swatch, brush, closed, height }, i) =>
    traits.set(
      [Math.log(length), Math.log(size || 4), order, code(swatch), code(`${brush} brush`), closed ? 1 : 0, height],
      i * TRAITS,
    ),
  )
  return traits
}

interface Pair {
  readonly i: number
  readonly j: number
  readonly cost: number
  readonly next: number
}
interface Neighbour {
  readonly i: number
  readonly px: number
  readonly py: number
  readonly qx: number
  readonly qy: number
  readonly cos: number
  readonly sin: number
  readonly trust: number
}
function neighbour(
  a: readonly Line[],
  b: readonly Line[],
  i: number,
  j: number,
  trust: number,
  turn: number,
): Neighbour {
  const [p, q] = [a[i]!.middle, b[j]!.middle]
  return { i, px: p.x, py: p.y, qx: q.x, qy: q.y, cos: Math.cos(turn), sin: Math.sin(turn), trust }
}

/** Where lines should have gone with their matched neighbours, each turned as it turned. */
function byNeighbours(
  before: Float64Array,
  a: readonly Line[],
  moved: readonly Neighbour[],
): Float64Array<ArrayBuffer> {
  const result = Float64Array.from(before)
  for (let own = 0; own < a.length; own++) {
    const at = a[own]!.middle
    let [x, y, whole] = [0, 0, 0]
    for (const { i, px, py, qx, qy, cos, sin, trust } of moved) {
      if (i === own) continue
      const dx = at.x - px
      const dy = at.y - py
      const far = dx * dx + dy * dy + 100
      const near = trust / (far * far)
      x += near * (qx + dx * cos - dy * sin)
      y += near * (qy + dx * sin + dy * cos)
      whole += near
    }
    if (whole > 0) [result[2 * own], result[2 * own + 1]] = [x / whole, y / whole]
  }
  return result
}

/** The cheapest pairs first, then swapped while that is cheaper; with the cost of the next best for each. `candidates`: the places in `costs` that are not Infinity, row by row. */
function assigned(costs: Float64Array, candidates: readonly number[], rows: number, width: number): Pair[] {
  const seat = new Int32Array(rows).fill(-1)
  const used = new Uint8Array(width)
  for (const at of [...candidates].sort((p, q) => costs[p]! - costs[q]!)) {
    const j = at % width
    const i = (at - j) / width
    if (seat[i] !== -1 || used[j] === 1) continue
    seat[i] = j
    used[j] = 1
  }
  for (let again = 0; again < 3; again++) {
    let better = false
    for (let i = 0; i < rows; i++) {
      for (let k = i + 1; seat[i] !== -1 && k < rows; k++) {
        const j = seat[i]!
        const l = seat[k]!
        if (l === -1 || costs[i * width + l] === Infinity) continue
        if (costs[i * width + l]! + costs[k * width + j]! >= costs[i * width + j]! + costs[k * width + l]! - 1e-9)
          continue
        seat[i] = l
        seat[k] = j
        better = true
      }
    }
    if (!better) break
  }
  const next = new Float64Array(rows).fill(Infinity)
  for (const at of candidates) {
    const j = at % width
    const i = (at - j) / width
    if (j !== seat[i] && costs[at]! < next[i]!) next[i] = costs[at]!
  }
  const pairs: Pair[] = []
  for (let i = 0; i < rows; i++)
    if (seat[i] !== -1) pairs.push({ i, j: seat[i]!, cost: costs[i * width + seat[i]!]!, next: next[i]! })
  return pairs
}
