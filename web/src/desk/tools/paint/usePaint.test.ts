import { ref } from 'vue'
import { said } from '../../../testing/element-plus'
import { FakeWorker, settled, standInBrowser } from '../../../testing/browser'
import { drawn, lined, mounted, openScene } from '../../../testing/open-scene'
import type { PencilSettings } from '../pencil'
import { useTargets } from '../useTargets'
import { usePaint, type Paint } from './usePaint'

const browser = standInBrowser()
const usual = { tool: 'pen', on: 'one', pass: 'line', swatch: 'pencil', gap: 8 } as PencilSettings
const pencil = ref<PencilSettings>({ ...usual })
const span = ref<string[]>([])
const square = [100, 50, 140, 50, 140, 90, 100, 90]
const filled = { kind: 'filled', ms: 1, result: { outcome: 'filled', outline: square, holes: [], area: 1600 } }

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
let paint: Paint
let unmount: () => void
beforeEach(async () => {
  said.length = 0
  workers = []
  pencil.value = { ...usual }
  store = await openScene([drawn('a', 1), drawn('b', 5), lined('a', 'l', [100, 50, 140, 90])])
  const made = mounted(() => usePaint({ pencil, targets: useTargets({ pencil, span }) }))
  ;[paint, unmount] = [made.given, made.unmount]
})
afterEach(() => {
  unmount()
  store.close()
})
const colours = (drawing = 'a') => store.ink!.inkOf(drawing, 'colour')
async function fillSquare() {
  const done = paint.fill(120, 70)
  workers.at(-1)!.answer('fill', filled)
  await done
}

test('a filled part is laid on the pass of colour and can be carried on', async () => {
  await fillSquare()
  expect(colours()).toMatchObject([{ kind: 'fill', swatch: 'pencil', outline: square }])
  expect(paint.last.value).toEqual({ drawing: 'a', pass: 'colour', piece: colours()[0]!.id })
})

test('paint on paint changes its colour instead of lying on it', async () => {
  await fillSquare()
  store.change({ type: 'swatch.put', swatch: { id: 'red', name: 'Red', colour: '#cc2200' } })
  pencil.value.swatch = 'red'
  await fillSquare()
  expect(colours()).toHaveLength(1)
  expect(colours()[0]).toMatchObject({ swatch: 'red', outline: square })
})

test('with the pot in hand the lines are sent before a place is touched, and once', async () => {
  pencil.value.tool = 'fill'
  await settled()
  expect(workers).toHaveLength(0)
  browser.pause()
  expect(workers[0]!.asked.map(({ kind }) => kind)).toEqual(['lines'])
  await fillSquare()
  expect(workers[0]!.asked.map(({ kind }) => kind)).toEqual(['lines', 'fill'])
})

test('off the paper nothing is asked; on a line and where it is too fine the reason is said', async () => {
  await paint.fill(-3, 20)
  expect([workers.length, said.length]).toEqual([0, 1])
  const done = paint.fill(120, 70)
  workers[0]!.answer('fill', { kind: 'filled', ms: 1, result: { outcome: 'on a line' } })
  await done
  expect([said.at(-1), colours()]).toEqual([expect.stringMatching(/There is a line here/), []])
})

test('where paint would run out is shown, and filled again as decided, closings adding up', async () => {
  const leaks = (closing: number[]) => ({
    kind: 'filled',
    ms: 1,
    result: { outcome: 'leak', leak: { x: 120, y: 50, width: 9, closing } },
  })
  const done = paint.fill(120, 70)
  workers[0]!.answer('fill', leaks([1, 2, 3, 4]))
  await done
  expect(paint.leak.value).toMatchObject({ x: 120, width: 9, drawing: 'a' })
  paint.leak.value!.again({ closings: [[1, 2, 3, 4]] })
  workers[0]!.answer('fill', leaks([5, 6, 7, 8]))
  await settled()
  paint.leak.value!.again({ closings: [[5, 6, 7, 8]] })
  expect(workers[0]!.asked.at(-1)).toMatchObject({
    anyway: false,
    closings: [
      [1, 2, 3, 4],
      [5, 6, 7, 8],
    ],
  })
  store.goTo(5)
  await settled()
  expect(paint.leak.value).toBeUndefined()
})

test('an answer that comes when another drawing is on the table is not laid on it', async () => {
  const done = paint.fill(120, 70)
  store.goTo(5)
  workers[0]!.answer('fill', filled)
  await done
  expect([colours('a'), colours('b')]).toEqual([[], []])
})

test('paint is carried to the other drawings in one step; what is unsure is listed and can be taken out', async () => {
  await paint.propagate()
  expect(said).toEqual([])
  await fillSquare()
  const carried = paint.propagate()
  await settled()
  expect([paint.progress.value, workers[0]!.asked.at(-1)!.kind]).toEqual([{ done: 0, of: 1 }, 'propagate'])
  workers[0]!.answer('propagate', { kind: 'progress', done: 1, of: 1 })
  expect(paint.progress.value).toEqual({ done: 1, of: 1 })
  workers[0]!.answer('propagate', {
    kind: 'propagated',
    result: [{ drawing: 'b', paint: { outline: square, holes: [] }, sure: false, why: 'two parts lie there alike' }],
  })
  await carried
  expect([colours('b').length, paint.note.value, paint.progress.value]).toEqual([
    1,
    'Painted in 1 of 1 drawing, unsure of 1.',
    undefined,
  ])
  const [doubt] = paint.unsure.value
  expect(doubt).toMatchObject({ drawing: 'b', why: 'two parts lie there alike', piece: colours('b')[0]!.id })
  paint.takeOut(doubt!)
  expect([colours('b'), paint.unsure.value]).toEqual([[], []])
})

test('stopped on the way, nothing is painted and nothing is said', async () => {
  await fillSquare()
  const carried = paint.propagate()
  await settled()
  paint.stop()
  await carried
  expect([colours('b'), said, paint.progress.value]).toEqual([[], [], undefined])
})

test('a worker that dies costs nothing: it is said, and the next fill begins another', async () => {
  const done = paint.fill(120, 70)
  workers[0]!.die()
  await done
  expect(said).toEqual([expect.stringMatching(/stopped unexpectedly\. Nothing was changed/)])
  await fillSquare()
  expect([colours().length, workers.length]).toEqual([1, 2])
})
