import type { StrokeShape } from '@unhurried/core'
import type { Box } from '../paint/box'
import { brushTool, type BrushInHand } from './brush'
import { cellTool } from './cells'
import { eraserTool } from './eraser'
import { figureTool } from './figure'
import { lassoTool } from './lasso'
import { pushTool } from './push'
import { boxThrough } from '../paint/box'
import { brushCursor, ringCursor, type Pen, type ToolContext } from './tool'

/** A table that only remembers where something was painted. */
function paper({ zoom = 1 } = {}) {
  const painted: Box[] = []
  const repainted: (Box | undefined)[] = []
  const told: string[] = []
  const bench: ToolContext = {
    above: (box) => void painted.push(box),
    clearAbove: () => void told.push('cleared'),
    zoom: () => zoom,
    pan: () => undefined,
    repaint: (box) => void repainted.push(box),
  }
  return { bench, painted, repainted, told }
}
const pen = (x: number, y: number, more: Partial<Pen> = {}): Pen => ({
  x,
  y,
  pressure: 0.5,
  shift: false,
  alt: false,
  ...more,
})
const hand: BrushInHand = { brush: 'pen', size: 6, taper: [0, 0], steadiness: 0, curve: 0, colour: '#000000' }
const places = (points: readonly number[]) => points.filter((_, i) => i % 3 !== 2)

describe('the brush', () => {
  const drawing = (more: Partial<BrushInHand> = {}) => {
    const at = paper()
    const lines: number[][] = []
    const lives: (StrokeShape | undefined)[] = []
    const tool = brushTool({
      bench: at.bench,
      hand: { ...hand, ...more },
      onLine: (points) => lines.push(points),
      onLive: (line) => lives.push(line),
    })
    return { ...at, lines, lives, tool }
  }

  test('lays the way of the pen in place when it is lifted, and tells of the line as it grows', () => {
    const { tool, lines, lives, told, painted } = drawing()
    tool.down(pen(10, 10))
    tool.move([pen(20, 10), pen(30, 14)])
    expect(lines).toEqual([])
    expect(lives.at(-1)!.points.length).toBeGreaterThan(6)
    tool.up()
    expect(places(lines[0]!).slice(0, 2)).toEqual([10, 10])
    expect(places(lines[0]!).slice(-2)).toEqual([30, 14])
    expect([lives.at(-1), told]).toEqual([undefined, ['cleared']])
    // What is painted reaches as far as the line is wide.
    expect(painted.at(-1)!.right).toBeGreaterThan(30 + hand.size / 2)
  })

  test('taken away by the system leaves no line', () => {
    const { tool, lines, lives } = drawing()
    tool.down(pen(10, 10))
    tool.move([pen(20, 10)])
    tool.cancel()
    expect([lines, lives.at(-1)]).toEqual([[], undefined])
  })

  test('where the pen is expected is shown and never kept', () => {
    const { tool, lines, painted } = drawing()
    tool.down(pen(10, 10))
    tool.move([pen(20, 10)], pen(90, 10))
    expect(painted.at(-1)!.right).toBeGreaterThan(60)
    tool.up()
    expect(Math.max(...places(lines[0]!))).toBe(20)
  })

  test('a steady hand still ends where the pen was lifted', () => {
    const { tool, lines } = drawing({ steadiness: 1 })
    tool.down(pen(0, 0))
    for (let i = 1; i <= 20; i++) tool.move([pen(i * 5, i % 2 === 0 ? 4 : -4)])
    tool.up()
    const way = places(lines[0]!)
    expect(Math.hypot(way.at(-2)! - 100, way.at(-1)! - 4)).toBeLessThan(0.5)
    const heights = way.filter((_, i) => i % 2 === 1).slice(0, -4)
    expect(Math.max(...heights.map(Math.abs))).toBeLessThan(4)
  })

  test('pressure answers to the curve that is set', () => {
    const pressureOf = (curve: number) => {
      const { tool, lines } = drawing({ curve })
      tool.down(pen(0, 0, { pressure: 0.5 }))
      tool.move([pen(10, 0, { pressure: 0.5 })])
      tool.up()
      return lines[0]![2]!
    }
    expect(pressureOf(-1)).toBeGreaterThan(pressureOf(0))
    expect(pressureOf(1)).toBeLessThan(pressureOf(0))
  })
})

describe('figures', () => {
  const pulled = (figure: 'line' | 'circle' | 'box', to: Pen) => {
    const lines: number[][] = []
    const tool = figureTool({ bench: paper().bench, hand, figure, onLine: (points) => lines.push(points) })
    tool.down(pen(100, 100))
    tool.move([to])
    tool.up()
    return lines[0] && places(lines[0])
  }
  const extent = (flat: readonly number[]) => {
    const [xs, ys] = [flat.filter((_, i) => i % 2 === 0), flat.filter((_, i) => i % 2 === 1)]
    return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)].map(Math.round)
  }

  test('a box lies between where the pen came down and where it is; Shift makes it square', () => {
    expect(extent(pulled('box', pen(160, 140))!)).toEqual([100, 100, 160, 140])
    const [left, top, right, bottom] = extent(pulled('box', pen(160, 140, { shift: true }))!)
    expect(right! - left!).toBe(bottom! - top!)
  })

  test('Alt begins in the middle', () => {
    expect(extent(pulled('circle', pen(130, 120, { alt: true }))!)).toEqual([70, 80, 130, 120])
  })

  test('a line is straight, and a mere press draws nothing', () => {
    const way = pulled('line', pen(150, 120))!
    expect([way.slice(0, 2), way.slice(-2)]).toEqual([
      [100, 100],
      [150, 120],
    ])
    const lines: number[][] = []
    const tool = figureTool({ bench: paper().bench, hand, figure: 'line', onLine: (points) => lines.push(points) })
    tool.down(pen(100, 100))
    tool.up()
    expect(lines).toEqual([])
  })
})

describe('the lasso', () => {
  const ringOf = (form: 'lasso' | 'box', way: readonly Pen[], zoom = 1) => {
    const rings: number[][] = []
    const tool = lassoTool({ bench: paper({ zoom }).bench, form, onRing: (ring) => rings.push(ring) })
    tool.down(way[0]!)
    for (const each of way.slice(1)) tool.move([each])
    tool.up()
    return rings[0]
  }

  test('gives the way drawn, or the four corners of a box', () => {
    expect(ringOf('lasso', [pen(0, 0), pen(50, 0), pen(50, 50)])).toEqual([0, 0, 50, 0, 50, 50])
    expect(ringOf('box', [pen(0, 0), pen(50, 30)])).toEqual([0, 0, 50, 0, 50, 30, 0, 30])
  })

  test('a press that hardly moved is a place, as far as the hand can tell at this zoom', () => {
    expect(ringOf('lasso', [pen(7, 8), pen(8, 8)])).toEqual([7, 8])
    expect(ringOf('lasso', [pen(7, 8), pen(8, 8)], 10)).toEqual([7, 8, 8, 8])
  })
})

describe('the eraser', () => {
  test('rubs in the picture at once and gives its way when lifted; called off it gives none', () => {
    const rubbed: string[] = []
    const note = (word: string) => () => void rubbed.push(word)
    const surface = {
      save: note('save'),
      restore: note('restore'),
      beginPath() {},
      moveTo() {},
      lineTo: note('line'),
      stroke: note('stroke'),
    } as unknown as CanvasRenderingContext2D
    const ways: number[][] = []
    const at = paper()
    const tool = eraserTool({ bench: at.bench, size: 20, surface: () => surface, onPath: (way) => ways.push(way) })
    tool.down(pen(10, 10))
    tool.move([pen(30, 10)])
    expect(rubbed.filter((each) => each === 'stroke')).toHaveLength(2)
    expect(at.repainted).toHaveLength(2)
    expect(at.repainted.at(-1)!.right).toBeGreaterThanOrEqual(40)
    tool.up()
    expect(ways).toEqual([[10, 10, 30, 10]])
    tool.down(pen(10, 10))
    tool.cancel()
    expect(ways.at(-1)).toEqual([])
  })
})

describe('cells', () => {
  test('the way goes through the middles of cells and is given when the pen is lifted', () => {
    const ways: number[][] = []
    const tool = cellTool({
      bench: paper().bench,
      pen: { size: 1 },
      colour: '#000000',
      onPath: (way) => ways.push(way),
    })
    tool.down(pen(3.9, 4.1))
    tool.move([pen(5.2, 4.8)])
    tool.up()
    expect(ways).toEqual([[3.5, 4.5, 5.5, 4.5]])
  })
})

describe('pushing', () => {
  test('each little way is one push from where the last ended, and nothing is begun where nothing can be', () => {
    const pushes: unknown[] = []
    const tool = pushTool({
      bench: paper().bench,
      radius: 40,
      onBegin: () => true,
      onPush: (more) => pushes.push(...more),
      onDone: () => pushes.push('done'),
    })
    expect(tool.down(pen(0, 0))).toBe(true)
    tool.move([pen(4, 0), pen(4, 3)])
    tool.up()
    expect(pushes).toEqual([{ x: 0, y: 0, dx: 4, dy: 0, radius: 40 }, { x: 4, y: 0, dx: 0, dy: 3, radius: 40 }, 'done'])
    const none = pushTool({
      bench: paper().bench,
      radius: 40,
      onBegin: () => false,
      onPush: () => {},
      onDone: () => {},
    })
    expect(none.down(pen(0, 0))).toBe(false)
  })
})

test('a tool’s ring is as wide as it reaches, as far as a browser shows one, with its middle as the point', () => {
  const widthOf = (cursor: string) => Number(/width%3D%22(\d+)/.exec(cursor)![1])
  expect(widthOf(ringCursor(40))).toBe(42)
  expect(widthOf(ringCursor(4000))).toBe(122)
  expect(widthOf(ringCursor(1))).toBe(8)
  expect(ringCursor(40)).toMatch(/\) 21 21, crosshair$/)
})

test('over the paper a brush shows what it will leave: as wide, in its colour, and a fine one still found', () => {
  const picture = (cursor: string) => decodeURIComponent(/svg\+xml,(.*)"\)/.exec(cursor)![1]!)
  expect(picture(brushCursor(30, '#b9472f'))).toContain('r="15" fill="#b9472f"')
  expect(picture(brushCursor(2, '#b9472f'))).toMatch(/r="4.5" fill="none".*r="1" fill="#b9472f"/)
  expect(picture(brushCursor(4000, '#b9472f'))).toContain('r="60" fill')
})

test('a box turned a quarter lies on its side', () => {
  expect(boxThrough([0, 1, -1, 0, 0, 0], { left: 0, top: 0, right: 10, bottom: 4 })).toEqual({
    left: -4,
    top: 0,
    right: 0,
    bottom: 10,
  })
})
