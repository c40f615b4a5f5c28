/** A path of the pen looked at every half pixel. */
export interface Course {
  readonly length: number
  readonly x: Float64Array
  readonly y: Float64Array
  /** The direction there, of length one. */
  readonly dx: Float64Array
  readonly dy: Float64Array
  /** How far along, in pixels. */
  readonly at: Float64Array
}

/** Pixels from one look to the next. */
const EVERY = 0.5
/** The direction is taken over this many pixels each way: a hand's tremble is no turn. */
const TREMBLE = 4

/** @param points - flat x, y, at least one; a single point is a dab a hair long */
export function courseOf(points: readonly number[]): Course {
  const along = [0]
  for (let i = 2; i < points.length; i += 2)
    along.push(along.at(-1)! + Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!))
  const length = Math.max(along.at(-1)!, 1e-3)
  const count = Math.max(2, Math.ceil(length / EVERY) + 1)
  const numbers = () => new Float64Array(count)
  const course = { length, x: numbers(), y: numbers(), dx: numbers(), dy: numbers(), at: numbers() }
  let corner = 0
  for (let i = 0; i < count; i++) {
    const at = (length * i) / (count - 1)
    while (corner + 2 < along.length && along[corner + 1]! < at) corner++
    const span = (along[corner + 1] ?? along[corner]!) - along[corner]!
    const share = span > 0 ? Math.min(1, (at - along[corner]!) / span) : 0
    const next = Math.min(corner + 1, along.length - 1)
    course.at[i] = at
    course.x[i] = points[2 * corner]! + (points[2 * next]! - points[2 * corner]!) * share
    course.y[i] = points[2 * corner + 1]! + (points[2 * next + 1]! - points[2 * corner + 1]!) * share
  }
  direct(course)
  return course
}

function direct({ x, y, dx, dy }: Course) {
  const reach = Math.round(TREMBLE / EVERY)
  const last = x.length - 1
  for (let i = 0; i <= last; i++) {
    const [from, to] = [Math.max(0, i - reach), Math.min(last, i + reach)]
    const [u, v] = [x[to]! - x[from]!, y[to]! - y[from]!]
    const long = Math.hypot(u, v)
    // Turned back on itself there is no chord: it goes on as before.
    dx[i] = long > 1e-9 ? u / long : (dx[i - 1] ?? 1)
    dy[i] = long > 1e-9 ? v / long : (dy[i - 1] ?? 0)
  }
}
