import { figurePoints, type StrokeShape, type Figure } from '@unhurried/core'
import { boxOf } from '../paint/box'
import { paintLine } from '../paint/ink'
import { livePath } from '../paint/paths'
import { inMirrors } from './mirrors'
import type { Led, ToolContext, Pen, Tool } from './tool'
import { lineOf, type BrushInHand } from './brush'

/** Pulls out a line, a circle or a box with the brush in hand: Shift makes it even, Alt begins in its middle. */
export function figureTool({
  bench,
  hand,
  figure,
  led: ledNow = () => undefined,
  onLine,
}: {
  bench: ToolContext
  hand: BrushInHand
  figure: Figure
  /** What leads a figure that begins now. */
  led?: () => Led | undefined
  onLine: (points: number[]) => void
}): Tool {
  let from: Pen
  let points: number[] = []
  let led: Led | undefined
  function pull(pen: Pen) {
    const [a, b] = figure === 'line' && led && !pen.shift ? led.pulled(from, pen) : [from, pen]
    points = figurePoints(figure, { from: [a.x, a.y], to: [b.x, b.y], even: pen.shift, fromMiddle: pen.alt })
    const drawn: StrokeShape = { ...lineOf({ ...hand, taper: figure === 'line' ? hand.taper : [0, 0] }), points }
    inMirrors(bench, led?.copies, boxOf(points, 3, hand.size + 2), (surface) =>
      paintLine(surface, drawn, hand.colour, () => livePath(drawn, true)),
    )
  }
  return {
    cursor: 'crosshair',
    down(pen) {
      from = pen
      led = ledNow()
      points = []
    },
    move: (pens) => pull(pens.at(-1)!),
    up() {
      if (points.length > 3) onLine(points)
      bench.clearAbove()
    },
    cancel: bench.clearAbove,
  }
}
