import type { Matrix } from '@unhurried/core'
import { boxThrough, type Box } from '../paint/box'
import type { ToolContext } from './tool'

const around = (a: Box, b: Box): Box => ({
  left: Math.min(a.left, b.left),
  top: Math.min(a.top, b.top),
  right: Math.max(a.right, b.right),
  bottom: Math.max(a.bottom, b.bottom),
})

/** Paints above all, and in each mirror too. */
export function inMirrors(
  bench: ToolContext,
  mirrors: readonly Matrix[] = [],
  box: Box,
  paint: (surface: CanvasRenderingContext2D) => void,
): void {
  const whole = mirrors.reduce((all, mirror) => around(all, boxThrough(mirror, box)), box)
  bench.above(whole, (surface) => {
    paint(surface)
    for (const mirror of mirrors) {
      surface.save()
      surface.transform(...mirror)
      paint(surface)
      surface.restore()
    }
  })
}
