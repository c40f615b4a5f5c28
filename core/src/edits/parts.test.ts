import { settingsOf } from '../testing/build'
import fc from 'fast-check'
import { newLevel, newScene } from '../scene/create'
import { sameValue } from '../scene/parts'
import { EditRefused } from '../scene/refusal'
import type { Scene, Settings } from '../scene/schema'
import { validate } from '../scene/validate'
import { mainSheet } from '../timing/sheet'
import { applyEdit, editInWords, partsBetween, touchedBy } from './apply'
import type { Edit } from './kinds'

const settings: Settings = settingsOf({ width: 64, height: 64, fps: 12, length: 12 })
const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const key = (frame: number, level = 'A'): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level,
  frame,
  drawing: { id: `${level}${frame}`, role: 'key' },
})
const three = make(newScene(settings), key(1), key(5), key(9))
const sheet = (scene: Scene, level = 'A') =>
  mainSheet(scene, level)
    .map((entry) => `${entry.drawing ?? 'x'}:${entry.frames}`)
    .join(' ')
const chart: Edit = {
  type: 'chart.add',
  id: 'c',
  level: 'A',
  from: 'A1',
  to: 'A5',
  spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
  exposure: [2],
  drawings: ['half'],
}

describe('the length of a scene', () => {
  const length = (frames: number): Edit => ({ type: 'scene.set', settings: { length: frames } })

  test('shorter clips the sheet but loses no drawing; longer again leaves empty frames', () => {
    const short = make(three, length(6))
    expect(sheet(short)).toBe('A1:4 A5:2')
    expect(Object.keys(short.drawings)).toEqual(['A1', 'A5', 'A9'])
    expect(sheet(make(short, length(12)))).toBe('A1:4 A5:2 x:6')
  })

  test('a ground lies under the whole scene, however long it becomes', () => {
    const ground = make(
      newScene(settings),
      {
        type: 'level.add',
        level: newLevel({ id: 'G', name: 'Ground', approach: 'pose-to-pose', kind: 'ground' }),
        at: 0,
      },
      key(1, 'G'),
    )
    expect(ground.levelOrder).toEqual(['G', 'A'])
    expect(sheet(make(ground, length(40)), 'G')).toBe('G1:40')
    expect(sheet(make(ground, length(40)))).toBe('x:40')
  })
})

describe('holds, frame by frame', () => {
  const frames = (scene: Scene) =>
    mainSheet(scene, 'A').flatMap((entry) => new Array<string | null>(entry.frames).fill(entry.drawing))

  test('what comes before a hold never moves, what comes after keeps its order, and nothing is lost', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 14 })), { maxLength: 8 }),
        (wishes) => {
          let scene = three
          for (const [frame, held] of wishes) {
            const before = frames(scene)
            let after: Scene
            try {
              after = make(scene, { type: 'exposure.hold', take: 'main', level: 'A', frame, frames: held })
            } catch (error) {
              expect(error).toBeInstanceOf(EditRefused)
              continue
            }
            const start = before.indexOf(before[frame - 1]!)
            expect(frames(after).slice(0, start)).toEqual(before.slice(0, start))
            expect(frames(after)[start]).toBe(before[start])
            const order = (list: readonly (string | null)[]) => [...new Set(list.filter(Boolean))]
            expect(order(frames(after))).toEqual(order(before))
            scene = after
          }
        },
      ),
    )
  })
})

describe('parts two people can meet in', () => {
  const cases: [string, Edit, string[]][] = [
    ['a note', { type: 'drawing.set', drawing: 'A1', fields: { note: 'wider' } }, ['drawings/A1']],
    ['a new key', key(3), ['drawings/A3', 'sheets/main/A']],
    ['a chart', chart, ['charts/c', 'drawings/half', 'sheets/main/A']],
    [
      'a level',
      { type: 'level.add', level: newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }), at: 1 },
      ['levelOrder', 'levels/B', 'sheets/main/B'],
    ],
    ['a colour', { type: 'swatch.put', swatch: { id: 'weed', name: 'Weed', colour: '#708050' } }, ['palette']],
    ['a name', { type: 'scene.set', settings: { name: 'Other' } }, ['settings']],
    ['the light table', { type: 'level.set', level: 'A', fields: { loop: true } }, ['levels/A']],
  ]
  test.each(cases)('%s touches just its own', (_, edit, parts) => {
    const after = make(three, edit)
    expect(touchedBy(three, after, edit).sort()).toEqual(parts)
    expect(partsBetween(after, three).sort()).toEqual(parts)
    expect(editInWords(edit, three)).not.toMatch(/undefined|\[object/)
  })

  test('the same value written anew is no change', () => {
    expect(partsBetween(three, JSON.parse(JSON.stringify(three)) as Scene)).toEqual([])
    expect(sameValue({ a: 1, b: [2, { c: null }] }, { b: [2, { c: null }], a: 1 })).toBe(true)
    for (const other of [{ a: 1 }, { a: 1, b: [2, {}] }, { a: 1, b: { 0: 2 } }, null])
      expect(sameValue({ a: 1, b: [2, { c: null }] }, other)).toBe(false)
  })

  test('undo restores only what is still as the edit left it', () => {
    const { scene, inverse } = applyEdit(three, { type: 'drawing.set', drawing: 'A1', fields: { note: 'mine' } })
    const elsewhere = make(scene, { type: 'drawing.set', drawing: 'A5', fields: { note: 'theirs' } })
    const undone = make(elsewhere, inverse)
    expect([undone.drawings['A1']!.note, undone.drawings['A5']!.note]).toEqual(['', 'theirs'])
    const overwritten = make(scene, { type: 'drawing.set', drawing: 'A1', fields: { note: 'theirs too' } })
    expect(() => make(overwritten, inverse)).toThrow(/changed somewhere else since/)
  })

  test.each([
    [['settings', 'name']],
    [['drawings']],
    [['sheets', 'main']],
    [['__proto__']],
    [['drawings', 'constructor']],
    [['nowhere']],
  ])('a restore of %j is refused', (at) => {
    expect(() => make(three, { type: 'restore', changes: [{ at, was: null, now: null }] })).toThrow(
      /not a part of a scene/,
    )
  })
})

describe('a scene taken from outside', () => {
  const whole = make(three, chart)
  const change = (edit: (scene: Scene) => void) => {
    const copy = JSON.parse(JSON.stringify(whole)) as Scene
    edit(copy)
    return copy
  }
  test('a whole one passes unchanged', () => expect(validate(change(() => undefined))).toEqual(whole))

  const broken: [string, (scene: Scene) => void, RegExp][] = [
    ['no take', (scene) => (scene.mainTake = 'none'), /main take is missing/],
    ['a level that is not in the order', (scene) => (scene.levelOrder = []), /levels and their order/],
    ['a level twice in the order', (scene) => (scene.levelOrder = ['A', 'A']), /levels and their order/],
    ['a drawing on no level', (scene) => (scene.drawings['A1']!.level = 'Z'), /drawing is on no level|names a drawing/],
    ['a drawing filed under another id', (scene) => (scene.drawings['A1']!.id = 'A2'), /filed under another id/],
    ['a chart to nowhere', (scene) => (scene.charts['c']!.to = 'gone'), /chart names a drawing/],
    ['frames missing', (scene) => scene.sheets['main']!['A']!.pop(), /do not add up/],
    [
      'a drawing shown that is not there',
      (scene) => ((mainSheet(scene, 'A')[0] as { drawing: string }).drawing = 'gone'),
      /shows a drawing that is not there/,
    ],
    ['a level without a sheet', (scene) => delete scene.sheets['main']!['A'], /level has no sheet/],
    ['a take without a sheet', (scene) => delete scene.sheets['main'], /take has no sheet/],
    ['a wrong type', (scene) => ((scene.settings as { fps: unknown }).fps = '24'), /settings › fps/],
    ['a field nobody knows', (scene) => ((scene as unknown as Record<string, unknown>)['extra'] = 1), /extra/],
  ]
  test.each(broken)('%s is refused with a sentence', (_, edit, sentence) => {
    expect(() => validate(change(edit))).toThrow(EditRefused)
    expect(() => validate(change(edit))).toThrow(sentence)
  })
})

test('a drawing taken out is held over by the one before; its mark leaves the chart', () => {
  const charted = make(three, chart)
  const without = make(charted, { type: 'drawing.remove', drawing: 'half' })
  expect(sheet(without)).toBe('A1:4 A5:4 A9:4')
  expect(without.charts['c']!.marks).toEqual([])
  expect(sheet(make(three, { type: 'drawing.remove', drawing: 'A1' }))).toBe('x:4 A5:4 A9:4')
})

test('a level is taken out with all that is its own, brought back by one step, and never the last one', () => {
  const two = make(
    three,
    { type: 'level.add', level: newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }), at: 1 },
    key(1, 'B'),
    key(5, 'B'),
    { ...chart, id: 'cb', level: 'B', from: 'B1', to: 'B5', drawings: ['x', 'y', 'z'] } as Edit,
  )
  const { scene, inverse } = applyEdit(two, { type: 'level.remove', level: 'B' })
  expect(Object.keys(scene.drawings).sort()).toEqual(['A1', 'A5', 'A9'])
  expect([scene.levelOrder, Object.keys(scene.sheets['main']!), scene.charts['cb']]).toEqual([['A'], ['A'], undefined])
  expect(validate(scene)).toEqual(scene)
  expect(applyEdit(scene, inverse).scene).toEqual(two)
  expect(() => applyEdit(scene, { type: 'level.remove', level: 'A' })).toThrow(/at least one level/)
})
