import fc from 'fast-check'
import { seededRandom } from '../../base/random'
import { ringArea } from '../../geometry/trace'
import { EYE_KINDS, eyeKindOf } from './register'
import { chanceRight, EYE_TRIALS, nextAmount, thresholdOf, type EyeAnswer } from './staircase'
import { EYE_ANSWERS, EYE_SIZE, type EyeShape, type EyeTrial } from './trial'

const seeds = fc.integer({ min: 0, max: 0xffffffff })
const kinds = fc.constantFrom(...EYE_KINDS)
const made = (id: string, amount: number, seed: number) => eyeKindOf(id)!.trial(amount, seededRandom(seed))

test('every trial has four answers, shows all it says within its picture, and is the same for the same chance', () => {
  fc.assert(
    fc.property(kinds, seeds, fc.double({ min: 0, max: 1, noNaN: true }), (kind, seed, share) => {
      const amount = kind.least * (kind.most / kind.least) ** share
      const trial = kind.trial(amount, seededRandom(seed))
      expect(trial).toEqual(kind.trial(amount, seededRandom(seed)))
      expect(new Set(trial.answers).size).toBe(EYE_ANSWERS)
      expect(trial.right >= 0 && trial.right < EYE_ANSWERS).toBe(true)
      expect([1, EYE_ANSWERS]).toContain(trial.pictures.length)
      const points = trial.pictures.flatMap(({ frames }) => frames.flat().flatMap((shape) => shape.points))
      const [xs, ys] = [0, 1].map((n) => points.filter((_, i) => i % 2 === n))
      expect(Math.min(...xs!) >= 0 && Math.max(...xs!) <= EYE_SIZE.width).toBe(true)
      expect(Math.min(...ys!) >= -10 && Math.max(...ys!) <= EYE_SIZE.height + 10).toBe(true)
    }),
    { numRuns: 150 },
  )
})

test('no answer is right more often than another', () => {
  for (const { id, start } of EYE_KINDS) {
    const counts = [0, 0, 0, 0]
    for (let seed = 0; seed < 400; seed++) counts[made(id, start, seed).right]!++
    expect(Math.min(...counts)).toBeGreaterThan(60)
  }
})

const centre = ({ points }: EyeShape) => ({
  x: points.filter((_, i) => i % 2 === 0).reduce((sum, x) => sum + x, 0) / (points.length / 2),
  y: points.filter((_, i) => i % 2 === 1).reduce((sum, y) => sum + y, 0) / (points.length / 2),
})
const still = (trial: EyeTrial, picture: number) => trial.pictures[picture]!.frames[0]!

test('the right picture is right to the pixel, the others are off by the amount', () => {
  const share = (trial: EyeTrial, picture: number) => {
    const [a, ball, b] = still(trial, picture).map(centre)
    return (ball!.x - a!.x) / (b!.x - a!.x)
  }
  fc.assert(
    fc.property(seeds, fc.integer({ min: 1, max: 20 }), (seed, amount) => {
      const half = made('half', amount, seed)
      const large = made('grew', amount, seed)
      const areas = large.pictures.map((_, i) => Math.abs(ringArea(still(large, i)[0]!.points)))
      for (let i = 0; i < EYE_ANSWERS; i++) {
        expect(Math.abs(share(half, i) - 0.5)).toBeCloseTo(i === half.right ? 0 : amount / 100, 6)
        expect(areas[i]! / areas[(large.right + 1) % EYE_ANSWERS]!).toBeCloseTo(
          i === large.right ? 1 + amount / 100 : 1,
          6,
        )
      }
      const twos = made('twos', amount / 2, seed)
      for (let i = 0; i < EYE_ANSWERS; i++) {
        const { frames } = twos.pictures[i]!
        const held = frames.filter((frame, n) => n % 2 === 1 && centre(frame[0]!).x === centre(frames[n - 1]![0]!).x)
        expect(held.length).toBe(i === twos.right ? frames.length / 2 : 0)
      }
      const long = made('frames', amount + 4, seed)
      expect(long.pictures[0]!.frames.filter((frame) => frame.length > 0)).toHaveLength(
        Number(long.answers[long.right]),
      )
    }),
    { numRuns: 60 },
  )
})

test('the staircase: right steps down each time until one is wrong, then three right down and one wrong up', () => {
  const range = { start: 40, least: 1, most: 80 }
  const after = (...rights: boolean[]) => {
    const answers: EyeAnswer[] = []
    for (const right of rights) answers.push({ amount: nextAmount(answers, range), right })
    return nextAmount(answers, range)
  }
  expect(after()).toBe(40)
  expect(after(true, true)).toBeCloseTo(20)
  expect(after(true, true, false)).toBeCloseTo(20 * Math.SQRT2)
  expect(after(true, true, false, true, true)).toBeCloseTo(20 * Math.SQRT2)
  expect(after(true, true, false, true, true, true)).toBeCloseTo(20)
  expect(after(false)).toBeCloseTo(40 * Math.SQRT2)
  expect(after(...Array.from({ length: 40 }, () => true))).toBe(1)
})

test('at its threshold an eye is right 79 times in 100', () => {
  expect(chanceRight(6, 6)).toBeCloseTo(0.794, 3)
  expect(chanceRight(0.01, 6)).toBeCloseTo(0.25, 2)
  expect(chanceRight(60, 6)).toBeCloseTo(0.98, 2)
  expect(thresholdOf([], { start: 1, least: 1, most: 2 })).toBeUndefined()
})

test('a thousand simulated eyes are found: nine of ten within 15 %, and none more often too high than too low', () => {
  const range = { start: 40, least: 1, most: 80 }
  const off = Array.from({ length: 1000 }, (_, seed) => {
    const random = seededRandom(seed)
    const threshold = 3 * 5 ** random()
    const answers: EyeAnswer[] = []
    for (let n = 0; n < 40; n++) {
      const amount = nextAmount(answers, range)
      answers.push({ amount, right: random() < chanceRight(amount, threshold) })
    }
    return thresholdOf(answers, range)! / threshold - 1
  })
  expect(off.filter((each) => Math.abs(each) <= 0.15).length).toBeGreaterThanOrEqual(890)
  expect(Math.abs(off.reduce((sum, each) => sum + each, 0) / off.length)).toBeLessThan(0.02)
  expect(EYE_TRIALS).toBeLessThanOrEqual(40)
})
