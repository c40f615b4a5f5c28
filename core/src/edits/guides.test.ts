import { drawn as key, settingsOf } from '../testing/build'
import { newLevel, newScene } from '../scene/create'
import { EditRefused } from '../scene/refusal'
import type { Scene } from '../scene/schema'
import { chartSpan } from '../timing/sheet'
import { applyEdit } from './apply'
import { matchedByHand } from './kind/charts'
import { inkOfGuide } from './composed/guide-ink'
import type { Edit } from './kinds'

const settings = settingsOf({ width: 64, height: 64, fps: 12, length: 12 })
const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const charted = make(newScene(settings), key('a', 1), key('b', 9), {
  type: 'chart.add',
  id: 'c',
  level: 'A',
  from: 'a',
  to: 'b',
  spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
  exposure: [4],
  drawings: ['m'],
})

describe('lines put together by hand', () => {
  const match = (a: [string, string], b: [string, string] | null): Edit => ({
    type: 'chart.match',
    chart: 'c',
    a: { drawing: a[0], line: a[1] },
    b: b && { drawing: b[0], line: b[1] },
  })
  const pairs = (scene: Scene, from: string, to: string) => matchedByHand(scene.charts['c']!, from, to)

  test('stay together through the span: what is the same as the same is the same', () => {
    const scene = make(charted, match(['a', 'nose'], ['m', 'tip']), match(['m', 'tip'], ['b', 'snout']))
    expect([pairs(scene, 'a', 'm'), pairs(scene, 'm', 'b'), pairs(scene, 'a', 'b')]).toEqual([
      [['nose', 'tip']],
      [['tip', 'snout']],
      [['nose', 'snout']],
    ])
  })
  test('a line is one line of each drawing: put to another it leaves the first, let go it is alone', () => {
    const scene = make(
      charted,
      match(['a', 'nose'], ['b', 'ear']),
      match(['a', 'chin'], ['b', 'jaw']),
      match(['a', 'nose'], ['b', 'jaw']),
    )
    expect(pairs(scene, 'a', 'b')).toEqual([['nose', 'jaw']])
    expect(make(scene, match(['a', 'nose'], null)).charts['c']!.same).toBeUndefined()
  })
  test('two lines of one drawing, and lines of a drawing that is gone, are refused', () => {
    expect(() => make(charted, match(['a', 'x'], ['a', 'y']))).toThrow(EditRefused)
    expect(() => make(charted, match(['a', 'x'], ['gone', 'y']))).toThrow(/not in the scene any more/)
  })
  test('are undone like anything else', () => {
    const { scene, inverse } = applyEdit(charted, match(['a', 'nose'], ['b', 'snout']))
    expect(applyEdit(scene, inverse).scene).toEqual(charted)
  })
})

describe('a guide as ink', () => {
  const square = { points: [2, 2, 30, 2, 30, 30, 2, 30], closed: true as const }
  let count = 0
  const options = { swatch: 'pencil', size: 3, freshId: () => `g${count++}` }
  test('is closed where it is closed, has points to push and cut, and leaves out what only helps', () => {
    const [piece, ...others] = inkOfGuide({ ...options, shapes: [square, { points: [0, 40, 60, 40], tone: 'help' }] })
    expect(others).toEqual([])
    if (piece!.kind !== 'stroke') throw new Error('a stroke was expected')
    const { points } = piece!
    const places = Array.from({ length: points.length / 3 }, (_, i) => [points[3 * i]!, points[3 * i + 1]!] as const)
    expect(places.at(-1)).toEqual(places[0])
    places
      .slice(1)
      .forEach(([x, y], i) => expect(Math.hypot(x - places[i]![0], y - places[i]![1])).toBeLessThanOrEqual(12))
  })
  test('is whole cells where the scene is drawn in cells', () => {
    const [piece] = inkOfGuide({ ...options, shapes: [square], cells: true })
    if (piece!.kind !== 'cells') throw new Error('cells were expected')
    expect(piece!.runs.filter((_, i) => i % 3 === 2).reduce((sum, run) => sum + run, 0)).toBe(4 * 28)
  })
})

test('a chart to a drawing first shown before it leads to where that is shown again', () => {
  const scene = make(newScene(settings), key('a', 1), key('b', 5), {
    type: 'exposure.show',
    take: 'main',
    level: 'A',
    frame: 9,
    drawing: 'a',
  })
  expect(chartSpan(scene, { level: 'A', from: 'b', to: 'a' })).toEqual({ fromFrame: 5, toFrame: 9 })
  expect(chartSpan(scene, { level: 'A', from: 'a', to: 'b' })).toEqual({ fromFrame: 1, toFrame: 5 })
  const once = make(newScene(settings), key('a', 1), key('b', 5), {
    type: 'level.add',
    level: newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }),
    at: 1,
  })
  expect(chartSpan(once, { level: 'A', from: 'b', to: 'a' })!.toFrame).toBe(1)
})
