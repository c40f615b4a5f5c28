import { PLAIN_BRUSH, type Figure } from '@unhurried/core'
import { figureTool as pulledFigure } from '../../../stage/tools/figure'
import type { Tool } from '../../../stage/tools/tool'
import { layCells, layLine } from './draw'
import type { Hands } from './hands'

/** Pulls a figure out from where the pen came down. */
export function figureTool(figure: Figure): (hands: Hands) => Tool {
  return (hands) => {
    const { bench } = hands.table()
    if (!hands.cells.value) {
      const onLine = (points: number[]) => layLine(hands, points, { tapered: figure === 'line' })
      return pulledFigure({ bench, hand: hands.brushInHand(), figure, led: () => hands.rulers.led(bench), onLine })
    }
    const places = (points: readonly number[]) => points.filter((_, i) => i % 3 !== 2)
    return pulledFigure({
      bench,
      hand: { ...hands.brushInHand(), brush: PLAIN_BRUSH, size: hands.pencil.value.cellSize, taper: [0, 0] },
      figure,
      onLine: (points) => layCells(hands, places(points)),
    })
  }
}
