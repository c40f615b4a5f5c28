import { exerciseOf } from '@unhurried/core'
import { settled, standInBrowser } from '../testing/browser'
import { drawn, lined, mounted, openScene } from '../testing/open-scene'
import { resultOf, saysTheSame, useMeasure } from './useMeasure'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
afterEach(() => store.close())

/** A worker that says what it is told to. */
class Told {
  readonly orders: { id: number; exercise: { id: string }; ink: unknown[] }[] = []
  onmessage: ((event: { data: object }) => void) | undefined
  postMessage(order: Told['orders'][number]) {
    this.orders.push(order)
  }
  terminate() {}
  says(report: object) {
    this.onmessage!({ data: { id: this.orders.at(-1)!.id, ...report } })
  }
}
async function measuring() {
  store = await openScene([drawn('a', 1), lined('a', 'l1', [1, 1, 9, 9])], { exercise: { id: 'blink', seed: 3 } })
  const worker = new Told()
  return { worker, ...mounted(() => useMeasure(() => worker as unknown as Worker)).given }
}
const [, even] = exerciseOf('blink')!.schools(3)
const score = {
  ...{ school: even!.words, isOneOfSeveral: true, drawings: [], lacking: [], meetings: [] },
  ...{ px: 4.04, share: 0.2134, beside: 1, along: -3.9 },
}

test('what is drawn goes to the worker with its lines; the picture shows the law that is nearest', async () => {
  const { worker, here, trouble, measure } = await measuring()
  const done = measure()
  await settled()
  expect(worker.orders[0]).toMatchObject({ exercise: { id: 'blink', seed: 3 }, ink: [{ drawing: 'a', pass: 'line' }] })
  worker.says({ kind: 'measured', score, words: ['Off the law.'] })
  await done
  expect([here.value!.words, here.value!.ideal, trouble.value]).toEqual([['Off the law.'], even!.ideal, ''])
})

test('what cannot be measured yet is said', async () => {
  const { worker, here, trouble, measure } = await measuring()
  const done = measure()
  await settled()
  worker.says({ kind: 'failed', sentence: 'No drawing can be measured yet.' })
  await done
  expect([here.value, trouble.value]).toEqual([undefined, 'No drawing can be measured yet.'])
})

test('a scene is one answer: measured again without a change it says the same, with one it takes its place', () => {
  const first = resultOf('scene-1', { id: 'blink', seed: 3 }, score)
  expect(first).toMatchObject({ id: 'scene-1', what: 'blink', px: 4, share: 0.213, along: 3.9, drawings: 0 })
  expect(saysTheSame(resultOf('scene-1', { id: 'blink', seed: 3 }, score), { ...first, at: 5 })).toBe(true)
  const better = resultOf('scene-1', { id: 'blink', seed: 3 }, { ...score, px: 2, share: 0.1 })
  expect([better.id, saysTheSame(better, first), saysTheSame(better, undefined)]).toEqual(['scene-1', false, false])
})
