import { PLAIN_BRUSH } from '../../ink/brushes'
import { placesOf, type Ink } from '../../ink/ink'
import { clamp } from '../../base/clamp'
import { memo } from '../../base/memo'
import { distanceSquared } from '../../geometry/polyline'

/**
 * Lines of a drawing joined as the eye joins them: a line that was drawn in several strokes is one way, whichever end each
 * began at. Ends that meet and go on smoothly are joined first, then corners where two ends meet alone.
 */

/** Strokes, or an outline of paint, that make one line; the points are evenly apart. */
export interface Way {
  /** Flat x, y. */
  readonly points: Float64Array
  readonly closed: boolean
  readonly length: number
  readonly swatch: string
  readonly brush: string
  readonly size: number
  /** Whose points they are: a place in `ids` for each. */
  readonly owner: Int32Array
  readonly ids: readonly string[]
  /** Place of its first stroke in the pile, 0…1. */
  readonly order: number
  readonly box: Box
  /** Above 0 where it lies over what it meets, about 1 a line; below where it ends at what it meets and goes on behind it; 0 where it meets nothing. */
  readonly height: number
  /** Places among the ways of the drawing: of those it ends at, and of those that end at it. */
  readonly under: readonly number[]
  readonly over: readonly number[]
}

/** Points of a way are about so far apart, in pixels. */
const STEP = 6
/** Ends of one stroke so near close it: by its length and in pixels, of a small ring as much as a hand leaves open. */
const SHUT = { share: 0.06, pixels: 16, hand: 5, small: 0.15 } as const
/** Two ends so near, in pixels and by the width of their lines, may be one line going on. */
const NEAR = 9
/** It goes on when it turns by less, in radians. */
const SMOOTH = 0.75
/** Ends that meet so closely and have no other by them are a corner of one line, in pixels. */
const CORNER = 7
/** No corner of one line is sharper, in radians of its turn. */
const SHARPEST = 2.9
/** An end so near to a line that goes by, in pixels, lies against it; it goes on only where it turns by less, in radians. */
const AGAINST = 5
const STRAIGHT = 0.45
/** How far from its end a line's direction is taken, in pixels. */
const BACK = 14

interface Piece {
  readonly id: string
  readonly flat: readonly number[]
  readonly closed: boolean
  readonly swatch: string
  readonly brush: string
  readonly size: number
  readonly box: Box
}
interface Box {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}
interface End {
  readonly piece: number
  /** 0 the first point, 1 the last. */
  readonly side: 0 | 1
  readonly x: number
  readonly y: number
  /** Outwards, of length one. */
  readonly dx: number
  readonly dy: number
  /** The line that goes by there, −1 none: it is likely hidden from here on, and what goes on here is another's. */
  readonly against: number
}

/** The strokes of a drawing, outlines of paint among them. */
export type Strokes = readonly Piece[]
export const strokesOf: (ink: Ink) => Strokes = memo(piecesOf)

/** Every stroke as a way of its own. Of single strokes it is not asked what they meet: most of their ends are their line's cuts. */
export const singly = (strokes: Strokes): Way[] =>
  strokes.map(({ closed }, piece) =>
    wayOf(strokes, { runs: [{ piece, reversed: false }], closed }, { over: [], under: [], height: 0 }),
  )

/** The ways of a drawing's strokes; those `apart`, by their ids, are joined to none. */
export function waysOf(strokes: Strokes, apart: ReadonlySet<string>): Way[] {
  const all = linkedEnds(strokes)
  const isApart = (end: number) => apart.has(strokes[end >> 1]!.id)
  const links = all.map((other, end) => (other >= 0 && (isApart(end) || isApart(other)) ? -1 : other))
  const chains = chainsOf(strokes, links)
  const meetings = meetingsOf(strokes, chains)
  const heights = heightsOf(meetings)
  return chains.map((chain, i) => wayOf(strokes, chain, { ...meetings[i]!, height: heights[i]! }))
}

/** What lies over and under a way. */
type Meetings = Pick<Way, 'over' | 'under'>

/** What each chain meets: what it ends at goes over it, what ends at it goes on under it. */
function meetingsOf(strokes: Strokes, chains: readonly Chain[]): Meetings[] {
  const chainOf = new Int32Array(strokes.length)
  chains.forEach(({ runs }, i) => runs.forEach(({ piece }) => (chainOf[piece] = i)))
  const meetings = chains.map(() => ({ over: [] as number[], under: [] as number[] }))
  const links = linkedEnds(strokes)
  for (const { piece, side, against } of endsOf(strokes)) {
    const [stem, bar] = [chainOf[piece]!, chainOf[against]!]
    if (against < 0 || links[2 * piece + side]! >= 0 || stem === bar) continue
    meetings[stem]!.under.push(bar)
    meetings[bar]!.over.push(stem)
  }
  return meetings
}

/** Rounds after which the heights stand. */
const ROUNDS = 40
/** A meeting or two may be chance: as if so much more met it at its own height. */
const DOUBT = 0.5

/** How high each lies: one above what ends at it and one below what it ends at, as nearly as all of them can (Gauss and Seidel's least squares). */
function heightsOf(meetings: readonly Meetings[]): Float64Array {
  const heights = new Float64Array(meetings.length)
  for (let round = 0; round < ROUNDS; round++)
    meetings.forEach(({ over, under }, i) => {
      let sum = over.length - under.length
      for (const j of over) sum += heights[j]!
      for (const j of under) sum += heights[j]!
      heights[i] = sum / (over.length + under.length + DOUBT)
    })
  return heights
}

function piecesOf(ink: Ink): Piece[] {
  return ink.flatMap((piece) => {
    if (piece.kind === 'cells' || piece.kind === 'scan') return []
    const stroke = piece.kind === 'stroke'
    return placesOf(piece).flatMap((flat, k): Piece[] => {
      const length = lengthOf(flat)
      if (flat.length < 4 || length < 0.5) return []
      const gap = Math.hypot(flat[0]! - flat.at(-2)!, flat[1]! - flat.at(-1)!)
      return [
        {
          ...{ id: k === 0 ? piece.id : `${piece.id}.${k}`, flat, swatch: piece.swatch },
          closed: !stroke || (flat.length > 12 && gap < widestShut(length)),
          ...{ brush: stroke ? (piece.brush ?? PLAIN_BRUSH) : 'fill', size: stroke ? piece.size : 0 },
          box: boxOf(flat),
        },
      ]
    })
  })
}

const widestShut = (length: number): number =>
  clamp(SHUT.share * length, Math.min(SHUT.hand, SHUT.small * length), SHUT.pixels)

function boxOf(flat: readonly number[]): Box {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (let i = 0; i < flat.length; i += 2) {
    box.left = Math.min(box.left, flat[i]!)
    box.right = Math.max(box.right, flat[i]!)
    box.top = Math.min(box.top, flat[i + 1]!)
    box.bottom = Math.max(box.bottom, flat[i + 1]!)
  }
  return box
}

function lengthOf(flat: readonly number[]): number {
  let length = 0
  for (let i = 2; i < flat.length; i += 2) {
    const dx = flat[i]! - flat[i - 2]!
    const dy = flat[i + 1]! - flat[i - 1]!
    length += Math.sqrt(dx * dx + dy * dy)
  }
  return length
}

function endOf(pieces: readonly Piece[], piece: number, side: 0 | 1): End {
  const { flat } = pieces[piece]!
  const last = flat.length / 2 - 1
  const at = (i: number) => 2 * (side === 0 ? i : last - i)
  const [x, y] = [flat[at(0)]!, flat[at(0) + 1]!]
  let back = 1
  while (back < last && Math.hypot(flat[at(back)]! - x, flat[at(back) + 1]! - y) < BACK) back++
  const [dx, dy] = [x - flat[at(back)]!, y - flat[at(back) + 1]!]
  const long = Math.hypot(dx, dy) || 1
  const against = pieces.findIndex((other, i) => i !== piece && goesBy(other, x, y))
  return { piece, side, x, y, dx: dx / long, dy: dy / long, against }
}

/** Whether a line passes a place, rather than ending there. */
function goesBy({ flat, closed, box }: Piece, x: number, y: number): boolean {
  if (x < box.left - AGAINST || x > box.right + AGAINST || y < box.top - AGAINST || y > box.bottom + AGAINST)
    return false
  const count = flat.length / 2
  const isTip = (k: number) =>
    !closed &&
    (Math.hypot(flat[0]! - flat[2 * k]!, flat[1]! - flat[2 * k + 1]!) < BACK ||
      Math.hypot(flat.at(-2)! - flat[2 * k]!, flat.at(-1)! - flat[2 * k + 1]!) < BACK)
  for (let k = 0; k < count - (closed ? 0 : 1); k++) {
    const n = (k + 1) % count
    const far = distanceSquared(x, y, flat[2 * k]!, flat[2 * k + 1]!, flat[2 * n]!, flat[2 * n + 1]!)
    if (far < AGAINST * AGAINST && !isTip(k) && !isTip(n)) return true
  }
  return false
}

const endsOf = memo((pieces: Strokes): readonly End[] =>
  pieces.flatMap((piece, i) => (piece.closed ? [] : [endOf(pieces, i, 0), endOf(pieces, i, 1)])),
)

/** By end (twice its line's place, and its side), the end it is joined to; −1 none. */
export const linkedEnds = memo((pieces: Strokes): Int32Array => {
  const links = new Int32Array(2 * pieces.length).fill(-1)
  const ends = endsOf(pieces)
  const placeOf = ({ piece, side }: End) => 2 * piece + side
  const join = (pairs: readonly { e: End; f: End; cost: number }[]) => {
    for (const { e, f } of [...pairs].sort((p, q) => p.cost - q.cost)) {
      if (links[placeOf(e)] !== -1 || links[placeOf(f)] !== -1) continue
      links[placeOf(e)] = placeOf(f)
      links[placeOf(f)] = placeOf(e)
    }
  }
  join(candidates(ends, pieces, smoothness))
  const free = ends.filter((end) => links[placeOf(end)] === -1)
  join(candidates(free, pieces, (e, f, far) => cornerness(e, f, far, free)))
  return links
})

type Cost = (e: End, f: End, far: number) => number | undefined
function candidates(ends: readonly End[], pieces: readonly Piece[], costOf: Cost) {
  const found: { e: End; f: End; cost: number }[] = []
  const farthest = NEAR + pieces.reduce((most, { size }) => Math.max(most, size), 0)
  for (let i = 0; i < ends.length; i++)
    for (let k = i + 1; k < ends.length; k++) {
      const [e, f] = [ends[i]!, ends[k]!]
      // Nearly all of them are far apart.
      if (Math.abs(f.x - e.x) > farthest || Math.abs(f.y - e.y) > farthest) continue
      const [p, q] = [pieces[e.piece]!, pieces[f.piece]!]
      const far = Math.hypot(f.x - e.x, f.y - e.y)
      if (p.swatch !== q.swatch || p.brush !== q.brush || far > NEAR + Math.max(p.size, q.size)) continue
      // Both ends of a dab are near each other always.
      if (p === q && lengthOf(p.flat) < 5 * NEAR) continue
      const cost = costOf(e, f, far)
      if (cost !== undefined) found.push({ e, f, cost })
    }
  return found
}

/** A line goes on: the ends point at each other, and what lies between them is along, not across. */
function smoothness(e: End, f: End, far: number): number | undefined {
  const turn = turnBetween(e, f)
  const across = Math.abs((f.x - e.x) * e.dy - (f.y - e.y) * e.dx)
  if ((e.against >= 0 || f.against >= 0) && (turn > STRAIGHT || across > AGAINST)) return undefined
  return turn > SMOOTH || across > NEAR ? undefined : far / NEAR + (2 * turn) / SMOOTH + across / NEAR
}

/** By how much a line that goes on from one end to the other turns, in radians. */
const turnBetween = (e: End, f: End) => Math.acos(Math.max(-1, Math.min(1, -(e.dx * f.dx + e.dy * f.dy))))

function cornerness(e: End, f: End, far: number, free: readonly End[]): number | undefined {
  if (far > CORNER || e.against >= 0 || f.against >= 0 || turnBetween(e, f) > SHARPEST) return undefined
  return meetMore(e, f, free) ? undefined : far
}

/** Where more than two ends meet it cannot be told which goes on in which. */
const meetMore = (e: End, f: End, ends: readonly End[]): boolean =>
  ends.some((end) => end !== e && end !== f && Math.hypot(end.x - e.x, end.y - e.y) < 1.5 * CORNER)

/** Strokes in order, each run through forwards or backwards. */
interface Chain {
  readonly runs: readonly { readonly piece: number; readonly reversed: boolean }[]
  readonly closed: boolean
}

function chainsOf(pieces: readonly Piece[], links: Int32Array): Chain[] {
  const done = new Uint8Array(pieces.length)
  /** Goes on from a piece entered at one end, until there is nothing more or it comes round. */
  const follow = (piece: number, enters: 0 | 1) => {
    const runs: { piece: number; reversed: boolean }[] = []
    for (let [at, side] = [piece, enters]; ;) {
      if (done[at] === 1) return { runs, closed: at === piece && side === enters && runs.length > 0 }
      done[at] = 1
      runs.push({ piece: at, reversed: side === 1 })
      const next = links[2 * at + (1 - side)]!
      if (next < 0) return { runs, closed: false }
      ;[at, side] = [next >> 1, (next & 1) as 0 | 1]
    }
  }
  const isTip = (i: number) => links[2 * i] === -1 || links[2 * i + 1] === -1
  const chains: Chain[] = []
  pieces.forEach(({ closed }, i) => {
    if (closed) chains.push({ runs: [{ piece: i, reversed: false }], closed: true })
    else if (done[i] === 0 && isTip(i)) chains.push(follow(i, links[2 * i] === -1 ? 0 : 1))
  })
  pieces.forEach(({ closed }, i) => {
    if (!closed && done[i] === 0) chains.push(follow(i, 0))
  })
  return chains
}

function wayOf(pieces: readonly Piece[], { runs, closed }: Chain, meetings: Meetings & Pick<Way, 'height'>): Way {
  const first = pieces[runs[0]!.piece]!
  const traits = { swatch: first.swatch, brush: first.brush, size: first.size, ...meetings }
  const order = Math.min(...runs.map(({ piece }) => piece)) / Math.max(1, pieces.length - 1)
  // One stroke by itself, the usual thing: nothing is to be put together.
  if (runs.length === 1 && !runs[0]!.reversed) {
    const { points, length } = evenly(first.flat, undefined, closed)
    return {
      ...traits,
      order,
      points,
      owner: new Int32Array(points.length / 2),
      closed,
      length,
      ids: [first.id],
      box: first.box,
    }
  }
  const flat: number[] = []
  const owners: number[] = []
  runs.forEach(({ piece, reversed }, n) => {
    const own = pieces[piece]!.flat
    const count = own.length / 2
    for (let i = 0; i < count; i++) {
      const k = reversed ? count - 1 - i : i
      flat.push(own[2 * k]!, own[2 * k + 1]!)
      owners.push(n)
    }
  })
  const smooth = withoutOvershoot(flat, owners)
  const { points, owner, length } = evenly(smooth.flat, smooth.owners, closed)
  return {
    ...traits,
    order,
    points,
    owner,
    closed,
    length,
    ids: runs.map(({ piece }) => pieces[piece]!.id),
    box: boxOf(smooth.flat),
  }
}

/** Where two strokes overlap at their ends the way would turn back: those points are left out. */
function withoutOvershoot(flat: readonly number[], owners: readonly number[]) {
  const kept: { flat: number[]; owners: number[] } = { flat: [flat[0]!, flat[1]!], owners: [owners[0]!] }
  for (let i = 1; i < owners.length; i++) {
    const [x, y] = [flat[2 * i]!, flat[2 * i + 1]!]
    const n = kept.owners.length
    const crosses = n > 1 && owners[i] !== kept.owners[n - 1]
    if (crosses) {
      const [px, py] = [kept.flat[2 * n - 2]!, kept.flat[2 * n - 1]!]
      const [qx, qy] = [kept.flat[2 * n - 4]!, kept.flat[2 * n - 3]!]
      const behind = (x - px) * (px - qx) + (y - py) * (py - qy) < 0
      const next = owners[i + 1] === owners[i]
      if (behind && next && Math.hypot(x - px, y - py) < 2 * NEAR) continue
    }
    kept.flat.push(x, y)
    kept.owners.push(owners[i]!)
  }
  return kept
}

function evenly(flat: readonly number[], owners: readonly number[] | undefined, closed: boolean) {
  const places = closed ? [...flat, flat[0]!, flat[1]!] : flat
  const reached = new Float64Array(places.length / 2)
  for (let i = 1; i < reached.length; i++) {
    const dx = places[2 * i]! - places[2 * i - 2]!
    const dy = places[2 * i + 1]! - places[2 * i - 1]!
    reached[i] = reached[i - 1]! + Math.sqrt(dx * dx + dy * dy)
  }
  const length = reached.at(-1)!
  const count = Math.max(closed ? 6 : 4, Math.round(length / STEP) + (closed ? 0 : 1))
  const points = new Float64Array(2 * count)
  const owner = new Int32Array(count)
  const gaps = closed ? count : count - 1
  for (let i = 0, at = 0; i < count; i++) {
    const far = (length * i) / gaps
    while (at < reached.length - 2 && reached[at + 1]! < far) at++
    const span = reached[at + 1]! - reached[at]!
    const t = span > 1e-12 ? (far - reached[at]!) / span : 0
    points[2 * i] = places[2 * at]! + (places[2 * at + 2]! - places[2 * at]!) * t
    points[2 * i + 1] = places[2 * at + 1]! + (places[2 * at + 3]! - places[2 * at + 1]!) * t
    if (owners) owner[i] = owners[Math.min(owners.length - 1, t > 0.5 ? at + 1 : at)]!
  }
  return { points, owner, length }
}
