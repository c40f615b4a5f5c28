import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { UNKEEPABLE, between, idSchema, isPlainText, placeSchema } from './fields'

/** How a move is spread over its time; `spacingLaw` in timing gives each its formula. */
export const SPACING_LAWS = ['even', 'slow-out', 'slow-in', 'slow-out-in', 'fall', 'rise', 'swing'] as const
export type SpacingLaw = (typeof SPACING_LAWS)[number]

export const spacingSchema = z.discriminatedUnion('by', [
  z.strictObject({
    by: z.literal('halves'),
    slowOut: between('Halvings to slow out', LIMITS.halvings),
    slowIn: between('Halvings to slow in', LIMITS.halvings),
  }),
  z.strictObject({
    by: z.literal('thirds'),
    slowOut: between('Halvings to slow out', LIMITS.halvings),
    slowIn: between('Halvings to slow in', LIMITS.halvings),
  }),
  /** Each mark where a hand put it, or where it was measured. */
  z.strictObject({ by: z.literal('hand') }),
  z.strictObject({
    by: z.literal('law'),
    law: z.enum(SPACING_LAWS),
    strength: z.number().min(LIMITS.strength.min).max(LIMITS.strength.max),
  }),
])
export type Spacing = z.infer<typeof spacingSchema>
export const patternSchema = z
  .array(between('An exposure', LIMITS.exposure, ' frames'))
  .min(1, 'Say on how many frames each drawing is held.')
  .max(64, 'A pattern of exposures has at most 64 entries.')

/** One line as it is on one drawing. */
export const lineSchema = z.strictObject({
  drawing: idSchema,
  line: z.string().min(1).max(40).refine(isPlainText, UNKEEPABLE),
})
const markSchema = z.strictObject({
  drawing: idSchema,
  fraction: z
    .number('A mark lies at a number.')
    .min(LIMITS.mark.min, 'A mark lies too far before the first drawing.')
    .max(LIMITS.mark.max, 'A mark lies too far past the second drawing.'),
})
const marksSchema = z
  .array(markSchema)
  .max(
    LIMITS.marks,
    `A chart can have ${LIMITS.marks} marks. Lay a breakdown in between and a chart to each side of it.`,
  )

export const chartSchema = z.strictObject({
  id: idSchema,
  level: idSchema,
  from: idSchema,
  to: idSchema,
  spacing: spacingSchema,
  exposure: patternSchema,
  marks: marksSchema,
  /** How far the path of each landmark bows out between the two drawings, in pixels, to the left of the way. */
  bends: z.record(idSchema, placeSchema).optional(),
  /** Lines put together by hand: each entry is one line as it is on several drawings of the span. */
  same: z
    .array(
      z
        .array(lineSchema)
        .min(2)
        .max(LIMITS.matched, `A line can be put together on ${LIMITS.matched} drawings. Let some of them go first.`),
    )
    .max(LIMITS.matches, `${LIMITS.matches} lines of a span are put together by hand: let some go first.`)
    .optional(),
})
export type Chart = z.infer<typeof chartSchema>
