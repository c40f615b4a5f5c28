import { settingsOf } from '../testing/build'
import { newScene } from './create'
import { changesBetween } from './parts'
import type { Column, Scene } from './schema'
import { requireWhole } from './validate'

const empty = newScene(settingsOf({ length: 12 }))
const withColumn = (column: Column): Scene => ({ ...empty, sheets: { main: { A: [...column] } } })
const [long, short] = [
  { drawing: null, frames: 9 },
  { drawing: null, frames: 3 },
]
const before = withColumn([long, short])
const after = (column: Column) => {
  const now = withColumn(column)
  requireWhole(before, now, changesBetween(before, now))
  return 'whole'
}

test('of a sheet that was whole only the exposures that are new are held against their shape', () => {
  expect(after([short, long])).toBe('whole')
  expect(after([long, { drawing: null, frames: 1 }, { drawing: null, frames: 2 }])).toBe('whole')
})

test('a new exposure that is none is refused, wherever it stands among those kept', () => {
  const none: readonly unknown[] = [
    { drawing: null, frames: 3, more: true },
    { drawing: null, frames: 3.5 },
    { drawing: 7, frames: 3 },
    { frames: 3, more: null },
    { drawing: undefined, frames: 3 },
    { drawing: null, frames: '3' },
    null,
  ]
  for (const each of none) {
    expect(() => after([long, each] as Column)).toThrow()
    expect(() => after([each, long] as Column)).toThrow()
  }
  const turning = withColumn([{ cycle: [short], turns: 3, frames: 9 }, short])
  const noDrawing = withColumn([long, { frames: 3, more: null }] as unknown as Column)
  expect(() => requireWhole(turning, noDrawing, changesBetween(turning, noDrawing))).toThrow()
})

test('exposures kept whole must still fill the sheet, and show what is there', () => {
  expect(() => after([long])).toThrow(/do not add up/)
  expect(() => after([long, short, short])).toThrow(/do not add up/)
  expect(() => after([long, { drawing: 'nobody', frames: 3 }])).toThrow(/not there/)
})
