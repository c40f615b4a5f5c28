import { boxOf } from '../paint/box'
import type { ToolContext, Pen, Tool } from './tool'

/** A ring or a box drawn around what is meant (flat x, y); a mere press gives its place alone. */
export function lassoTool({
  bench,
  form,
  onRing,
}: {
  bench: ToolContext
  form: 'lasso' | 'box'
  onRing: (ring: number[], pen: Pen) => void
}): Tool {
  let from: Pen
  let last: Pen
  let way: number[] = []
  const ring = () => (form === 'lasso' ? way : [from.x, from.y, last.x, from.y, last.x, last.y, from.x, last.y])
  return {
    cursor: 'crosshair',
    down(pen) {
      from = last = pen
      way = [pen.x, pen.y]
    },
    move(pens) {
      last = pens.at(-1)!
      for (const { x, y } of pens) way.push(x, y)
      const flat = ring()
      const k = 1 / bench.zoom()
      bench.above(boxOf(flat, 2, 3 * k), (surface) => {
        surface.strokeStyle = '#23686c'
        surface.lineWidth = 1.4 * k
        surface.setLineDash([5 * k, 4 * k])
        surface.fillStyle = 'rgb(35 104 108 / 9%)'
        surface.beginPath()
        for (let i = 0; i < flat.length; i += 2) surface.lineTo(flat[i]!, flat[i + 1]!)
        surface.closePath()
        surface.fill('evenodd')
        surface.stroke()
      })
    },
    up() {
      bench.clearAbove()
      const far = Math.hypot(last.x - from.x, last.y - from.y) * bench.zoom()
      onRing(far < 4 && way.length < 12 ? [from.x, from.y] : [...ring()], last)
    },
    cancel: bench.clearAbove,
  }
}
