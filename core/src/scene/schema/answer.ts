import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { UNKEEPABLE, idSchema, isPlainText, textSchema } from './fields'

/** A finding of Second look answered "meant": it stays so until its drawings' ink or pins change. */
export const answerSchema = z.strictObject({
  check: idSchema,
  level: idSchema.optional(),
  drawings: z.array(idSchema).max(LIMITS.drawings),
  reason: z
    .string()
    .trim()
    .min(1, 'Say why it is meant.')
    .max(LIMITS.note, `A reason can have at most ${LIMITS.note} characters.`)
    .refine(isPlainText, UNKEEPABLE),
  /** What those drawings were then. */
  print: textSchema(40, 'This is no print of drawings.'),
})
export type Answer = z.infer<typeof answerSchema>
