import { leaning, PLAIN_BRUSH, steadyPen, type Brush, type StrokeShape, type Steady } from '@unhurried/core'
import { boxOf } from '../paint/box'
import { paintLine } from '../paint/ink'
import { livePath } from '../paint/paths'
import { brushCursor, penOnGrid, type ToolContext, type Pen, type Tool } from './tool'

/** A brush as it is in hand. */
export interface BrushInHand {
  readonly brush: Brush
  /** Width at middling pressure, in scene pixels. */
  readonly size: number
  /** Pixels over which a line swells and thins out. */
  readonly taper: readonly [number, number]
  /** 0 follows the hand exactly, 1 smooths most. */
  readonly steadiness: number
  /** −1 answers to the lightest touch, 1 needs a heavy hand. */
  readonly curve: number
  readonly colour: string
}

/** What a line is drawn as, without the points. */
export const lineOf = ({ brush, size, taper }: Pick<BrushInHand, 'brush' | 'size' | 'taper'>) => ({
  ...(brush !== PLAIN_BRUSH && { brush }),
  size,
  ...(taper[0] + taper[1] > 0 && { taper: [...taper] as [number, number] }),
})

/** Draws lines with a brush. `onLive` hears of the line as it grows, `onLine` gets it, and how wide it is, when the pen is lifted. */
export function brushTool({
  bench,
  hand,
  onLine,
  onLive,
}: {
  bench: ToolContext
  hand: BrushInHand
  onLine: (points: number[], size: number) => void
  onLive: (line: StrokeShape | undefined) => void
}): Tool {
  let steady: Steady
  let points: number[] = []
  /** As it was put down: a brush that shades lies flatter the more the pen leans. */
  let { wider, lighter } = leaning(hand.brush, 0)
  let line = lineOf(hand)

  const onPaper = (pen: Pen) => {
    const [x, y, pressure] = penOnGrid(pen, hand.curve)
    return [x, y, pressure * lighter] as const
  }
  const put = (pen: Pen) => {
    const [x, y, pressure] = onPaper(pen)
    points.push(...penOnGrid({ ...pen, ...asPen(steady.move(x, y, pressure)) }, 0))
  }
  /** The line so far and, for the eye only, where the browser expects the pen a moment from now. */
  function paint(expected?: Pen) {
    const ahead = expected && steady.peek(...onPaper(expected))
    const drawn: StrokeShape = { ...line, points: ahead ? [...points, ...ahead] : points }
    bench.above(boxOf(drawn.points, 3, hand.size * wider + 2), (surface) =>
      paintLine(surface, drawn, hand.colour, () => livePath(drawn, false)),
    )
    onLive({ ...line, points })
  }
  return {
    cursor: brushCursor(hand.size * bench.zoom(), hand.colour),
    down(pen) {
      ;({ wider, lighter } = leaning(hand.brush, pen.tilt ?? 0))
      line = lineOf({ ...hand, size: hand.size * wider })
      steady = steadyPen(hand.steadiness)
      points = []
      put(pen)
      paint()
    },
    move(pens, expected) {
      pens.forEach(put)
      paint(expected)
    },
    up() {
      for (const [x, y, pressure] of steady.lift())
        points.push(...penOnGrid({ x, y, pressure, shift: false, alt: false }, 0))
      onLive(undefined)
      onLine(points, line.size)
      bench.clearAbove()
    },
    cancel() {
      onLive(undefined)
      bench.clearAbove()
    },
  }
}

const asPen = ([x, y, pressure]: readonly [number, number, number]) => ({ x, y, pressure })
