import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { idSchema, shareSchema } from './fields'
import { offsetSchema } from './picture'

const reach = (least: number) =>
  z.number().min(least, 'An effect reaches farther than this.').max(LIMITS.effectReach, 'An effect reaches less far.')

/** What is done to a level as it is shown, and never to what is drawn; what says nothing is absent. */
export const effectsSchema = z.strictObject({
  /** Where the shadow pass lies from where it is drawn, and over how many pixels its edge is soft. */
  shadow: z.strictObject({ ...offsetSchema.shape, soft: reach(0) }).optional(),
  /** Light round what is drawn: how many pixels it reaches, how strong it is, in its own colours or in one. */
  glow: z.strictObject({ reach: reach(1), strength: shareSchema, swatch: idSchema.optional() }).optional(),
  /** Smeared along its way: for how much of the time a drawing is shown the shutter is open. */
  speed: z.number().min(0.05, 'A shutter opens for longer.').max(2, 'A shutter opens for less long.').optional(),
})
export type Effects = z.infer<typeof effectsSchema>
