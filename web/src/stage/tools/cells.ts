import { drawnCells, runsOf, type CellPen } from '@unhurried/core'
import { boxOf } from '../paint/box'
import type { ToolContext, Pen, Tool } from './tool'

/** Draws or rubs in whole cells; `onPath` gets the way when the pen is lifted (flat x, y). */
export function cellTool({
  bench,
  pen: cellPen,
  colour,
  onPath,
}: {
  bench: ToolContext
  pen: CellPen
  colour: string
  onPath: (path: number[]) => void
}): Tool {
  let path: number[] = []
  const put = (pen: Pen) => void path.push(Math.floor(pen.x) + 0.5, Math.floor(pen.y) + 0.5)
  function paint() {
    const runs = runsOf(drawnCells(path, cellPen))
    const { size, mirroredIn } = cellPen
    const around = mirroredIn === undefined ? path : [...path, ...mirrored(path, mirroredIn)]
    bench.above(boxOf(around, 2, size + 1), (surface) => {
      surface.fillStyle = colour
      for (let i = 0; i < runs.length; i += 3) surface.fillRect(runs[i]!, runs[i + 1]!, runs[i + 2]!, 1)
    })
  }
  return {
    cursor: 'crosshair',
    down(pen) {
      path = []
      put(pen)
      paint()
    },
    move(pens) {
      pens.forEach(put)
      paint()
    },
    up() {
      onPath(path)
      bench.clearAbove()
    },
    cancel: bench.clearAbove,
  }
}

const mirrored = (path: readonly number[], width: number) =>
  path.map((value, i) => (i % 2 === 0 ? width - value : value))
