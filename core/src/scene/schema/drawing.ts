import { z } from 'zod'
import { idSchema, noteSchema, placeSchema } from './fields'

/** Passes of one drawing, in the order they lie on the paper from the bottom up. */
export const PASSES = ['colour', 'shadow', 'rough', 'tie-down', 'line'] as const
/** Those of lines, which hold the paint, the finest last. */
export const LINE_PASSES = ['rough', 'tie-down', 'line'] as const satisfies readonly (typeof PASSES)[number][]
export const passSchema = z.enum(PASSES)
export type Pass = z.infer<typeof passSchema>

export const roleSchema = z.enum(['key', 'breakdown', 'inbetween'])
export type Role = z.infer<typeof roleSchema>
export const numberSchema = z.string().regex(/^[0-9A-Za-z]{1,8}$/, 'A drawing number is 1 to 8 digits or letters.')
/** Where a landmark lies on a drawing. At a corner the path of action turns sharply, as on a bounce. */
export const pinSchema = z.strictObject({ x: placeSchema, y: placeSchema, corner: z.boolean().optional() })
export type Pin = z.infer<typeof pinSchema>

export const drawingSchema = z.strictObject({
  id: idSchema,
  level: idSchema,
  number: numberSchema,
  role: roleSchema,
  note: noteSchema,
  /** Pieces of ink on each pass; a pass without ink is not listed. */
  passes: z.partialRecord(passSchema, z.int().min(1)),
  /** Where the level's landmarks lie, by landmark. */
  pins: z.record(idSchema, pinSchema).optional(),
  /** Passes that are to be drawn again; whoever changes the lines of one takes it off. */
  mend: z.array(passSchema).min(1).max(PASSES.length).optional(),
  /** Somebody looked it over and found nothing more to do; whoever changes its lines takes that back. */
  checked: z.literal(true).optional(),
})
export type Drawing = z.infer<typeof drawingSchema>
