import fc from 'fast-check'
import { footagePicture, footageTime, pictureAt } from './footage'

const place = { start: 1, from: 0, speed: 1, seconds: 100, fps: 24 }

test('a film at the rate of the scene shows one picture a frame, on twos every second one', () => {
  const seen = (step: number) =>
    [1, 2, 3, 4, 5, 6].map((frame) => footagePicture(footageTime(frame, { ...place, step })!, 24))
  expect(seen(1)).toEqual([0, 1, 2, 3, 4, 5])
  expect(seen(2)).toEqual([0, 0, 2, 2, 4, 4])
  expect(seen(3)).toEqual([0, 0, 0, 3, 3, 3])
})

test('it begins with its own second at its start, goes by at its speed, and is not seen before or beyond', () => {
  const late = { ...place, start: 13, from: 2, speed: 0.5, seconds: 2.5 }
  expect(footageTime(12, late)).toBeUndefined()
  expect([footageTime(13, late), footageTime(25, late)]).toEqual([2, 2.25])
  expect(footageTime(37, late)).toBeUndefined()
})

test.each([24_000 / 1001, 24, 25, 30_000 / 1001, 30, 60])(
  'at %d pictures a second every picture is seen at the frame that begins with it, however far',
  (rate) => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20_000 }), (picture) => {
        // A scene of the same rate: frame n + 1 begins with picture n.
        const second = footageTime(picture + 1, { ...place, seconds: 1e6, fps: rate })!
        expect(footagePicture(second, rate)).toBe(picture)
        const times = Array.from({ length: 5 }, (_, i) => (picture - 2 + i) / rate)
        expect(pictureAt(second, times)).toBe(2)
      }),
    )
  },
)

test('of a film of any rate the last picture that has begun is seen', () => {
  fc.assert(
    fc.property(
      fc.array(fc.double({ min: 0.001, max: 2, noNaN: true }), { minLength: 1, maxLength: 60 }),
      fc.double({ min: 0, max: 130, noNaN: true }),
      (gaps, second) => {
        let at = 0
        const times = gaps.map((gap) => (at += gap))
        const seen = pictureAt(second, times)
        const slow = times.filter((time) => time <= second + 1e-6).length - 1
        expect(seen).toBe(slow)
      },
    ),
  )
})
