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

const settings: Settings = {
  name: 'Lamp',
  width: 64,
  height: 64,
  fps: 12,
  length: 12,
  paper: '#ffffff',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
}
const key = (frame: number): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame,
  drawing: { id: `k${frame}`, role: 'key' },
})
const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const lamp = (fields: Partial<LightTable>, loop = false): Edit => ({
  type: 'level.set',
  level: 'A',
  fields: { loop, lightTable: { ...startingLightTable('pose-to-pose'), ...fields } },
})
const five = make(newScene(settings), key(1), key(3), key(5), key(7), key(9))
const told = (scene: Scene, drawing: string) =>
  underLight(scene, { level: 'A', drawing }).map((entry) => `${entry.style} ${entry.drawing}`)

test('an inbetween of a chart shows exactly its two parents, whatever the counts say', () => {
  const charted = make(newScene(settings), key(1), key(9), lamp({ earlier: 4, later: 4 }), {
    type: 'chart.add',
    id: 'c',
    level: 'A',
    from: 'k1',
    to: 'k9',
    spacing: { by: 'halves', slowOut: 3, slowIn: 0 },
    exposure: [2],
    drawings: ['a', 'b', 'c'],
  })
  expect(told(charted, 'c')).toEqual(['earlier k1', 'later k9'])
  expect(told(charted, 'a')).toEqual(['earlier k1', 'later b'])
  expect(told(make(charted, lamp({ shows: 'around', earlier: 1, later: 2 })), 'b')).toEqual([
    'later k9',
    'later c',
    'earlier a',
  ])
})

test('around: so many on each side, the nearest on top and strongest', () => {
  const scene = make(five, lamp({ shows: 'around', earlier: 2, later: 1 }))
  expect(told(scene, 'k5')).toEqual(['later k7', 'earlier k1', 'earlier k3'])
  const [, far, near] = underLight(scene, { level: 'A', drawing: 'k5' })
  expect(near!.strength).toBeGreaterThan(far!.strength)
})

test('earlier only shows nothing later', () => {
  expect(told(make(five, lamp({ shows: 'earlier', earlier: 3, later: 3 })), 'k5')).toEqual(['earlier k1', 'earlier k3'])
})

test('beyond the last lies the first only on a loop, and no drawing lies there twice or under itself', () => {
  const around = { shows: 'around', earlier: 1, later: 1 } as const
  expect(told(make(five, lamp(around)), 'k9')).toEqual(['earlier k7'])
  expect(told(make(five, lamp(around)), 'k1')).toEqual(['later k3'])
  expect(told(make(five, lamp(around, true)), 'k9')).toEqual(['later k1', 'earlier k7'])
  expect(told(make(five, lamp(around, true)), 'k1')).toEqual(['later k3', 'earlier k9'])
  const all = told(make(five, lamp({ ...around, earlier: 8, later: 8 }, true)), 'k5')
  expect(all.map((entry) => entry.split(' ')[1]).sort()).toEqual(['k1', 'k3', 'k7', 'k9'])
})

test('off, or with nothing on the pegs, it shows nothing', () => {
  expect(told(make(five, lamp({ on: false })), 'k5')).toEqual([])
  expect(underLight(five, { level: 'A', drawing: undefined })).toEqual([])
})

test('keys only passes over inbetweens; pinned drawings always lie there; beyond the last can be asked for or forbidden', () => {
  const mixed = make(
    five,
    { type: 'drawing.set', drawing: 'k3', fields: { role: 'inbetween' } },
    { type: 'drawing.set', drawing: 'k7', fields: { role: 'inbetween' } },
  )
  const around = { shows: 'around', earlier: 1, later: 1 } as const
  expect(told(make(mixed, lamp({ ...around, keysOnly: true })), 'k5')).toEqual(['later k9', 'earlier k1'])
  expect(told(make(five, lamp({ ...around, pinned: ['k9', 'k1', 'gone'] })), 'k5')).toEqual([
    'earlier k1',
    'later k9',
    'later k7',
    'earlier k3',
  ])
  expect(told(make(five, lamp({ ...around, beyond: true })), 'k9')).toEqual(['later k1', 'earlier k7'])
  expect(told(make(five, lamp({ ...around, beyond: false }, true)), 'k9')).toEqual(['earlier k7'])
  const [lit] = underLight(make(five, lamp({ ...around, tints: { earlier: '#112233', later: '#445566' } })), {
    level: 'A',
    drawing: 'k1',
  })
  expect(lit!.tint).toBe('#445566')
})

test('walking, exactly the two parents lie there, even with the light table off', () => {
  const charted = make(newScene(settings), key(1), key(9), lamp({ on: false, earlier: 3, pinned: ['k1'] }), {
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
