import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { adjustmentSchema } from './adjustment'
import { idSchema, nameSchema, placeNumber, shareSchema } from './fields'

/** How what lies on top meets what lies below it. */
export const BLENDS = ['normal', 'multiply', 'screen', 'overlay'] as const
export const blendSchema = z.enum(BLENDS)
export type Blend = z.infer<typeof blendSchema>

/** Pictures are named by the SHA-256 of their bytes. */
export const pictureSchema = z.string().regex(/^[0-9a-f]{64}$/, 'A picture is named by 64 hexadecimal digits.')
export const offsetSchema = z.strictObject({
  x: z.number().min(-LIMITS.reach).max(LIMITS.reach),
  y: z.number().min(-LIMITS.reach).max(LIMITS.reach),
})
export const scaleSchema = z
  .number('A scale must be a number.')
  .min(LIMITS.scale.min, 'A scale is at least 1 %.')
  .max(LIMITS.scale.max, 'A scale is at most 5000 %.')

/** A picture to look at while drawing, never part of the scene's own pictures. */
export const referenceSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  picture: pictureSchema,
  /** Beside the paper it stays put however the paper is moved; under the paper it lies in scene pixels and moves with it. */
  place: z.enum(['beside', 'under']),
  /** Top left corner: in shares of the table beside the paper, in scene pixels under it. */
  x: placeNumber(),
  y: placeNumber(),
  /** Width: as a share of the table's beside the paper, in scene pixels under it. */
  width: z.number().min(0.02).max(LIMITS.reach),
  strength: shareSchema,
  adjust: adjustmentSchema.optional(),
  locked: z.boolean().optional(),
  /** The model sheet of this level. */
  level: idSchema.optional(),
})
export type Reference = z.infer<typeof referenceSchema>
