import fc from 'fast-check'
import { inSet, isLipSound, lipFrame, MOUTH_SETS, planMouths, type HeardSound, type MouthPlan } from './mouths'
import { SPEECH_SOUNDS } from '../base/speech-sounds'

const anySound = fc.constantFrom(...Object.keys(SPEECH_SOUNDS))
const anyPlan: fc.Arbitrary<MouthPlan> = fc
  .record({
    pieces: fc.array(
      fc.tuple(anySound, fc.double({ min: 0.4, max: 9, noNaN: true }), fc.double({ min: 0, max: 3, noNaN: true })),
      {
        maxLength: 30,
      },
    ),
    first: fc.integer({ min: 1, max: 40 }),
    more: fc.integer({ min: 0, max: 90 }),
    exposure: fc.integer({ min: 1, max: 6 }),
    lead: fc.integer({ min: 0, max: 3 }),
    set: fc.constantFrom('six' as const, 'nine' as const),
  })
  .map(({ pieces, more, ...rest }) => {
    let at = rest.first
    const sounds = pieces.map(([sound, frames, gap]): HeardSound => {
      const from = at + (gap > 2 ? gap : 0)
      at = from + frames
      return { sound, from, to: at }
    })
    return { ...rest, sounds, last: rest.first + more }
  })
const shown = (plan: MouthPlan) =>
  planMouths(plan).flatMap(({ shape, frames }) => Array.from({ length: frames }, () => shape))

describe('mouths', () => {
  test('fill the frames exactly, with shapes of the set, none shorter than the exposure', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const runs = planMouths(plan)
        const count = plan.last - plan.first + 1
        expect(runs.reduce((sum, { frames }) => sum + frames, 0)).toBe(count)
        for (const { shape, frames } of runs) {
          expect(MOUTH_SETS[plan.set]).toContain(shape)
          expect(frames).toBeGreaterThanOrEqual(Math.min(plan.exposure, count))
        }
        runs.slice(1).forEach(({ shape }, i) => expect(shape).not.toBe(runs[i]!.shape))
      }),
    )
  })
  test('lips meet on every m, b and p', () => {
    fc.assert(
      fc.property(anyPlan, (plan) => {
        const shapes = shown(plan)
        for (const heard of plan.sounds.filter(({ sound }) => isLipSound(sound))) {
          const at = Math.min(plan.last, Math.max(plan.first, lipFrame(heard) - plan.lead))
          expect(shapes[at - plan.first]).toBe('shut')
        }
      }),
    )
  })
  test('ahead of the sound by the lead, and otherwise the same', () => {
    const sounds = [
      { sound: 'b', from: 10, to: 12 },
      { sound: 'iy1', from: 12, to: 18 },
      { sound: 'n', from: 18, to: 20 },
      { sound: 'z', from: 20, to: 24 },
    ]
    const plan = { sounds, first: 1, last: 30, exposure: 2, lead: 0, set: 'nine' as const }
    const level = shown(plan)
    expect(shown({ ...plan, lead: 2 }).slice(0, 24)).toEqual(level.slice(2, 26))
    expect(planMouths(plan)).toEqual([
      { shape: 'shut', frames: 11 },
      { shape: 'wide', frames: 6 },
      { shape: 'tongue', frames: 2 },
      { shape: 'teeth', frames: 4 },
      { shape: 'shut', frames: 7 },
    ])
  })
  test('rests between words rather than flaps: a gap of two frames is passed over, a long one shuts the mouth', () => {
    const said = (gap: number) => [
      { sound: 'aa1', from: 5, to: 11 },
      { sound: 'aa1', from: 11 + gap, to: 18 + gap },
    ]
    const plan = { first: 5, last: 30, exposure: 2, lead: 0, set: 'six' as const }
    expect(planMouths({ ...plan, sounds: said(1), last: 18 }).map(({ shape }) => shape)).toEqual(['open'])
    expect(planMouths({ ...plan, sounds: said(10) }).map(({ shape }) => shape)).toEqual([
      'open',
      'shut',
      'open',
      'shut',
    ])
  })
  test('the small set lets neighbours stand for what it lacks', () => {
    expect([inSet('teeth', 'six'), inSet('tongue', 'six'), inSet('pucker', 'six')]).toEqual([
      'narrow',
      'narrow',
      'round',
    ])
    expect(inSet('pucker', 'nine')).toBe('pucker')
  })
  test('no frames: refused', () => {
    expect(() => planMouths({ sounds: [], first: 5, last: 4, exposure: 1, lead: 0, set: 'six' })).toThrow(RangeError)
  })
})
