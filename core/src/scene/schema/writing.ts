import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { flatPlaces, idSchema } from './fields'

/** One way of the pen over lettering, from where it comes down to where it lifts; flat x, y. */
const penPathSchema = z.strictObject({
  id: idSchema,
  points: flatPlaces()
    .min(2)
    .max(2 * LIMITS.penPathPoints, `One way of the pen has at most ${LIMITS.penPathPoints} points.`)
    .refine((points) => points.length % 2 === 0, 'A way of the pen needs two numbers for each point.'),
  /** Share of it left when the next one begins; absent: as the plan says. */
  overlap: z.number().min(0).max(0.5, 'The next way begins at half of this one at the earliest.').optional(),
})
export type PenPathDrawn = z.infer<typeof penPathSchema>

/** How the lettering of one drawing is written: the pen's ways in their order. */
export const writingSchema = z.strictObject({
  paths: z
    .array(penPathSchema)
    .min(1)
    .max(LIMITS.penPaths, `Lettering has at most ${LIMITS.penPaths} ways of the pen.`),
})
export type Writing = z.infer<typeof writingSchema>
