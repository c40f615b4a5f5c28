import { exposuresOf, isDrawn, middlesOf, type Ink } from '@unhurried/core'
import { FakeWorker, settled, standInBrowser } from '../../testing/browser'
import { said } from '../../testing/element-plus'
import { lined, mounted, openScene } from '../../testing/open-scene'
import { onInWords } from '../../parts/frames'
import type { MiddleOrder } from '../../workers/middles/messages'
import { useAhead, type Ahead } from './useAhead'

const browser = standInBrowser()
/** Of each order for middles, how many drawings it named and how many it brought the ink of. */
const measured: [named: number, brought: number][] = []
const kept = new Map<string, Ink>()
Object.assign(globalThis, {
  Worker: class extends FakeWorker {
    override postMessage({ id, drawings, frame }: FakeWorker['asked'][number] & Partial<MiddleOrder>) {
      const brought = drawings!.filter(({ ink }) => ink)
      for (const { drawing, ink } of brought) kept.set(drawing, ink!)
      measured.push([drawings!.length, brought.length])
      const inks = drawings!.map(({ drawing }) => kept.get(drawing)!)
      queueMicrotask(() => this.say({ kind: 'middles', id, places: middlesOf(inks, frame!) }))
    }
  },
})
let store: Awaited<ReturnType<typeof openScene>>
let ahead: Ahead
async function open(settings = {}) {
  store = await openScene([], { approach: 'straight-ahead', lengthFollows: true, length: 48, ...settings })
  ahead = mounted(useAhead).given
}
beforeEach(() => (said.length = 0))
afterEach(() => store.close())

let lines = 0
/** Draws on the drawing that is on the pegs. */
const draw = (x = 10) => store.change(lined(store.drawing!, `l${lines++}`, [x, 10, x + 40, 60]))
const column = () =>
  exposuresOf(store.scene!, 'A', store.take)
    .map(({ drawing, frames }) => `${drawing ? store.scene!.drawings[drawing]!.number : '-'}:${frames}`)
    .join(' ')

test('draw, next, draw: one act for each drawing, and the scene is as long as they are', async () => {
  await open()
  ahead.next()
  draw()
  ahead.next()
  expect([store.frame, column(), store.scene!.settings.length]).toEqual([3, '1:2 3:2', 4])
  expect(ahead.done.value).toBe('the scene lasts 4 frames (0.17 s) now')
  // Going elsewhere, what was said has been read.
  store.goTo(1)
  expect(ahead.done.value).toBe('')
})

test('what the last act did is no longer said once it is no longer so', async () => {
  await open()
  ahead.next()
  draw()
  ahead.next()
  draw()
  expect(ahead.done.value).toBe('the scene lasts 4 frames (0.17 s) now')
  store.change({ type: 'exposure.hold', take: 'main', level: 'A', frame: 3, frames: 3 })
  expect(ahead.done.value).toBe('')
})

test('an empty drawing is drawn on before another is put in', async () => {
  await open()
  ahead.next()
  ahead.next()
  expect([column(), said]).toEqual(['1:2', [expect.stringMatching(/Drawing 1 is still empty/)]])
})

test('a drawing that waits there empty is gone to, not put in again', async () => {
  await open()
  for (let i = 0; i < 2; i++) {
    ahead.next()
    if (i === 0) draw()
  }
  store.goTo(1)
  ahead.next()
  expect([store.frame, column()]).toEqual([3, '1:2 3:2'])
})

test('in the middle it says what moves; the usual exposure is changed by one act and goes round', async () => {
  await open()
  for (let i = 0; i < 3; i++) {
    ahead.next()
    draw(10 + 20 * i)
  }
  store.goTo(1)
  expect(ahead.place.value).toMatchObject({ frame: 3, later: 2, moves: 2 })
  ahead.nextExposure()
  expect([ahead.exposure.value, onInWords(ahead.exposure.value)]).toEqual([3, 'threes'])
  ahead.next()
  expect(column()).toBe('1:2 3:3 3:2 5:2'.replace('3:3 3:2', '3a:3 3:2'))
  expect(ahead.done.value).toMatch(/^2 drawings after it moved on by 3 frames; the scene lasts 9 frames/)
  ahead.nextExposure()
  ahead.nextExposure()
  expect(ahead.exposure.value).toBe(1)
})

test('carried on it is a copy after this one, or from this frame where this one is held; said once to be a drawing of its own', async () => {
  await open()
  ahead.carryOn()
  expect(said).toEqual([expect.stringMatching(/no drawing here to carry on from/)])
  ahead.next()
  draw()
  const first = store.drawing!
  ahead.carryOn()
  expect(column()).toBe('1:2 3:2')
  expect(ahead.done.value).toMatch(/^copied, not shown again/)
  expect(store.ink!.inkOf(store.drawing!, 'line')).toEqual(store.ink!.inkOf(first, 'line'))
  expect(isDrawn(store.scene!.drawings[store.drawing!]!)).toBe(true)
  store.change({ type: 'exposure.hold', take: 'main', level: 'A', frame: 1, frames: 2 })
  store.goTo(2)
  ahead.carryOn()
  expect(column()).toBe('1:1 2:1 3:2')
  expect(ahead.done.value).toBe('')
})

test('the last steps are measured once the hand pauses', async () => {
  await open()
  for (const x of [10, 40, 60]) {
    ahead.next()
    draw(x)
  }
  expect(ahead.steps.value).toEqual([])
  await Promise.resolve()
  browser.pause()
  await settled()
  const steps = ahead.steps.value.map(Math.round)
  expect(steps).toHaveLength(2)
  expect(Math.abs(steps[0]! - 30) + Math.abs(steps[1]! - 20)).toBeLessThan(3)
  // What pauses with nothing drawn is not measured again; what was drawn on is.
  store.goTo(1)
  store.goTo(5)
  await settled()
  browser.pause()
  await settled()
  expect(measured).toEqual([[3, 3]])
  draw(90)
  await settled()
  browser.pause()
  await settled()
  expect(measured).toEqual([
    [3, 3],
    [3, 1],
  ])
  expect(ahead.steps.value[1]).toBeGreaterThan(steps[1]!)
})

test('a scene of fixed length has no next beyond its end, and says how there could be one', async () => {
  await open({ lengthFollows: false, length: 2 })
  ahead.next()
  draw()
  ahead.next()
  expect([column(), said]).toEqual(['1:2', [expect.stringMatching(/let its length follow the drawings/)]])
})
