import {
  drawnCells,
  LIMITS,
  quantized,
  runsOf,
  type CellPen,
  type Cells,
  type InkPiece,
  type StrokeShape,
} from '@unhurried/core'
import { freshId } from '../../../api/ids'
import { brushTool, lineOf } from '../../../stage/tools/brush'
import { cellTool } from '../../../stage/tools/cells'
import type { Tool } from '../../../stage/tools/tool'
import type { Hands } from './hands'

/** Lays a line of any length, in parts where it is longer than a stroke may be. */
export function layLine(
  { brushInHand, swatch, lay }: Hands,
  points: readonly number[],
  { tapered = true, size = brushInHand().size } = {},
): void {
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
  lay(parts)
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
    onLine: (points, size) => layLine(hands, points, { size }),
    onLive,
  })
}
