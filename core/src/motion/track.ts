import { clamp } from '../base/clamp'
import type { Point } from '../geometry/matrix'
import { cross, distance, line, minus, plus, roundArc, smooth, TOUCHING, unit, type Segment } from './segments'

/** Three points nearer to a line than this are joined by lines, in pixels. */
const STRAIGHT = 1
/** A way that turns by more than this turns back, in radians: 120°. */
const BACK = (2 * Math.PI) / 3
/** Points lie on one circle when they are off it by at most this share of its radius. */
const ON_CIRCLE = 0.02
/** A track that several legs share turns nowhere by more than this from one of its points to the next, in radians: 50°. */
const BENDS = (50 * Math.PI) / 180
/** Points of a track nearer to each other than this share of its extent are one place of it. */
const ONE_PLACE = 0.03

const turnAt = (a: Point, b: Point, c: Point): number => {
  const [before, after] = [unit(minus(b, a)), unit(minus(c, b))]
  return Math.abs(Math.atan2(cross(before, after), before.x * after.x + before.y * after.y))
}

/** Whether the way from `a` over `b` to `c` turns back at `b`. */
export const turnsBack = (a: Point, b: Point, c: Point): boolean =>
  distance(a, b) > STRAIGHT && distance(b, c) > STRAIGHT && turnAt(a, b, c) > BACK

/** The angle from one direction to another, the short way round: −π … π. */
const shortTurn = (from: number, to: number): number => Math.atan2(Math.sin(to - from), Math.cos(to - from))
/** The same all the way round in one sense: 0 … 2π times `sense`. */
const turnInSense = (from: number, to: number, sense: number): number => {
  const by = shortTurn(from, to) * sense
  return sense * (by < 0 ? by + 2 * Math.PI : by)
}

/**
 * The way from the first point over the second to the third: on the circle through them, or on lines when they
 * are as good as straight. When the third lies on the short arc between the first two, or the first on the short
 * arc between the last two, it is a move there and back, and both legs run on that arc.
 */
export function throughThree(a: Point, b: Point, c: Point): Segment[] {
  const [ab, ac] = [minus(b, a), minus(c, a)]
  const area = cross(ab, ac)
  const longest = Math.max(distance(a, b), distance(b, c), distance(a, c))
  if (longest < TOUCHING || Math.abs(area) / longest < STRAIGHT) return [line(a, b), line(b, c)]
  const [sab, sac] = [ab.x * ab.x + ab.y * ab.y, ac.x * ac.x + ac.y * ac.y]
  const centre = plus(a, { x: (ac.y * sab - ab.y * sac) / (2 * area), y: (ab.x * sac - ac.x * sab) / (2 * area) })
  const radius = distance(a, centre)
  const [atA, atB, atC] = [a, b, c].map((point) => Math.atan2(point.y - centre.y, point.x - centre.x)) as [
    number,
    number,
    number,
  ]
  const within = (from: number, to: number, between: number) => {
    const whole = shortTurn(from, to)
    return Math.abs(turnInSense(from, between, Math.sign(whole) || 1)) <= Math.abs(whole)
  }
  if (within(atA, atB, atC) || within(atB, atC, atA))
    return [roundArc(centre, radius, atA, shortTurn(atA, atB)), roundArc(centre, radius, atB, shortTurn(atB, atC))]
  const sense = Math.sign(area)
  return [
    roundArc(centre, radius, atA, turnInSense(atA, atB, sense)),
    roundArc(centre, radius, atB, turnInSense(atB, atC, sense)),
  ]
}

/**
 * The pieces of a way that goes there and back along one track, by the point each begins at; pieces that share no
 * track with another are left out. The way is cut where it turns back; legs one after the other share a track when
 * all their points lie on one circle (Kåsa's fit), or give one smooth curve when put in order along it.
 */
export function thereAndBack(points: readonly Point[]): (Segment | undefined)[] {
  const returns = points.flatMap((point, i) =>
    i > 0 && i < points.length - 1 && turnsBack(points[i - 1]!, point, points[i + 1]!) ? [i] : [],
  )
  if (returns.length === 0) return []
  const round = onCircle(points, returns)
  if (round) return round
  const cuts = [0, ...returns, points.length - 1]
  const pieces: (Segment | undefined)[] = new Array<undefined>(points.length - 1).fill(undefined)
  for (let first = 0; first < cuts.length - 2;) {
    let last = cuts.length - 1
    let shared: Segment[] | undefined
    // As many legs as share it, at least two.
    for (; last > first + 1 && !shared; last--) shared = onOneCurve(points.slice(cuts[first], cuts[last]! + 1))
    shared?.forEach((piece, i) => (pieces[cuts[first]! + i] = piece))
    first = shared ? last + 1 : first + 1
  }
  return pieces
}

interface Circle {
  readonly centre: Point
  readonly radius: number
}

/** The circle nearest to some points in least squares (Kåsa 1976); undefined when they lie on a line. */
function circleOf(points: readonly Point[]): Circle | undefined {
  const count = points.length
  const middle = {
    x: points.reduce((sum, { x }) => sum + x, 0) / count,
    y: points.reduce((sum, { y }) => sum + y, 0) / count,
  }
  let [xx, xy, yy, xz, yz] = [0, 0, 0, 0, 0]
  let mean = 0
  for (const point of points) {
    const { x, y } = minus(point, middle)
    const z = x * x + y * y
    ;[xx, xy, yy, xz, yz] = [xx + x * x, xy + x * y, yy + y * y, xz + x * z, yz + y * z]
    mean += z / count
  }
  const size = xx * yy - xy * xy
  if (size < 1e-9 * (xx + yy) ** 2) return undefined
  const offset = { x: (xz * yy - yz * xy) / (2 * size), y: (yz * xx - xz * xy) / (2 * size) }
  return { centre: plus(middle, offset), radius: Math.sqrt(mean + offset.x ** 2 + offset.y ** 2) }
}

/** Every leg on the one circle all points lie on, turning the other way after each return; undefined when they do not. */
function onCircle(points: readonly Point[], returns: readonly number[]): Segment[] | undefined {
  const circle = circleOf(points)
  if (!circle) return undefined
  const { centre, radius } = circle
  if (points.some((point) => Math.abs(distance(point, centre) - radius) > ON_CIRCLE * radius)) return undefined
  const angles = points.map((point) => Math.atan2(point.y - centre.y, point.x - centre.x))
  const turns = angles.slice(1).map((angle, i) => shortTurn(angles[i]!, angle))
  const swings = turns.every(
    (turn, i) => i === 0 || Math.sign(turn) === Math.sign(turns[i - 1]!) * (returns.includes(i) ? -1 : 1),
  )
  if (!swings) return undefined
  return turns.map((turn, i) =>
    roundPiece(centre, distance(points[i]!, centre), distance(points[i + 1]!, centre), angles[i]!, turn),
  )
}

/** A piece about a centre whose distance from it goes evenly from one to another: drawings are never quite on the circle. */
function roundPiece(centre: Point, from: number, to: number, start: number, turn: number): Segment {
  const length = Math.hypot((Math.abs(turn) * (from + to)) / 2, to - from)
  return {
    length,
    at(along) {
      const share = length === 0 ? 0 : along / length
      const angle = start + share * turn
      const radius = from + share * (to - from)
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
      const direction = unit({ x: (to - from) * cos - turn * radius * sin, y: (to - from) * sin + turn * radius * cos })
      return { x: centre.x + radius * cos, y: centre.y + radius * sin, direction }
    },
  }
}

/** Every leg on the curve through all their points in order along it; undefined when that is no smooth curve. */
function onOneCurve(points: readonly Point[]): Segment[] | undefined {
  const [one, other] = farthestPair(points)
  const extent = distance(one, other)
  if (extent < STRAIGHT) return undefined
  const way = unit(minus(other, one))
  const share = (point: Point) => minus(point, one).x * way.x + minus(point, one).y * way.y
  const places: Point[] = []
  for (const point of [...points].sort((a, b) => share(a) - share(b))) {
    if (places.every((place) => distance(place, point) > ONE_PLACE * extent)) places.push(point)
  }
  if (
    places.some((place, i) => i > 0 && i < places.length - 1 && turnAt(places[i - 1]!, place, places[i + 1]!) > BENDS)
  )
    return undefined
  const track = trackThrough(places)
  const stands = points.map((point) => track.standOf(point))
  return points.slice(1).map((_, i) => track.piece(stands[i]!, stands[i + 1]!))
}

function farthestPair(points: readonly Point[]): [Point, Point] {
  let best: [Point, Point] = [points[0]!, points[0]!]
  points.forEach((a, i) =>
    points.slice(i + 1).forEach((b) => (best = distance(a, b) > distance(...best) ? [a, b] : best)),
  )
  return best
}

/** Where a point stands on a track: pixels from its beginning, and how far it lies off it. */
interface Stand {
  readonly along: number
  readonly off: Point
}

/** A curve through places that can be travelled either way, from where one point stands to where another does. */
function trackThrough(places: readonly Point[]) {
  const pieces =
    places.length === 2
      ? [line(places[0]!, places[1]!)]
      : places.length === 3
        ? throughThree(places[0]!, places[1]!, places[2]!)
        : places.slice(1).map((next, i) => {
            const here = places[i]!
            return smooth(
              places[i - 1] ?? plus(here, minus(here, next)),
              here,
              next,
              places[i + 2] ?? plus(next, minus(next, here)),
            )
          })
  const reached = pieces.reduce<number[]>((sums, { length }) => [...sums, sums.at(-1)! + length], [0])
  const at = (along: number) => {
    let i = 0
    while (i < pieces.length - 1 && reached[i + 1]! <= along) i++
    return pieces[i]!.at(clamp(along - reached[i]!, 0, pieces[i]!.length))
  }
  return {
    standOf(point: Point): Stand {
      const known = places.indexOf(point)
      if (known >= 0) return { along: reached[known]!, off: { x: 0, y: 0 } }
      const steps = 32 * pieces.length
      const whole = reached.at(-1)!
      const far = (along: number) => distance(at(along), point)
      let best = 0
      for (let i = 1; i <= steps; i++) if (far((whole * i) / steps) < far(best)) best = (whole * i) / steps
      return { along: best, off: minus(point, at(best)) }
    },
    piece(from: Stand, to: Stand): Segment {
      const sense = Math.sign(to.along - from.along) || 1
      const way = Math.abs(to.along - from.along)
      // Two points at one place of the track still have the way across between them.
      const length = Math.hypot(way, distance(to.off, from.off))
      return {
        length,
        at(along) {
          const share = length === 0 ? 0 : along / length
          const place = at(from.along + sense * share * way)
          const off = plus(from.off, minus(to.off, from.off), share)
          return { ...plus(place, off), direction: { x: place.direction.x * sense, y: place.direction.y * sense } }
        },
      }
    },
  }
}
