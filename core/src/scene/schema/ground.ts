import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { SPACING_LAWS } from './chart'
import { placeNumber, shareSchema } from './fields'
import { offsetSchema, pictureSchema, scaleSchema } from './picture'

export const TEXTURES = ['grain', 'weave', 'wash'] as const
/** What a level has under its drawings: a picture, a texture over it, and how it moves past. */
export const groundSchema = z.strictObject({
  /** The picture with its top left corner at x, y; beside itself again and again when it repeats. */
  picture: z
    .strictObject({
      picture: pictureSchema,
      x: placeNumber(),
      y: placeNumber(),
      scale: scaleSchema,
      repeat: z.boolean().optional(),
    })
    .optional(),
  texture: z.strictObject({ is: z.enum(TEXTURES), strength: shareSchema }).optional(),
  /** The whole level moved, from the first frame of the scene to its last. */
  pan: z
    .strictObject({
      from: offsetSchema,
      to: offsetSchema,
      law: z.enum(SPACING_LAWS),
      strength: z.number().min(LIMITS.strength.min).max(LIMITS.strength.max),
    })
    .optional(),
})
export type Ground = z.infer<typeof groundSchema>
