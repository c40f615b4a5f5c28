import fc from 'fast-check'
import { newScene } from '../scene/create'
import type { Scene } from '../scene/schema'
import { settingsOf } from '../testing/build'
import { someWork, workedOn } from '../testing/worked-on'
import { answerId, answerTo, exceptionFor, exceptionOf, learntFrom, meantBecause } from './answers'
import { inspectScene } from './inspect'
import { surenessOf } from './sureness'

const on = { check: 'volume', level: 'A' }
const finding = (drawing: string) => ({ ...on, drawings: [drawing] })
const answered = (...drawings: string[]): Scene => ({
  ...newScene(settingsOf()),
  answers: Object.fromEntries(
    drawings.map((drawing) => [
      answerId(finding(drawing)),
      { ...finding(drawing), reason: `${drawing} breathes`, print: 'p' },
    ]),
  ),
})

test('three findings of one check meant on one level teach that the level does that; two do not', () => {
  expect(learntFrom(answered('a', 'b'), on)).toBeUndefined()
  expect(learntFrom(answered('a', 'b', 'c'), on)).toMatch(/breathes/)
  expect(learntFrom(answered('a', 'b', 'c'), { ...on, check: 'off-arc' })).toBeUndefined()
  expect(learntFrom(answered('a', 'b', 'c'), { ...on, level: 'B' })).toBeUndefined()
})

test('what a level does is meant whatever its drawings become, and is offered no more', () => {
  const scene = answered('a', 'b', 'c')
  const { id, answer } = exceptionFor(on, 'It breathes.')
  const taught = { ...scene, answers: { ...scene.answers, [id]: answer } }
  const inkOf = () => []
  expect([exceptionOf(scene, on), exceptionOf(taught, on)]).toEqual([undefined, 'It breathes.'])
  expect(meantBecause(taught, finding('new'), inkOf)).toBe('It breathes.')
  expect(meantBecause(taught, { ...finding('new'), level: 'B' }, inkOf)).toBeUndefined()
  expect(learntFrom(taught, on)).toBeUndefined()
})

test('the further beyond its limit, above or below, the surer; what is counted is as it is', () => {
  const group = { group: 'size' } as const
  const of = (value: number, limit: number, unit = '%') =>
    surenessOf(group, { drawings: [], frames: [], value, limit, unit, sentence: '', evidence: [] })
  expect([of(9, 8), of(12, 8), of(17, 8)]).toEqual(['perhaps', 'likely', 'sure'])
  expect([of(7.5, 8), of(5, 8), of(3, 8)]).toEqual(['perhaps', 'likely', 'sure'])
  expect([of(1, 0), of(1, 1, '')]).toEqual(['sure', 'sure'])
})

test('whatever is found can be answered, and the answer holds until it is taken back', async () => {
  await fc.assert(
    fc.asyncProperty(someWork, async (work) => {
      const kept = workedOn(work)
      for (const finding of (await inspectScene(kept.scene(), kept.inkOf)).findings) {
        const answer = answerTo(kept.scene(), finding, kept.inkOf, 'meant so')
        const inverse = kept.attempt({ type: 'answer.put', id: answerId(finding), answer })
        expect(meantBecause(kept.scene(), finding, kept.inkOf)).toBe('meant so')
        kept.make(inverse!)
      }
    }),
    { numRuns: 60 },
  )
})
