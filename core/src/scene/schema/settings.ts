import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { between, colourSchema, daySchema, frameSchema, idSchema, nameSchema } from './fields'

const TEMPO = `A tempo is from ${LIMITS.bpm.min} to ${LIMITS.bpm.max} beats a minute.`

const approachSchema = z.enum(['pose-to-pose', 'straight-ahead', 'every-drawing-a-key'])
export type Approach = z.infer<typeof approachSchema>

export const settingsSchema = z.strictObject({
  name: nameSchema,
  width: between('The width', LIMITS.side, ' pixels'),
  height: between('The height', LIMITS.side, ' pixels'),
  fps: between('The rate', LIMITS.fps, ' frames a second'),
  length: between('The length', LIMITS.length, ' frames'),
  paper: colourSchema,
  approach: approachSchema,
  numbering: z.enum(['by-frame', 'in-order']),
  /** Drawn in whole cells, with no smoothing anywhere: for sprites. */
  cells: z.boolean().optional(),
  /** Frames a new drawing is shown for; absent: twos, at slow rates ones. */
  exposure: between('The usual exposure', LIMITS.exposure, ' frames').nullable().optional(),
  /** The scene ends where its drawings do. */
  lengthFollows: z.boolean().nullable().optional(),
  /** The frame the scene shows on the shelf at rest; absent: the first. */
  cover: frameSchema.nullable().optional(),
  /** The scene of the production that a move of this one goes on in. */
  handsOnTo: idSchema.nullable().optional(),
  /** How many colours the scene should make do with. */
  colourLimit: between('The limit of colours', { min: 1, max: LIMITS.swatches }).nullable().optional(),
  /** The day it must go out, as 2026-11-28. */
  dueOn: daySchema.nullable().optional(),
  /** What is practised in it: an exercise, and the chance it was made by. */
  exercise: z
    .strictObject({ id: idSchema, seed: z.int().min(0).max(0xffffffff) })
    .nullable()
    .optional(),
  /** A tempo whose beats are ruled across the sheet; `first` is the frame of the first beat. */
  beats: z
    .strictObject({ bpm: z.number().min(LIMITS.bpm.min, TEMPO).max(LIMITS.bpm.max, TEMPO), first: frameSchema })
    .nullable()
    .optional(),
})
export type Settings = z.infer<typeof settingsSchema>
