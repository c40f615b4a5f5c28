import { cellsOff, eraseAlong, eraseWhole, penCells } from '@unhurried/core'
import { freshId } from '../../../api/ids'
import { eraserTool } from '../../../stage/tools/eraser'
import type { Tool } from '../../../stage/tools/tool'
import type { Hands } from './hands'

function rubAlong({ store, pencil, through, cells, bitmaps, table }: Hands, path: readonly number[]) {
  const { drawing } = store
  if (drawing === undefined) return
  const { whole, eraserSize, cellSize, pass } = pencil.value
  bitmaps()!.forget(drawing, pass)
  const words = (count: number) => `lines rubbed out of ${count} drawings`
  if (path.length > 0)
    through.commit(pass, words, (_, ink) => {
      if (cells.value) return cellsOff({ ink, cells: penCells(path, cellSize), freshId })
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
