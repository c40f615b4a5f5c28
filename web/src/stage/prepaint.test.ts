import { settingsOf } from '../../../core/src/testing/build'
import {
  applyEdit,
  newScene,
  PASSES,
  startingLightTable,
  type Edit,
  type Ink,
  type Scene,
  type Settings,
} from '@unhurried/core'
import { bitmapsBeside, passesBeside } from './prepaint'

const settings: Settings = settingsOf({ width: 64, height: 64, fps: 12, length: 12, approach: 'straight-ahead' })
const key = (frame: number): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame,
  drawing: { id: `k${frame}`, role: 'key' },
})
const lightTableEdit: Edit = {
  type: 'level.set',
  level: 'A',
  fields: { lightTable: { ...startingLightTable('straight-ahead'), shows: 'earlier', earlier: 1 } },
}
const scene: Scene = [key(1), key(3), key(5), key(7), key(9), lightTableEdit].reduce(
  (before, edit) => applyEdit(before, edit).scene,
  newScene(settings),
)
const ink: Ink = [{ kind: 'stroke', id: 's', swatch: 'pencil', size: 3, points: [1, 1, 1] }]

const at = { scene, take: 'main', level: 'A', drawing: 'k5' }

test('a flip needs the drawings beside this one, the nearest first, with what lies under them', () => {
  const names = bitmapsBeside(at, () => ink).map(({ drawing, style }) => `${drawing} ${style}`)
  expect([...new Set(names)]).toEqual([
    'k7 ink',
    'k5 earlier',
    'k3 ink',
    'k1 earlier',
    'k9 ink',
    'k7 earlier',
    'k1 ink',
  ])
})

test('small pictures are of every drawing once, this one first and then the nearest', () => {
  const drawings = [...passesBeside(at)].map(({ drawing }) => drawing)
  expect([...new Set(drawings)]).toEqual(['k5', 'k7', 'k3', 'k9', 'k1'])
  expect(drawings).toHaveLength(5 * PASSES.length)
})
