import { reelTimes } from '../production/reel-times'
import type { Sound } from '../scene/schema'
import { reelSounds } from './reel-sounds'
import { stretchOf } from './schedule'

const voice: Sound = {
  ...{ id: 'voice', name: 'Voice', file: 'a'.repeat(64), seconds: 10 },
  ...{ start: 13, from: 2, strength: 1, fadeIn: 0.5 },
}
const reel = { id: 'r', name: 'Long cut', fps: 24 }
const scenes = { lime: { fps: 24, length: 48 }, tansy: { fps: 25, length: 50 } }
const times = (shots: object[]) =>
  reelTimes({ ...reel, shots: shots.map((shot, i) => ({ id: `s${i}`, ...shot })) }, (id) => scenes[id as 'lime'])
const soundsOf = (scene: string) => (scene === 'gone' ? undefined : { voice })

test('a sound begins in the reel where its shot has it, and ends with the shot', () => {
  const all = reelSounds(times([{ frames: 24 }, { scene: 'lime' }]), soundsOf)
  const sound = all['s1 voice']!
  expect(sound).toMatchObject({ start: 1 + 24 + 12, from: 2, to: 3.5, fadeIn: 0.5, fadeOut: 0 })
  expect(stretchOf(sound, { first: 1, last: 72, fps: 24 })).toEqual({ at: 1.5, from: 2, to: 3.5 })
})

test('a trimmed shot lets be heard what belongs to its frames, at the rate of its scene', () => {
  const { start, from, to, fadeIn } = reelSounds(times([{ scene: 'tansy', first: 26 }]), soundsOf)['s0 voice']!
  expect(start).toBe(1)
  expect([from, to]).toEqual([2 + 13 / 25, 2 + 38 / 25])
  expect(fadeIn).toBe(0)
})

test('where a shot comes in over another one sound rises while the other dies away', () => {
  const all = reelSounds(times([{ scene: 'lime' }, { scene: 'lime', first: 20, fade: 12 }]), soundsOf)
  expect(all['s0 voice']!.fadeOut).toBe(0.5)
  expect(all['s1 voice']).toMatchObject({ fadeIn: 0.5, start: 37 })
})

test('black, and scenes that are not there, are silent', () => {
  expect(reelSounds(times([{ frames: 24 }, { scene: 'gone' }]), soundsOf)).toEqual({})
})
