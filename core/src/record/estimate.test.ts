import fc from 'fast-check'
import { seededRandom } from '../base/random'
import { estimateInOrder } from './estimate'
import { minutesPerDrawing, type LogEntry } from './log'

const entry = (n: number, minutes: number, more: Partial<LogEntry> = {}): LogEntry => ({
  ...{ id: `entry-${n}`, scene: 's', level: 'A', drawing: `d${n}`, pass: 'line', from: 0, seconds: 60 * minutes },
  by: 'counted',
  ...more,
})
const line = { scene: 's', level: 'A', pass: 'line' } as const
/** Hours that so many drawings take. */
const hoursOf = (count: number, given: Omit<Parameters<typeof estimateInOrder>[0], 'lots'>) =>
  estimateInOrder({ lots: [[{ ...line, count }]], ...given })[0]!

test('minutes a drawing: all work on one drawing is its own; few entries fall back and say so', () => {
  const log = [
    entry(1, 4),
    entry(1, 4, { id: 'entry-again' }),
    entry(2, 10),
    entry(3, 12),
    entry(4, 30, { level: 'B' }),
  ]
  expect(minutesPerDrawing(log)(line)).toMatchObject({ count: 3, median: 10, quartiles: [9, 11], from: 'level' })
  expect(minutesPerDrawing(log)({ ...line, level: 'B' })).toMatchObject({ count: 4, median: 11, from: 'production' })
  expect(minutesPerDrawing(log)({ ...line, pass: 'rough' })).toMatchObject({ count: 0, median: 12, from: 'usual' })
})

test('nothing to do takes no time; more takes longer; the same seed says the same', () => {
  const log = Array.from({ length: 9 }, (_, n) => entry(n, 5 + n))
  const hours = (count: number) => hoursOf(count, { log })
  expect(hours(0)).toEqual({ p20: 0, p50: 0, p80: 0 })
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 200 }), (count) => {
      const { p20, p50, p80 } = hours(count)
      expect(p20).toBeLessThanOrEqual(p50)
      expect(p50).toBeLessThanOrEqual(p80)
      expect(hours(count + 50).p50).toBeGreaterThan(p50)
      expect(hours(count)).toEqual({ p20, p50, p80 })
      expect(p80).toBeLessThanOrEqual((count * 13) / 60)
    }),
    { numRuns: 12 },
  )
})

test('lots done one after the other: the last is done when all of it is, and none before the one before it', () => {
  const log = Array.from({ length: 12 }, (_, n) => entry(n, 3 + n))
  const lots = [[{ ...line, count: 4 }], [{ ...line, count: 0 }], [{ ...line, count: 9 }]]
  const [first, none, last] = estimateInOrder({ lots, log })
  expect(none).toEqual(first)
  expect(last!.p50).toBeGreaterThan(first!.p50)
  const whole = hoursOf(13, { log })
  expect(Math.abs(last!.p50 / whole.p50 - 1)).toBeLessThan(0.05)
})

test('on a thousand made-up logs what is said of 80 in 100 holds in 750 to 850', () => {
  const random = seededRandom(77)
  /** Minutes as drawings take them: most a little under the usual, a few far longer. */
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  let held = 0
  for (let n = 0; n < 1000; n++) {
    const [usual, spread] = [4 + 20 * random(), 0.2 + 0.5 * random()]
    const minutes = () => usual * Math.exp(spread * normal())
    const log = Array.from({ length: 8 + Math.floor(40 * random()) }, (_, i) => entry(i, minutes()))
    const count = 5 + Math.floor(60 * random())
    const took = Array.from({ length: count }, minutes).reduce((sum, each) => sum + each, 0) / 60
    if (took <= hoursOf(count, { log, seed: n, tries: 400 }).p80) held++
  }
  expect(held).toBeGreaterThanOrEqual(750)
  expect(held).toBeLessThanOrEqual(850)
})
