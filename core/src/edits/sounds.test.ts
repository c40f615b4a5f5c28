import { newScene } from '../scene/create'
import type { Sound } from '../scene/schema'
import { validate } from '../scene/validate'
import { settingsOf } from '../testing/build'
import { applyEdit } from './apply'
import type { Edit } from './kinds'

const scene = newScene(settingsOf({ fps: 24, length: 48 }))
const hum: Sound = { id: 'hum', name: 'Hum', file: 'b'.repeat(64), seconds: 4, start: 13, from: 0, strength: 1 }
const put = (fields: Partial<Sound> = {}): Edit => ({ type: 'sound.put', sound: { ...hum, ...fields } })
const make = (...edits: Edit[]) => edits.reduce((now, edit) => applyEdit(now, edit).scene, scene)

test('a sound is laid, moved and taken out; a scene without one says nothing of sounds', () => {
  const laid = make(put())
  expect(laid.sounds).toEqual({ hum })
  const { scene: moved, inverse } = applyEdit(laid, put({ start: -8, muted: true }))
  expect(moved.sounds!['hum']).toMatchObject({ start: -8, muted: true })
  expect(applyEdit(moved, inverse).scene).toEqual(laid)
  expect(make(put(), { type: 'sound.remove', sound: 'hum' })).toEqual(scene)
  expect(() => make({ type: 'sound.remove', sound: 'hum' })).toThrow(/not in the scene any more/)
})

test.each([
  [{ from: 3, to: 2 }, /ends before it begins/],
  [{ from: 4 }, /ends before it begins/],
  [{ to: 5 }, /longer than it is/],
] as const)('%j is refused in a sentence', (fields, sentence) => {
  expect(() => make(put(fields))).toThrow(sentence)
})

test('at another rate a sound begins at the same second, and with the same frames at the same frame', () => {
  const rate = (keep: 'frames' | 'seconds') => make(put(), { type: 'scene.rate', fps: 12, keep }).sounds!['hum']!.start
  expect([rate('seconds'), rate('frames')]).toEqual([7, 13])
})

test('a scene of before, which knows no sounds, is whole', () => {
  const { sounds: _, ...before } = make(put())
  expect(validate(JSON.parse(JSON.stringify(before)))).toEqual(scene)
})
