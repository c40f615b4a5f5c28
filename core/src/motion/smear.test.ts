import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import { newScene } from '../scene/create'
import type { Scene } from '../scene/schema'
import { drawn, settingsOf } from '../testing/build'
import { momentAt } from '../timing/seen/shown'
import { wayAt } from '../timing/seen/way'
import { smearOf } from './smear'

const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const SPEED: Edit = { type: 'level.set', level: 'A', fields: { effects: { speed: 0.5 } } }
/** Drawings at 1, 3 and 7, going 8 px a frame to the right and then 5 down. */
const going = make(newScene(settingsOf({ length: 10 })), drawn('a', 1), drawn('b', 3), drawn('c', 7), SPEED)
const PLACES: Record<string, { x: number; y: number }> = { a: { x: 0, y: 0 }, b: { x: 16, y: 0 }, c: { x: 16, y: 20 } }
const smearAt = (scene: Scene, frame: number, middleOf = (id: string) => PLACES[id]) => {
  const { shown, ways } = momentAt(scene, frame)
  const [{ level, drawing }] = shown as [{ level: string; drawing: string }]
  return smearOf(scene, { level, drawing, frame, way: ways?.[level] }, middleOf)
}

test('a drawing is smeared as far as it goes while it is shown, by the mean of the ways to and from it', () => {
  expect(smearAt(going, 1)).toEqual({ x: 16, y: 0 })
  // Four frames at the mean of 8 px to the right and 5 down.
  expect(smearAt(going, 4)).toEqual({ x: 16, y: 10 })
  expect(smearAt(going, 7)).toEqual({ x: 0, y: 20 })
})

test('landmarks pinned on both tell the way before middles do; nothing known is no smear', () => {
  const pin = (drawing: string, x: number): Edit => ({
    ...{ type: 'pin.set', drawing, landmark: 'nose', pin: { x, y: 0 } },
  })
  const nose: Edit = { type: 'landmark.put', level: 'A', landmark: { id: 'nose', name: 'Nose' } }
  expect(smearAt(make(going, nose, pin('a', 10), pin('b', 40)), 1)).toEqual({ x: 30, y: 0 })
  expect(smearAt(going, 1, () => undefined)).toEqual({ x: 0, y: 0 })
})

test('a ground that is panned is smeared along its pan, frame by frame', () => {
  const pan = { from: { x: 0, y: 0 }, to: { x: -90, y: 0 }, law: 'even', strength: 1 } as const
  const ground = make(going, { type: 'level.set', level: 'A', fields: { ground: { pan } } })
  expect(smearAt(ground, 2, () => undefined).x).toBeCloseTo(-10, 9)
})

test('ways are told only where they are wanted; a drawing alone or held long has none', () => {
  expect(momentAt(make(going, { type: 'level.set', level: 'A', fields: { effects: null } }), 4).ways).toBeUndefined()
  expect(wayAt(() => 'a', 1, 10)).toBeUndefined()
  expect(wayAt((frame) => (frame < 60 ? 'a' : 'b'), 5, 100)).toBeUndefined()
  expect(wayAt((frame) => (frame < 3 ? undefined : 'a'), 5, 10)).toBeUndefined()
})
