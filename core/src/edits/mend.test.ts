import { drawn as key, settingsOf } from '../testing/build'
import { newScene } from '../scene/create'
import type { Scene, Settings } from '../scene/schema'
import { faultOf } from '../scene/validate'
import { applyEdit } from './apply'
import type { InkCounts } from './ink-counts'
import type { Edit } from './kinds'
import { mended } from './mend'

const settings: Settings = settingsOf({ width: 64, height: 64, fps: 12, length: 12 })
const line: Edit = {
  type: 'ink.change',
  drawing: 'a',
  pass: 'line',
  remove: [],
  add: [{ at: 0, piece: { kind: 'stroke', id: 'x', swatch: 'pencil', size: 4, points: [1, 2, 0.5] } }],
}
const pinned: Edit[] = [
  { type: 'landmark.put', level: 'A', landmark: { id: 'l', name: 'Ring' } },
  { type: 'pin.set', drawing: 'a', landmark: 'l', pin: { x: 1, y: 2 } },
]
const whole = [key('a', 1), key('b', 7), line, ...pinned].reduce(
  (scene, edit) => applyEdit(scene, edit).scene,
  newScene(settings),
)
const there = (drawing: string): InkCounts => (drawing === 'a' ? { line: 1 } : {})
const broken = (change: (scene: Scene) => void): Scene => {
  const scene = JSON.parse(JSON.stringify(whole)) as Scene
  change(scene)
  return scene
}

test('a whole scene is left as it is, and nothing is told', () => {
  expect(mended(whole, there)).toEqual({ scene: whole, mendings: [] })
})

test.each<[string, (scene: Scene) => void, (scene: Scene) => unknown, unknown, RegExp]>([
  [
    'a number too long',
    (scene) => (scene.drawings['a']!.number = 'Keypose1a'),
    (scene) => scene.drawings['a']!.number,
    'Keyposea',
    /Keypose1a is called Keyposea now/,
  ],
  [
    'a drawing shown that is gone',
    (scene) => delete scene.drawings['b'],
    (scene) => scene.sheets['main']!['A'],
    [{ drawing: 'a', frames: 12 }],
    /the one before it is held/,
  ],
  [
    'lines counted wrongly',
    (scene) => (scene.drawings['a']!.passes = { line: 4, rough: 2 }),
    (scene) => scene.drawings['a']!.passes,
    { line: 1 },
    /has the lines that lie on it/,
  ],
  [
    'lines claimed that are not there',
    (scene) => (scene.drawings['b']!.passes = { line: 2 }),
    (scene) => scene.drawings['b']!.passes,
    {},
    /has no lines/,
  ],
  [
    'a sheet of a take that is gone',
    (scene) => (scene.sheets['gone'] = {}),
    (scene) => Object.keys(scene.sheets),
    ['main'],
    /^$/,
  ],
  [
    'a pin of a landmark that is gone',
    (scene) => delete scene.levels['A']!.landmarks,
    (scene) => scene.drawings['a']!.pins,
    undefined,
    /of what is gone were taken out/,
  ],
  [
    'a guide of a plan that is gone',
    (scene) => (scene.guides = { a: { plan: 'gone', shapes: [], targets: {} } }),
    (scene) => scene.guides,
    undefined,
    /of what is gone were taken out/,
  ],
])('%s is mended exactly, and told', (_, change, read, expected, mendings) => {
  const made = mended(broken(change), there)!
  expect(faultOf(made.scene)).toBeUndefined()
  expect(read(made.scene)).toEqual(expected)
  expect(made.mendings.join(' ')).toMatch(mendings)
})

test.each<[string, (scene: Scene) => void]>([
  ['frames missing', (scene) => scene.sheets['main']!['A']!.pop()],
  ['a wrong type', (scene) => ((scene.settings as { fps: unknown }).fps = '24')],
  ['no levels at all', (scene) => ((scene as { levels?: unknown }).levels = undefined)],
])('%s cannot be mended: that is for its history', (_, change) => {
  expect(mended(broken(change), there)).toBeUndefined()
})
