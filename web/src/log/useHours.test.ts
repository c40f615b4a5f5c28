import type { Hours, ToDo } from '@unhurried/core'
import { effectScope, nextTick, ref, shallowRef } from 'vue'
import { settled } from '../testing/browser'
import { useHours, type Estimator } from './useHours'

const lot = (count: number): ToDo[] => [{ scene: 's', level: 'A', pass: 'line', count }]
const hours = (p50: number): Hours => ({ p20: p50 / 2, p50, p80: p50 * 2 })

test('hours are of the newest question, however late an earlier answer comes; without a log nothing is asked', async () => {
  const asked: { count: number; answer: (found: readonly Hours[]) => void; fail: () => void }[] = []
  const estimator: Estimator = (lots) =>
    new Promise((answer, reject) =>
      asked.push({ count: lots[0]![0]!.count, answer, fail: () => reject(new Error('ended')) }),
    )
  const [count, log] = [ref(1), shallowRef<[] | undefined>()]
  const scope = effectScope()
  const found = scope.run(() =>
    useHours(
      estimator,
      () => [lot(count.value)],
      () => log.value,
    ),
  )!
  expect([asked.length, found.value]).toEqual([0, undefined])
  log.value = []
  await nextTick()
  count.value = 2
  await nextTick()
  expect(asked.map((each) => each.count)).toEqual([1, 2])
  asked[1]!.answer([hours(2)])
  asked[0]!.answer([hours(1)])
  await settled()
  expect(found.value).toEqual([hours(2)])
  count.value = 3
  await nextTick()
  asked[2]!.fail()
  await settled()
  // What was reckoned before stays.
  expect(found.value).toEqual([hours(2)])
  scope.stop()
})
