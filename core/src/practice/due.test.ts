import fc from 'fast-check'
import { dueAgain } from './due'
import type { PracticeResult } from './results'

const DAY = 86_400_000
const exercise = (share: number, at: number, what = 'ball-light'): PracticeResult => ({
  ...{ kind: 'exercise', id: `result-${at}`, what, at, scene: 'scene-1', seed: 1, px: 10, share },
  ...{ beside: 1, along: 1, drawings: 12, school: 'as gravity has it' },
})
const eye = (threshold: number, at: number): PracticeResult => ({
  ...{ kind: 'eye', id: `eye-${at}`, what: 'half', at, threshold, answers: 30, right: 24 },
})
const wait = (results: readonly PracticeResult[], what = 'ball-light') =>
  dueAgain(results).get(what)! - Math.max(...results.filter((each) => each.what === what).map(({ at }) => at))

test('what went badly is due sooner than what went well; gone well again and again it waits ever longer', () => {
  const start = Date.UTC(2026, 10, 1)
  expect(wait([exercise(0.9, start)])).toBeLessThan(wait([exercise(0.2, start)]))
  expect(wait([exercise(0.2, start)])).toBeLessThan(wait([exercise(0.05, start)]))
  const results = [exercise(0.1, start)]
  let before = 0
  for (let n = 0; n < 5; n++) {
    const own = wait(results)
    expect(own).toBeGreaterThan(before)
    before = own
    results.push(exercise(0.1, dueAgain(results).get('ball-light')!))
  }
  expect(before).toBeGreaterThan(14 * DAY)
})

test('an eye is held against the best it was', () => {
  const [first, later] = [Date.UTC(2026, 10, 1), Date.UTC(2026, 10, 12)]
  expect(wait([eye(6, first), eye(5, later)], 'half')).toBeGreaterThan(wait([eye(6, first), eye(12, later)], 'half'))
})

test('the order in which results are told changes nothing, and each thing is due by its own', () => {
  const some = fc.array(
    fc.record({ share: fc.double({ min: 0, max: 2, noNaN: true }), day: fc.integer({ min: 0, max: 200 }) }),
    { minLength: 1, maxLength: 12 },
  )
  fc.assert(
    fc.property(some, (all) => {
      const results = all.map(({ share, day }, i) => exercise(share, day * DAY + i))
      const others = results.map((each) => ({ ...each, what: 'hop' }))
      expect(dueAgain([...results].reverse())).toEqual(dueAgain(results))
      expect(dueAgain([...results, ...others.slice(0, 1)]).get('ball-light')).toBe(dueAgain(results).get('ball-light'))
    }),
    { numRuns: 40 },
  )
})
