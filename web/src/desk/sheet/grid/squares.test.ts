import { applyEdit, newScene, type Column } from '@unhurried/core'
import { settingsOf } from '../../../../../core/src/testing/build'
import { inPassing, squareOf, squaresOf, type ShownColumn } from './squares'

const { scene } = applyEdit(newScene(settingsOf({ length: 8 })), {
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame: 3,
  drawing: { id: 'k3', role: 'key' },
})
const columnOf = (column: Column, index = 0): ShownColumn => ({
  ...{ level: scene.levels['A']!, index, column },
  style: 'left: 40px; width: 44px',
})
const shown = columnOf(scene.sheets['main']!['A']!)
const drawings = { k3: { ...scene.drawings['k3']!, number: '1003' } }
const at = (frame: number) => ({
  ...{ frame, drawings, chosen: false, finding: undefined },
})

test('a square says in words what stands on it, whether it is chosen, and what is to be looked at there', () => {
  expect(squareOf(shown, { ...at(3), chosen: true, finding: 'too far on' })).toMatchObject({
    text: '1003',
    look: 'cell start key chosen found',
    name: 'A:3',
    words: 'Level A, frame 3: drawing 1003, not drawn yet, to be looked at',
    title: 'too far on',
  })
  expect(squareOf(shown, at(4))).toMatchObject({ text: '', words: 'Level A, frame 4: held' })
})

test('what is longer than a narrow square is cut off', () => {
  const again = columnOf([
    { drawing: null, frames: 2 },
    { drawing: 'k3', frames: 1 },
    { drawing: 'k3', frames: 5 },
  ])
  expect([3, 4].map((frame) => squareOf(again, at(frame)).look.includes('long'))).toEqual([false, true])
})

test('a sheet going by too fast to be read is a line of text for each row', () => {
  const column: Column = [
    { drawing: 'k3', frames: 3 },
    { drawing: null, frames: 5 },
  ]
  const line = (frame: number) => inPassing([shown, columnOf(column, 1)], drawings, frame)
  expect([line(1), line(2), line(3), line(4), line(5)]).toEqual(['×\t1003', '\t|', '1003\t|', '|\t×', '|\t'])
})

test('when one column changes, the squares of the others stay as they are', () => {
  const other = columnOf([{ drawing: 'k3', frames: 8 }], 1)
  const before = squaresOf([shown, other], () => at(3))
  const changed = columnOf([{ drawing: null, frames: 8 }])
  const now = squaresOf([changed, other], () => at(3), before)
  expect([now[0] === before[0], now[1] === before[1]]).toEqual([false, true])
  expect(now[0]!.square.text).toBe('')
  expect(squaresOf([changed, other], () => ({ ...at(3), chosen: true }), now).every((each, i) => each !== now[i])).toBe(
    true,
  )
})

test('a square of a column that changed elsewhere is the same object still', () => {
  const before = squaresOf([shown], () => at(3))
  const longer = columnOf([...scene.sheets['main']!['A']!, { drawing: null, frames: 2 }])
  const [now] = squaresOf([longer], () => ({ ...at(3), drawings: { ...drawings } }), before)
  expect([now!.square === before[0]!.square, now!.of === longer]).toEqual([true, true])
})
