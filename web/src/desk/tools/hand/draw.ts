import {
  drawnCells,
  LIMITS,
  quantized,
  runsOf,
  SAME_PLACE,
  transformPoint,
  type CellPen,
  type Cells,
  type InkPiece,
  type Matrix,
  type StrokeShape,
} from '@unhurried/core'
import { freshId } from '../../../api/ids'
import { brushTool, lineOf } from '../../../stage/tools/brush'
import { cellTool } from '../../../stage/tools/cells'
import type { Tool } from '../../../stage/tools/tool'
import type { Hands } from './hands'

/** A line as it is laid in a mirror. */
function mirroredLine(points: readonly number[], mirror: Matrix): number[] {
  const laid = [...points]
  for (let i = 0; i < points.length; i += 3) {
    const place = transformPoint(mirror, { x: points[i]!, y: points[i + 1]! })
    laid[i] = place.x
    laid[i + 1] = place.y
  }
  return laid
}
const isSameLine = (a: readonly number[], b: readonly number[]) =>
  a.every((value, i) => Math.abs(value - b[i]!) < SAME_PLACE)

/** Lays a line of any length, in parts where it is longer than a stroke may be; mirrors lay it on their other side too. */
export function layLine(
  hands: Hands,
  points: readonly number[],
  { tapered = true, size = hands.brushInHand().size } = {},
) {
  const copies = hands.rulers.led(hands.table().bench)?.copies ?? []
  // A line along the mirror itself is laid once.
  const others = copies.map((mirror) => mirroredLine(points, mirror)).filter((copy) => !isSameLine(copy, points))
  hands.lay([points, ...others].flatMap((line) => partsOf(hands, line, { tapered, size })))
}

function partsOf(
  { brushInHand, swatch }: Hands,
  points: readonly number[],
  { tapered, size }: { tapered: boolean; size: number },
): InkPiece[] {
  const most = LIMITS.strokePoints * 3
  const hand = brushInHand()
  const parts: InkPiece[] = []
  for (let from = 0; from < points.length; from += most) {
    parts.push(
      quantized({
        kind: 'stroke',
        id: freshId(),
        swatch: swatch.value.id,
        ...lineOf({ ...hand, size, taper: tapered ? hand.taper : [0, 0] }),
        points: points.slice(from, from + most),
      }),
    )
  }
  return parts
}

/** The cell pen in hand. */
export function cellPenOf({ pencil, store }: Hands): CellPen {
  const { cellSize, grain, mirrors } = pencil.value
  return { size: cellSize, grain, ...(mirrors && { mirroredIn: store.scene!.settings.width }) }
}
/** The cells the pen in hand draws along a path of x, y; undefined where its grain leaves all out. */
function cellsAlong(hands: Hands, path: readonly number[]): Cells | undefined {
  const runs = runsOf(drawnCells(path, cellPenOf(hands)))
  return runs.length > 0 ? { kind: 'cells', id: freshId(), swatch: hands.swatch.value.id, runs } : undefined
}
/** Lays the cells the pen in hand draws along a path. */
export const layCells = (hands: Hands, path: readonly number[]) => {
  const cells = cellsAlong(hands, path)
  if (cells) hands.lay([cells])
}

/** Draws lines with the brush in hand; on a sprite, whole cells. */
export function drawTool(hands: Hands): Tool {
  const { bench } = hands.table()
  if (hands.cells.value) {
    const onPath = (path: number[]) => layCells(hands, path)
    return cellTool({ bench, pen: cellPenOf(hands), colour: hands.colour.value, onPath })
  }
  const { store, live, colour } = hands
  const onLive = (line: StrokeShape | undefined) => {
    const drawing = store.drawing
    live.value = line && drawing !== undefined ? { drawing, line, colour: colour.value } : undefined
  }
  return brushTool({
    bench,
    hand: hands.brushInHand(),
    led: () => hands.rulers.led(bench),
    onLine: (points, size) => layLine(hands, points, { size }),
    onLive,
  })
}
