import fc from 'fast-check'
import { newLevel, newScene } from '../scene/create'
import type { Scene, Settings } from '../scene/schema'
import { validate } from '../scene/validate'
import { followsDrawings, nextPlace, usualExposure } from '../timing/ahead'
import { exposuresOf } from '../timing/sheet'
import { drawn, settingsOf } from '../testing/build'
import { applyEdit, inkAfter } from './apply'
import type { Edit } from './kinds'

const ahead = (fields: Partial<Settings> = {}) =>
  newScene(settingsOf({ approach: 'straight-ahead', lengthFollows: true, length: 48, ...fields }))
const made = (scene: Scene, ...edits: readonly Edit[]) =>
  edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const next = (id: string, frame: number, { frames = 2, level = 'A', take = 'main' } = {}): Edit => ({
  type: 'drawing.next',
  take,
  level,
  frame,
  frames,
  drawing: { id, role: 'key' },
})
/** The column as it is written on paper: `a2` is a drawing held for two, `-2` empty frames. */
const column = (scene: Scene, level = 'A', take = 'main') =>
  exposuresOf(scene, level, take)
    .map(({ drawing, frames }) => `${drawing ?? '-'}${frames}`)
    .join(' ')

test('twos at film’s rate, ones at slow ones, unless the scene says otherwise; its length follows where it says so', () => {
  expect([24, 20, 12].map((fps) => usualExposure(settingsOf({ fps })))).toEqual([2, 2, 1])
  expect(usualExposure(settingsOf({ exposure: 3 }))).toBe(3)
  expect(followsDrawings(settingsOf())).toBe(false)
  expect(followsDrawings(settingsOf({ lengthFollows: true }))).toBe(true)
})

test('drawn straight ahead the scene is as long as its drawings', () => {
  const one = made(ahead(), next('a', 1))
  expect([column(one), one.settings.length, one.drawings['a']!.number]).toEqual(['a2', 2, '1'])
  const three = made(one, next('b', 1), next('c', 3, { frames: 3 }))
  expect([column(three), three.settings.length, three.drawings['c']!.number]).toEqual(['a2 b2 c3', 7, '5'])
})

test('from anywhere within a hold the next comes after it; in the middle what follows moves and is told', () => {
  const three = made(ahead(), next('a', 1), next('b', 1), next('c', 3))
  expect(nextPlace(three, { take: 'main', level: 'A', frame: 2, frames: 2 })).toMatchObject({
    frame: 3,
    later: 2,
    moves: 2,
  })
  expect(column(made(three, next('x', 2)))).toBe('a2 x2 b2 c2')
  expect(nextPlace(three, { take: 'main', level: 'A', frame: 6, frames: 2 })).toMatchObject({
    frame: 7,
    later: 0,
    moves: 0,
  })
})

test('empty frames are taken first, and only what they lack is put in', () => {
  const gap = made(ahead({ lengthFollows: false, length: 12 }), next('a', 1), next('b', 6))
  expect(column(gap)).toBe('a2 -3 b2 -5')
  expect(column(made(gap, next('x', 1)))).toBe('a2 x2 -1 b2 -5')
  expect(column(made(gap, next('x', 1), next('y', 3)))).toBe('a2 x2 y2 b2 -4')
  expect(column(made(gap, next('x', 4)))).toBe('a2 -1 x2 b2 -5')
})

test('a scene of fixed length says where it ends; one that follows grows, and what lies under all of it goes along', () => {
  const fixed = made(ahead({ lengthFollows: false, length: 4 }), next('a', 1), next('b', 1))
  expect(() => made(fixed, next('c', 3))).toThrow(/ends at frame 4\. Make it longer, or let its length follow/)
  const { approach } = ahead().settings
  const grounded = made(
    ahead(),
    { type: 'level.add', level: newLevel({ id: 'G', name: 'Quay', approach, kind: 'ground' }), at: 0 },
    { type: 'level.add', level: newLevel({ id: 'B', name: 'Oar', approach }), at: 1 },
    drawn('ground', 1, { level: 'G' }),
    drawn('oar', 1, { level: 'B' }),
    next('a', 1),
    next('b', 1),
  )
  expect([column(grounded), column(grounded, 'G'), column(grounded, 'B')]).toEqual(['a2 b2', 'ground4', 'oar4'])
  expect(validate(grounded)).toEqual(grounded)
})

test('what other levels, other takes and notes need is not cut off', () => {
  const other = made(ahead(), {
    type: 'level.add',
    level: newLevel({ id: 'B', name: 'B', approach: 'straight-ahead' }),
    at: 1,
  })
  const long = made(other, ...['p', 'q', 'r'].map((id, i) => next(id, Math.max(1, 2 * i), { level: 'B', frames: 4 })))
  expect(long.settings.length).toBe(12)
  expect(column(made(long, next('a', 1)))).toBe('a2 -10')
  const noted = made(ahead(), { type: 'take.note', take: 'main', frame: 30, text: 'splash' }, next('a', 1))
  expect(noted.settings.length).toBe(30)
})

test('a hold made longer or shorter moves all that follows and the end with it; so does exposing anew', () => {
  const three = made(ahead(), next('a', 1), next('b', 1), next('c', 3))
  const hold = (frame: number, frames: number): Edit => ({
    type: 'exposure.hold',
    take: 'main',
    level: 'A',
    frame,
    frames,
  })
  const longer = made(three, hold(3, 5))
  expect([column(longer), longer.settings.length]).toEqual(['a2 b5 c2', 9])
  const last = made(longer, hold(8, 3), hold(1, 1))
  expect([column(last), last.settings.length]).toEqual(['a1 b5 c3', 9])
  const threes = made(last, {
    type: 'sheet.range',
    take: 'main',
    levels: ['A'],
    from: 1,
    to: 9,
    act: { do: 'expose', pattern: [3] },
  })
  expect([column(threes), threes.settings.length]).toEqual(['a3 b3 c3', 9])
  const alone = made(ahead(), next('a', 1), hold(1, 6))
  expect([column(alone), alone.settings.length]).toEqual(['a6', 6])
})

test('carried on, a drawing begins with the ink of the one before and is another', () => {
  const one = made(ahead(), next('a', 1), { type: 'drawing.set', drawing: 'a', fields: { note: 'ears late' } })
  const carry: Edit = {
    type: 'drawing.carry-on',
    take: 'main',
    frame: 1,
    frames: 2,
    source: 'a',
    drawing: { id: 'b', role: 'key' },
  }
  const two = made(one, carry)
  expect([column(two), two.drawings['b']!.number]).toEqual(['a2 b2', '3'])
  const stroke = { kind: 'stroke' as const, id: 's', swatch: 'pencil', size: 4, points: [1, 2, 0.5, 9, 9, 1] }
  expect(inkAfter(carry, (drawing, pass) => (drawing === 'a' && pass === 'rough' ? [stroke] : []))).toEqual([
    { drawing: 'b', pass: 'rough', ink: [stroke] },
  ])
})

test('within a cycle there is no next; it is said where to go on', () => {
  const cycled = made(ahead({ lengthFollows: false, length: 12 }), next('a', 1), next('b', 1), {
    type: 'sheet.range',
    take: 'main',
    levels: ['A'],
    from: 1,
    to: 4,
    act: { do: 'cycle', turns: 2 },
  })
  expect(() => made(cycled, next('c', 2))).toThrow(
    /lies in a cycle\. Write the cycle out first, or go on after frame 8/,
  )
  expect(column(made(cycled, next('c', 9)))).toBe('a2 b2 a2 b2 c2 -2')
})

test('whatever is drawn next, in any order, the scene stays whole, the others keep their holds and one step takes it back', () => {
  const step = fc.record({ at: fc.nat(60), frames: fc.integer({ min: 1, max: 6 }), on: fc.constantFrom('A', 'B') })
  fc.assert(
    fc.property(fc.array(step, { minLength: 1, maxLength: 14 }), fc.boolean(), (steps, lengthFollows) => {
      let scene = made(ahead({ lengthFollows }), {
        type: 'level.add',
        level: newLevel({ id: 'B', name: 'B', approach: 'straight-ahead' }),
        at: 1,
      })
      const held = new Map<string, number>()
      for (const [i, { at, frames, on }] of steps.entries()) {
        const edit = next(`d${i}`, 1 + (at % scene.settings.length), { frames, level: on })
        let done: ReturnType<typeof applyEdit>
        try {
          done = applyEdit(scene, edit)
        } catch {
          expect(lengthFollows).toBe(false)
          continue
        }
        expect(applyEdit(done.scene, done.inverse).scene).toEqual(scene)
        scene = done.scene
        held.set(`d${i}`, frames)
        expect(validate(scene)).toEqual(scene)
        for (const level of ['A', 'B']) {
          const shown = exposuresOf(scene, level).filter(({ drawing }) => drawing !== null)
          for (const each of shown) {
            // One drawing alone may be held as long as the scene is; where the end is fixed the last hold gives.
            if (shown.length === 1 || !lengthFollows) held.set(each.drawing!, each.frames)
            expect([each.drawing, each.frames]).toEqual([each.drawing, held.get(each.drawing!)])
          }
        }
      }
    }),
  )
})
