import { figurePoints, type StrokeShape, type Figure } from '@unhurried/core'
import { boxOf } from '../paint/box'
import { paintLine } from '../paint/ink'
import { livePath } from '../paint/paths'
import type { ToolContext, Pen, Tool } from './tool'
import { lineOf, type BrushInHand } from './brush'

/** Pulls out a line, a circle or a box with the brush in hand: Shift makes it even, Alt begins in its middle. */
export function figureTool({
  bench,
  hand,
  figure,
  onLine,
}: {
  bench: ToolContext
  hand: BrushInHand
  figure: Figure
  onLine: (points: number[]) => void
}): Tool {
  let from: Pen
  let points: number[] = []
  function pull(pen: Pen) {
    points = figurePoints(figure, { from: [from.x, from.y], to: [pen.x, pen.y], even: pen.shift, fromMiddle: pen.alt })
    const drawn: StrokeShape = { ...lineOf({ ...hand, taper: figure === 'line' ? hand.taper : [0, 0] }), points }
    bench.above(boxOf(points, 3, hand.size + 2), (surface) =>
      paintLine(surface, drawn, hand.colour, () => livePath(drawn, true)),
    )
  }
  return {
    cursor: 'crosshair',
    down(pen) {
      from = pen
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
