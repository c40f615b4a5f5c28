import fc from 'fast-check'
import { applyEdit } from '../../edits/apply'
import type { Edit } from '../../edits/kinds'
import { newLevel, newScene } from '../../scene/create'
import type { Contact, Scene } from '../../scene/schema'
import { drawn, settingsOf } from '../../testing/build'
import { chartTargets, missesOf, touchesOf } from './targets'

/** A hand on level A that comes to a rail on level B: keys a1 and a9 with marks a5 and a7 between, the rail held. */
const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const level = (id: string, name: string): Edit => ({
  ...{ type: 'level.add', at: 1, level: newLevel({ id, name, approach: 'pose-to-pose' }) },
})
const landmark = (level: string, id: string): Edit => ({
  type: 'landmark.put',
  level,
  landmark: { id, name: id },
})
const pin = (drawing: string, of: string, x: number, y: number): Edit => ({
  type: 'pin.set',
  drawing,
  landmark: of,
  pin: { x, y },
})
const touch = (from: number, to: number, more: Partial<Contact> = {}): Edit => ({
  type: 'contact.put',
  take: 'main',
  contact: {
    ...{ id: 'c', from, to },
    leader: { level: 'B', landmark: 'rail' },
    follower: { level: 'A', landmark: 'hand' },
    ...more,
  },
})
const base = make(
  newScene(settingsOf({ length: 24 })),
  level('B', 'Rail'),
  ...[landmark('A', 'hand'), landmark('B', 'rail')],
  ...[drawn('a1', 1), drawn('a9', 9), drawn('b1', 1, { level: 'B' })],
  {
    ...{ type: 'chart.add', id: 'c', level: 'A', from: 'a1', to: 'a9', exposure: [2] },
    ...{ spacing: { by: 'law', law: 'even', strength: 1 }, drawings: ['a3', 'a5', 'a7'] },
  } as Edit,
  ...[pin('a1', 'hand', 0, 100), pin('a9', 'hand', 200, 100), pin('b1', 'rail', 160, 60)],
)
const targetOf = (scene: Scene, drawing: string) => {
  const all = chartTargets(scene, scene.charts['c']!).flatMap(({ targets }) => targets)
  const { x, y } = all.find((target) => target.drawing === drawing)!.place
  return [Math.round(x), Math.round(y)]
}

test('a chart asks for the place a contact says, on its frames alone', () => {
  const asked = make(base, touch(5, 8))
  expect(['a3', 'a5', 'a7'].map((drawing) => targetOf(asked, drawing))).toEqual([
    [50, 100],
    [160, 60],
    [160, 60],
  ])
  expect(missesOf(make(asked, pin('a5', 'hand', 163, 64)), asked.charts['c']!, 'a5')[0]!.px).toBeCloseTo(5, 9)
})

test('both drawings show where the other is, keys too; what is pinned nowhere has no place', () => {
  const asked = make(base, touch(5, 12))
  expect(touchesOf(asked, 'a9')).toMatchObject([{ leads: false, frame: 9, place: { x: 160, y: 60 } }])
  // The rail is shown from the first frame: it meets the hand on the first frame they touch, which its chart places.
  expect(touchesOf(asked, 'b1')).toMatchObject([{ leads: true, frame: 5, other: { landmark: 'hand', level: 'A' } }])
  expect(touchesOf(asked, 'a1')).toEqual([])
  const bare = make(asked, { type: 'pin.set', drawing: 'b1', landmark: 'rail', pin: null })
  expect(touchesOf(bare, 'a9')[0]!.place).toBeUndefined()
})

test('what leads may follow another: places are handed on, and a ring of contacts ends', () => {
  const boat = make(
    base,
    level('C', 'Boat'),
    landmark('C', 'rope'),
    drawn('c1', 1, { level: 'C' }),
    { type: 'pin.set', drawing: 'b1', landmark: 'rail', pin: null },
    pin('c1', 'rope', 30, 40),
    touch(5, 8),
    touch(1, 24, {
      id: 'two',
      leader: { level: 'C', landmark: 'rope' },
      follower: { level: 'B', landmark: 'rail' },
    }),
  )
  expect(targetOf(boat, 'a5')).toEqual([30, 40])
  const ring = make(
    boat,
    { type: 'pin.set', drawing: 'c1', landmark: 'rope', pin: null },
    touch(1, 24, { id: 'three', leader: { level: 'A', landmark: 'hand' }, follower: { level: 'C', landmark: 'rope' } }),
  )
  // Nobody says where, until the ring comes back to the hand, whose own chart does.
  expect(targetOf(ring, 'a5')).toEqual([100, 100])
})

test('a rail that is panned is met where it is seen', () => {
  const pan = { from: { x: 0, y: 0 }, to: { x: -230, y: 0 }, law: 'even', strength: 1 } as const
  const panned = make(base, touch(5, 8), {
    type: 'level.set',
    level: 'B',
    fields: { kind: 'ground', ground: { pan } },
  } as Edit)
  // 10 px a frame to the left over 23 steps.
  expect(targetOf(panned, 'a5')).toEqual([120, 60])
  expect(targetOf(panned, 'a7')).toEqual([100, 60])
})

test('contacts beyond the end, of one level or of a landmark that is gone are refused; one whose landmark goes is asked for no more', () => {
  expect(() => make(base, touch(5, 25))).toThrow(/beyond the end/)
  expect(() => make(base, touch(5, 8, { leader: { level: 'B', landmark: 'gone' } }))).toThrow(/not on level Rail/)
  expect(() => make(base, touch(5, 8, { leader: { level: 'A', landmark: 'hand' } }))).toThrow(/different levels/)
  expect(() => make(base, touch(8, 5))).toThrow(/no earlier/)
  const asked = make(base, touch(5, 8))
  const { scene, inverse } = applyEdit(asked, { type: 'landmark.remove', level: 'B', landmark: 'rail' })
  expect(targetOf(scene, 'a5')).toEqual([100, 100])
  expect(targetOf(applyEdit(scene, inverse).scene, 'a5')).toEqual([160, 60])
  expect(make(asked, { type: 'contact.remove', take: 'main', contact: 'c' })).toEqual(base)
})

test('frames put in and taken out on all levels keep a contact on the frames it was asked for', () => {
  const frames = fc.integer({ min: 1, max: 23 })
  fc.assert(
    fc.property(frames, frames, frames, fc.integer({ min: -6, max: 6 }), (a, b, at, by) => {
      fc.pre(by !== 0)
      const [from, to] = [Math.min(a, b), Math.max(a, b)]
      const asked = make(base, touch(from, to))
      // Each frame of the scene told by whether they touch on it; what is put in within a contact touches too.
      const touching = Array.from({ length: 24 }, (_, i) => i + 1 >= from && i + 1 <= to)
      if (by > 0) touching.splice(at - 1, 0, ...Array<boolean>(by).fill(at > from && at <= to))
      else touching.splice(at - 1, -by)
      const last = Math.min(24, at - by - 1)
      const changed =
        by > 0
          ? make(asked, { type: 'frames.put-in', take: 'main', at, frames: by })
          : make(asked, { type: 'frames.take-out', take: 'main', from: at, to: last })
      const [contact] = changed.takes['main']!.contacts ?? []
      expect(touching.map((on, i) => (on ? i + 1 : 0)).filter(Boolean)).toEqual(
        contact ? Array.from({ length: contact.to - contact.from + 1 }, (_, i) => contact.from + i) : [],
      )
    }),
    { numRuns: 300 },
  )
})

test('at another rate a contact stays where it is in time', () => {
  const slower = make(base, touch(5, 8), { type: 'scene.rate', fps: 12, keep: 'seconds' })
  expect(slower.takes['main']!.contacts).toMatchObject([{ from: 3, to: 4 }])
})
