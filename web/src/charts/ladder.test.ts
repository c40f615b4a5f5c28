import fc from 'fast-check'
import { spread } from './ladder'

test('labels that have room stand at their own line; the others are pushed just apart', () => {
  const labels = (ys: number[]) =>
    spread(
      ys.map((y) => ({ y, label: 0 })),
      10,
      100,
    ).map((rung) => rung.label)
  expect(labels([0, 40, 90])).toEqual([0, 40, 90])
  expect(labels([0, 3, 6])).toEqual([0, 10, 20])
  expect(labels([96, 98, 100])).toEqual([80, 90, 100])
})

test('as long as they fit, no two labels are nearer than the gap and none is below the foot', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 200 }), { minLength: 1, maxLength: 20 }), (places) => {
      const rungs = spread(
        places.sort((a, b) => a - b).map((y) => ({ y, label: 0 })),
        10,
        200,
      )
      expect(Math.max(...rungs.map((rung) => rung.label))).toBeLessThanOrEqual(200)
      rungs.forEach((rung, i) => i > 0 && expect(rung.label - rungs[i - 1]!.label).toBeGreaterThanOrEqual(10))
    }),
  )
})
