import { memo } from '../base/memo'
import type { Point } from '../geometry/matrix'
import { courseOf } from '../ink/select/select'
import type { Ink, InkPiece } from '../ink/ink'

/** How one drawing lies on another when their lines are laid over each other, without turning it. */
export interface LaidOver {
  /** From where a line is on the first to where it is on the second, in pixels. */
  readonly by: Point
  /** How much of the drawing that has less line then lies on the other's, 0 to 1. */
  readonly share: number
}

/** Places a drawing is known by, and no finer than this along its lines, in pixels. */
const [PLACES, FINEST] = [60, 6]
/** Fewer places say nothing. */
const LEAST = 8

/** Where lines lie and which way they run there: x, y, and the direction's unit vector, four numbers a place. */
interface Lines {
  readonly places: Float64Array
  readonly count: number
  /** In pixels. */
  readonly length: number
  readonly apart: number
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}

/** A drawing's lines; where it has none, the edges of what is painted. */
const linesOf = memo((ink: Ink): Lines => {
  const strokes = ink.filter(({ kind }) => kind === 'stroke')
  const courses = (strokes.length > 0 ? strokes : ink).map(courseIn)
  const length = courses.reduce((sum, course) => sum + lengthOf(course), 0)
  const apart = Math.max(FINEST, length / PLACES)
  const places = courses.flatMap((course) => placesAlong(course, apart))
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < places.length; i += 4) {
    ;[left, right] = [Math.min(left, places[i]!), Math.max(right, places[i]!)]
    ;[top, bottom] = [Math.min(top, places[i + 1]!), Math.max(bottom, places[i + 1]!)]
  }
  return { places: Float64Array.from(places), count: places.length / 4, length, apart, left, top, right, bottom }
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
/** One of so many places votes: that is enough to agree on where to begin. */
const ONE_OF = 2

/** The displacement most places of the first agree on that have a line running alike on the second. */
function mostAgreed(a: Lines, b: Lines): Point {
  const bin = Math.max(a.apart, b.apart) * BIN
  // Nothing goes farther than from one end of all there is to the other; a vote counts for the bins beside its own too.
  const [left, top] = [b.left - a.right, b.top - a.bottom]
  const [wide, high] = [b.right - a.left - left, b.bottom - a.top - top].map((span) => Math.ceil(span / bin) + 4)
  const votes = new Uint16Array(wide! * high!)
  let best = 0
  let most = 0
  for (let i = 0; i < 4 * a.count; i += 4 * ONE_OF)
    for (let k = 0; k < 4 * b.count; k += 4) {
      if (!runAlike(a.places, i, b.places, k)) continue
      const x = Math.round((b.places[k]! - a.places[i]! - left) / bin) + 1
      const y = Math.round((b.places[k + 1]! - a.places[i + 1]! - top) / bin) + 1
      for (let row = y - 1; row <= y + 1; row++)
        for (let cell = row * wide! + x - 1; cell <= row * wide! + x + 1; cell++)
          if (++votes[cell]! > most) {
            best = cell
            most = votes[cell]!
          }
    }
  return { x: ((best % wide!) - 1) * bin + left, y: (Math.floor(best / wide!) - 1) * bin + top }
}

const runAlike = (p: Float64Array, i: number, q: Float64Array, k: number): boolean =>
  Math.abs(p[i + 2]! * q[k + 2]! + p[i + 3]! * q[k + 3]!) >= ALIKE

/** How near to the other's line a place must be to be drawn to it, in pixels, round by round; after the last it lies on it. */
const NEAR = [16, 10, 7, 7]
/** How little of what lies along a line counts, which tells nothing of where on it a place belongs. */
const ALONG = 0.02

/** Draws the first to the nearest lines of the second, across them: least squares over those near enough. */
function drawnTo(a: Lines, b: Lines, from: Point): LaidOver {
  let by = from
  let onLine = 0
  for (const near of NEAR) {
    const sums = { xx: 0, xy: 0, yy: 0, x: 0, y: 0 }
    onLine = 0
    for (let i = 0; i < 4 * a.count; i += 4) {
      const k = nearestTo(a.places, i, b, by)
      if (k < 0) continue
      const ex = b.places[k]! - a.places[i]! - by.x
      const ey = b.places[k + 1]! - a.places[i + 1]! - by.y
      const tx = b.places[k + 2]!
      const ty = b.places[k + 3]!
      if (Math.abs(ey * tx - ex * ty) > near || Math.abs(ex * tx + ey * ty) > b.apart) continue
      onLine++
      // Across the line in full, along it next to nothing.
      const cxx = ty * ty + ALONG * tx * tx
      const cxy = (ALONG - 1) * tx * ty
      const cyy = tx * tx + ALONG * ty * ty
      sums.xx += cxx
      sums.xy += cxy
      sums.yy += cyy
      sums.x += cxx * ex + cxy * ey
      sums.y += cxy * ex + cyy * ey
    }
    const whole = sums.xx * sums.yy - sums.xy ** 2
    if (whole < 1e-9) return { by, share: 0 }
    by = {
      x: by.x + (sums.x * sums.yy - sums.y * sums.xy) / whole,
      y: by.y + (sums.y * sums.xx - sums.x * sums.xy) / whole,
    }
  }
  return { by, share: onLine / a.count }
}

function nearestTo(places: Float64Array, i: number, b: Lines, by: Point): number {
  const x = places[i]! + by.x
  const y = places[i + 1]! + by.y
  let best = -1
  let nearest = Infinity
  for (let k = 0; k < 4 * b.count; k += 4) {
    const dx = b.places[k]! - x
    const dy = b.places[k + 1]! - y
    const far = dx * dx + dy * dy
    if (far < nearest && runAlike(places, i, b.places, k)) {
      best = k
      nearest = far
    }
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
