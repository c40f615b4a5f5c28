import type { Edit } from '@unhurried/core'
import { ref, shallowRef } from 'vue'
import { said } from '../../testing/element-plus'
import { standInBrowser } from '../../testing/browser'
import { drawn, lined, mounted, openScene } from '../../testing/open-scene'
import type { Pen } from '../../stage/tools/tool'
import { usePaint } from './paint/usePaint'
import type { PencilSettings } from './pencil'
import { TOOL_LIST, type ToolName } from './register'
import { useRulers, type Rulers } from './rulers/useRulers'
import { useSelection } from './selection/useSelection'
import { useTargets } from './useTargets'
import { useTools } from './useTools'

standInBrowser()
Object.assign(globalThis, {
  Path2D: class {
    moveTo() {}
    lineTo() {}
    closePath() {}
    quadraticCurveTo() {}
  },
})

const usual = {
  tool: 'wash',
  brush: 'wash',
  brushes: { wash: { size: 4, taper: [0, 0], steadiness: 0, curve: 0 } },
  eraserSize: 20,
  whole: false,
  pushSize: 60,
  gap: 8,
  form: 'lasso',
  cut: false,
  everyPass: false,
  on: 'one',
  beneath: false,
  pass: 'line',
  swatch: 'tide',
  cellSize: 1,
} as unknown as PencilSettings
const pencil = ref<PencilSettings>({ ...usual })
const span = ref<string[]>([])
const flipped = ref<string>()
let seen: readonly number[] = [255, 255, 255, 255]

/** A table on which everything can be done and nothing is seen. */
const table = () => ({
  bench: { above: () => {}, clearAbove: () => {}, zoom: () => 1, pan: () => undefined, repaint: () => {} },
  lift: () => {},
  repaint: () => {},
  view: () => ({ zoom: 1 }),
  pixelAt: () => seen,
})

let rulers: Rulers
let store: Awaited<ReturnType<typeof openScene>>
async function desk(edits: readonly Edit[], settings = {}) {
  store = await openScene(edits, settings)
  return mounted(() => {
    const targets = useTargets({ pencil, span })
    const view = { table: shallowRef(table()), placement: ref({ zoom: 1 }) } as never
    const selection = useSelection({ pencil, targets, table: shallowRef(table()) as never })
    const paint = usePaint({ pencil, targets, span } as never)
    rulers = useRulers(pencil)
    const bitmaps = () => ({ outdate() {}, surface: () => undefined }) as never
    return useTools({ pencil, targets, selection, paint, rulers, view, bitmaps, flipped })
  }).given
}
type Tools = Awaited<ReturnType<typeof desk>>
beforeEach(() => {
  said.length = 0
  pencil.value = { ...usual }
  span.value = []
  flipped.value = undefined
})
afterEach(() => store.close())

const pen = (x: number, y: number): Pen => ({ x, y, pressure: 0.5, shift: false, alt: false })
/** Draws with the tool in hand along some places. */
function drag(tools: Tools, ...way: (readonly [number, number])[]) {
  const tool = tools.toolOf()
  if (tool.down(pen(...way[0]!)) === false) return
  for (const place of way.slice(1)) tool.move([pen(...place)])
  tool.up()
}
const take = (tool: ToolName) => (pencil.value = { ...pencil.value, tool })
const inkOf = (drawing: string, pass = 'line') => store.ink!.inkOf(drawing, pass)

test('a line is laid on the drawing in the colour, brush and pass in hand, and is one step', async () => {
  const tools = await desk([drawn('a', 1)])
  expect(tools.mayDraw()).toBe(true)
  drag(tools, [10, 10], [60, 10], [60, 40])
  const [line] = inkOf('a')
  expect(line).toMatchObject({ kind: 'stroke', swatch: 'tide', brush: 'wash', size: 4 })
  store.undo()
  expect(inkOf('a')).toEqual([])
})

test('a pen put down on an empty frame makes a drawing there first', async () => {
  const tools = await desk([])
  expect(store.drawing).toBeUndefined()
  expect(tools.mayDraw()).toBe(true)
  expect(store.scene!.drawings[store.drawing!]).toMatchObject({ role: 'key', level: 'A' })
  // An eraser has nothing to do on one.
  store.undo()
  take('eraser')
  expect([tools.mayDraw(), store.drawing]).toEqual([false, undefined])
})

test('a locked pass is not drawn on, and why is said; a colour may still be picked', async () => {
  const tools = await desk([
    drawn('a', 1),
    { type: 'level.set', level: 'A', fields: { passes: { line: { locked: true } } } },
  ])
  expect([tools.mayDraw(), said]).toEqual([false, [expect.stringMatching(/line pass of level A is locked/)]])
  take('pick')
  expect(tools.mayDraw()).toBe(true)
})

test('drawing puts a flipped sheet back first', async () => {
  const tools = await desk([drawn('a', 1), drawn('b', 5)])
  flipped.value = 'b'
  tools.mayDraw()
  expect(flipped.value).toBeUndefined()
})

test('a change of the model says once what it touches', async () => {
  const tools = await desk([
    drawn('a', 1),
    drawn('b', 5),
    lined('b', 'b1', [10, 10, 60, 10]),
    { type: 'level.set', level: 'A', fields: { model: 'a' } },
  ])
  tools.mayDraw()
  expect(tools.modelNote.value).toBe('This is the model of level A. A change of it touches 1 drawing at the line pass.')
  tools.modelNote.value = ''
  tools.mayDraw()
  expect(tools.modelNote.value).toBe('')
})

test('beneath puts a line under what is there; on all of the span it is one step with ids of its own on each', async () => {
  const tools = await desk([drawn('a', 1), drawn('b', 5), lined('a', 'first', [10, 90, 60, 90])])
  pencil.value = { ...pencil.value, beneath: true }
  drag(tools, [10, 10], [60, 10])
  expect(inkOf('a').map(({ id }) => id === 'first')).toEqual([false, true])
  store.undo()
  span.value = ['a', 'b']
  pencil.value = { ...pencil.value, beneath: false, on: 'all' }
  drag(tools, [10, 10], [60, 10])
  expect([inkOf('a').length, inkOf('b').length]).toEqual([2, 1])
  expect(inkOf('a')[1]!.id).not.toBe(inkOf('b')[0]!.id)
  store.undo()
  expect([inkOf('a').length, inkOf('b').length]).toEqual([1, 0])
})

test('the eraser parts a line it crosses, or takes it whole', async () => {
  const tools = await desk([drawn('a', 1), lined('a', 'long', [0, 50, 200, 50])])
  take('eraser')
  drag(tools, [100, 20], [100, 80])
  expect(inkOf('a')).toHaveLength(2)
  store.undo()
  pencil.value = { ...pencil.value, whole: true }
  drag(tools, [100, 20], [100, 80])
  expect(inkOf('a')).toEqual([])
})

test('pushing moves what lies near and leaves what is far', async () => {
  const tools = await desk([
    drawn('a', 1),
    lined('a', 'near', [100, 50, 120, 50]),
    lined('a', 'far', [100, 400, 120, 400], { at: 1 }),
  ])
  take('push')
  drag(tools, [110, 50], [110, 60], [110, 70])
  const [near, far] = inkOf('a') as unknown as { points: readonly number[] }[]
  expect(near!.points[1]).toBeGreaterThan(55)
  expect(far!.points[1]).toBe(400)
  store.undo()
  expect((inkOf('a')[0] as { points: readonly number[] }).points[1]).toBe(50)
})

test('points show the line under the pen and bend it by a grip, once it is let go', async () => {
  const tools = await desk([drawn('a', 1), lined('a', 'way', [0, 50, 200, 50])])
  take('points')
  drag(tools, [100, 300])
  expect(tools.line.value).toBeUndefined()
  drag(tools, [100, 52])
  expect(tools.line.value).toMatchObject({ drawing: 'a', stroke: { id: 'way' } })
  const last = tools.line.value!.grips.length - 1
  tools.moveGrip(last, 0, 30, false)
  expect((inkOf('a')[0] as { points: readonly number[] }).points.at(-2)).toBe(50)
  tools.moveGrip(last, 0, 30, true)
  expect((inkOf('a')[0] as { points: readonly number[] }).points.at(-2)).toBe(80)
})

test('a colour is picked from the ink under the pen, else from what is seen; an unknown one is offered', async () => {
  const tools = await desk([drawn('a', 1), lined('a', 'way', [0, 50, 200, 50])])
  take('pick')
  drag(tools, [100, 50])
  expect(pencil.value.swatch).toBe('pencil')
  // Within a few steps of Brick note.
  seen = [0xb9, 0x48, 0x30, 255]
  drag(tools, [100, 300])
  expect([pencil.value.swatch, tools.unknownColour.value]).toEqual(['brick', undefined])
  seen = [0, 255, 0, 255]
  drag(tools, [100, 300])
  expect([pencil.value.swatch, tools.unknownColour.value]).toEqual(['brick', '#00ff00'])
  tools.forgetUnknown()
  tools.pickColour(0, 0, 255, 20)
  expect(tools.unknownColour.value).toBeUndefined()
})

test('on a sprite whole cells are drawn and rubbed out', async () => {
  const tools = await desk([drawn('a', 1)], { width: 32, height: 32, cells: true })
  drag(tools, [3.2, 4.9], [6.8, 4.1])
  expect(inkOf('a')).toMatchObject([{ kind: 'cells', runs: [3, 4, 4] }])
  take('eraser')
  drag(tools, [4.5, 4.5])
  expect(inkOf('a')).toMatchObject([{ kind: 'cells', runs: [3, 4, 1, 5, 4, 2] }])
})

test('every tool can be taken in hand, and its key and name are its own', async () => {
  const tools = await desk([drawn('a', 1)])
  for (const { name, word } of TOOL_LIST) {
    take(name)
    expect([word, tools.toolOf().cursor.length > 0]).toEqual([word, true])
  }
  expect(new Set(TOOL_LIST.map(({ key }) => key)).size).toBe(TOOL_LIST.length)
  expect(new Set(TOOL_LIST.map(({ word }) => word)).size).toBe(TOOL_LIST.length)
})

describe('rulers', () => {
  const lying = (kind: 'straight' | 'mirror', ...points: number[]): Edit => ({
    type: 'ruler.put',
    ruler: { id: kind, kind, points },
  })
  /** What they reckon with is fetched where there is one. */
  async function fetched() {
    while (!rulers.led(table().bench)) await new Promise((done) => setImmediate(done))
  }
  const places = (piece: unknown) => (piece as { points: number[] }).points.filter((_, i) => i % 3 !== 2)

  test('a line that begins near one goes along it, and where the hand goes once they are off', async () => {
    const tools = await desk([drawn('a', 1), lying('straight', 20, 50, 300, 50)])
    await fetched()
    drag(tools, [30, 54], [100, 47], [200, 52])
    rulers.toggle()
    drag(tools, [30, 54], [100, 47])
    const [led, free] = inkOf('a')
    expect(places(led).filter((_, i) => i % 2)).toEqual([50, 50, 50])
    expect(places(free)).toEqual([30, 54, 100, 47])
  })

  test('in a mirror a line is laid twice, a circle too, in one step each; a line along it once', async () => {
    const tools = await desk([drawn('a', 1), lying('mirror', 160, 0, 160, 180)])
    await fetched()
    drag(tools, [40, 60], [90, 80])
    expect(inkOf('a').map(places)).toEqual([
      [40, 60, 90, 80],
      [280, 60, 230, 80],
    ])
    store.undo()
    expect(inkOf('a')).toEqual([])
    take('circle')
    drag(tools, [40, 60], [90, 80])
    expect(inkOf('a')).toHaveLength(2)
    store.undo()
    take('pencil')
    drag(tools, [161, 20], [158, 90], [162, 150])
    expect(inkOf('a')).toHaveLength(1)
  })

  test('one laid aside leads nothing', async () => {
    const aside: Edit = {
      type: 'ruler.put',
      ruler: { id: 'r', kind: 'straight', points: [0, 50, 300, 50], aside: true },
    }
    const tools = await desk([drawn('a', 1), aside])
    drag(tools, [30, 54], [100, 47])
    expect(places(inkOf('a')[0])).toEqual([30, 54, 100, 47])
  })
})
