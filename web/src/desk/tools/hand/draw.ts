import { LIMITS, penCells, runsOf, settled, type Cells, type Drawn, type InkPiece } from '@unhurried/core'
import { freshId } from '../../../api/ids'
import { brushTool, lineOf } from '../../../stage/tools/brush'
import { cellTool } from '../../../stage/tools/cells'
import type { Tool } from '../../../stage/tools/tool'
import type { Hands } from './hands'

/** Lays a line of any length, in parts where it is longer than a stroke may be. */
export function layLine({ brushInHand, swatch, lay }: Hands, points: readonly number[], tapered = true): void {
  const most = LIMITS.strokePoints * 3
  const hand = brushInHand()
  const parts: InkPiece[] = []
  for (let from = 0; from < points.length; from += most) {
    parts.push(
      settled({
        kind: 'stroke',
        id: freshId(),
        swatch: swatch.value.id,
        ...lineOf({ ...hand, taper: tapered ? hand.taper : [0, 0] }),
        points: points.slice(from, from + most),
      }),
    )
  }
  lay(parts)
}

/** The cells a pen of the size in hand takes along a path of x, y. */
export const cellsAlong = ({ swatch, pencil }: Hands, path: readonly number[]): Cells => ({
  kind: 'cells',
  id: freshId(),
  swatch: swatch.value.id,
  runs: runsOf(penCells(path, pencil.value.cellSize)),
})

/** Draws lines with the brush in hand; on a sprite, whole cells. */
export function drawTool(hands: Hands): Tool {
  const { bench } = hands.table()
  if (hands.cells.value) {
    const { cellSize } = hands.pencil.value
    const onPath = (path: number[]) => hands.lay([cellsAlong(hands, path)])
    return cellTool({ bench, size: cellSize, colour: hands.colour.value, onPath })
  }
  const { store, live, colour } = hands
  const onLive = (line: Drawn | undefined) => {
    const drawing = store.drawing
    live.value = line && drawing !== undefined ? { drawing, line, colour: colour.value } : undefined
  }
  return brushTool({ bench, hand: hands.brushInHand(), onLine: (points) => layLine(hands, points), onLive })
}
