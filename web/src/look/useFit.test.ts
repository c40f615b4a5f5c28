import { effectScope } from 'vue'
import type { FitReport } from '../workers/fit/messages'
import { useFit } from './useFit'

/** A worker that says what it is told to. */
class Told {
  readonly orders: { id: number; scenes: { id: string }[] }[] = []
  onmessage: ((event: { data: FitReport | object }) => void) | undefined
  ended = false
  postMessage(order: { id: number; scenes: { id: string }[] }) {
    this.orders.push(order)
  }
  terminate() {
    this.ended = true
  }
  says(report: object) {
    this.onmessage!({ data: { id: this.orders.at(-1)!.id, ...report } })
  }
}
function fitting() {
  const workers: Told[] = []
  const scope = effectScope()
  const given = scope.run(() =>
    useFit(() => {
      const worker = new Told()
      workers.push(worker)
      return worker as unknown as Worker
    }),
  )!
  return { ...given, workers, leave: () => scope.stop() }
}
const SCENES = [
  { id: 'scene-one', name: 'One', done: 4 },
  { id: 'scene-two', name: 'Two', done: 9 },
]
const none = { kind: 'fitted', drawings: 13, least: 24, fits: [], unread: [] }

test('limits are tried scene by scene, and the worker is given back when it is done', async () => {
  const { fit, progress, fitted, trouble, workers } = fitting()
  const done = fit(SCENES, { volume: { share: 12 } })
  expect(workers[0]!.orders[0]).toMatchObject({ scenes: [{ id: 'scene-one' }, { id: 'scene-two' }] })
  workers[0]!.says({ kind: 'progress', done: 1.5, of: 2, words: 'Two' })
  expect(progress.value).toEqual({ share: 0.75, words: 'Two' })
  workers[0]!.says(none)
  await done
  expect([fitted.value!.drawings, progress.value, trouble.value, workers[0]!.ended]).toEqual([13, undefined, '', true])
})

test('stopped, nothing is said to be wrong; failed, it is said, and another try begins anew', async () => {
  const { fit, progress, fitted, trouble, stop, workers } = fitting()
  const first = fit(SCENES, {})
  stop()
  await first
  expect([progress.value, fitted.value, trouble.value]).toEqual([undefined, undefined, ''])
  const second = fit(SCENES, {})
  workers[1]!.says({ kind: 'failed', sentence: 'The limits could not be tried.' })
  await second
  expect(trouble.value).toBe('The limits could not be tried.')
  const third = fit(SCENES, {})
  expect(trouble.value).toBe('')
  workers[2]!.says(none)
  await third
  expect(fitted.value).toBeDefined()
})

test('left in the middle, the worker is ended', async () => {
  const { fit, workers, leave } = fitting()
  const going = fit(SCENES, {})
  leave()
  await going
  expect(workers[0]!.ended).toBe(true)
})
