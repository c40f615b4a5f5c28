import { applyEdit, newScene, type Edit, type Scene } from '@unhurried/core'
import { drawn, settingsOf } from '../../../core/src/testing/build'
import { chartsOn, frameBelow, showingsOn, stripOf, ticksOf } from './strip'

const ON_A = { level: 'A', take: 'main' }
const changed = (...edits: Edit[]): Scene =>
  edits.reduce((scene, edit) => applyEdit(scene, edit).scene, newScene(settingsOf({ length: 24 })))
const TWO_KEYS = [drawn('a', 1), drawn('b', 9)]

test('few frames share the room there is; many are scrolled, none narrower than can be taken hold of', () => {
  expect(stripOf(24, 1000)).toMatchObject({ width: 1000, type: 13 })
  const long = stripOf(2000, 1000)
  expect([long.width, long.step, long.type]).toEqual([18_044, 9, 9])
})

test('a place on the strip lies on the frame drawn there, and beside it on the first or last', () => {
  const strip = stripOf(24, 1000)
  expect([1, 12, 24].map((frame) => frameBelow(strip, strip.x(frame) + strip.step / 2, 24))).toEqual([1, 12, 24])
  expect([-50, 5000].map((across) => frameBelow(strip, across, 24))).toEqual([1, 24])
})

test('every second is told, and frames are numbered as close as can be read', () => {
  const { settings } = newScene(settingsOf({ length: 48 }))
  const numbered = (room: number) =>
    ticksOf(stripOf(48, room), settings)
      .filter(({ labelled }) => labelled)
      .map(({ frame }) => frame)
  expect(numbered(1400)).toHaveLength(48)
  expect(numbered(500).slice(0, 3)).toEqual([1, 5, 9])
  const seconds = ticksOf(stripOf(48, 500), settings).flatMap(({ second }) => (second === undefined ? [] : [second]))
  expect(seconds).toEqual([0, 1])
})

test('a drawing shown again stands in brackets, and where nothing is shown there is no drawing', () => {
  const scene = changed(
    ...TWO_KEYS,
    { type: 'sheet.range', take: 'main', levels: ['A'], from: 17, to: 24, act: { do: 'blank' } },
    { type: 'exposure.show', take: 'main', level: 'A', frame: 13, drawing: 'a' },
  )
  const shown = showingsOn(stripOf(24, 1000), scene, ON_A)
  expect(shown.map(({ frame, words, again }) => [frame, words, again])).toEqual([
    [1, '1', false],
    [9, '9', false],
    [13, '(1)', true],
    [17, '', false],
  ])
  expect(shown.map(({ drawn }) => drawn)).toEqual([false, false, false, false])
})

test('a chart goes from the middle of one key to the middle of the other, its marks between', () => {
  const spacing = { by: 'law' as const, law: 'even' as const, strength: 1 }
  const chart: Edit = {
    type: 'chart.add',
    id: 'c',
    level: 'A',
    from: 'a',
    to: 'b',
    spacing,
    exposure: [4],
    drawings: ['m'],
  }
  const scene = changed(...TWO_KEYS, chart)
  const strip = stripOf(24, 1000)
  const [laid] = chartsOn(strip, scene, ON_A)
  const ends = [laid!.from, ...laid!.marks, laid!.to]
  expect(ends.map((at) => strip.x.invert(at))).toEqual([1.5, 5.5, 9.5].map((frame) => expect.closeTo(frame)))
  expect(chartsOn(strip, scene, { ...ON_A, level: 'B' })).toEqual([])
})
