import { newScene } from '../scene/create'
import type { Sound } from '../scene/schema'
import { validate } from '../scene/validate'
import { drawn, settingsOf } from '../testing/build'
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

describe('what is said', () => {
  const word = (text: string, from: number, fields: object = {}) => ({
    ...{ text, sounds: ['b', 'ow1'], at: [from, from + 0.1, from + 0.2], sureness: 0.7 },
    ...fields,
  })
  const said = (...words: ReturnType<typeof word>[]): Edit => ({ type: 'sound.said', sound: 'hum', said: { words } })

  test('is laid on a sound, taken out again, and goes with the sound; undone it is there again', () => {
    const laid = make(put(), said(word('Bow', 0.2), word('bow', 0.5)))
    expect(laid.said!['hum']!.words.map(({ text }) => text)).toEqual(['Bow', 'bow'])
    expect(make(put(), said(word('Bow', 0.2)), { type: 'sound.said', sound: 'hum', said: null })).toEqual(make(put()))
    const { scene: gone, inverse } = applyEdit(laid, { type: 'sound.remove', sound: 'hum' })
    expect([gone.sounds, gone.said]).toEqual([undefined, undefined])
    expect(applyEdit(gone, inverse!).scene).toEqual(laid)
  })
  test.each([
    [[word('Bow', 0.5), word('bow', 0.2)], /words overlap/],
    [[word('Bow', 0.2, { at: [0.2, 0.4] })], /as many places as it has sounds/],
    [[word('Bow', 0.2, { held: [7] })], /as many places/],
    [[word('Bow', 0.2, { sounds: ['b', 'qq'] })], /a sound that is none/],
  ])('what makes no sense is refused in words, %#', (words, why) => {
    expect(() => make(put(), said(...words))).toThrow(why)
  })
  test('words on a sound that is not there are refused', () => {
    expect(() => make(said(word('Bow', 0.2)))).toThrow(/not in the scene any more/)
  })
})

test('a scene of before, which knows neither words nor what a plan laid, is whole', () => {
  const before = make(put(), drawn('a', 1))
  expect([before.said, validate(JSON.parse(JSON.stringify(before)))]).toEqual([undefined, before])
})
