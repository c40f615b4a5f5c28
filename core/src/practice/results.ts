import { z } from 'zod'
import { idSchema, nameSchema } from '../scene/schema'

const made = {
  id: idSchema,
  /** Which exercise, or what the eye was tried on. */
  what: idSchema,
  /** In milliseconds since 1970. */
  at: z.int().min(0).max(8.64e15),
}
const amount = z.number().min(0).max(1e6)

/** What came of practising once. */
export const practiceResultSchema = z.discriminatedUnion('kind', [
  /** The least an eye saw, and of how many answers that is known. */
  z.strictObject({
    kind: z.literal('eye'),
    ...made,
    threshold: amount,
    answers: z.int().min(1).max(1000),
    right: z.int().min(0).max(1000),
  }),
  /** How far an exercise was off its law. */
  z.strictObject({
    kind: z.literal('exercise'),
    ...made,
    scene: idSchema,
    seed: z.int().min(0).max(0xffffffff),
    /** Root mean square, in pixels and as a share of its steps; beside its arc and along it, in pixels. */
    px: amount,
    share: amount,
    beside: amount,
    along: amount,
    drawings: z.int().min(1).max(5000),
    /** The law it was nearest to. */
    school: nameSchema,
  }),
])
export type PracticeResult = z.infer<typeof practiceResultSchema>

/** What of a result is to become less: a share of the steps, or the least an eye saw. */
export const errorOf = (result: PracticeResult): number => (result.kind === 'eye' ? result.threshold : result.share)
