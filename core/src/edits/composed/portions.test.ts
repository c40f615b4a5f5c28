import fc from 'fast-check'
import { changeBetween, type InkPiece, type PlacedPiece } from '../../ink/ink'
import { newScene } from '../../scene/create'
import { drawn, settingsOf } from '../../testing/build'
import { keeperOf } from '../../testing/keeper'
import { applyEdit } from '../apply'
import { editSchema, type SimpleEdit } from '../kinds'
import { inPortions } from './portions'

const stroke = (id: string, places: number, from = 0): InkPiece => ({
  ...{ kind: 'stroke', id, swatch: 'pencil', size: 2 },
  points: Array.from({ length: places * 3 }, (_, i) => (i % 3 === 2 ? 0.5 : from + (i % 50))),
})
const ink = (drawing: string, remove: readonly InkPiece[], add: readonly InkPiece[]): SimpleEdit => {
  const placed = (pieces: readonly InkPiece[]): PlacedPiece[] => pieces.map((piece, at) => ({ at, piece }))
  return { type: 'ink.change', drawing, pass: 'line', remove: placed(remove), add: placed(add) }
}

test('what one edit carries is one edit, with its words', () => {
  const edits = [ink('a', [], [stroke('s', 4)])]
  expect(inPortions('two lines', edits)).toEqual([{ type: 'together', words: 'two lines', edits }])
})

test('lines of any number and length are laid in portions any door takes, in their order, and undone as one', () => {
  const some = fc.array(fc.constantFrom(1, 30, 4000, 6000), { maxLength: 60 })
  fc.assert(
    fc.property(some, fc.integer({ min: 0, max: 2600 }), (long, short) => {
      const kept = keeperOf(
        [drawn('a', 1), drawn('b', 5)].reduce((scene, edit) => {
          const keeper = keeperOf(scene)
          keeper.make(edit)
          return keeper.scene()
        }, newScene(settingsOf())),
      )
      const lines = [...long, ...Array<number>(short).fill(2)].map((places, i) => stroke(`s${i}`, places))
      for (const edit of inPortions('laid', [ink('a', [], lines)])) kept.make(edit)
      expect(kept.inkOf('a', 'line')).toEqual(lines)
      const moved = lines.map((piece, i) => stroke(piece.id, i < long.length ? long[i]! : 2, 7))
      const step = inPortions('moved', [ink('a', lines, moved), ink('b', [], lines.slice(0, 3))])
      const undoing = step.map((edit) => {
        expect(editSchema.safeParse(edit).success).toBe(true)
        return kept.make(edit).inverse
      })
      expect([kept.inkOf('a', 'line'), kept.inkOf('b', 'line')]).toEqual([moved, lines.slice(0, 3)])
      undoing.reverse().forEach(kept.make)
      expect([kept.inkOf('a', 'line'), kept.inkOf('b', 'line')]).toEqual([lines, []])
    }),
    { numRuns: 12 },
  )
})

test('lines that come, go and stay in any places are changed in portions, and back', () => {
  // More than one change carries, in a pile of which a part stays.
  const piles = fc.tuple(
    fc.integer({ min: 1200, max: 3200 }),
    fc.integer({ min: 0, max: 9 }),
    fc.integer({ min: 0, max: 9 }),
  )
  fc.assert(
    fc.property(piles, ([count, was, will]) => {
      const lines = Array.from({ length: count }, (_, i) => stroke(`s${i}`, 2))
      const before = lines.filter((_, i) => i % 10 <= was)
      const after = lines.filter((_, i) => 9 - (i % 10) <= will)
      const kept = keeperOf(
        [drawn('a', 1)].reduce((scene, edit) => applyEdit(scene, edit).scene, newScene(settingsOf())),
      )
      inPortions('laid', [ink('a', [], before)]).forEach(kept.make)
      const change = changeBetween(before, after)
      if (!change) return
      const step = inPortions('changed', [{ type: 'ink.change', drawing: 'a', pass: 'line', ...change } as SimpleEdit])
      expect(step.every((edit) => editSchema.safeParse(edit).success)).toBe(true)
      const undoing = step.map((edit) => kept.make(edit).inverse)
      expect(kept.inkOf('a', 'line')).toEqual(after)
      undoing.reverse().forEach(kept.make)
      expect(kept.inkOf('a', 'line')).toEqual(before)
    }),
    { numRuns: 12 },
  )
})
