import { cellsOff, drawnCells, eraseAlong, eraseWhole } from '@unhurried/core'
import { freshId } from '../../../api/ids'
import { eraserTool } from '../../../stage/tools/eraser'
import type { Tool } from '../../../stage/tools/tool'
import { cellPenOf } from './draw'
import type { Hands } from './hands'

function rubAlong(hands: Hands, path: readonly number[]) {
  const { store, pencil, targets, cells, bitmaps, table } = hands
  const { drawing } = store
  if (drawing === undefined) return
  const { whole, eraserSize, pass } = pencil.value
  bitmaps()!.outdate(drawing, pass)
  const words = (drawings: string) => `lines rubbed out of ${drawings}`
  if (path.length > 0)
    targets.commit(pass, words, (_, ink) => {
      if (cells.value) return cellsOff({ ink, cells: drawnCells(path, cellPenOf(hands)), freshId })
      const radius = eraserSize / 2
      return whole ? eraseWhole({ ink, path, radius }) : eraseAlong({ ink, path, radius, freshId })
    })
  table().repaint()
}

/** Rubs lines out where it passes, or whole. */
export function eraseTool(hands: Hands): Tool {
  const { eraserSize, cellSize, whole } = hands.pencil.value
  return eraserTool({
    bench: hands.table().bench,
    size: hands.cells.value ? cellSize : eraserSize,
    surface: () => {
      const here = hands.store.drawing
      return whole || here === undefined ? undefined : hands.bitmaps()!.surface(here, hands.pencil.value.pass)
    },
    onPath: (path) => rubAlong(hands, path),
  })
}
