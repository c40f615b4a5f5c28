import { LIMITS } from '../base/limits'
import { finely } from '../geometry/polyline'
import { refuse } from '../scene/refusal'
import { quantized, type Ink, type InkChange, type InkPiece, type Stroke } from './ink'

/** What is done to lines after they were drawn: steadied, put in front, joined, closed, cut. */

/** Rounds of smoothing for the strongest steadying. */
const MOST_ROUNDS = 24

/**
 * A line with its tremor taken out: each point moves toward the middle of its neighbours, in as many rounds as
 * `strength` (0…1) asks for (a binomial filter); its ends stay. A closed line stays closed.
 */
export function steadied(stroke: Stroke, strength: number): Stroke {
  const count = stroke.points.length / 3
  if (count < 3) return stroke
  let points = [...stroke.points]
  for (let round = 0; round < Math.round(strength * MOST_ROUNDS); round++) {
    const next = [...points]
    for (let i = 3; i < points.length - 3; i += 3)
      for (const axis of [0, 1])
        next[i + axis] = (points[i - 3 + axis]! + 2 * points[i + axis]! + points[i + 3 + axis]!) / 4
    points = next
  }
  return quantized({ ...stroke, points })
}

/** The change that lays some pieces over all others of their pass, or beneath them, in the order they have. */
export function reordered(ink: Ink, ids: ReadonlySet<string>, where: 'front' | 'behind'): InkChange | undefined {
  const remove = ink.flatMap((piece, at) => (ids.has(piece.id) ? [{ at, piece }] : []))
  const from = where === 'front' ? ink.length - remove.length : 0
  if (remove.length === 0 || remove.every(({ at }, i) => at === from + i)) return undefined
  return { remove, add: remove.map(({ piece }, i) => ({ at: from + i, piece })) }
}

type Ends = readonly [first: number, last: number]
const gap = (points: readonly number[], a: number, others: readonly number[], b: number) =>
  Math.hypot(points[a]! - others[b]!, points[a + 1]! - others[b + 1]!)
const endsOf = (points: readonly number[]): Ends => [0, points.length - 3]

function backwards(points: readonly number[]): number[] {
  const result: number[] = []
  for (let i = points.length - 3; i >= 0; i -= 3) result.push(points[i]!, points[i + 1]!, points[i + 2]!)
  return result
}

/** Two lines as one, their nearest ends together. */
function endToEnd(points: readonly number[], others: readonly number[]): number[] {
  const ways = endsOf(points).flatMap((a) => endsOf(others).map((b) => ({ a, b, apart: gap(points, a, others, b) })))
  const { a, b } = ways.reduce((best, way) => (way.apart < best.apart ? way : best))
  const [first, second] = [a === 0 ? backwards(points) : points, b === 0 ? others : backwards(others)]
  const meet = gap(first, first.length - 3, second, 0) === 0
  return [...first, ...(meet ? second.slice(3) : second)]
}

/** Several lines as one: the first, and then always the one whose end is nearest to an end of it. Errors: EditRefused when it gets too long. */
export function joinedLines([first, ...others]: readonly Stroke[]): Stroke {
  let { points } = first!
  const left = [...others]
  while (left.length > 0) {
    const nearest = left.reduce((best, line) => (apart(points, line.points) < apart(points, best.points) ? line : best))
    left.splice(left.indexOf(nearest), 1)
    points = endToEnd(points, nearest.points)
  }
  if (points.length > LIMITS.strokePoints * 3) refuse('These lines are too long to be one. Join fewer of them.')
  return { ...first!, points }
}
const apart = (points: readonly number[], others: readonly number[]) =>
  Math.min(...endsOf(points).flatMap((a) => endsOf(others).map((b) => gap(points, a, others, b))))

/** The change that makes one line of the selected ones, where the topmost lies; undefined when there are not two. */
export function joinLines(ink: Ink, ids: ReadonlySet<string>): InkChange | undefined {
  const remove = ink.flatMap((piece, at) => (piece.kind === 'stroke' && ids.has(piece.id) ? [{ at, piece }] : []))
  if (remove.length < 2) return undefined
  const line = joinedLines(remove.map(({ piece }) => piece as Stroke))
  return { remove, add: [{ at: remove.at(-1)!.at - remove.length + 1, piece: line }] }
}

/** A line led back to where it begins; undefined when it ends there. */
export function closedLine(piece: InkPiece): Stroke | undefined {
  if (piece.kind !== 'stroke' || piece.points.length < 9) return undefined
  const { points } = piece
  if (gap(points, 0, points, points.length - 3) === 0) return undefined
  const { taper: _, ...plain } = piece
  return { ...plain, points: [...points, points[0]!, points[1]!, points.at(-1)!] }
}

/** A line as two, cut where it passes nearest to a place; undefined at its very ends. */
export function cutLine(stroke: Stroke, x: number, y: number, freshId: () => string): [Stroke, Stroke] | undefined {
  const points = finely(stroke.points)
  let nearest = 0
  for (let i = 0; i < points.length; i += 3)
    if (gap(points, i, [x, y], 0) < gap(points, nearest, [x, y], 0)) nearest = i
  if (nearest === 0 || nearest === points.length - 3) return undefined
  const { taper, ...plain } = stroke
  const part = (flat: number[], ends: Stroke['taper']) =>
    quantized<Stroke>({ ...plain, id: freshId(), points: flat, ...(ends && { taper: ends }) })
  // Each half tapers where the line did, and not at the cut.
  return [
    part(points.slice(0, nearest + 3), taper && [taper[0], 0]),
    part(points.slice(nearest), taper && [0, taper[1]]),
  ]
}
