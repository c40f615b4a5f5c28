import { distanceToPath } from '../../geometry/polyline'
import type { Fill, Ink, InkPiece } from '../ink'
import { boundsOf, courseOf, within } from './select'

/** Of a line's places, how many must lie along a part's outline for it to be drawn round that part. */
const MOSTLY = 0.5

/** The course of a piece as x, y pairs, closed where it is a surface's edge. */
function pathOf(piece: InkPiece): number[] {
  const [flat, stride] = courseOf(piece)
  const path: number[] = []
  for (let i = 0; i < flat.length; i += stride) path.push(flat[i]!, flat[i + 1]!)
  return piece.kind === 'stroke' || piece.kind === 'cells' ? path : [...path, path[0]!, path[1]!]
}
const halfOf = (piece: InkPiece) => (piece.kind === 'stroke' ? piece.size / 2 : 0)

function areApart(a: InkPiece, b: InkPiece, reach: number): boolean {
  const [one, other] = [boundsOf([a])!, boundsOf([b])!]
  return (
    one.left > other.right + reach ||
    other.left > one.right + reach ||
    one.top > other.bottom + reach ||
    other.top > one.bottom + reach
  )
}

/** Whether two pieces come within `reach` pixels of each other, their widths counted; a line inside paint touches it. */
function touch(a: InkPiece, b: InkPiece, reach: number): boolean {
  const near = reach + halfOf(a) + halfOf(b)
  if (areApart(a, b, near)) return false
  const [one, other] = [pathOf(a), pathOf(b)]
  const comesNear = (path: readonly number[], to: readonly number[]) =>
    path.some((x, i) => i % 2 === 0 && distanceToPath(x, path[i + 1]!, to) <= near * near)
  const isIn = (surface: InkPiece, path: readonly number[]) =>
    surface.kind === 'fill' && within(path[0]!, path[1]!, surface.outline)
  return comesNear(one, other) || comesNear(other, one) || isIn(a, other) || isIn(b, one)
}

/**
 * Some pieces of a drawing and those that touch them.
 *
 * @param reach how near two pieces count as touching, in pixels between their edges
 * @returns in the order of the ink
 */
export function touching(ink: Ink, ids: ReadonlySet<string>, reach: number): InkPiece[] {
  const from = ink.filter(({ id }) => ids.has(id))
  return ink.filter((piece) => ids.has(piece.id) || from.some((each) => touch(each, piece, reach)))
}

/**
 * The parts some paint fills, whole: that paint, and the lines that are drawn round it.
 *
 * @param ids pieces of which those that are paint name the parts
 * @param reach how far from the paint's edge its line may run, in pixels between their edges
 * @returns in the order of the ink; none where no paint is named
 */
export function partsOf(ink: Ink, ids: ReadonlySet<string>, reach: number): InkPiece[] {
  const fills = ink.filter((piece): piece is Fill => piece.kind === 'fill' && ids.has(piece.id))
  const edges = fills.flatMap(({ outline, holes = [] }) =>
    [outline, ...holes].map((ring) => [...ring, ring[0]!, ring[1]!]),
  )
  const isRound = (piece: InkPiece) => {
    if (piece.kind !== 'stroke') return false
    const near = (reach + piece.size / 2) ** 2
    const path = pathOf(piece)
    const along = path.filter(
      (x, i) => i % 2 === 0 && edges.some((edge) => distanceToPath(x, path[i + 1]!, edge) <= near),
    )
    return along.length > (path.length / 2) * MOSTLY
  }
  return ink.filter((piece) => fills.some(({ id }) => id === piece.id) || isRound(piece))
}
