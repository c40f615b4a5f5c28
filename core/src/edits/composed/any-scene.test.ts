import fc from 'fast-check'
import { EditRefused } from '../../scene/refusal'
import { PASSES } from '../../scene/schema'
import { faultOf } from '../../scene/validate'
import { expectSame } from '../../testing/build'
import { anyWish, askedOf, COMPOSED } from '../../testing/composed-acts'
import type { Keeper } from '../../testing/keeper'
import { someWork, workedOn } from '../../testing/worked-on'
import { countsOf, sameCounts } from '../ink-counts'
import { editSchema } from '../kinds'

/** The ink there is of drawings in the scene, as text. */
const inkIn = ({ scene, inkOf }: Keeper) =>
  Object.keys(scene().drawings)
    .sort()
    .map((id) => PASSES.map((pass) => [id, pass, inkOf(id, pass)]))

test.each(Object.entries(COMPOSED))('%s: made whole on any scene and undone, or refused with a sentence', (_, make) => {
  let made = 0
  fc.assert(
    fc.property(someWork, anyWish, (work, wish) => {
      const kept = workedOn(work)
      const before = kept.scene()
      const lines = inkIn(kept)
      try {
        const edits = make(askedOf(kept, wish))
        expect(edits.filter((edit) => !editSchema.safeParse(edit).success)).toEqual([])
        const undoing = edits.map((edit) => kept.make(edit).inverse)
        const after = kept.scene()
        expect(faultOf(after)).toBeUndefined()
        for (const { id, passes } of Object.values(after.drawings))
          expect(sameCounts(passes, countsOf(kept.inkOf, id))).toBe(true)
        undoing.reverse().forEach(kept.make)
        made += edits.length > 0 ? 1 : 0
        expectSame(kept.scene(), before)
        expect(inkIn(kept)).toEqual(lines)
      } catch (error) {
        if (!(error instanceof EditRefused)) throw error
        expect(error.message).toMatch(/\S+ .*[.]( \(.+\))?$/s)
      }
    }),
    { numRuns: 80 },
  )
  expect(made).toBeGreaterThan(0)
})
