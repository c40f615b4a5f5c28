import { LIMITS } from '../limits'
import { requireNumber, requireWhole } from '../range'
import type { Point } from '../shape/matrix'

export type { Point }

/** A point of a path; at a corner the path turns sharply and each side is an arc of its own. */
export interface ArcPoint extends Point { readonly corner?: boolean | undefined }

/** One piece of a path, from one of its points to the next. */
interface Segment {
  readonly length: number
  /** The place `along` pixels from the piece's start (0 … length), and the unit direction there. */
  readonly at: (along: number) => Place
}

export interface Place extends Point { readonly direction: Point }

export interface Arc {
  readonly points: readonly Point[]
  readonly segments: readonly Segment[]
  /** Path length from the first point to each point; one entry more when the path is closed. */
  readonly reached: readonly number[]
}

/** Closer together than this two points have no direction between them, in pixels. */
const TOUCHING = 1e-9
/** Three points nearer to a line than this are joined by lines, in pixels. */
const STRAIGHT = 1
/** A path bowed out less than this is a line, in pixels. */
const FLAT = 0.01

const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y })
const plus = (a: Point, b: Point, times = 1): Point => ({ x: a.x + b.x * times, y: a.y + b.y * times })
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y)
const cross = (a: Point, b: Point): number => a.x * b.y - a.y * b.x
const unit = (v: Point): Point => {
  const size = Math.hypot(v.x, v.y)
  return size < TOUCHING ? { x: 1, y: 0 } : { x: v.x / size, y: v.y / size }
}

function line(a: Point, b: Point): Segment {
  const direction = unit(minus(b, a))
  return { length: distance(a, b), at: (along) => ({ ...plus(a, direction, along), direction }) }
}

/** The part of a circle from angle `start` turning by `turn` (radians, growing clockwise on the paper). */
function roundArc(centre: Point, radius: number, start: number, turn: number): Segment {
  const length = Math.abs(turn) * radius
  const sense = Math.sign(turn)
  return {
    length,
    at(along) {
      const angle = start + (length === 0 ? 0 : (along / length) * turn)
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
      return { x: centre.x + radius * cos, y: centre.y + radius * sin, direction: { x: -sin * sense, y: cos * sense } }
    },
  }
}

/** The circular arc from `a` to `b` that bows out by `sagitta` pixels, to the left of the way when positive. */
function bent(a: Point, b: Point, sagitta: number): Segment {
  const chord = distance(a, b)
  if (Math.abs(sagitta) < FLAT || chord < TOUCHING) return line(a, b)
  const way = unit(minus(b, a))
  const left = { x: way.y, y: -way.x }
  const radius = (chord * chord) / (8 * Math.abs(sagitta)) + Math.abs(sagitta) / 2
  const centre = plus(plus(a, way, chord / 2), left, sagitta - Math.sign(sagitta) * radius)
  // Bowing to the left, the hand goes clockwise round a centre on the right.
  const turn = 4 * Math.atan((2 * Math.abs(sagitta)) / chord) * Math.sign(sagitta)
  return roundArc(centre, radius, Math.atan2(a.y - centre.y, a.x - centre.x), turn)
}

/** The circle's two arcs through three points, or two lines when they are as good as straight. */
function throughThree(a: Point, b: Point, c: Point): Segment[] {
  const area = cross(minus(b, a), minus(c, a))
  const longest = Math.max(distance(a, b), distance(b, c), distance(a, c))
  if (longest < TOUCHING || Math.abs(area) / longest < STRAIGHT) return [line(a, b), line(b, c)]
  const [ab, ac] = [minus(b, a), minus(c, a)]
  const [sab, sac] = [ab.x * ab.x + ab.y * ab.y, ac.x * ac.x + ac.y * ac.y]
  const centre = plus(a, { x: (ac.y * sab - ab.y * sac) / (2 * area), y: (ab.x * sac - ac.x * sab) / (2 * area) })
  const angle = (p: Point) => Math.atan2(p.y - centre.y, p.x - centre.x)
  const sense = Math.sign(area)
  const turn = (from: Point, to: Point) => {
    const by = (angle(to) - angle(from)) * sense
    return sense * (by < 0 ? by + 2 * Math.PI : by)
  }
  const radius = distance(a, centre)
  return [roundArc(centre, radius, angle(a), turn(a, b)), roundArc(centre, radius, angle(b), turn(b, c))]
}

/** Gauss–Legendre abscissae and weights of order 5 on −1 … 1. */
const GAUSS = [
  [0, 0.5688888888888889], [-0.5384693101056831, 0.47862867049936647], [0.5384693101056831, 0.47862867049936647],
  [-0.906179845938664, 0.23692688505618908], [0.906179845938664, 0.23692688505618908],
] as const
const STEPS = 16

/**
 * Centripetal Catmull–Rom from `b` to `c` with neighbours `a` and `d` (Barry and Goldman 1988; α = ½
 * after Yuksel, Schaefer and Keyser 2011), as a cubic with a table of its length.
 */
function smooth(a: Point, b: Point, c: Point, d: Point): Segment {
  const knot = (p: Point, q: Point) => Math.max(Math.sqrt(distance(p, q)), 1e-6)
  const [before, here, after] = [knot(a, b), knot(b, c), knot(c, d)]
  const tangent = (p: Point, q: Point, r: Point, first: number, second: number, axis: 'x' | 'y') =>
    here * ((q[axis] - p[axis]) / first - (r[axis] - p[axis]) / (first + second) + (r[axis] - q[axis]) / second)
  const cubic = (axis: 'x' | 'y') => {
    const [m, n] = [tangent(a, b, c, before, here, axis), tangent(b, c, d, here, after, axis)]
    const [p, q] = [b[axis], c[axis]]
    return [p, m, 3 * (q - p) - 2 * m - n, 2 * (p - q) + m + n] as const
  }
  const [cx, cy] = [cubic('x'), cubic('y')]
  const value = ([k0, k1, k2, k3]: readonly [number, number, number, number], u: number) => k0 + u * (k1 + u * (k2 + u * k3))
  const slope = ([, k1, k2, k3]: readonly [number, number, number, number], u: number) => k1 + u * (2 * k2 + 3 * u * k3)
  const speed = (u: number) => Math.hypot(slope(cx, u), slope(cy, u))
  const lengthBetween = (from: number, to: number) =>
    GAUSS.reduce((sum, [at, weight]) => sum + weight * speed((from + to) / 2 + (at * (to - from)) / 2), 0) * ((to - from) / 2)
  const table = [0]
  for (let i = 0; i < STEPS; i++) table.push(table[i]! + lengthBetween(i / STEPS, (i + 1) / STEPS))
  const length = table[STEPS]!
  return {
    length,
    at(along) {
      const wanted = Math.min(length, Math.max(0, along))
      let i = 0
      while (i < STEPS - 1 && table[i + 1]! < wanted) i++
      const room = table[i + 1]! - table[i]!
      let u = (i + (room < TOUCHING ? 0 : (wanted - table[i]!) / room)) / STEPS
      for (let turn = 0; turn < 3; turn++) {
        const fast = speed(u)
        if (fast < TOUCHING) break
        u = Math.min((i + 1) / STEPS, Math.max(i / STEPS, u - (table[i]! + lengthBetween(i / STEPS, u) - wanted) / fast))
      }
      return { x: value(cx, u), y: value(cy, u), direction: unit({ x: slope(cx, u), y: slope(cy, u) }) }
    },
  }
}

/** The pieces of one stretch without corners. */
function stretch(points: readonly Point[]): Segment[] {
  if (points.length === 2) return [line(points[0]!, points[1]!)]
  if (points.length === 3) return throughThree(points[0]!, points[1]!, points[2]!)
  return points.slice(0, -1).map((here, i) => {
    const next = points[i + 1]!
    // Beyond an end the path is taken to go straight on.
    const before = points[i - 1] ?? plus(here, minus(here, next))
    const after = points[i + 2] ?? plus(next, minus(next, here))
    return smooth(before, here, next, after)
  })
}

function closedLoop(points: readonly Point[]): Segment[] {
  const count = points.length
  const at = (i: number) => points[(i + count) % count]!
  return points.map((_, i) => smooth(at(i - 1), at(i), at(i + 1), at(i + 2)))
}

/**
 * The path of action through places in order: centripetal Catmull–Rom (α = ½), measured by arc
 * length. Two points give a line, exactly three the circle through them unless they lie within 1 px
 * of a line. `bends` gives the piece after a point a sagitta in pixels instead (positive to the left
 * of the way): it becomes a circular arc. `closed` leads from the last point back to the first.
 * Errors: RangeError for fewer than two points or a place too far from the paper.
 */
export function arcThrough(points: readonly ArcPoint[], { closed = false, bends = {} }: {
  closed?: boolean
  bends?: Readonly<Record<number, number>>
} = {}): Arc {
  requireWhole('points.length', points.length, 2, 100_000)
  for (const { x, y } of points) {
    requireNumber('x', x, -LIMITS.reach, LIMITS.reach)
    requireNumber('y', y, -LIMITS.reach, LIMITS.reach)
  }
  const corners = points.flatMap((point, i) => (point.corner && i > 0 && i < points.length - 1 ? [i] : []))
  const round = closed && points.length > 2
  let segments: Segment[]
  if (round && corners.length === 0) segments = closedLoop(points)
  else {
    const line_ = round ? [...points, points[0]!] : points
    const stops = [0, ...corners, ...(round && points.at(-1)!.corner ? [points.length - 1] : []), line_.length - 1]
    segments = stops.slice(1).flatMap((stop, i) => stretch(line_.slice(stops[i], stop + 1)))
  }
  segments = segments.map((segment, i) => {
    const sagitta = bends[i]
    return sagitta === undefined ? segment : bent(points[i]!, points[(i + 1) % points.length]!, requireNumber('bend', sagitta, -LIMITS.reach, LIMITS.reach))
  })
  const reached = [0]
  for (const { length } of segments) reached.push(reached.at(-1)! + length)
  return { points, segments, reached }
}

/** The place `along` pixels from the path's first point; beyond an end it goes straight on. */
function placeAt({ segments, reached }: Arc, along: number): Place {
  let i = 0
  while (i < segments.length - 1 && reached[i + 1]! <= along) i++
  const segment = segments[i]!
  const inside = along - reached[i]!
  const held = Math.min(segment.length, Math.max(0, inside))
  const place = segment.at(held)
  return inside === held ? place : { ...plus(place, place.direction, inside - held), direction: place.direction }
}

function requireStretch({ reached }: Arc, from: number, to: number) {
  requireWhole('from', from, 0, reached.length - 2)
  requireWhole('to', to, from + 1, reached.length - 1)
}

/**
 * The place at a share of the path's length from point `from` to point `to` (indices; on a closed
 * path the number of points stands for the first point again). Outside 0 … 1 it goes on along the
 * tangent at that end. Errors: RangeError for indices that are not on the path.
 */
export function placeOnArc(arc: Arc, from: number, to: number, fraction: number): Place {
  requireStretch(arc, from, to)
  requireNumber('fraction', fraction, -10, 10)
  const [start, end] = [arc.reached[from]!, arc.reached[to]!]
  const along = start + fraction * (end - start)
  if (fraction >= 0 && fraction <= 1) return placeAt(arc, along)
  const segment = arc.segments[fraction < 0 ? from : to - 1]!
  const edge = segment.at(fraction < 0 ? 0 : segment.length)
  return { ...plus(edge, edge.direction, along - (fraction < 0 ? start : end)), direction: edge.direction }
}

/** How many places of each piece are looked at before the nearest is closed in on. */
const LOOKS = 24

/**
 * Where a point lies against the path between two of its points: the share of the way at the nearest
 * place (straight on beyond the ends) and the signed distance across, positive to the left of the way.
 */
export function nearestOnArc(arc: Arc, from: number, to: number, point: Point): { fraction: number; across: number } {
  requireStretch(arc, from, to)
  const [start, end] = [arc.reached[from]!, arc.reached[to]!]
  const far = (along: number) => distance(placeAt(arc, along), point)
  const looks = LOOKS * (to - from)
  let best = start
  for (let i = 0; i <= looks; i++) {
    const along = start + ((end - start) * i) / looks
    if (far(along) < far(best)) best = along
  }
  let step = (end - start) / looks
  for (let turn = 0; turn < 40 && step > 1e-4; turn++) {
    const [less, more] = [Math.max(start, best - step), Math.min(end, best + step)]
    if (far(less) < far(best)) best = less
    else if (far(more) < far(best)) best = more
    else step /= 2
  }
  const place = placeAt(arc, best)
  const off = minus(point, place)
  const along = off.x * place.direction.x + off.y * place.direction.y
  const beyond = best - start < 1e-3 || end - best < 1e-3 ? along : 0
  const across = cross(off, place.direction)
  return { fraction: end - start < TOUCHING ? 0 : (best + beyond - start) / (end - start), across }
}
