import { loadInbetween, type Ink } from '@unhurried/core'
import { FakeWorker, settled, standInBrowser } from '../../testing/browser'
import { drawn, lined, mounted, openScene } from '../../testing/open-scene'
import { useInbetweenGuide, type InbetweenGuide } from './useInbetweenGuide'

const browser = standInBrowser()
let workers: FakeWorker[] = []
Object.assign(globalThis, {
  Worker: class extends FakeWorker {
    constructor() {
      super()
      workers.push(this)
    }
  },
})
let store: Awaited<ReturnType<typeof openScene>>
let guide: InbetweenGuide
beforeEach(async () => {
  workers = []
  store = await openScene([
    drawn('a', 1),
    drawn('b', 5),
    lined('a', 'p', [20, 20, 60, 20]),
    lined('b', 'q', [20, 60, 60, 60]),
    {
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'a',
      to: 'b',
      spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
      exposure: [2],
      drawings: ['i1', 'i2', 'i3'],
    },
  ])
  guide = mounted(useInbetweenGuide).given
  store.goTo(3)
})
afterEach(() => store.close())
const ys = () => guide.guide.value!.lines.flatMap(({ points }) => points.filter((_, i) => i % 2 === 1))
type Wish = Parameters<Awaited<ReturnType<typeof loadInbetween>>['guideInbetween']>[0]
/** The hand pauses, and the worker answers what it was asked with what it was told. */
async function wait() {
  await settled()
  browser.pause()
  await settled()
  const { guideInbetween } = await loadInbetween()
  const worker = workers.at(-1)!
  const told = worker.asked.findLast(({ kind }) => kind === 'between') as unknown as { a: Ink; b: Ink }
  const wish = worker.asked.findLast(({ kind }) => kind === 'guide') as unknown as Wish
  const found = guideInbetween({ ...wish, a: told.a, b: told.b })
  worker.answer('guide', structuredClone({ kind: 'guided', ...found }))
  await settled()
}

test('between two keys an inbetween knows its parents, its pass and how far on it is', () => {
  expect(guide.between.value).toMatchObject({ a: 'a', b: 'b', pass: 'line', fraction: 0.5 })
  store.goTo(1)
  expect(guide.between.value).toBeUndefined()
})

test('wanted, it is worked out when the hand pauses, half way between the two', async () => {
  guide.toggle()
  await settled()
  expect(guide.guide.value).toBeUndefined()
  await wait()
  expect(ys().every((y) => Math.abs(y - 40) < 1)).toBe(true)
  guide.toggle()
  await settled()
  expect(guide.guide.value).toBeUndefined()
})

test('a landmark on its path of action pulls the guide after it', async () => {
  store.change({ type: 'landmark.put', level: 'A', landmark: { id: 'm', name: 'Middle' } })
  store.change({ type: 'pin.set', drawing: 'a', landmark: 'm', pin: { x: 40, y: 20 } })
  store.change({ type: 'pin.set', drawing: 'b', landmark: 'm', pin: { x: 40, y: 60 } })
  store.change({ type: 'chart.bend', chart: 'c', landmark: 'm', bend: 20 })
  expect(guide.between.value!.landmarks).toMatchObject([{ a: { x: 40, y: 20 }, b: { x: 40, y: 60 } }])
  expect(Math.abs(guide.between.value!.landmarks[0]!.at!.x - 40)).toBeGreaterThan(15)
})

test('lines are put together by hand, one of the first drawing and then one of the second, and let go', () => {
  guide.pick('b', 'q')
  expect(store.canUndo).toBe(false)
  guide.pick('a', 'p')
  guide.pick('a', 'p')
  expect(guide.chosen.value).toBeUndefined()
  guide.pick('a', 'p')
  guide.pick('b', 'q')
  expect([guide.chosen.value, guide.between.value!.matches]).toEqual([undefined, [['p', 'q']]])
  guide.pick('a', 'p')
  guide.letGo()
  expect([guide.chosen.value, guide.between.value!.matches]).toEqual([undefined, []])
})

test('the two drawings are sent once, and again when one of them is drawn on or the worker died, which is said', async () => {
  guide.toggle()
  await wait()
  const sent = () => workers.flatMap(({ asked }) => asked).filter(({ kind }) => kind === 'between').length
  const again = async () => {
    guide.toggle()
    await settled()
    guide.toggle()
  }
  await again()
  await wait()
  expect(sent()).toBe(1)
  store.change(lined('b', 'more', [20, 80, 60, 80]))
  await wait()
  expect(sent()).toBe(2)
  await again()
  await settled()
  browser.pause()
  await settled()
  workers.at(-1)!.die()
  await settled()
  expect(guide.trouble.value).toMatch(/could not be worked out/)
  await again()
  await wait()
  expect([workers.length, sent(), guide.trouble.value]).toEqual([2, 3, ''])
  expect(guide.guide.value).toBeDefined()
})

test('an answer that comes when another drawing is on the pegs is not shown', async () => {
  guide.toggle()
  await settled()
  browser.pause()
  await settled()
  const [worker] = workers
  store.goTo(1)
  await settled()
  worker!.answer('guide', { kind: 'guided', lines: [], matches: [] })
  await settled()
  expect(guide.guide.value).toBeUndefined()
})

test('Escape lets go the line that is chosen, then ends putting lines together, then is another’s', async () => {
  guide.toggle()
  await wait()
  guide.toggleMatching()
  guide.pick('a', 'p')
  const left = () => [guide.leave(), guide.chosen.value, guide.matching.value]
  expect([left(), left(), left()]).toEqual([
    [true, undefined, true],
    [true, undefined, false],
    [false, undefined, false],
  ])
})
