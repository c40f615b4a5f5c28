import { z } from 'zod'
import { frameSchema, idSchema } from './fields'

const levelLandmarkSchema = z.strictObject({ level: idSchema, landmark: idSchema })
/** A landmark and the level it belongs to. */
export type LevelLandmark = z.infer<typeof levelLandmarkSchema>

/** Landmarks of two levels that are one place on every frame from `from` to `to`: the follower goes where the leader is. */
export const contactSchema = z
  .strictObject({
    id: idSchema,
    leader: levelLandmarkSchema,
    follower: levelLandmarkSchema,
    from: frameSchema,
    to: frameSchema,
  })
  .refine(({ from, to }) => from <= to, 'A contact ends no earlier than it begins.')
  .refine(
    ({ leader, follower }) => leader.level !== follower.level,
    'Two landmarks touch when they are on different levels.',
  )
export type Contact = z.infer<typeof contactSchema>
