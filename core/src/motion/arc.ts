import { clamp } from '../base/clamp'
import { LIMITS } from '../base/limits'
import { requireNumber, requireWhole } from '../base/ranges'
import type { Point } from '../geometry/matrix'
import { bent, cross, distance, line, minus, plus, smooth, TOUCHING, type Place, type Segment } from './segments'
import { thereAndBack, throughThree, turnsBack } from './track'

export type { Place, Point }
export { distance }

/** A point of a path; at a corner the path turns sharply and each side is an arc of its own. */
export interface ArcPoint extends Point {
  readonly corner?: boolean | undefined
}

export interface Arc {
  readonly points: readonly Point[]
  readonly segments: readonly Segment[]
  /** Path length from the first point to each point; one entry more when the path is closed. */
  readonly reached: readonly number[]
}

/** The pieces of one stretch without corners. */
function stretch(points: readonly Point[]): Segment[] {
  if (points.length === 2) return [line(points[0]!, points[1]!)]
  if (points.length === 3) return throughThree(points[0]!, points[1]!, points[2]!)
  const tracks = thereAndBack(points)
  return points.slice(0, -1).map((here, i) => {
    const next = points[i + 1]!
    // Beyond an end the path is taken to go straight on.
    const before = points[i - 1] ?? plus(here, minus(here, next))
    const after = points[i + 2] ?? plus(next, minus(next, here))
    return tracks[i] ?? smooth(before, here, next, after)
  })
}

/** A loop without corners: one that turns back somewhere begins there and goes there and back. */
function closedLoop(points: readonly Point[]): Segment[] {
  const count = points.length
  const at = (i: number) => points[(i + count) % count]!
  const begin = points.findIndex((_, i) => turnsBack(at(i - 1), at(i), at(i + 1)))
  const tracks = begin < 0 ? [] : thereAndBack(Array.from({ length: count + 1 }, (_, i) => at(begin + i)))
  return points.map((_, i) => tracks[(i - begin + count) % count] ?? smooth(at(i - 1), at(i), at(i + 1), at(i + 2)))
}

/**
 * The path of action through places in order: centripetal Catmull–Rom (α = ½), measured by arc
 * length. Two points give a line, exactly three the circle through them unless they lie within 1 px
 * of a line. A way that returns along itself is one track travelled twice (`track.ts`). `bends` gives the piece after a point a sagitta in pixels instead (positive to the left
 * of the way): it becomes a circular arc. `closed` leads from the last point back to the first.
 * Errors: RangeError for fewer than two points or a place too far from the paper.
 */
export function arcThrough(
  points: readonly ArcPoint[],
  {
    closed = false,
    bends = {},
  }: {
    closed?: boolean
    bends?: Readonly<Record<number, number>>
  } = {},
): Arc {
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
    return sagitta === undefined
      ? segment
      : bent(points[i]!, points[(i + 1) % points.length]!, requireNumber('bend', sagitta, -LIMITS.reach, LIMITS.reach))
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
  const held = clamp(inside, 0, segment.length)
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
  let least = far(start)
  const takeIfNearer = (along: number): boolean => {
    const away = far(along)
    if (away >= least) return false
    best = along
    least = away
    return true
  }
  for (let i = 1; i <= looks; i++) takeIfNearer(start + ((end - start) * i) / looks)
  let step = (end - start) / looks
  for (let turn = 0; turn < 40 && step > 1e-4; turn++) {
    const [less, more] = [Math.max(start, best - step), Math.min(end, best + step)]
    if (!takeIfNearer(less) && !takeIfNearer(more)) step /= 2
  }
  const place = placeAt(arc, best)
  const off = minus(point, place)
  const along = off.x * place.direction.x + off.y * place.direction.y
  const beyond = best - start < 1e-3 || end - best < 1e-3 ? along : 0
  const across = cross(off, place.direction)
  return { fraction: end - start < TOUCHING ? 0 : (best + beyond - start) / (end - start), across }
}
