import {
  brushKind,
  cornersOf,
  strokeOutlines,
  type Cells,
  type StrokeShape,
  type Fill,
  type InkPiece,
  memo,
} from '@unhurried/core'

function ring(path: Path2D, points: ArrayLike<readonly [number, number]>) {
  const count = points.length
  if (count === 0) return
  // Through the middles of the outline's sides, its corners as control points: a smooth closed curve.
  const middle = (a: readonly [number, number], b: readonly [number, number]) =>
    [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2] as const
  const start = middle(points[count - 1]!, points[0]!)
  path.moveTo(start[0], start[1])
  for (let i = 0; i < count; i++) {
    const here = points[i]!
    const next = middle(here, points[(i + 1) % count]!)
    path.quadraticCurveTo(here[0], here[1], next[0], next[1])
  }
  path.closePath()
}

function corners(path: Path2D, points: ArrayLike<readonly [number, number]>) {
  for (let i = 0; i < points.length; i++) {
    if (i === 0) path.moveTo(points[0]![0], points[0]![1])
    else path.lineTo(points[i]![0], points[i]![1])
  }
  path.closePath()
}

export function flatRings(rings: readonly (readonly number[])[]): Path2D {
  const path = new Path2D()
  for (const flat of rings) {
    path.moveTo(flat[0]!, flat[1]!)
    for (let i = 2; i < flat.length; i += 2) path.lineTo(flat[i]!, flat[i + 1]!)
    path.closePath()
  }
  return path
}

const fillPath = ({ outline, holes = [] }: Fill): Path2D => flatRings([outline, ...holes])

function cellsPath({ runs }: Cells): Path2D {
  const path = new Path2D()
  for (let i = 0; i < runs.length; i += 3) path.rect(runs[i]!, runs[i + 1]!, runs[i + 2]!, 1)
  return path
}

export function livePath(stroke: StrokeShape, done: boolean): Path2D {
  const path = new Path2D()
  for (const outline of strokeOutlines(stroke, done)) (brushKind(stroke).tip === 'edge' ? corners : ring)(path, outline)
  return path
}

function pathOfKind(piece: InkPiece): Path2D {
  if (piece.kind === 'stroke') return livePath(piece, true)
  if (piece.kind === 'fill') return fillPath(piece)
  return piece.kind === 'cells' ? cellsPath(piece) : flatRings([cornersOf(piece)])
}

export const pathOf = memo((piece: InkPiece): Path2D => pathOfKind(piece))
