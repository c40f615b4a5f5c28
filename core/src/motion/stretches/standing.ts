import { clamp } from '../../base/clamp'
import { heightsUnlike } from '../height'
import { spreadOf } from '../matching'
import { drawnAlike, timesAsLong, type Seats } from './seats'
import type { Way } from './ways'

/**
 * Lines that stand still: laid on one another, the two drawings have them in one place, as an animator has who traced them.
 * They are the same line whatever else moves, comes or goes about them.
 */

/** What stands lies within so much of itself: in pixels and by the size of the drawing; by the line's own length the box it lies in is as near. */
const NEAR = { pixels: 8, size: 0.02, length: 0.2 } as const
/** So much of each lies on the other, and their lengths differ by no more than this factor. */
const MOSTLY = 0.92
const AS_LONG = 1.25
/** Sides of the box a line lies in may differ by more: a hand overshoots; beyond the end of the other a line lies on nothing sooner. */
const LOOSER = 1.6
const BEYOND = 0.5

/** A line of the first drawing and the one of the second that stands where it does, by their places. */
export interface Stands {
  readonly a: number
  readonly b: number
  /** Where its points lie on the second. */
  readonly seats: Seats
}

/** The lines of two drawings that stand; of several that lie on one another, those that lie nearest. */
export function standingLines(a: readonly Way[], b: readonly Way[]): Stands[] {
  const near = Math.min(NEAR.pixels, NEAR.size * Math.max(1, spreadOf(a), spreadOf(b)))
  const found = a.flatMap((p, i) =>
    b.flatMap((q, j) => {
      if (!mayBeOne(p, q, LOOSER * Math.min(near, NEAR.length * Math.min(p.length, q.length)))) return []
      const [there, back] = [laidOn(p, q, near), laidOn(q, p, near)]
      if (Math.min(there.share, back.share) < MOSTLY) return []
      const seats = there.places.map(({ at, far }) => {
        const isBeyond = far > (isEnd(q, at) ? BEYOND * near : LOOSER * near)
        return isBeyond ? undefined : { way: j, at }
      })
      return [{ a: i, b: j, apart: there.apart + back.apart, seats }]
    }),
  )
  return withoutMovedUp(a, b, nearest(found))
}

const isEnd = ({ points, closed }: Way, at: number): boolean => !closed && (at <= 0 || at >= points.length / 2 - 1)

/** One for each line: those that lie nearest to each other first. */
function nearest(found: readonly (Stands & { readonly apart: number })[]): Stands[] {
  const [usedA, usedB] = [new Set<number>(), new Set<number>()]
  return [...found]
    .sort((p, q) => p.apart - q.apart)
    .filter((each) => {
      if (usedA.has(each.a) || usedB.has(each.b)) return false
      usedA.add(each.a)
      usedB.add(each.b)
      return true
    })
}

/** Lines look alike when their lengths differ by no more than this factor. */
const LOOK_ALIKE = 1.6
/** One goes to the place of another no farther than this by their length, and the next as far and as it went, to this share. */
const UP = 1.2
const AS_FAR = 0.25

/**
 * Where one moves up into the place of the one before, as eyes do when a head turns and stripes on a sleeve, the place is taken
 * though nothing stands: a look-alike is left behind on the first drawing, and one ahead, as far on, on the second.
 */
function withoutMovedUp(a: readonly Way[], b: readonly Way[], standing: readonly Stands[]): Stands[] {
  const [standA, standB] = [new Set(standing.map((each) => each.a)), new Set(standing.map((each) => each.b))]
  const alikeLeft = (ways: readonly Way[], stand: ReadonlySet<number>, own: Way) =>
    ways.flatMap((way, i) => {
      if (stand.has(i) || !lookAlike(way, own)) return []
      const [dx, dy] = [middle(way).x - middle(own).x, middle(way).y - middle(own).y]
      return Math.hypot(dx, dy) < UP * own.length ? [{ dx, dy }] : []
    })
  const left = standing.filter(({ a: i, b: j }) => {
    const behind = alikeLeft(a, standA, a[i]!)
    const ahead = alikeLeft(b, standB, b[j]!)
    return !behind.some((p) =>
      ahead.some((q) => Math.hypot(p.dx + q.dx, p.dy + q.dy) < AS_FAR * Math.hypot(p.dx, p.dy)),
    )
  })
  return left.length === standing.length ? left : withoutMovedUp(a, b, left)
}
const lookAlike = (p: Way, q: Way): boolean =>
  p.closed === q.closed && drawnAlike(p, q) && timesAsLong(p, q) < LOOK_ALIKE
const middle = ({ box }: Way) => ({ x: (box.left + box.right) / 2, y: (box.top + box.bottom) / 2 })

/**
 * Whether two lines are as long and lie in the same box. Their ends may lie elsewhere: what goes before an outline that stands hides
 * now this of it, now that, and nothing slides along itself within one box but what is round.
 */
function mayBeOne(p: Way, q: Way, near: number): boolean {
  if (!drawnAlike(p, q) || heightsUnlike(p.height, q.height) > 0) return false
  if (timesAsLong(p, q) > AS_LONG) return false
  const sides = ['left', 'top', 'right', 'bottom'] as const
  return sides.every((side) => Math.abs(p.box[side] - q.box[side]) <= near)
}

/** Where the points of a line lie on another, what share of them no farther than `near`, and how far those are on average; pixels. */
function laidOn(p: Way, q: Way, near: number): { places: Nearest[]; share: number; apart: number } {
  const places = Array.from({ length: p.points.length / 2 }, (_, k) =>
    nearestOn(q, p.points[2 * k]!, p.points[2 * k + 1]!),
  )
  const on = places.filter(({ far }) => far <= near)
  const apart = on.length === 0 ? Infinity : on.reduce((sum, { far }) => sum + far, 0) / on.length
  return { places, share: on.length / places.length, apart }
}

/** A place along a line, in points, and how far it lies off, in pixels. */
interface Nearest {
  readonly at: number
  readonly far: number
}
/** The place along a line that lies nearest. */
function nearestOn({ points, closed }: Way, x: number, y: number): Nearest {
  const count = points.length / 2
  let [nearest, place] = [Infinity, 0]
  for (let k = 0; k < count - (closed ? 0 : 1); k++) {
    const n = 2 * ((k + 1) % count)
    const [dx, dy] = [points[n]! - points[2 * k]!, points[n + 1]! - points[2 * k + 1]!]
    const [ox, oy] = [x - points[2 * k]!, y - points[2 * k + 1]!]
    const t = clamp((ox * dx + oy * dy) / (dx * dx + dy * dy || 1), 0, 1)
    const far = (ox - t * dx) ** 2 + (oy - t * dy) ** 2
    if (far < nearest) [nearest, place] = [far, k + t]
  }
  return { at: closed ? place % count : place, far: Math.sqrt(nearest) }
}
