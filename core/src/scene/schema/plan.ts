import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { pinSchema } from './drawing'
import { flatPlaces, frameSchema, idSchema, textSchema } from './fields'

/** Which of a plan's drawings for how many frames, by place among them; null is an empty frame. */
export const shownSchema = z.strictObject({
  drawing: z.int().min(0).max(999).nullable(),
  frames: z.int().min(1).max(LIMITS.length.max),
})

/** What was asked of a planner, and what it laid: it can be opened again and changed. */
export const planSchema = z.strictObject({
  id: idSchema,
  level: idSchema,
  /** Which planner; one unknown here is kept and left alone. */
  planner: idSchema,
  /** Where it begins on the sheet. */
  frame: frameSchema,
  inputs: z.record(
    textSchema(40, 'The name of an input is too long.'),
    z.union([z.number(), textSchema(4000, 'An input is too long.'), z.boolean()]),
  ),
  /** By place in the plan; one taken out since names no drawing any more. */
  drawings: z.array(idSchema).max(1000),
  /** Drawn for an earlier state of the plan, which asks for them no more. */
  kept: z.array(idSchema).max(1000),
  charts: z.array(idSchema).max(1000),
  /** Turns of a plan that repeats; null goes on to the end of the sheet. */
  turns: z.int().min(1).max(LIMITS.length.max).nullable(),
  /** What it laid on the sheet, by take, where it is laid anew around what a hand changed there since. */
  laid: z.record(idSchema, z.array(shownSchema).min(1).max(LIMITS.length.max)).optional(),
})
export type LaidPlan = z.infer<typeof planSchema>

/** One line of a guide figure, flat x, y; `far` is behind, `help` is no part of the figure. */
const guideShapeSchema = z.strictObject({
  points: flatPlaces().min(2).max(2000),
  closed: z.literal(true).optional(),
  tone: z.enum(['far', 'help']).optional(),
})
export type GuideShape = z.infer<typeof guideShapeSchema>
/** What lies under one drawing while it is made: a figure, and where its landmarks should land. */
export const guideSchema = z.strictObject({
  plan: idSchema,
  shapes: z.array(guideShapeSchema).max(LIMITS.guideShapes, `A guide has at most ${LIMITS.guideShapes} lines.`),
  targets: z.record(idSchema, pinSchema),
})
export type Guide = z.infer<typeof guideSchema>
