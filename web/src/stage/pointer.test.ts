import type { Matrix } from '@unhurried/core'
import { TablePointer } from './pointer'
import type { Pen, Tool } from './tools/tool'
import { FIT, type View } from './view'

class FakeCanvas extends EventTarget {
  readonly captured: number[] = []
  getBoundingClientRect = () => ({ left: 100, top: 50, width: 400, height: 300 })
  setPointerCapture(id: number) {
    this.captured.push(id)
  }
}
beforeAll(() =>
  Object.assign(globalThis, {
    HTMLElement: class {},
    document: Object.assign(new EventTarget(), { visibilityState: 'visible', activeElement: null }),
  }),
)

/** A pointer event as a browser makes it, by its place on the page. */
function pointer(type: string, x: number, y: number, more: object = {}) {
  return Object.assign(new Event(type, { cancelable: true }), {
    clientX: x,
    clientY: y,
    pointerId: 1,
    pointerType: 'pen',
    pressure: 0.4,
    button: 0,
    shiftKey: false,
    altKey: false,
    ctrlKey: false,
    metaKey: false,
    ...more,
  })
}

let canvas: FakeCanvas
let log: string[]
let looks: View[]
let tilts: (number | undefined)[]
let allowed: boolean
const hands: TablePointer[] = []
afterEach(() => hands.splice(0).forEach((hand) => hand.end()))
const at = ({ x, y, pressure }: Pen) => `${x},${y} at ${pressure}`
function table({ takes = true, pan }: { takes?: boolean; pan?: { x: number; y: number } } = {}) {
  canvas = new FakeCanvas()
  ;[log, looks, tilts, allowed] = [[], [], [], true]
  const tool: Tool = {
    cursor: 'crosshair',
    down: (pen) => (log.push(`down ${at(pen)}`), takes),
    move: (pens, expected) => void log.push(`move ${pens.map(at).join(' ')}${expected ? ` then ${at(expected)}` : ''}`),
    up: () => void log.push('up'),
    cancel: () => void log.push('cancel'),
    hover: (pen) => (tilts.push(pen.tilt), void log.push(`hover ${at(pen)}`)),
  }
  // Twice as large as the scene, its corner at 20, 10 of the table.
  const matrix: Matrix = [2, 0, 0, 2, 20, 10]
  const hand = new TablePointer(canvas as unknown as HTMLCanvasElement, {
    tool: () => tool,
    otherEnd: (end) => (end === 'barrel' ? 'paper' : { ...tool, down: (pen) => void log.push(`rub ${at(pen)}`) }),
    mayDraw: () => allowed,
    matrix: () => matrix,
    pan: () => pan,
    view: () => FIT,
    look: (view) => void looks.push(view),
    size: () => ({ width: 400, height: 300 }),
  })
  hands.push(hand)
  return hand
}
const send = (...events: Event[]) => events.forEach((event) => canvas.dispatchEvent(event))

test('a stroke is given in scene pixels, from where the pen comes down to where it is lifted', () => {
  const hand = table()
  send(pointer('pointerdown', 140, 80))
  expect([hand.isDrawing, canvas.captured]).toEqual([true, [1]])
  send(pointer('pointermove', 160, 80), pointer('pointerup', 160, 80))
  expect(log).toEqual(['down 10,10 at 0.4', 'move 20,10 at 0.4', 'up'])
  expect(hand.isDrawing).toBe(false)
})

test('all places since the last event are given, and where the browser expects the pen next', () => {
  table()
  send(pointer('pointerdown', 140, 80))
  send(
    pointer('pointermove', 180, 80, {
      getCoalescedEvents: () => [pointer('pointermove', 160, 80), pointer('pointermove', 180, 80)],
      getPredictedEvents: () => [pointer('pointermove', 200, 80)],
    }),
  )
  expect(log[1]).toBe('move 20,10 at 0.4 30,10 at 0.4 then 40,10 at 0.4')
})

test('a mouse presses evenly, and a pen over the paper only hovers', () => {
  table()
  send(pointer('pointermove', 140, 80), pointer('pointerdown', 140, 80, { pointerType: 'mouse', pressure: 1 }))
  expect(log).toEqual(['hover 10,10 at 0.4', 'down 10,10 at 0.5'])
})

test('on a panned ground the pen is where the drawing lies', () => {
  table({ pan: { x: 4, y: 0 } })
  send(pointer('pointerdown', 140, 80), pointer('pointermove', 140, 80))
  expect(log[1]).toBe('move 6,10 at 0.4')
})

test('where drawing is not allowed, or the tool cannot, nothing is begun', () => {
  const hand = table()
  allowed = false
  send(pointer('pointerdown', 140, 80))
  expect([hand.isDrawing, log]).toEqual([false, []])
  const other = table({ takes: false })
  send(pointer('pointerdown', 140, 80), pointer('pointerup', 140, 80))
  expect([other.isDrawing, log]).toEqual([false, ['down 10,10 at 0.4']])
})

test('taken away by the system or hidden in the middle of a stroke, what was drawn is kept', () => {
  table()
  send(pointer('pointerdown', 140, 80), pointer('pointercancel', 0, 0))
  expect(log).toEqual(['down 10,10 at 0.4', 'up'])
  const hand = table()
  send(pointer('pointerdown', 140, 80))
  Object.assign(document, { visibilityState: 'hidden' })
  document.dispatchEvent(new Event('visibilitychange'))
  Object.assign(document, { visibilityState: 'visible' })
  expect([log, hand.isDrawing]).toEqual([['down 10,10 at 0.4', 'up'], false])
})

test('a second finger takes back the line of the first and holds the paper', () => {
  table()
  const finger = (type: string, id: number, x: number, y: number) =>
    pointer(type, x, y, { pointerId: id, pointerType: 'touch' })
  send(finger('pointerdown', 1, 200, 100), finger('pointerdown', 2, 300, 100))
  expect(log).toEqual([expect.stringMatching(/^down/), 'cancel'])
  send(finger('pointermove', 2, 400, 100))
  expect(looks.at(-1)!.zoom / FIT.zoom).toBeCloseTo(2)
})

test('once a pen was seen a hand that rests on the paper draws nothing', () => {
  const hand = table()
  send(pointer('pointermove', 140, 80), pointer('pointerdown', 140, 80), pointer('pointerup', 140, 80))
  log.length = 0
  send(pointer('pointerdown', 300, 200, { pointerId: 7, pointerType: 'touch' }))
  expect([hand.isDrawing, log]).toEqual([false, []])
})

test('the middle button and the wheel move the paper; with Ctrl the wheel draws nearer to where it is', () => {
  table()
  send(
    pointer('pointerdown', 200, 100, { button: 1, pointerType: 'mouse' }),
    pointer('pointermove', 230, 100, { pointerType: 'mouse' }),
  )
  const wheel = (more: object) =>
    Object.assign(new Event('wheel', { cancelable: true }), {
      deltaX: 0,
      deltaY: 0,
      deltaMode: 0,
      clientX: 200,
      clientY: 100,
      ...more,
    })
  send(wheel({ deltaY: 30 }), wheel({ deltaY: -300, ctrlKey: true }))
  expect([looks.length, log]).toEqual([3, []])
  expect(looks[2]!.zoom / FIT.zoom).toBeCloseTo(Math.E)
})

test('a pen turned over does what its other end does, until it is lifted', () => {
  table()
  send(pointer('pointerdown', 120, 60, { button: 5, buttons: 32 }))
  send(pointer('pointermove', 140, 60, { buttons: 32 }))
  send(pointer('pointerup', 140, 60))
  send(pointer('pointerdown', 120, 60))
  expect(log).toEqual(['rub 0,0 at 0.4', 'move 10,0 at 0.4', 'up', 'down 0,0 at 0.4'])
})

test('with the button on the barrel held the paper goes along, and nothing is drawn', () => {
  table()
  send(pointer('pointerdown', 120, 60, { button: 2, buttons: 2 }))
  send(pointer('pointermove', 150, 80, { buttons: 2 }))
  send(pointer('pointerup', 150, 80))
  expect([log, looks.length]).toEqual([[], 1])
  // Of a mouse it is the button for what can be done with a thing.
  send(pointer('pointerdown', 120, 60, { button: 2, buttons: 2, pointerType: 'mouse' }))
  expect([log, looks.length]).toEqual([[], 1])
})

test('how far a pen leans is told, of a pen alone', () => {
  table()
  send(pointer('pointermove', 120, 60, { tiltX: 60, tiltY: 0 }))
  send(pointer('pointermove', 120, 60, { tiltX: 0, tiltY: 0 }))
  send(pointer('pointermove', 120, 60, { tiltX: 60, pointerType: 'mouse' }))
  expect(tilts).toEqual([expect.closeTo(2 / 3), undefined, undefined])
})

test('a palm draws nothing and moves nothing while the pen is near, and what it began before the pen came is taken back', () => {
  table()
  send(pointer('pointerdown', 120, 60, { pointerType: 'touch', pointerId: 7 }))
  send(pointer('pointermove', 150, 60))
  send(pointer('pointerdown', 160, 60))
  expect(log).toEqual(['down 0,0 at 0.4', 'cancel', 'hover 15,0 at 0.4', 'down 20,0 at 0.4'])
  send(pointer('pointerdown', 300, 200, { pointerType: 'touch', pointerId: 8 }))
  send(pointer('pointerdown', 340, 200, { pointerType: 'touch', pointerId: 9 }))
  send(pointer('pointermove', 350, 220, { pointerType: 'touch', pointerId: 9 }))
  send(pointer('pointermove', 170, 60))
  expect([looks, log.slice(4)]).toEqual([[], ['move 25,0 at 0.4']])
})
