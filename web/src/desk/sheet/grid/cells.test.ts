import { settingsOf } from '../../../../../core/src/testing/build'
import { applyEdit, newScene, type Edit, type Scene, type Settings } from '@unhurried/core'
import { cellAt, cycleInWords, sameFaces } from './cells'

const settings: Settings = settingsOf({ width: 64, height: 64, fps: 12, length: 14 })
const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const key = (frame: number): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame,
  drawing: { id: `k${frame}`, role: 'key' },
})
const line = (drawing: string, id: string): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at: 0, piece: { kind: 'stroke', id, swatch: 'pencil', size: 3, points: [1, 1, 1] } }],
})
const scene = make(
  newScene(settings),
  key(1),
  key(4),
  line('k1', 's1'),
  { type: 'sheet.range', take: 'main', levels: ['A'], from: 9, to: 14, act: { do: 'blank' } },
  { type: 'exposure.show', take: 'main', level: 'A', frame: 12, drawing: 'k1' },
)
const column = (of: Scene) => of.sheets['main']!['A']!
const summary = (of: Scene) =>
  Array.from({ length: 14 }, (_, i) => {
    const { text, kind, ends } = cellAt(of.drawings, column(of), i + 1)
    return `${text || kind}${ends ? '.' : ''}`
  }).join(' ')

test('squares are written as on paper: numbers, holds and their ends, empty frames, drawings shown again', () => {
  expect(summary(scene)).toBe('1 hold end. 4 hold hold hold end. × empty-hold empty-hold. (1) hold end.')
  expect(cellAt(scene.drawings, column(scene), 1)).toMatchObject({ role: 'key', drawn: true, cycle: '' })
})

test('a cycle is told once, and its later turns for what they are', () => {
  const cycled = make(scene, {
    type: 'sheet.range',
    take: 'main',
    levels: ['A'],
    from: 1,
    to: 4,
    act: { do: 'cycle', turns: 3 },
  })
  expect([1, 4, 5, 12, 13].map((frame) => cellAt(cycled.drawings, column(cycled), frame).cycle)).toEqual([
    'first',
    'first',
    'later',
    'later',
    '',
  ])
  expect(cycleInWords(column(cycled), 6)).toBe('a cycle of 3 turns, 4 frames each, from frame 1')
  expect(cycleInWords(column(cycled), 13)).toBe('')
})

test('another line on a drawn drawing changes nothing on the sheet; a first line, a number or a drawing more does', () => {
  const after = (...edits: Edit[]) => sameFaces(scene.drawings, make(scene, ...edits).drawings)
  expect(after(line('k1', 's2'))).toBe(true)
  expect(after(line('k4', 's2'))).toBe(false)
  expect(after({ type: 'drawing.set', drawing: 'k4', fields: { number: '40' } })).toBe(false)
  expect(after(key(6))).toBe(false)
  expect(after({ type: 'drawing.set', drawing: 'k4', fields: { note: 'wide' } })).toBe(true)
})
