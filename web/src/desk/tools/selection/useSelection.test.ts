import type { InkPiece } from '@unhurried/core'
import { ref, shallowRef } from 'vue'
import { said } from '../../../testing/element-plus'
import { standInBrowser } from '../../../testing/browser'
import { drawn, lined, mounted, openScene } from '../../../testing/open-scene'
import type { Table } from '../../../stage/surface'
import type { PencilSettings } from '../pencil'
import { useTargets } from '../useTargets'
import { useSelection, type Selection } from './useSelection'

standInBrowser()
const usual = { tool: 'select', on: 'one', pass: 'line', cut: false, everyPass: false } as PencilSettings
const pencil = ref<PencilSettings>({ ...usual })
const span = ref<string[]>([])
const lifted: unknown[] = []
const table = shallowRef({ lift: (what: unknown) => lifted.push(what), view: () => ({ zoom: 1 }) } as unknown as Table)

let store: Awaited<ReturnType<typeof openScene>>
let selection: Selection
beforeEach(async () => {
  said.length = lifted.length = 0
  pencil.value = { ...usual }
  span.value = ['a', 'b']
  store = await openScene([
    drawn('a', 1),
    drawn('b', 5),
    lined('a', 'top', [20, 20, 80, 20]),
    lined('a', 'low', [20, 120, 80, 120], { at: 1 }),
    lined('a', 'paint', [20, 24, 80, 24], { pass: 'colour' }),
    lined('b', 'top2', [20, 20, 80, 20]),
  ])
  selection = mounted(() => useSelection({ pencil, targets: useTargets({ pencil, span }), table })).given
})
afterEach(() => store.close())

const ring = [0, 0, 100, 0, 100, 60, 0, 60]
const ids = () => [...(selection.selected.value?.ids ?? [])]
const points = (drawing: string, id: string, pass = 'line') => {
  const piece = store.ink!.inkOf(drawing, pass).find((each) => each.id === id)
  return piece?.kind === 'stroke' ? [...piece.points].filter((_, i) => i % 3 !== 2) : undefined
}

test('a ring takes what lies within it on the pass in hand, or on every pass', () => {
  selection.pick(ring)
  expect([ids(), selection.pivot.value]).toEqual([['top'], { x: 50, y: 20 }])
  pencil.value.everyPass = true
  selection.pick(ring)
  expect(ids().sort()).toEqual(['paint', 'top'])
})

describe('lines a ring cuts', () => {
  const half = [0, 0, 50, 0, 50, 60, 0, 60]
  const line = () => store.ink!.inkOf('a', 'line').map(({ id }) => id)
  beforeEach(() => (pencil.value.cut = true))

  test('are whole again when nothing comes of it, and nothing is left to undo', () => {
    selection.pick(half)
    expect([line().length, ids().length, store.canUndo]).toEqual([3, 1, true])
    selection.drop()
    expect([line(), store.canUndo, store.canRedo, said]).toEqual([['top', 'low'], false, false, []])
  })

  test('are whole again before another ring cuts them, and when another drawing is looked at', async () => {
    selection.pick(half)
    selection.pick([30, 0, 100, 0, 100, 60, 30, 60])
    expect(line()).toHaveLength(3)
    store.goTo(5)
    await Promise.resolve()
    expect([line(), store.canUndo]).toEqual([['top', 'low'], false])
  })

  test('stay cut once something was done with them; that undone, they are whole', () => {
    selection.pick(half)
    selection.nudge(0, 5)
    selection.drop()
    expect(line()).toHaveLength(3)
    store.undo()
    expect(line()).toHaveLength(3)
    store.undo()
    expect(line()).toEqual(['top', 'low'])
  })

  test('stay as they are when another step was made since', () => {
    selection.pick(half)
    store.change({ type: 'drawing.set', drawing: 'b', fields: { note: 'heavier' } })
    selection.drop()
    expect(line()).toHaveLength(3)
  })
})

test('a touch takes the piece there, and touching nothing lets go', () => {
  selection.pick([50, 121])
  expect(ids()).toEqual(['low'])
  selection.pick([50, 80])
  expect(selection.selected.value).toBeUndefined()
})

test('all of the drawing can be taken, and another drawing or tool lets it go', () => {
  selection.all()
  expect(ids()).toEqual(['top', 'low'])
  store.goTo(5)
  expect(selection.selected.value).toBeUndefined()
})

test('a move is shown in figures and laid down in one step, the selection with it', () => {
  selection.pick(ring)
  selection.move(10, -4)
  expect([selection.figures.value, points('a', 'top')]).toEqual(['10 px to the right, 4 px up', [20, 20, 80, 20]])
  selection.settle()
  expect([points('a', 'top'), points('a', 'low'), ids(), selection.pivot.value]).toEqual([
    [30, 16, 90, 16],
    [20, 120, 80, 120],
    ['top'],
    { x: 60, y: 16 },
  ])
  store.undo()
  expect(points('a', 'top')).toEqual([20, 20, 80, 20])
})

test('the same is done to what lies in the same place on the other drawings', () => {
  pencil.value.on = 'all'
  selection.pick(ring)
  selection.move(0, 8)
  selection.settle()
  expect([points('a', 'top'), points('b', 'top2')]).toEqual([
    [20, 28, 80, 28],
    [20, 28, 80, 28],
  ])
})

test('nudges add up in figures until something else is taken', () => {
  expect(selection.nudge(1, 0)).toBe(false)
  selection.pick(ring)
  selection.nudge(1, 0)
  selection.nudge(1, 0)
  expect(selection.figures.value).toBe('2 px to the right')
  selection.nudge(-2, 0)
  expect(selection.figures.value).toBe('back where it was')
  selection.pick([50, 121])
  selection.nudge(0, 1)
  expect(selection.figures.value).toBe('1 px down')
})

test('squash keeps the area and turning is told in degrees; neither changes ink before it is laid down', () => {
  selection.pick(ring)
  selection.squash(0.5)
  expect(selection.figures.value).toBe('along 0.50, across 2.00, area 100 %')
  selection.turn(Math.PI / 2)
  expect([selection.figures.value, points('a', 'top')]).toEqual(['turned 90°', [20, 20, 80, 20]])
})

test('what is copied is pasted on the pass in hand with ids of its own; cut takes it out', () => {
  selection.pick(ring)
  expect(selection.cut()).toBe(true)
  expect([points('a', 'top'), selection.hasCopy.value]).toEqual([undefined, true])
  pencil.value.pass = 'rough'
  selection.paste()
  const [pasted] = store.ink!.inkOf('a', 'rough')
  expect([pasted!.id === 'top', points('a', pasted!.id, 'rough'), ids()]).toEqual([
    false,
    [20, 20, 80, 20],
    [pasted!.id],
  ])
})

test('what came from several passes goes back to them, mirrored when asked', () => {
  pencil.value.everyPass = true
  selection.pick(ring)
  selection.copy()
  selection.drop()
  selection.paste(true)
  // Mirrored about the middle of the paper, which is 320 wide.
  const pasted = store.ink!.inkOf('a', 'line').at(-1)!
  expect(points('a', pasted.id)).toEqual([300, 20, 240, 20])
  expect(store.ink!.inkOf('a', 'colour')).toHaveLength(2)
})

test('what somebody undoes is selected no more', () => {
  store.change(lined('a', 'new', [20, 40, 80, 40], { at: 2 }))
  selection.pick([50, 40])
  expect(ids()).toEqual(['new'])
  store.undo()
  return Promise.resolve().then(() => expect(selection.selected.value).toBeUndefined())
})

test('what is selected is drawn otherwise: in another colour, finer or heavier, as wide as said, each one step', () => {
  selection.pick(ring)
  const top = () => store.ink!.inkOf('a', 'line').find(({ id }) => id === 'top') as { swatch: string; size: number }
  expect(selection.inColour('brick')).toBe(true)
  expect([top().swatch, selection.inColour('brick')]).toEqual(['brick', false])
  selection.byWidth(1.25)
  expect(top().size).toBe(5)
  selection.toWidth(2)
  expect([top().size, ids()]).toEqual([2, ['top']])
  for (let i = 0; i < 3; i++) store.undo()
  expect([top().swatch, top().size]).toEqual(['pencil', 4])
})

test('laid on another pass it lies on top there, and one step brings it back', () => {
  selection.pick(ring)
  expect(selection.toPass('colour')).toBe(true)
  const on = (pass: string) => store.ink!.inkOf('a', pass).map(({ id }) => id)
  expect([on('line'), on('colour')]).toEqual([['low'], ['paint', 'top']])
  expect(selection.selected.value).toBeUndefined()
  expect(selection.toPass('colour')).toBe(false)
  store.undo()
  expect([on('line'), on('colour')]).toEqual([['top', 'low'], ['paint']])
})

test('a part again on the next drawing goes on as it was moved last, and again', () => {
  store.change(drawn('c', 9))
  selection.pick(ring)
  selection.nudge(10, 0)
  selection.nudge(5, -2)
  const toNext = () => store.flip(1)
  expect(selection.again(toNext)).toBe(true)
  const last = (drawing: string) => {
    const piece = store.ink!.inkOf(drawing, 'line').at(-1)
    return piece?.kind === 'stroke' ? [...piece.points].filter((_, i) => i % 3 !== 2) : undefined
  }
  expect([store.drawing, last('b'), ids().length]).toEqual(['b', [50, 16, 110, 16], 1])
  expect(selection.again(toNext)).toBe(true)
  expect([store.drawing, last('c')]).toEqual(['c', [65, 14, 125, 14]])
  // Where no drawing follows nothing is laid.
  expect(selection.again(toNext)).toBe(false)
  selection.drop()
  expect([selection.again(toNext), said]).toEqual([false, [expect.stringMatching(/Nothing is selected/)]])
})

const onA = () => store.ink!.inkOf('a', 'line')
const lineNamed = (drawing: string, id: string) =>
  store.ink!.inkOf(drawing, 'line').find((piece) => piece.id === id) as Extract<InkPiece, { kind: 'stroke' }>

test('on several drawings a change of colour, width or brush reaches what lies in the same place on each', () => {
  pencil.value.on = 'all'
  selection.pick(ring)
  expect(selection.inColour('brick')).toBe(true)
  expect([lineNamed('a', 'top').swatch, lineNamed('b', 'top2').swatch, lineNamed('a', 'low').swatch]).toEqual([
    'brick',
    'brick',
    'pencil',
  ])
  selection.withBrush('wash')
  expect([lineNamed('a', 'top').brush, lineNamed('b', 'top2').brush]).toEqual(['wash', 'wash'])
  expect(selection.withBrush('wash')).toBe(false)
  selection.toPass('rough')
  expect(['a', 'b'].map((id) => store.ink!.inkOf(id, 'rough').map((piece) => piece.id))).toEqual([['top'], ['top2']])
  for (let n = 0; n < 3; n++) store.undo()
  expect([lineNamed('a', 'top').swatch, lineNamed('b', 'top2').brush]).toEqual(['pencil', undefined])
})

test('a move through several drawings can grow toward the one on the table, small steps adding up', () => {
  store.change(drawn('c', 9))
  store.change(lined('c', 'top3', [20, 20, 80, 20]))
  span.value = ['a', 'b', 'c']
  pencil.value = { ...pencil.value, on: 'all', grows: 'even' }
  store.goTo(9)
  selection.pick(ring)
  for (let n = 0; n < 9; n++) selection.nudge(1, 0)
  const moved = [points('a', 'top'), points('b', 'top2'), points('c', 'top3')].map((flat) => flat![0]! - 20)
  expect(moved).toEqual([3, 6, 9])
})

test('in front, behind, joined, closed and parted', () => {
  selection.pick([50, 121])
  selection.order('behind')
  expect(onA().map(({ id }) => id)).toEqual(['low', 'top'])
  selection.order('front')
  expect(onA().map(({ id }) => id)).toEqual(['top', 'low'])
  selection.all()
  expect(selection.join()).toBe(true)
  expect([onA().length, points('a', 'top')]).toEqual([1, [80, 20, 20, 20, 20, 120, 80, 120]])
  selection.all()
  selection.closed()
  expect(points('a', 'top')!.slice(-2)).toEqual([80, 20])
  for (let n = 0; n < 2; n++) store.undo()
  expect(selection.part(50, 121, 1)).toBe(true)
  expect([onA().length, selection.selected.value!.pieces.length]).toEqual([3, 2])
  expect(selection.part(300, 300, 1)).toBe(false)
})

test('lines go over to the drawing of another level on the same frame; where there is none it is said', () => {
  store.change({ type: 'level.add', level: { ...store.scene!.levels['A']!, id: 'B', name: 'Gull' }, at: 1 })
  selection.pick(ring)
  expect(selection.toLevel('B')).toBe(false)
  expect(said.at(-1)).toBe('Level Gull shows no drawing at frame 1. Put one in there first.')
  store.change({ type: 'drawing.add', take: 'main', level: 'B', frame: 1, drawing: { id: 'g', role: 'key' } })
  selection.pick(ring)
  expect(selection.toLevel('B')).toBe(true)
  expect([onA().map(({ id }) => id), store.scene!.drawings['g']!.passes]).toEqual([['low'], { line: 1 }])
})

describe('more of what is selected', () => {
  const swatched = (id: string) => store.ink!.inkOf('a', 'line').find((piece) => piece.id === id)!.swatch
  const square = [0, 0, 100, 0, 100, 100, 0, 100]
  const outline = [20, 20, 80, 20, 80, 120, 20, 120]
  const paint: InkPiece = { kind: 'fill', id: 'shape', swatch: 'tide', outline }

  test('all in its colours, on every pass that is shown; on other drawings that colour is meant, wherever it lies', () => {
    store.change({ type: 'ink.change', drawing: 'a', pass: 'colour', remove: [], add: [{ at: 1, piece: paint }] })
    store.change(lined('b', 'elsewhere', [300, 160, 310, 160], { at: 1 }))
    selection.pick([50, 121])
    selection.byColour()
    expect([ids().sort(), swatched('low')]).toEqual([['low', 'paint', 'top'], 'pencil'])
    pencil.value.on = 'all'
    selection.move(1, 0)
    selection.settle()
    expect(points('b', 'elsewhere')).toEqual([301, 160, 311, 160])
  })

  test('with nothing selected the colour in hand is meant, and a colour that is not there is said', () => {
    pencil.value.swatch = 'tide'
    selection.byColour()
    expect([ids(), said.at(-1)]).toEqual([[], 'Nothing on this drawing is in that colour.'])
  })

  test('a part is its paint and the lines round it; without paint that is said', () => {
    store.change({ type: 'ink.change', drawing: 'a', pass: 'colour', remove: [], add: [{ at: 1, piece: paint }] })
    selection.pick([50, 121])
    selection.byPart()
    expect([ids(), said.at(-1)]).toEqual([['low'], expect.stringContaining('known by its paint')])
    pencil.value.everyPass = true
    selection.pick([50, 70])
    expect(ids()).toEqual(['shape'])
    selection.byPart()
    expect(ids().sort()).toEqual(['low', 'paint', 'shape', 'top'])
  })

  test('what touches it comes too', () => {
    selection.pick([50, 19])
    expect(ids()).toEqual(['top'])
    selection.byTouch()
    expect(ids().sort()).toEqual(['paint', 'top'])
    expect(selection.selected.value!.ring).not.toEqual(square)
  })

  test('onto a level of its own, with the exposures: of this drawing, or a colour of all of them', async () => {
    selection.pick(ring)
    await selection.toOwnLevel()
    const [own] = store.scene!.levelOrder.filter((id) => id !== 'A')
    expect(store.level).toBe(own)
    const twin = Object.values(store.scene!.drawings).filter(({ level }) => level === own)
    expect(twin.map(({ passes }) => passes.line)).toEqual([1])
    expect(store.exposures[0]).toMatchObject({ drawing: twin[0]!.id, frames: 4 })
    expect([points('a', 'top'), points('a', 'low'), points('b', 'top2')]).toEqual([
      undefined,
      [20, 120, 80, 120],
      [20, 20, 80, 20],
    ])
    store.undo()
    store.level = 'A'
    store.goTo(1)
    selection.pick(ring)
    selection.byColour()
    await selection.toOwnLevel()
    expect([points('a', 'top'), points('a', 'low'), points('b', 'top2')]).toEqual([undefined, undefined, undefined])
  })
})
