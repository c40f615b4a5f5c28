import { settingsOf } from '../../../core/src/testing/build'
import {
  applyEdit,
  newScene,
  startingLightTable,
  type Edit,
  type LightTable,
  type Scene,
  type Settings,
} from '@unhurried/core'
import { underLight } from './light-table'

const settings: Settings = settingsOf({ width: 64, height: 64, fps: 12, length: 12 })
const key = (frame: number): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame,
  drawing: { id: `k${frame}`, role: 'key' },
})
const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const lightTableEdit = (fields: Partial<LightTable>, loop = false): Edit => ({
  type: 'level.set',
  level: 'A',
  fields: { loop, lightTable: { ...startingLightTable('pose-to-pose'), ...fields } },
})
const five = make(newScene(settings), key(1), key(3), key(5), key(7), key(9))
const summary = (scene: Scene, drawing: string) =>
  underLight(scene, { level: 'A', drawing }).map((entry) => `${entry.style} ${entry.drawing}`)

test('an inbetween of a chart shows exactly its two parents, whatever the counts say', () => {
  const charted = make(newScene(settings), key(1), key(9), lightTableEdit({ earlier: 4, later: 4 }), {
    type: 'chart.add',
    id: 'c',
    level: 'A',
    from: 'k1',
    to: 'k9',
    spacing: { by: 'halves', slowOut: 3, slowIn: 0 },
    exposure: [2],
    drawings: ['a', 'b', 'c'],
  })
  expect(summary(charted, 'c')).toEqual(['earlier k1', 'later k9'])
  expect(summary(charted, 'a')).toEqual(['earlier k1', 'later b'])
  expect(summary(make(charted, lightTableEdit({ shows: 'around', earlier: 1, later: 2 })), 'b')).toEqual([
    'later k9',
    'later c',
    'earlier a',
  ])
})

test('around: so many on each side, the nearest on top and strongest', () => {
  const scene = make(five, lightTableEdit({ shows: 'around', earlier: 2, later: 1 }))
  expect(summary(scene, 'k5')).toEqual(['later k7', 'earlier k1', 'earlier k3'])
  const [, far, near] = underLight(scene, { level: 'A', drawing: 'k5' })
  expect(near!.strength).toBeGreaterThan(far!.strength)
})

test('earlier only shows nothing later', () => {
  expect(summary(make(five, lightTableEdit({ shows: 'earlier', earlier: 3, later: 3 })), 'k5')).toEqual([
    'earlier k1',
    'earlier k3',
  ])
})

test('beyond the last lies the first only on a loop, and no drawing lies there twice or under itself', () => {
  const around = { shows: 'around', earlier: 1, later: 1 } as const
  expect(summary(make(five, lightTableEdit(around)), 'k9')).toEqual(['earlier k7'])
  expect(summary(make(five, lightTableEdit(around)), 'k1')).toEqual(['later k3'])
  expect(summary(make(five, lightTableEdit(around, true)), 'k9')).toEqual(['later k1', 'earlier k7'])
  expect(summary(make(five, lightTableEdit(around, true)), 'k1')).toEqual(['later k3', 'earlier k9'])
  const all = summary(make(five, lightTableEdit({ ...around, earlier: 8, later: 8 }, true)), 'k5')
  expect(all.map((entry) => entry.split(' ')[1]).sort()).toEqual(['k1', 'k3', 'k7', 'k9'])
})

test('a loop that is still being drawn does not show its first drawing after the last, nor the other way round', () => {
  const around = { shows: 'around', earlier: 1, later: 1 } as const
  const open = make(five, lightTableEdit(around, true), {
    type: 'exposure.hold',
    take: 'main',
    level: 'A',
    frame: 9,
    frames: 2,
  })
  expect([summary(open, 'k9'), summary(open, 'k1')]).toEqual([['earlier k7'], ['later k3']])
  const asked = make(open, lightTableEdit({ ...around, beyond: true }, true))
  expect(summary(asked, 'k9')).toEqual(['later k1', 'earlier k7'])
})

test('off, or with nothing on the pegs, it shows nothing', () => {
  expect(summary(make(five, lightTableEdit({ on: false })), 'k5')).toEqual([])
  expect(underLight(five, { level: 'A', drawing: undefined })).toEqual([])
})

test('keys only passes over inbetweens; pinned drawings always lie there; beyond the last can be asked for or forbidden', () => {
  const mixed = make(
    five,
    { type: 'drawing.set', drawing: 'k3', fields: { role: 'inbetween' } },
    { type: 'drawing.set', drawing: 'k7', fields: { role: 'inbetween' } },
  )
  const around = { shows: 'around', earlier: 1, later: 1 } as const
  expect(summary(make(mixed, lightTableEdit({ ...around, keysOnly: true })), 'k5')).toEqual(['later k9', 'earlier k1'])
  expect(summary(make(five, lightTableEdit({ ...around, pinned: ['k9', 'k1', 'gone'] })), 'k5')).toEqual([
    'earlier k1',
    'later k9',
    'later k7',
    'earlier k3',
  ])
  expect(summary(make(five, lightTableEdit({ ...around, beyond: true })), 'k9')).toEqual(['later k1', 'earlier k7'])
  expect(summary(make(five, lightTableEdit({ ...around, beyond: false }, true)), 'k9')).toEqual(['earlier k7'])
  const [lit] = underLight(make(five, lightTableEdit({ ...around, tints: { earlier: '#112233', later: '#445566' } })), {
    level: 'A',
    drawing: 'k1',
  })
  expect(lit!.tint).toBe('#445566')
})

test('walking, exactly the two parents lie there, even with the light table off', () => {
  const charted = make(newScene(settings), key(1), key(9), lightTableEdit({ on: false, earlier: 3, pinned: ['k1'] }), {
    type: 'chart.add',
    id: 'c',
    level: 'A',
    from: 'k1',
    to: 'k9',
    spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
    exposure: [4],
    drawings: ['a'],
  })
  expect(
    underLight(charted, { level: 'A', drawing: 'a', parentsOnly: true }).map(
      (entry) => `${entry.style} ${entry.drawing}`,
    ),
  ).toEqual(['earlier k1', 'later k9'])
})
