import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { between, idSchema, nameSchema, placeNumber, shareSchema } from './fields'
import { secondsSchema, soundFileSchema } from './sound'

const side = z.int().min(1).max(LIMITS.pictureSide)

/** A film under the paper, to be looked at and traced; never part of the scene's own pictures. */
export const footageSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  /** Kept as files with sound are. */
  file: soundFileSchema,
  seconds: secondsSchema('The length of a film'),
  /** As it is shown, in pixels of its own. */
  width: side,
  height: side,
  /** The frame at which `from`, a second of the film, is seen. */
  start: between('The frame where a film begins', { min: -LIMITS.length.max, max: LIMITS.length.max }),
  from: secondsSchema('The beginning of a film'),
  /** Seconds of the film that go by in one of the scene. */
  speed: z
    .number()
    .min(LIMITS.footageSpeed.min, `A film goes by at ${LIMITS.footageSpeed.min} of its speed at least.`)
    .max(LIMITS.footageSpeed.max, `A film goes by at ${LIMITS.footageSpeed.max} times its speed at most.`),
  /** Frames each of its pictures is seen; absent: one. */
  step: between('Frames a picture is seen', LIMITS.exposure).optional(),
  /** How strongly it is seen through the paper. */
  strength: shareSchema,
  /** Its top left corner and its width in scene pixels. */
  x: placeNumber(),
  y: placeNumber(),
  across: z.number().min(1).max(LIMITS.reach),
  hidden: z.boolean().optional(),
})
export type Footage = z.infer<typeof footageSchema>
