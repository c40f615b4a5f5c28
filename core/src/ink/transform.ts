import { clamp } from '../base/clamp'
import { LIMITS } from '../base/limits'
import { movedCells } from './cells'
import { quantized, type Ink, type InkChange, type InkPiece } from './ink'
import { areaScale, followedBy, transformPoint, type Matrix } from '../geometry/matrix'

function mapped(flat: readonly number[], stride: number, matrix: Matrix): number[] {
  const result = [...flat]
  for (let i = 0; i < flat.length; i += stride) {
    const { x, y } = transformPoint(matrix, { x: flat[i]!, y: flat[i + 1]! })
    result[i] = Math.min(LIMITS.reach, Math.max(-LIMITS.reach, x))
    result[i + 1] = Math.min(LIMITS.reach, Math.max(-LIMITS.reach, y))
  }
  return result
}

/**
 * A piece after a change of place. A line keeps its width unless `lines` says that it grows with the
 * figure: then by the square root of the area's growth, which squash leaves at one.
 */
export function transformed<T extends InkPiece>(
  piece: T,
  matrix: Matrix,
  { lines = true }: { lines?: boolean } = {},
): T {
  if (piece.kind === 'cells') return movedCells(piece, matrix) as T
  if (piece.kind === 'scan') return quantized({ ...piece, matrix: [...followedBy(piece.matrix, matrix)] })
  if (piece.kind === 'fill')
    return quantized({
      ...piece,
      outline: mapped(piece.outline, 2, matrix),
      ...(piece.holes && { holes: piece.holes.map((ring) => mapped(ring, 2, matrix)) }),
    })
  const size = lines ? clamp(piece.size * Math.sqrt(Math.abs(areaScale(matrix))), 0.25, 400) : piece.size
  return quantized({ ...piece, size, points: mapped(piece.points, 3, matrix) })
}

/** The change that puts `after` in place of each piece it has an answer for, where that piece lies in the pile. */
export function replaced(ink: Ink, after: (piece: InkPiece) => InkPiece | undefined): InkChange | undefined {
  const remove: InkChange['remove'][number][] = []
  const add: InkChange['add'][number][] = []
  ink.forEach((piece, at) => {
    const next = after(piece)
    if (!next || next === piece) return
    remove.push({ at, piece })
    add.push({ at, piece: next })
  })
  return remove.length > 0 ? { remove, add } : undefined
}
