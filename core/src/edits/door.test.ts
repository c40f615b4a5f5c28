import fc from 'fast-check'
import { newScene } from '../scene/create'
import { EditRefused } from '../scene/refusal'
import { anyEdit } from '../testing/any-edit'
import { drawn, settingsOf } from '../testing/build'
import { asTheDoorTakes } from './door'
import { editSchema, MOST_WORDS, simpleEditsOf, type Edit } from './kinds'

const scene = newScene(settingsOf())

test('what passes here passes every door, and is the same behind it', () => {
  fc.assert(
    fc.property(anyEdit, (make) => {
      const wished = make(scene, [])
      // Ink is not looked through.
      if (simpleEditsOf(wished).some(({ type }) => type === 'ink.change')) return
      try {
        const taken = asTheDoorTakes(wished)
        expect(editSchema.parse(taken)).toEqual(taken)
      } catch (error) {
        if (!(error instanceof EditRefused)) throw error
        expect(editSchema.safeParse(wished).success).toBe(false)
      }
    }),
    { numRuns: 400 },
  )
})

test('what no door takes is refused with what is wrong', () => {
  const named = (name: string): Edit => ({ type: 'level.set', level: 'A', fields: { name } })
  expect(() => asTheDoorTakes(named('x'.repeat(121)))).toThrow('A name can have at most 120 characters.')
  expect(asTheDoorTakes(named(' Gull '))).toEqual(named('Gull'))
  expect(() => asTheDoorTakes({ type: 'together', words: 'w', edits: [named('')] as never })).toThrow('Give it a name.')
})

test('words too long for a step are cut short', () => {
  const together: Edit = { type: 'together', words: 'w'.repeat(MOST_WORDS + 9), edits: [drawn('a', 1)] }
  expect(asTheDoorTakes(together)).toEqual({ ...together, words: 'w'.repeat(MOST_WORDS) })
})
