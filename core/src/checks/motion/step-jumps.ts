import { turnBetween } from '../../geometry/angle'
import { distance, type Point } from '../../motion/arc'
import type { TimedPlace } from './foretold'
import { mean as meanOf, median } from '../size/median'
import { cornersOf } from '../turns'

/** A way that turns by more than this beside a step is longer than the step is, in radians. */
const BENDS = 0.8

/** Whether the way turns round about a step, or bends so much that the step says little of it: it slows down there and comes again. */
function turnsRound(places: readonly { readonly at: Point }[], i: number): boolean {
  const way = (k: number) => {
    const [a, b] = [places[k]?.at, places[k + 1]?.at]
    return a && b && distance(a, b) > 1e-6 ? Math.atan2(b.y - a.y, b.x - a.x) : undefined
  }
  const turn = (from: number | undefined, to: number | undefined) =>
    from === undefined || to === undefined ? 0 : Math.abs(turnBetween(from, to))
  // What one drawing out of its place does to the steps beside it is no turn: those before and after still agree.
  const around = turn(way(i - 1), way(i + 2))
  if (around > Math.PI / 2) return true
  const beside = [turn(way(i - 2), way(i - 1)), turn(way(i + 2), way(i + 3))]
  const within =
    around > BENDS && turn(way(i - 1), way(i)) + turn(way(i), way(i + 1)) + turn(way(i + 1), way(i + 2)) > BENDS
  return within || Math.max(...beside) > BENDS
}

/** Steps looked at on each side of one, and how unlike each other they may be for it to be judged, as a factor. */
const AROUND = 2
const AGREE = 1.3

/** Slower than this nothing moves, in pixels a frame. */
const SLOW = 0.05

/** How speeds go on: by so many times, or by so many pixels a frame more each time, as where a move begins. */
interface Scale {
  readonly to: (speed: number) => number
  readonly from: (value: number) => number
}
const TIMES: Scale = { to: (speed) => Math.log(Math.max(speed, SLOW)), from: Math.exp }
const PIXELS: Scale = { to: (speed) => speed, from: (value) => Math.max(value, SLOW) }

interface Around {
  readonly when: number
  readonly speed: number
}

/**
 * The speed the steps around one foretell: the line through their logarithms over time, one of them left out where it
 * does not go with the rest, since a drawing out of its place makes the step beside this one wrong as well; or the line
 * through the speeds themselves, where that is nearer to the speed there is. Undefined where they do not agree, as where a
 * move begins, turns back or ends.
 */
function foretoldBy(around: readonly Around[], speed: number): number | undefined {
  if (around.length < 3) return undefined
  const sets = around.length > 3 ? around.map((_, out) => around.filter((__, i) => i !== out)) : [around]
  const [times, pixels] = [TIMES, PIXELS].map((scale) =>
    sets.map((set) => lineThrough(set, scale)).reduce((a, b) => (b.off < a.off ? b : a)),
  ) as [Foretold, Foretold]
  if (times.off > Math.log(AGREE)) return undefined
  return pixels.off <= Math.log(AGREE) && offBy(speed, pixels.speed) < offBy(speed, times.speed)
    ? pixels.speed
    : times.speed
}

interface Foretold {
  /** How far the worst of them lies off the line, as the logarithm of a factor. */
  readonly off: number
  readonly speed: number
}

/** What the line through speeds says of the moment they are told from. */
function lineThrough(set: readonly Around[], { to, from }: Scale): Foretold {
  const values = set.map(({ speed }) => to(speed))
  const [when, mean] = [meanOf(set.map((each) => each.when)), meanOf(values)]
  const spread = set.reduce((sum, each) => sum + (each.when - when) ** 2, 0)
  const slope =
    spread > 0 ? set.reduce((sum, each, i) => sum + (each.when - when) * (values[i]! - mean), 0) / spread : 0
  const at = (moment: number) => from(mean + slope * (moment - when))
  return { off: Math.max(...set.map((each) => offBy(each.speed, at(each.when)))), speed: at(0) }
}

/** A step that those around it do not foretell; all that comes after it may go on evenly again. */
export interface Jump {
  /** The place it leads to. */
  readonly to: number
  readonly speed: number
  readonly foretold: number
}

/** Steps on each side that tell how steady the way is there. */
const REACH = 24
/** So many times as far from what is foretold, as a factor, as the other steps are in the middle. */
const MUCH = 4
/** A step this like the two beside it is none to look at further, as a factor. */
const LIKE = 1.2

interface Step {
  readonly speed: number
  readonly middle: number
}

/** Steps that are not what those around them foretell, and by far less so than the others of this way. */
export function stepJumps(points: readonly (TimedPlace & { readonly corner?: boolean | undefined })[]): Jump[] {
  const steps = points.slice(1).map((to, i): Step => ({
    speed: distance(points[i]!, to) / Math.max(1, to.when - points[i]!.when),
    middle: (to.when + points[i]!.when) / 2,
  }))
  const suspects = steps.flatMap(({ speed }, i) => {
    const [before, after] = [steps[i - 1]?.speed, steps[i + 1]?.speed]
    const even = before !== undefined && after !== undefined && offBy(speed, Math.sqrt(before * after)) < Math.log(LIKE)
    const foretold = even ? undefined : foretoldAt(steps, i)
    return foretold === undefined ? [] : [{ i, speed, foretold }]
  })
  if (suspects.length === 0) return []
  const places = points.map((at) => ({ at }))
  const corners = cornersOf(points)
  return suspects.flatMap(({ i, speed, foretold }) => {
    if (offBy(speed, foretold) <= MUCH * usualOff(steps, i)) return []
    if (turnsRound(places, i) || corners[i] || corners[i + 1]) return []
    return [{ to: i + 1, speed, foretold }]
  })
}

function foretoldAt(steps: readonly Step[], i: number): number | undefined {
  const around = [-AROUND, -1, 1, AROUND].flatMap((by) => {
    const other = steps[i + by]
    return other ? [{ when: other.middle - steps[i]!.middle, speed: other.speed }] : []
  })
  return foretoldBy(around, steps[i]!.speed)
}

/** How far the steps about one are from what is foretold of them, in the middle; not those beside it, which a wrong one makes wrong. */
function usualOff(steps: readonly Step[], i: number): number {
  const from = Math.max(0, i - REACH)
  const offs = steps.slice(from, i + REACH + 1).flatMap(({ speed }, n) => {
    const foretold = Math.abs(from + n - i) > AROUND ? foretoldAt(steps, from + n) : undefined
    return foretold === undefined ? [] : [offBy(speed, foretold)]
  })
  return offs.length > 0 ? median(offs) : 0
}

/** How far a speed is from another, as the logarithm of a factor. */
const offBy = (speed: number, foretold: number) => Math.abs(Math.log(Math.max(speed, SLOW) / Math.max(foretold, SLOW)))
