import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { cameraSchema } from './camera'
import { contactSchema } from './contact'
import { frameSchema, idSchema, nameSchema, noteSchema } from './fields'

/** `drawing: null` is an empty frame. */
export const exposureSchema = z.strictObject({
  drawing: idSchema.nullable(),
  frames: z.int().min(1, 'An exposure lasts at least one frame.').max(LIMITS.length.max),
})
export type Exposure = z.infer<typeof exposureSchema>

/**
 * A run of exposures that repeats: one thing, whose every turn follows a change to any. `turns` null
 * goes on to the end of the sheet; `frames` is what it fills there, the last turn clipped.
 */
const cycleSchema = z.strictObject({
  cycle: z.array(exposureSchema).min(1).max(LIMITS.length.max),
  turns: z.int().min(1, 'A cycle turns at least once.').max(LIMITS.length.max).nullable(),
  frames: z.int().min(1).max(LIMITS.length.max),
})
export type Cycle = z.infer<typeof cycleSchema>
export const columnSchema = z.array(z.union([exposureSchema, cycleSchema])).max(LIMITS.length.max)
/** What one level shows in one take, top to bottom on the sheet. */
export type Column = readonly (Exposure | Cycle)[]

export const takeSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  /** It ends after so many frames, before the scene does; absent: with the scene. */
  length: frameSchema.optional(),
  /** Put away: not offered among the takes until it is brought back. */
  away: z.boolean().optional(),
  /** Notes beside the sheet, by frame, in order. */
  notes: z
    .array(z.strictObject({ frame: frameSchema, text: noteSchema.min(1) }))
    .max(LIMITS.notes, `A take can have ${LIMITS.notes} notes. Take some away first.`)
    .optional(),
  /** Absent: all of the paper is seen. */
  camera: cameraSchema.optional(),
  /** Which landmarks touch, and on which frames. */
  contacts: z
    .array(contactSchema)
    .max(LIMITS.contacts, `A take can have ${LIMITS.contacts} contacts. Take some away first.`)
    .optional(),
})
export type Take = z.infer<typeof takeSchema>
