import type { Point } from '../../geometry/matrix'
import { predictedBy, type Line, type Matched } from '../matching'
import { drawnAlike, timesAsLong } from './seats'
import type { Landmark } from './whole'

/** Look-alikes, as two eyes, two hands and drops are: of which is which only their places tell. */

/** Lines look alike when their lengths differ by no more than this factor. */
const AS_LONG = 1.4
const isLike = (p: Line, q: Line): boolean => p.closed === q.closed && drawnAlike(p, q) && timesAsLong(p, q) < AS_LONG

/** Two would have gone less far when the squares of their ways are together less than this share of what they are. */
const LESS_FAR = 0.8

/**
 * Lines of the first drawing, by their places, that may as well be another's partner: two that look alike would both together
 * have gone less far, as from where they are or as the drawing or its landmarks go, had each gone to the other's place.
 */
export function mayHaveChanged(
  a: readonly Line[],
  b: readonly Line[],
  { matched, landmarks }: { matched: readonly Matched[]; landmarks: readonly Landmark[] },
): Set<number> {
  const [here, there] = [a.map(({ middle }) => middle), b.map(({ middle }) => middle)]
  const goals = predictedBy(a, b, landmarks)
  const carried = here.map((_, i): Point => ({ x: goals[2 * i]!, y: goals[2 * i + 1]! }))
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

const squared = (p: Point, q: Point): number => (p.x - q.x) ** 2 + (p.y - q.y) ** 2
