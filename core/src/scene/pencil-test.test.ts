import { settingsOf } from '../testing/build'
import { totalFrames } from './columns'
import { newScene } from './create'
import { pencilTest } from './pencil-test'
import { faultOf } from './validate'

test.each([
  ['no cover', { length: 30 }, 12],
  ['a cover among what is played', { length: 30, cover: 5 }, 12],
  ['a cover after it comes as one frame more', { length: 30, cover: 20 }, 13],
  ['a cover beyond the end, as scenes shortened before kept it', { length: 30, cover: 40 }, 13],
  ['a short scene with a cover beyond its end', { length: 8, cover: 9 }, 8],
])('a pencil test is whole by itself: %s', (_, settings, length) => {
  const short = pencilTest(newScene(settingsOf(settings)), 12)
  expect(faultOf(short)).toBeUndefined()
  expect(short.settings.length).toBe(length)
  expect(totalFrames(short.sheets['main']!['A']!)).toBe(length)
  expect(short.settings.cover ?? 1).toBeLessThanOrEqual(length)
})
