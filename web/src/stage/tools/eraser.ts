import { INK_GRID, onGrid, steadyPen, type Steady } from '@unhurried/core'
import { boxOf } from '../paint/box'
import { ringCursor, type ToolContext, type Pen, type Tool } from './tool'

/**
 * Rubs along its way. `surface` is the picture it rubs in at once; the ink itself is changed by `onPath`
 * when the eraser is lifted (flat x, y).
 */
export function eraserTool({
  bench,
  size,
  surface,
  onPath,
}: {
  bench: ToolContext
  size: number
  surface: () => CanvasRenderingContext2D | undefined
  onPath: (path: number[]) => void
}): Tool {
  let steady: Steady
  let path: number[] = []
  function put(pen: Pen) {
    const [x, y] = steady.move(pen.x, pen.y, 0.5)
    path.push(onGrid(x, INK_GRID.place), onGrid(y, INK_GRID.place))
  }
  function rub(from: number) {
    const rubbed = surface()
    if (!rubbed) return
    rubbed.save()
    rubbed.globalCompositeOperation = 'destination-out'
    rubbed.lineCap = rubbed.lineJoin = 'round'
    rubbed.lineWidth = size
    rubbed.beginPath()
    rubbed.moveTo(path[from]!, path[from + 1]!)
    for (let i = from; i < path.length; i += 2) rubbed.lineTo(path[i]!, path[i + 1]!)
    rubbed.stroke()
    rubbed.restore()
    bench.repaint(boxOf(path.slice(from), 2, size))
  }
  return {
    cursor: ringCursor(size * bench.zoom()),
    down(pen) {
      steady = steadyPen(0)
      path = []
      put(pen)
      rub(0)
    },
    move(pens) {
      const from = Math.max(0, path.length - 2)
      pens.forEach(put)
      rub(from)
    },
    up: () => onPath(path),
    cancel: () => onPath([]),
  }
}
