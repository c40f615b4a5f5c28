import { memo } from '../base/memo'
import type { Point } from '../geometry/matrix'
import { courseOf } from '../ink/select'
import type { Ink, InkPiece } from '../ink/ink'

/** How one drawing lies on another when their lines are laid over each other, without turning it. */
export interface LaidOver {
  /** From where a line is on the first to where it is on the second, in pixels. */
  readonly by: Point
  /** How much of the drawing that has less line then lies on the other's, 0 to 1. */
  readonly share: number
}

/** Places a drawing is known by, and no finer than this along its lines, in pixels. */
const [PLACES, FINEST] = [72, 6]
/** Fewer places say nothing. */
const LEAST = 8

/** Where lines lie and which way they run there: x, y, and the direction's unit vector, four numbers a place. */
interface Lines {
  readonly places: Float64Array
  readonly count: number
  /** In pixels. */
  readonly length: number
  readonly apart: number
}

/** A drawing's lines; where it has none, the edges of what is painted. */
const linesOf = memo((ink: Ink): Lines => {
  const strokes = ink.filter(({ kind }) => kind === 'stroke')
  const courses = (strokes.length > 0 ? strokes : ink).map(courseIn)
  const length = courses.reduce((sum, course) => sum + lengthOf(course), 0)
  const apart = Math.max(FINEST, length / PLACES)
  const places = courses.flatMap((course) => placesAlong(course, apart))
  return { places: Float64Array.from(places), count: places.length / 4, length, apart }
})

/** Flat x, y pairs. */
function courseIn(piece: InkPiece): number[] {
  const [flat, stride] = courseOf(piece)
  const course: number[] = []
  for (let i = 0; i + 1 < flat.length; i += stride) course.push(flat[i]!, flat[i + 1]!)
  return course
}

function lengthOf(course: readonly number[]): number {
  let sum = 0
  for (let i = 2; i < course.length; i += 2)
    sum += Math.hypot(course[i]! - course[i - 2]!, course[i + 1]! - course[i - 1]!)
  return sum
}

/** Places in the middle of stretches of one length along a course, with the direction of the chord about each. */
function placesAlong(course: readonly number[], apart: number): number[] {
  const places: number[] = []
  let [gone, next] = [0, apart / 2]
  for (let i = 2; i < course.length; i += 2) {
    const [x, y] = [course[i - 2]!, course[i - 1]!]
    const [dx, dy] = [course[i]! - x, course[i + 1]! - y]
    const long = Math.hypot(dx, dy)
    for (; long > 0 && gone + long >= next; next += apart) {
      const t = (next - gone) / long
      places.push(x + t * dx, y + t * dy, dx / long, dy / long)
    }
    gone += long
  }
  return places
}

/** Lines that run this alike may be one: the cosine between them. */
const ALIKE = 0.9
/** Of a vote: places no farther apart than so many times the distance between them along the line may be one and the same. */
const BIN = 0.75

/** The displacement most places of the first agree on that have a line running alike on the second. */
function mostAgreed(a: Lines, b: Lines): Point {
  const bin = Math.max(a.apart, b.apart) * BIN
  const votes = new Map<number, number>()
  const name = (x: number, y: number) => x * 4096 + y
  for (let i = 0; i < 4 * a.count; i += 4)
    for (let k = 0; k < 4 * b.count; k += 4) {
      if (!runAlike(a.places, i, b.places, k)) continue
      const x = Math.round((b.places[k]! - a.places[i]!) / bin)
      const y = Math.round((b.places[k + 1]! - a.places[i + 1]!) / bin)
      votes.set(name(x, y), (votes.get(name(x, y)) ?? 0) + 1)
    }
  let best = { x: 0, y: 0, votes: 0 }
  for (const key of votes.keys()) {
    const x = Math.round(key / 4096)
    const y = key - x * 4096
    let all = 0
    for (const dx of [-1, 0, 1]) for (const dy of [-1, 0, 1]) all += votes.get(name(x + dx, y + dy)) ?? 0
    if (all > best.votes) best = { x: x * bin, y: y * bin, votes: all }
  }
  return best
}

const runAlike = (p: Float64Array, i: number, q: Float64Array, k: number): boolean =>
  Math.abs(p[i + 2]! * q[k + 2]! + p[i + 3]! * q[k + 3]!) >= ALIKE

/** How near to the other's line a place must be to be drawn to it, in pixels, round by round; after the last it lies on it. */
const NEAR = [16, 12, 9, 7, 7]
/** How little of what lies along a line counts, which tells nothing of where on it a place belongs. */
const ALONG = 0.02

/** Draws the first to the nearest lines of the second, across them: least squares over those near enough. */
function drawnTo(a: Lines, b: Lines, from: Point): LaidOver {
  let by = from
  let onLine = 0
  for (const near of NEAR) {
    let [xx, xy, yy, x, y] = [0, 0, 0, 0, 0]
    onLine = 0
    for (let i = 0; i < 4 * a.count; i += 4) {
      const k = nearestTo(a.places, i, b, by)
      if (k < 0) continue
      const [ex, ey] = [b.places[k]! - a.places[i]! - by.x, b.places[k + 1]! - a.places[i + 1]! - by.y]
      const [tx, ty] = [b.places[k + 2]!, b.places[k + 3]!]
      const along = ex * tx + ey * ty
      const across = ey * tx - ex * ty
      if (Math.abs(across) > near || Math.abs(along) > b.apart) continue
      onLine++
      // Across the line in full, along it next to nothing.
      const [cxx, cxy, cyy] = [ty * ty + ALONG * tx * tx, -tx * ty + ALONG * tx * ty, tx * tx + ALONG * ty * ty]
      ;[xx, xy, yy] = [xx + cxx, xy + cxy, yy + cyy]
      ;[x, y] = [x + cxx * ex + cxy * ey, y + cxy * ex + cyy * ey]
    }
    const whole = xx * yy - xy * xy
    if (whole < 1e-9) return { by, share: 0 }
    by = { x: by.x + (x * yy - y * xy) / whole, y: by.y + (y * xx - x * xy) / whole }
  }
  return { by, share: onLine / a.count }
}

function nearestTo(places: Float64Array, i: number, b: Lines, by: Point): number {
  const [x, y] = [places[i]! + by.x, places[i + 1]! + by.y]
  let [best, nearest] = [-1, Infinity]
  for (let k = 0; k < 4 * b.count; k += 4) {
    const [dx, dy] = [b.places[k]! - x, b.places[k + 1]! - y]
    const far = dx * dx + dy * dy
    if (far < nearest && runAlike(places, i, b.places, k)) [best, nearest] = [k, far]
  }
  return best
}

/**
 * Lays the lines of one drawing over those of another, whatever else of them moves by itself or was drawn since: by
 * votes for where most places agree to go (a Hough transform over displacements), then to the nearest lines across
 * them. Undefined where either has too little line.
 */
export function laidOver(one: Ink, other: Ink): LaidOver | undefined {
  const [a, b] = [linesOf(one), linesOf(other)]
  if (Math.min(a.count, b.count) < LEAST) return undefined
  if (a.length <= b.length) return drawnTo(a, b, mostAgreed(a, b))
  const { by, share } = drawnTo(b, a, mostAgreed(b, a))
  return { by: { x: -by.x, y: -by.y }, share }
}
