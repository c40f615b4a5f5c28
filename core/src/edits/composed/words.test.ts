import fc from 'fast-check'
import { EditRefused } from '../../scene/refusal'
import { anyEdit } from '../../testing/any-edit'
import { someWork, workedOn } from '../../testing/worked-on'
import { editInWords } from '../apply'
import { editSchema } from '../kinds'

/** What nobody would say: one of many, a name that is missing, from a frame to itself. */
const UNSAID =
  /\b1 (frames|drawings|levels|lines|colours|landmarks|turns|words|keys|marks)\b|undefined|NaN|\[object|frames (\d+) to \2\b/

test('what is done, and why something is not, is told as a person would say it', () => {
  fc.assert(
    fc.property(someWork, fc.array(anyEdit, { minLength: 4, maxLength: 4 }), (work, makes) => {
      const kept = workedOn(work)
      for (const make of makes) {
        const { data: edit } = editSchema.safeParse(make(kept.scene(), []))
        if (!edit) continue
        const words = editInWords(edit, kept.scene())
        try {
          kept.copy().make(edit)
          expect(words).not.toMatch(UNSAID)
          expect(words.trim()).not.toBe('')
        } catch (error) {
          if (!(error instanceof EditRefused)) throw error
          expect(error.message).not.toMatch(UNSAID)
        }
      }
    }),
    { numRuns: 200 },
  )
})
