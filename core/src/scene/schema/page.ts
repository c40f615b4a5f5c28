import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { idSchema, nameSchema } from './fields'
import { pictureSchema } from './picture'

const side = z.int().min(1).max(LIMITS.pictureSide)

/**
 * A page of paper that was read: how dark it is at each pixel, evenly lit, shown in a colour of the palette; or a picture
 * in all its colours.
 */
export const pageSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  picture: pictureSchema,
  width: side,
  height: side,
  /** As dark as this is all line, as light as this all paper, 0 black … 255 white; never burnt into the picture. */
  black: z.number().min(0).max(254),
  white: z.number().min(1).max(255),
  /** Shown as it is: neither its levels nor a colour of the palette say anything. */
  colours: z.literal(true).optional(),
})
export type Page = z.infer<typeof pageSchema>
