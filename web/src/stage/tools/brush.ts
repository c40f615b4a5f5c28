import { leaning, PLAIN_BRUSH, steadyPen, type Brush, type StrokeShape, type Steady } from '@unhurried/core'
import { boxOf } from '../paint/box'
import { paintLine } from '../paint/ink'
import { livePath } from '../paint/paths'
import { inMirrors } from './mirrors'
import { brushCursor, penOnGrid, type Led, type ToolContext, type Pen, type Tool } from './tool'

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
  led: ledNow = () => undefined,
  onLine,
  onLive,
}: {
  bench: ToolContext
  hand: BrushInHand
  /** What leads a line that begins now. */
  led?: () => Led | undefined
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
  let led: Led | undefined
  const lay = (at: readonly [number, number, number]) => void points.push(...penOnGrid(asPen(at), 0))
  const put = (pen: Pen) => {
    const at = steady.move(...onPaper(pen))
    if (!led) lay(at)
    else if (points.length === 0) lay(led.guided.begin(...at))
    else led.guided.move(...at).forEach(lay)
  }
  function peek(expected: Pen) {
    const at = steady.peek(...onPaper(expected))
    return led ? led.guided.peek(...at) : at
  }
  /** The line so far and, for the eye only, where the browser expects the pen a moment from now. */
  function paint(expected?: Pen) {
    const ahead = expected && peek(expected)
    const drawn: StrokeShape = { ...line, points: ahead ? [...points, ...ahead] : points }
    const box = boxOf(drawn.points, 3, hand.size * wider + 2)
    inMirrors(bench, led?.copies, box, (surface) =>
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
      led = ledNow()
      put(pen)
      paint()
    },
    move(pens, expected) {
      pens.forEach(put)
      paint(expected)
    },
    up() {
      for (const at of steady.lift()) (led ? led.guided.move(...at) : [at]).forEach(lay)
      led?.guided.lift().forEach(lay)
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

const asPen = ([x, y, pressure]: readonly [number, number, number]): Pen => ({
  ...{ x, y, pressure },
  ...{ shift: false, alt: false },
})
