import fc from 'fast-check'
import { newScene } from '../../scene/create'
import { EditRefused } from '../../scene/refusal'
import type { Scene } from '../../scene/schema'
import { validate } from '../../scene/validate'
import { drawn, settingsOf } from '../../testing/build'
import { barsOf } from '../../timing/bars'
import { drawingsShown, exposuresOf } from '../../timing/sheet'
import { framesPerBeat } from '../../timing/time'
import { applyEdit } from '../apply'
import type { Edit } from '../kinds'
import { keysOnBeats } from './keys-on-beats'

const make = (edits: readonly Edit[], beats = { bpm: 120, first: 1 }): Scene =>
  edits.reduce((scene, edit) => applyEdit(scene, edit).scene, newScene(settingsOf({ length: 96, beats })))
const framesOf = (scene: Scene) => drawingsShown(exposuresOf(scene, 'A')).map(({ drawing, frame }) => [drawing, frame])
const where = { take: 'main', level: 'A' }

test('keys go to the nearest beats, and the drawings between are shared out', () => {
  const scene = make([drawn('a', 1), drawn('i', 6, { role: 'inbetween' }), drawn('b', 11), drawn('c', 27)])
  const after = applyEdit(scene, keysOnBeats(scene, where)).scene
  expect(framesOf(after)).toEqual([
    ['a', 1],
    ['i', 7],
    ['b', 13],
    ['c', 25],
  ])
})

test('on any sheet every key from the first beat on is on a beat, in the same order, and nothing is lost', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 7 }),
      fc.array(fc.boolean(), { minLength: 7, maxLength: 7 }),
      fc.integer({ min: 60, max: 400 }),
      fc.integer({ min: 1, max: 20 }),
      (frames, keys, bpm, first) => {
        const sorted = [...frames].sort((a, b) => a - b)
        const scene = make(
          sorted.map((frame, i) => drawn(`d${i}`, frame, { role: keys[i] ? 'key' : 'inbetween' })),
          { bpm, first },
        )
        let after: Scene
        try {
          after = applyEdit(scene, keysOnBeats(scene, where)).scene
        } catch (error) {
          if (error instanceof EditRefused) return
          throw error
        }
        expect(validate(after)).toEqual(after)
        expect(framesOf(after).map(([id]) => id)).toEqual(framesOf(scene).map(([id]) => id))
        const beat = framesPerBeat(bpm, 24).exact
        const beats = new Set(Array.from({ length: 200 }, (_, n) => first + Math.round(n * beat)))
        const before = new Map(framesOf(scene) as [string, number][])
        for (const [id, frame] of framesOf(after) as [string, number][])
          if (after.drawings[id]!.role === 'key' && before.get(id)! >= first) expect(beats).toContain(frame)
      },
    ),
  )
})

test('no beats, no key, or more keys than beats are refused in words', () => {
  const bare = [drawn('a', 1)].reduce((scene, edit) => applyEdit(scene, edit).scene, newScene(settingsOf()))
  expect(() => keysOnBeats(bare, where)).toThrow(/No beats are ruled/)
  expect(() => keysOnBeats(make([]), where)).toThrow(/has no key/)
  expect(() => keysOnBeats(make([drawn('a', 1)]), where)).toThrow(/on a beat already/)
  const many = make(
    [1, 3, 5, 7, 9].map((frame, i) => drawn(`k${i}`, frame)),
    { bpm: 40, first: 1 },
  )
  expect(() => keysOnBeats(many, where)).toThrow(/more keys than beats/)
})

test('a cycle of eight on twos fits a bar in three turns at 120 a minute, by frames', () => {
  expect(barsOf(16, { bpm: 120, fps: 24 })).toEqual({ turns: 3, bars: 1, off: 0 })
  expect(barsOf(48, { bpm: 120, fps: 24 })).toEqual({ turns: 1, bars: 1, off: 0 })
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 40, max: 240 }), (period, bpm) => {
      const { turns, bars, off } = barsOf(period, { bpm, fps: 24 })
      expect(turns * period - bars * 4 * framesPerBeat(bpm, 24).exact).toBeCloseTo(off, 6)
    }),
  )
})
