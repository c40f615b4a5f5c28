import type { Scene } from '@unhurried/core'
import type { InkStore } from '../session/ink-store'
import { useMoment, type Moment } from './useMoment'

const moment = (version: number): Moment => ({ version, to: new Date(0), words: `step ${version}` })
const [first, second, third] = [moment(1), moment(2), moment(3)]

const sceneNamed = (name: string) => ({ settings: { name } }) as Scene

/** Moments that arrive when they are let. */
function slow() {
  const waiting = new Map<number, { arrive: () => void; fail: (error: Error) => void }>()
  const given = useMoment(
    (version) =>
      new Promise((resolve, reject) =>
        waiting.set(version, {
          arrive: () => resolve({ scene: sceneNamed(`scene ${version}`), ink: {} as InkStore }),
          fail: reject,
        }),
      ),
  )
  return { given, waiting }
}
const seen = ({ chosen, shown, isComing, trouble }: ReturnType<typeof useMoment>) => [
  chosen.value?.version,
  shown.value && `${shown.value.moment.words}: ${shown.value.scene.settings.name}`,
  isComing.value,
  trouble.value,
]

test('what is shown stays what it was, under its own name, until the moment chosen is here', async () => {
  const { given, waiting } = slow()
  const one = given.look(first)
  expect(seen(given)).toEqual([1, undefined, true, ''])
  waiting.get(1)!.arrive()
  await one
  expect(seen(given)).toEqual([1, 'step 1: scene 1', false, ''])
  const two = given.look(second)
  expect(seen(given)).toEqual([2, 'step 1: scene 1', true, ''])
  waiting.get(2)!.arrive()
  await two
  expect(seen(given)).toEqual([2, 'step 2: scene 2', false, ''])
})

test('the last chosen wins, whichever arrives or fails first', async () => {
  const { given, waiting } = slow()
  const looks = [given.look(first), given.look(second)]
  waiting.get(2)!.arrive()
  waiting.get(1)!.arrive()
  await Promise.all(looks)
  expect(seen(given)).toEqual([2, 'step 2: scene 2', false, ''])
  const again = [given.look(first), given.look(third)]
  waiting.get(1)!.fail(new Error('The server does not answer.'))
  await again[0]
  expect(seen(given)).toEqual([3, 'step 2: scene 2', true, ''])
  waiting.get(3)!.arrive()
  await again[1]
  expect(seen(given)).toEqual([3, 'step 3: scene 3', false, ''])
})

test('one that cannot be fetched is said, nothing older stands in for it; left, nothing is shown', async () => {
  const { given, waiting } = slow()
  const one = given.look(first)
  waiting.get(1)!.arrive()
  await one
  const two = given.look(second)
  waiting.get(2)!.fail(new Error('The server does not answer.'))
  await two
  expect(seen(given)).toEqual([2, undefined, false, 'The server does not answer.'])
  given.leave()
  expect(seen(given)).toEqual([undefined, undefined, false, ''])
})
