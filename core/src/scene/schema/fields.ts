import { z } from 'zod'
import { LIMITS } from '../../base/limits'

export const between = (what: string, { min, max }: { min: number; max: number }, unit = '') =>
  z
    .int(`${what} must be a whole number.`)
    .min(min, `${what} must be from ${min} to ${max}${unit}.`)
    .max(max, `${what} must be from ${min} to ${max}${unit}.`)

/**
 * Text that every door can hold: PostgreSQL takes no NUL, and neither it nor a file in UTF-8 half a
 * surrogate pair.
 */
export const isPlainText = (text: string): boolean => !text.includes('\0') && !/\p{Surrogate}/u.test(text)
export const UNKEEPABLE = 'This text holds a character that cannot be kept. Type it again without it.'
/** Any text people or their files bring, at most so many characters long. */
export const textSchema = (most: number, sentence: string) =>
  z.string().max(most, sentence).refine(isPlainText, UNKEEPABLE)

/** Names every object answers to (`constructor` …) are no ids: a look-up by id must never find one. */
export const idSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9_-]{0,31}$/, 'An id is 1 to 32 letters, digits, - or _.')
  .refine((id) => !(id in {}), 'This id is reserved.')
export const nameSchema = z
  .string()
  .trim()
  .min(1, 'Give it a name.')
  .max(LIMITS.name, `A name can have at most ${LIMITS.name} characters.`)
  .refine(isPlainText, UNKEEPABLE)
export const noteSchema = textSchema(LIMITS.note, `A note can have at most ${LIMITS.note} characters.`)
export const colourSchema = z.string().regex(/^#[0-9a-f]{6}$/i, 'A colour is written # and six hexadecimal digits.')
/** A day of the calendar, as 2026-11-28: the same wherever one is. */
export const daySchema = z.iso.date('A day is written as 2026-11-28.')
export const placeNumber = () =>
  z
    .number('A place must be a number.')
    .min(-LIMITS.reach, 'This lies too far from the paper.')
    .max(LIMITS.reach, 'This lies too far from the paper.')
const coordinate = z.number('A place must be a number.')
/** Held against in one go: there are hundreds of them in a line, and each one that is kept passes here. */
const isNearPaper = (values: readonly number[]): boolean =>
  values.every((value) => value >= -LIMITS.reach && value <= LIMITS.reach)
/** Places in one flat list, as a line has them: x, y of each, and what else is told of it. */
export const flatPlaces = () => z.array(coordinate).refine(isNearPaper, 'This lies too far from the paper.')
export const shareSchema = z
  .number()
  .min(0, 'A strength must be from 0 to 1.')
  .max(1, 'A strength must be from 0 to 1.')
export const frameSchema = between('The frame', LIMITS.length)

export const placeSchema = placeNumber()
