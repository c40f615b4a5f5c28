import { cellMiddles, cornersOf, quantized, type Ink, type InkPiece, type PlacedPiece, type Stroke } from '../ink'
import { distanceToPath, finely } from '../../geometry/polyline'

/** A closed line around what is meant, flat x, y in pixels. */
export type Lasso = readonly number[]

/** Whether a place lies within a closed ring (even-odd rule). */
export function within(x: number, y: number, ring: readonly number[]): boolean {
  let inside = false
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
    const [ax, ay, bx, by] = [ring[i]!, ring[i + 1]!, ring[j]!, ring[j + 1]!]
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside
  }
  return inside
}

function shareWithin(flat: readonly number[], stride: number, lasso: Lasso): number {
  let count = 0
  for (let i = 0; i < flat.length; i += stride) if (within(flat[i]!, flat[i + 1]!, lasso)) count++
  return count / (flat.length / stride)
}

/** The places a piece is judged by, flat, and how many numbers each takes. */
export function courseOf(piece: InkPiece): [flat: readonly number[], stride: number] {
  if (piece.kind === 'stroke') return [piece.points, 3]
  if (piece.kind === 'fill') return [piece.outline, 2]
  return [piece.kind === 'cells' ? cellMiddles(piece) : cornersOf(piece), 2]
}

/** The pieces of which more than half lies within the lasso. */
export function piecesWithin(ink: Ink, lasso: Lasso): InkPiece[] {
  return ink.filter((piece) => shareWithin(...courseOf(piece), lasso) > 0.5)
}

/** The stroke in runs, inside and outside in turn. */
function runsOf(stroke: Stroke, lasso: Lasso): { inside: boolean; points: number[] }[] {
  const points = finely(stroke.points)
  const runs: { inside: boolean; points: number[] }[] = []
  for (let i = 0; i < points.length; i += 3) {
    const inside = within(points[i]!, points[i + 1]!, lasso)
    const last = runs.at(-1)
    if (!last || last.inside !== inside) {
      // Both runs hold the place of the cut, so that no gap opens.
      runs.push({ inside, points: last ? [...last.points.slice(-3)] : [] })
    }
    runs.at(-1)!.points.push(points[i]!, points[i + 1]!, points[i + 2]!)
  }
  return runs
}

export interface Picked {
  /** Pieces to be worked on. */
  readonly pieces: readonly InkPiece[]
  /** What must be done to the ink first: strokes cut where the lasso runs through them. */
  readonly remove: readonly PlacedPiece[]
  readonly add: readonly PlacedPiece[]
}

/**
 * What lies within a lasso: whole pieces by their greater part, or with `cut` exactly what is inside,
 * strokes divided where the lasso crosses them. Fills are always taken whole.
 */
export function picked({
  ink,
  lasso,
  cut = false,
  freshId,
}: {
  ink: Ink
  lasso: Lasso
  cut?: boolean
  freshId: () => string
}): Picked {
  if (!cut) return { pieces: piecesWithin(ink, lasso), remove: [], add: [] }
  const whole = new Set(
    piecesWithin(
      ink.filter((piece) => piece.kind !== 'stroke'),
      lasso,
    ),
  )
  const pieces: InkPiece[] = []
  const remove: PlacedPiece[] = []
  const add: PlacedPiece[] = []
  let place = 0
  ink.forEach((piece, index) => {
    const runs = piece.kind === 'stroke' ? runsOf(piece, lasso) : []
    if (runs.length < 2) {
      if (piece.kind === 'stroke' ? runs[0]!.inside : whole.has(piece)) pieces.push(piece)
      place++
      return
    }
    remove.push({ at: index, piece })
    for (const run of runs) {
      const { taper: _, ...plain } = piece as Stroke
      const part: Stroke = quantized({ ...plain, id: freshId(), points: run.points })
      if (run.inside) pieces.push(part)
      add.push({ at: place++, piece: part })
    }
  })
  return { pieces, remove, add }
}

/** The box pieces take, in pixels, by their courses. Undefined when there are none. */
export function boundsOf(pieces: Ink): { left: number; top: number; right: number; bottom: number } | undefined {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (const piece of pieces) {
    const [flat, stride] = courseOf(piece)
    for (let i = 0; i < flat.length; i += stride) {
      box.left = Math.min(box.left, flat[i]!)
      box.right = Math.max(box.right, flat[i]!)
      box.top = Math.min(box.top, flat[i + 1]!)
      box.bottom = Math.max(box.bottom, flat[i + 1]!)
    }
  }
  return box.left === Infinity ? undefined : box
}

/** Whether a piece lies at a place, or within `reach` pixels of it: a line by its course, paint by its whole surface. */
export function liesAt(piece: InkPiece, x: number, y: number, reach: number): boolean {
  if (piece.kind === 'stroke')
    return (
      Math.sqrt(
        distanceToPath(
          x,
          y,
          piece.points.filter((_, i) => i % 3 !== 2),
        ),
      ) <=
      reach + piece.size / 2
    )
  if (piece.kind === 'fill')
    return within(x, y, piece.outline) && !(piece.holes ?? []).some((hole) => within(x, y, hole))
  if (piece.kind === 'scan') return within(x, y, cornersOf(piece))
  for (let i = 0; i < piece.runs.length; i += 3)
    if (Math.floor(y) === piece.runs[i + 1] && x >= piece.runs[i]! && x < piece.runs[i]! + piece.runs[i + 2]!)
      return true
  return false
}
