import type { Point } from '../../geometry/matrix'
import { pulledBy, type Matched } from '../matching'
import { drawnAlike, middleOf, timesAsLong } from './seats'
import type { Way } from './ways'
import type { Landmark } from './whole'

/** Look-alikes, as two eyes, two hands and drops are: of which is which only their places tell. */

/** Lines look alike when their lengths differ by no more than this factor. */
const AS_LONG = 1.4
const isLike = (p: Way, q: Way): boolean => p.closed === q.closed && drawnAlike(p, q) && timesAsLong(p, q) < AS_LONG

/** Two would have gone less far when the squares of their ways are together less than this share of what they are. */
const LESS_FAR = 0.8

/**
 * Lines of the first drawing, by their places, that may as well be another's partner: two that look alike would both together
 * have gone less far, as from where they are or as the drawing or its landmarks go, had each gone to the other's place.
 */
export function mayHaveChanged(
  a: readonly Way[],
  b: readonly Way[],
  { matched, landmarks }: { matched: readonly Matched[]; landmarks: readonly Landmark[] },
): Set<number> {
  const [here, there] = [a.map((way) => middleOf([way])), b.map((way) => middleOf([way]))]
  const goes = wayOf(a, b, landmarks)
  const carried = here.map(({ x, y }) => plus({ x, y }, goes(x, y)))
  const doubtful = new Set<number>()
  const isNearer = (from: readonly Point[], p: Matched, q: Matched) =>
    squared(from[p.a]!, there[q.b]!) + squared(from[q.a]!, there[p.b]!) <
    LESS_FAR * (squared(from[p.a]!, there[p.b]!) + squared(from[q.a]!, there[q.b]!))
  const areLike = (p: Matched, q: Matched) =>
    isLike(a[p.a]!, a[q.a]!) && isLike(b[p.b]!, b[q.b]!) && isLike(a[p.a]!, b[q.b]!)
  for (let i = 0; i < matched.length; i++)
    for (let k = i + 1; k < matched.length; k++) {
      const [p, q] = [matched[i]!, matched[k]!]
      if ((isNearer(here, p, q) || isNearer(carried, p, q)) && areLike(p, q)) doubtful.add(p.a).add(q.a)
    }
  return doubtful
}

/** By how much places of the first drawing go: as the landmarks about them do, or else as the whole drawing does. */
function wayOf(a: readonly Way[], b: readonly Way[], landmarks: readonly Landmark[]): (x: number, y: number) => Point {
  const pulls = landmarks.map(({ a: p, b: q }) => ({ ...p, dx: q.x - p.x, dy: q.y - p.y }))
  if (pulls.length > 0) return (x, y) => pulledBy(x, y, pulls, 5)
  const [from, to] = [middleOf(a), middleOf(b)]
  return () => ({ x: to.x - from.x, y: to.y - from.y })
}
const plus = (p: Point, by: Point): Point => ({ x: p.x + by.x, y: p.y + by.y })
const squared = (p: Point, q: Point): number => (p.x - q.x) ** 2 + (p.y - q.y) ** 2
