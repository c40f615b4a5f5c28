import fc from 'fast-check'
import type { Sound } from '../scene/schema'
import { endOf, gainAt, secondAt, soundFrame } from './frames'
import { gainsOver, stretchOf } from './schedule'

const seconds = (most: number) => fc.integer({ min: 0, max: most * 1000 }).map((ms) => ms / 1000)
const sounds = fc
  .record({
    start: fc.integer({ min: -50, max: 60 }),
    from: seconds(2),
    lasts: seconds(3).map((each) => each + 0.05),
    fadeIn: fc.option(seconds(2), { nil: undefined }),
    fadeOut: fc.option(seconds(2), { nil: undefined }),
    strength: fc.constantFrom(0.5, 1, 3),
  })
  .map(({ lasts, fadeIn, fadeOut, ...rest }): Sound => ({
    ...{ id: 's', name: 'Line', file: 'a'.repeat(64), seconds: 5.05, ...rest, to: rest.from + lasts },
    ...(fadeIn && { fadeIn }),
    ...(fadeOut && { fadeOut }),
  }))
const frames = fc.record({
  first: fc.integer({ min: 1, max: 60 }),
  count: fc.integer({ min: 1, max: 60 }),
  fps: fc.constantFrom(8, 12, 24, 25, 60),
})

test('what is heard in a passage is what lies under each of its frames, and no more', () => {
  fc.assert(
    fc.property(sounds, frames, (sound, { first, count, fps }) => {
      const last = first + count - 1
      const stretch = stretchOf(sound, { first, last, fps })
      for (let frame = first; frame <= last; frame++) {
        const second = secondAt(sound, frame, fps)
        if (second === undefined) continue
        // It is heard, and at the second of the passage at which its frame is shown.
        expect(stretch!.from).toBeLessThanOrEqual(second + 1e-9)
        expect(stretch!.to).toBeGreaterThan(second - 1e-9)
        expect(stretch!.at + second - stretch!.from).toBeCloseTo((frame - first) / fps, 9)
      }
      if (!stretch) return
      expect(stretch.at).toBeGreaterThanOrEqual(-1e-9)
      expect(stretch.at + stretch.to - stretch.from).toBeLessThanOrEqual(count / fps + 1e-9)
      expect([stretch.from >= sound.from, stretch.to <= endOf(sound)]).toEqual([true, true])
    }),
  )
})

test('one frame alone is just its samples', () => {
  const sound: Sound = { id: 's', name: 'Hum', file: 'a'.repeat(64), seconds: 9, start: -3, from: 0.5, strength: 1 }
  for (const frame of [1, 2, 17]) {
    const { from, to } = stretchOf(sound, { first: frame, last: frame, fps: 24 })!
    const { first, next } = soundFrame(frame, { fps: 24, rate: 48_000, start: -3, from: 0.5 })
    expect([Math.round(from * 48_000), Math.round(to * 48_000)]).toEqual([first, next])
  }
})

test('between its corners the strength is a straight line, as `gainAt` has it', () => {
  fc.assert(
    fc.property(sounds, fc.double({ min: 0, max: 1, noNaN: true }), (sound, share) => {
      const stretch = stretchOf(sound, { first: -60, last: 400, fps: 24 })
      fc.pre(stretch !== undefined)
      const bends = gainsOver(sound, stretch!)
      const second = stretch!.from + share * (stretch!.to - stretch!.from) * 0.999
      const after = Math.max(
        1,
        bends.findIndex((bend) => bend.second >= second),
      )
      const [a, b] = [bends[after - 1]!, bends[after]!]
      const along = b.second > a.second ? (second - a.second) / (b.second - a.second) : 0
      expect(a.gain + (b.gain - a.gain) * along).toBeCloseTo(gainAt(sound, second), 5)
      expect(bends.every((bend, i) => i === 0 || bend.second >= bends[i - 1]!.second)).toBe(true)
    }),
  )
})

test('what is muted or without strength is not heard at all', () => {
  const sound: Sound = { id: 's', name: 'Hum', file: 'a'.repeat(64), seconds: 9, start: 1, from: 0, strength: 1 }
  const heard = (fields: Partial<Sound>) => stretchOf({ ...sound, ...fields }, { first: 1, last: 24, fps: 24 })
  expect([heard({ muted: true }), heard({ strength: 0 }), heard({ start: 25 })]).toEqual([
    undefined,
    undefined,
    undefined,
  ])
  expect(heard({})).toEqual({ at: 0, from: 0, to: 1 })
})
