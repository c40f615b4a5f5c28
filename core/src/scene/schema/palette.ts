import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { colourSchema, idSchema, nameSchema } from './fields'

/** Tones that follow another colour. */
export const TONES = ['lighter', 'darker', 'shadow'] as const
const toneSchema = z.enum(TONES)
export type Tone = z.infer<typeof toneSchema>
export const swatchSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  colour: colourSchema,
  group: nameSchema.optional(),
  /** Follows another colour, in that tone. */
  tone: z.strictObject({ of: idSchema, is: toneSchema }).optional(),
  /** Poured into another colour: whatever was drawn with this one is shown in that. */
  into: idSchema.optional(),
  /** Follows a colour of an entry of the production's library; `own`: it keeps its own on purpose. */
  linked: z.strictObject({ entry: idSchema, of: idSchema, own: z.literal(true).optional() }).optional(),
})
export type Swatch = z.infer<typeof swatchSchema>

export const paletteSchema = z
  .array(swatchSchema)
  .min(1, 'A scene has at least one colour.')
  .max(LIMITS.swatches, `A scene can have ${LIMITS.swatches} colours; merge two before adding another.`)
