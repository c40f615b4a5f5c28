import { rateOf } from './rate'

const rounded = (rate: number, pictures: number) =>
  Array.from({ length: pictures }, (_, i) => Math.round((1000 * i) / rate) / 1000)

test.each([12, 15, 24_000 / 1001, 24, 25, 30_000 / 1001, 30, 50, 60_000 / 1001, 60])(
  'a film of %d pictures a second is known by its times in milliseconds, however short',
  (rate) => {
    for (const pictures of [16, 24, 48, 100, 240]) expect(rateOf(rounded(rate, pictures))).toBe(rate)
  },
)

test('a rate nobody makes films with is what it is; pictures that come when they like have none', () => {
  expect(rateOf(rounded(20, 60))).toBeCloseTo(20, 2)
  expect(rateOf([0, 0.04, 0.1, 0.12, 0.2, 0.24])).toBeUndefined()
})
