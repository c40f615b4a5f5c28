import type { InkPiece } from '../../ink/ink'
import { newScene } from '../../scene/create'
import { drawn, settingsOf } from '../../testing/build'
import type { Edit } from '../kinds'
import { Making, makingRuns } from './making'

const line = (drawing: string, id: string): Edit => {
  const piece: InkPiece = { kind: 'stroke', id, swatch: 'pencil', size: 4, points: [9, 9, 0.5, 20, 20, 0.5] }
  return { type: 'ink.change', drawing, pass: 'line', remove: [], add: [{ at: 0, piece }] }
}
const first = newScene(settingsOf())
const edits: Edit[] = [
  drawn('a', 1),
  line('a', 'a1'),
  line('a', 'a2'),
  drawn('b', 9),
  line('b', 'b1'),
  { type: 'exposure.hold', take: 'main', level: 'A', frame: 1, frames: 12 },
]

test('seen as often as asked, it shows the frame of what was just drawn, and ends with all of it', () => {
  const making = new Making(first, edits, 3)
  const seen = [0, 1, 2].map((picture) => {
    const { frame, shown } = making.at(picture)
    const strokes = ['a', 'b'].map((drawing) => making.inkOf(drawing, 'line').length)
    return [frame, shown.map(({ drawing }) => drawing).join(), ...strokes]
  })
  expect(seen).toEqual([
    [1, 'a', 1, 0],
    [9, 'b', 2, 0],
    [1, 'a', 2, 1],
  ])
  expect(making.at(2).scene.sheets['main']!['A']![0]).toMatchObject({ drawing: 'a', frames: 12 })
  // Asked for the beginning again it is made anew.
  expect([making.at(0).frame, making.inkOf('b', 'line')]).toEqual([1, []])
})

test('more pictures than edits repeat them; an edit that is refused today is left out', () => {
  const making = new Making(first, [drawn('a', 1), line('gone', 'x'), line('a', 'a1')], 6)
  expect([0, 1, 2, 3, 4, 5].map((picture) => (making.at(picture), making.inkOf('a', 'line').length))).toEqual([
    0, 0, 0, 0, 1, 1,
  ])
})

test('so many seconds are so many pictures, on twos, at slow rates on ones', () => {
  expect(makingRuns(2, 24)).toHaveLength(24)
  expect(makingRuns(2, 24).at(-1)).toEqual({ frame: 47, frames: 2, shown: [], mattes: {} })
  expect(makingRuns(1, 8)).toHaveLength(8)
  expect(makingRuns(0.001, 24)).toHaveLength(1)
})
