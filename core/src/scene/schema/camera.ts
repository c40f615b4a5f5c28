import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { SPACING_LAWS } from './chart'
import { frameSchema, placeNumber } from './fields'

/** How large the field of a camera may be against the paper, and how often round it may turn. */
const TURNS = 20 * Math.PI

/** What the camera sees: the middle of its field in scene pixels, and how it lies on the paper. */
const fieldSchema = z.strictObject({
  x: placeNumber(),
  y: placeNumber(),
  /** Its width as a share of the paper's: 1 sees all of it, ½ twice as near. */
  scale: z
    .number()
    .min(LIMITS.field.min, 'The camera cannot go nearer than this.')
    .max(LIMITS.field.max, 'The camera cannot go farther than this.'),
  /** Turned clockwise, in radians. */
  turn: z
    .number()
    .min(-TURNS, 'The camera turns ten times at the most.')
    .max(TURNS, 'The camera turns ten times at the most.'),
})
export type CameraField = z.infer<typeof fieldSchema>

/** The camera on one frame, and by which law it goes on from there. */
export const cameraKeySchema = z.strictObject({
  frame: frameSchema,
  ...fieldSchema.shape,
  law: z.enum(SPACING_LAWS),
  strength: z.number().min(LIMITS.strength.min).max(LIMITS.strength.max),
})
export type CameraKey = z.infer<typeof cameraKeySchema>

/** The keys of one take's camera, in order. */
export const cameraSchema = z
  .array(cameraKeySchema)
  .min(1)
  .max(LIMITS.cameraKeys, `A camera can have ${LIMITS.cameraKeys} keys. Take some out first.`)
  .refine(
    (keys) => keys.every(({ frame }, i) => i === 0 || frame > keys[i - 1]!.frame),
    'The keys of a camera stand in the order of their frames, one on each.',
  )
