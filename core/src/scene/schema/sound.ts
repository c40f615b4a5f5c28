import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { between, idSchema, nameSchema, noteSchema } from './fields'

/** Sounds are named by the SHA-256 of their bytes. */
export const soundFileSchema = z.string().regex(/^[0-9a-f]{64}$/, 'A sound is named by 64 hexadecimal digits.')

export const secondsSchema = (what: string) =>
  z
    .number(`${what} must be a number of seconds.`)
    .min(0, `${what} cannot lie before the beginning of the sound.`)
    .max(LIMITS.soundSeconds, `A sound can be ${LIMITS.soundSeconds / 60} minutes long.`)

/** A sound of the scene: which part of a file is heard, from which frame on, and how strongly. */
export const soundSchema = z.strictObject({
  id: idSchema,
  name: nameSchema,
  file: soundFileSchema,
  /** How long the file is. */
  seconds: secondsSchema('The length of a sound'),
  /** The frame at whose beginning `from` is heard; it may lie before the first. */
  start: between('The frame where a sound begins', { min: -LIMITS.length.max, max: LIMITS.length.max }),
  /** The second of the file it begins with, and the one it ends with; without an end it is heard to its own. */
  from: secondsSchema('The beginning of a sound'),
  to: secondsSchema('The end of a sound').optional(),
  /** 1: as loud as in the file. */
  strength: z
    .number()
    .min(0, 'A sound is at least silent.')
    .max(LIMITS.soundStrength, 'A sound can be four times as strong.'),
  /** Seconds over which it rises at its beginning and dies away at its end. */
  fadeIn: secondsSchema('A fade').optional(),
  fadeOut: secondsSchema('A fade').optional(),
  muted: z.boolean().optional(),
  /** Notes to what is heard, each at its second of the file, so that they move with the sound. */
  notes: z
    .array(z.strictObject({ at: secondsSchema('A note'), text: noteSchema.min(1) }))
    .max(LIMITS.soundNotes, `A sound can have ${LIMITS.soundNotes} notes. Take some away first.`)
    .optional(),
})
export type Sound = z.infer<typeof soundSchema>
