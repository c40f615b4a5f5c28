import fc from 'fast-check'
import { newScene } from '../scene/create'
import type { Footage } from '../scene/schema'
import { settingsOf } from '../testing/build'
import { pictureRuns } from '../timing/seen/shown'
import { footagePicture, footageTime, pictureAt, runsOverFilms } from './footage'

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

const film = (fields: Partial<Footage>): Footage => ({
  ...{ id: 'f', name: 'Walk', file: 'b'.repeat(64), seconds: 0.5, width: 640, height: 360 },
  ...{ start: 3, from: 0, speed: 1, step: 2, strength: 0.4, x: 10, y: 20, across: 320 },
  ...fields,
})

test('what stands still is another picture wherever the film under it is', () => {
  const scene = { ...newScene(settingsOf({ length: 20 })), footage: { f: film({}) } }
  const runs = runsOverFilms(scene, pictureRuns(scene))
  expect(runs.map(({ frame, frames }) => [frame, frames])).toEqual([
    [1, 2],
    ...[3, 5, 7, 9, 11, 13].map((frame) => [frame, 2]),
    [15, 6],
  ])
  const hidden = { ...scene, footage: { f: film({ hidden: true }) } }
  expect(runsOverFilms(hidden, pictureRuns(hidden))).toEqual(pictureRuns(hidden))
})
