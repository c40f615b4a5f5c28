import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { isSpeechSound, MOST_SOUNDS } from '../../base/speech-sounds'
import { secondsSchema } from './sound'
import { shareSchema, textSchema } from './fields'

const speechSoundSchema = z.string().refine(isSpeechSound, 'A word is written with a sound that is none.')

/** A word as it is heard in a sound. */
const saidWordSchema = z.strictObject({
  text: textSchema(LIMITS.wordLetters, `A word has at most ${LIMITS.wordLetters} letters.`),
  sounds: z
    .array(speechSoundSchema)
    .min(1, 'A word has a sound.')
    .max(MOST_SOUNDS, `A word has at most ${MOST_SOUNDS} sounds.`),
  /** Seconds of the file, rising: where each of its sounds begins, and where the last one ends. */
  at: z
    .array(secondsSchema('A word'))
    .min(2)
    .max(MOST_SOUNDS + 1),
  /** How sure it is that it is heard there. */
  sureness: shareSchema,
  /** Borders set by hand, by their numbers; all others are laid around them. */
  held: z
    .array(z.int().min(0).max(MOST_SOUNDS))
    .min(1)
    .max(MOST_SOUNDS + 1)
    .optional(),
  /** Its sounds were written by hand. */
  written: z.literal(true).optional(),
})
export type SaidWord = z.infer<typeof saidWordSchema>

/** What is said in a sound, in the order it is heard. */
export const saidSchema = z.strictObject({
  words: z
    .array(saidWordSchema)
    .min(1, 'There is no word here.')
    .max(LIMITS.words, `A sound has at most ${LIMITS.words} words.`),
  /** Words are said by their letters, not as in the English dictionary. */
  byLetters: z.literal(true).optional(),
})
export type Said = z.infer<typeof saidSchema>
