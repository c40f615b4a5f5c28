import { nextTick } from 'vue'
import { standInBrowser } from '../testing/browser'
import { said } from '../testing/element-plus'
import { drawn, mounted, openScene } from '../testing/open-scene'
import { thingsOfLadder } from './ladder-things'
import { useMarks, type Marks } from './useMarks'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let marks: Marks
let unmount: () => void
const chart = () => store.scene!.charts['c']!
const fractions = () => store.working!.charts['c']!.marks.map(({ fraction }) => fraction)
const mark = (at: number) => chart().marks[at]!

/** A pointer put down on a mark of a picture shown at its own size, and what happens to it after that. */
function pointer() {
  const target = Object.assign(new EventTarget(), {
    setPointerCapture: () => undefined,
    ownerSVGElement: { viewBox: { baseVal: { width: 182 } }, getBoundingClientRect: () => ({ width: 182 }) },
  })
  const event = (clientY: number, more = {}) => ({ pointerId: 1, clientX: 0, clientY, button: 0, ...more })
  const send = (type: string, clientY: number, more = {}) =>
    target.dispatchEvent(Object.assign(new Event(type), event(clientY, more)))
  return { down: { ...event(100), currentTarget: target } as unknown as PointerEvent, send }
}

beforeEach(async () => {
  said.length = 0
  store = await openScene([
    drawn('k', 1),
    drawn('l', 13),
    {
      ...{ type: 'chart.add', id: 'c', level: 'A', from: 'k', to: 'l', exposure: [4], drawings: ['x', 'y'] },
      spacing: { by: 'halves', slowOut: 2, slowIn: 0 },
    },
  ])
  ;({ given: marks, unmount } = mounted(() => useMarks(chart)))
})
afterEach(() => {
  unmount()
  store.close()
})

test('the mark of the drawing on the table is in hand; on a key none is', async () => {
  expect(marks.inHand.value).toBeUndefined()
  store.showDrawing('y')
  await nextTick()
  expect([marks.inHand.value?.drawing, marks.step.value?.exposure]).toEqual(['y', 4])
})

test('a mark dragged is tried all the while, settles on a half, and is one step when it is let go', () => {
  const { down, send } = pointer()
  const opened: string[] = []
  marks.grab(down, mark(0), (drawing) => opened.push(drawing))
  // 210 units are the whole way: 0.25 + 0.1.
  send('pointermove', 121, { altKey: true })
  expect([chart().marks[0]!.fraction, fractions()]).toEqual([0.35, [0.25, 0.5]])
  send('pointermove', 100 + 0.09 * 210)
  expect(chart().marks[0]!.fraction).toBe(1 / 3)
  send('pointerup', 119)
  expect([fractions(), opened, marks.picked.value]).toEqual([[1 / 3, 0.5], [], 'x'])
  store.undo()
  expect([fractions(), store.canUndo]).toEqual([[0.25, 0.5], false])
})

test('a mark let go where it was opens its drawing; one taken away by the system stays', () => {
  const opened: string[] = []
  const still = pointer()
  marks.grab(still.down, mark(1), (drawing) => opened.push(drawing))
  still.send('pointerup', 100)
  expect([fractions(), opened]).toEqual([[0.25, 0.5], ['y']])
  const lost = pointer()
  marks.grab(lost.down, mark(1), (drawing) => opened.push(drawing))
  lost.send('pointermove', 140)
  lost.send('pointercancel', 140)
  expect([fractions(), chart().marks[1]!.fraction, opened]).toEqual([[0.25, 0.5], 0.5, ['y']])
})

test('a mark taken off elsewhere while it is dragged is left alone', () => {
  const { down, send } = pointer()
  marks.grab(down, mark(0), () => undefined)
  store.change({ type: 'chart.take-out', chart: 'c', drawing: 'x' })
  send('pointermove', 140)
  send('pointerup', 140)
  expect([fractions(), said]).toEqual([[0.5], []])
})

test('marks are put in, nudged, favoured, held and taken off', () => {
  marks.putIn()
  expect([fractions(), marks.inHand.value?.fraction]).toEqual([[0.25, 0.5, 0.75], 0.75])
  marks.favour('first')
  expect(fractions()[2]).toBeCloseTo(2 / 3, 3)
  marks.nudge(mark(2), 0.01)
  expect(fractions()[2]).toBeCloseTo(0.677, 3)
  expect(marks.expose('x', 0)).toBe(false)
  marks.takeOff(mark(2).drawing)
  expect(fractions()).toEqual([0.25, 0.5])
})

test('what can be done with a mark, with an end and with the chart is told', () => {
  const numberOf = (drawing: string) => store.scene!.drawings[drawing]!.number
  const acts = { open: () => undefined, space: () => undefined, halve: undefined, remove: () => undefined }
  marks.picked.value = 'x'
  const told = (drawing?: string) =>
    thingsOfLadder(marks, drawing, numberOf, acts).map((thing) => [
      thing.words,
      ...thing.acts.map(({ words }) => words),
    ])
  expect(told()).toEqual([['The chart', 'Put in a mark in the widest gap', 'Space it anew …', 'Take the chart out']])
  expect(told('k')[0]).toEqual(['Drawing 1', 'Lay it on the pegs'])
  expect(told('x')[0]).toEqual([
    'The mark of drawing 5',
    'Lay it on the pegs',
    'Hold it one frame longer',
    'Hold it one frame shorter',
    expect.stringMatching(/^Favour \d+$/),
    expect.stringMatching(/^Favour \d+$/),
    'Take it off the chart',
  ])
})
