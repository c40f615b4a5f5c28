import { isSpeechSound, LIMITS, MOST_SOUNDS } from '@unhurried/core'
import { z } from 'zod'

/** A file that was just chosen, or the address of one that is kept. */
const fromSchema = z.union([z.instanceof(Blob), z.url()])
const soundsSchema = z.array(z.string().refine(isSpeechSound)).min(1).max(MOST_SOUNDS)
const secondsSchema = z.number().min(0).max(LIMITS.soundSeconds)

/** A word to be laid; without its sounds it is said as the dictionary has it, or by its letters. */
const wishedSchema = z.object({
  text: z.string().min(1).max(LIMITS.wordLetters),
  sounds: soundsSchema.exactOptional(),
  held: z.record(z.string().regex(/^\d+$/), secondsSchema).exactOptional(),
  within: z.tuple([secondsSchema, secondsSchema]).exactOptional(),
})
export type WishedWord = z.infer<typeof wishedSchema>

/** What the page asks of the worker that measures sounds, and what it answers. */
export const soundOrderSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('measure'), id: z.int(), from: fromSchema }),
  z.object({
    kind: z.literal('lay'),
    id: z.int(),
    from: fromSchema,
    /** The seconds of the file in which the words are said. */
    span: z.tuple([secondsSchema, secondsSchema]),
    words: z.array(wishedSchema).min(1).max(LIMITS.words),
    byLetters: z.boolean(),
  }),
])
export type SoundOrder = z.infer<typeof soundOrderSchema>
export type LayOrder = Extract<SoundOrder, { kind: 'lay' }>

const onsetSchema = z.object({ seconds: z.number(), strength: z.number() })
const measuredSchema = z.object({
  seconds: z.number(),
  /** Samples a second. */
  rate: z.number(),
  channels: z.int(),
  peaks: z.object({ rate: z.number(), values: z.instanceof(Int8Array), power: z.instanceof(Float32Array) }),
  onsets: z.array(onsetSchema),
})
/** What is known of a file with sound. */
export type MeasuredSound = z.infer<typeof measuredSchema>

export const soundReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  measuredSchema.extend({ kind: z.literal('measured'), id: z.int() }),
  z.object({
    kind: z.literal('laid'),
    id: z.int(),
    words: z.array(z.object({ text: z.string(), sounds: soundsSchema, at: z.array(z.number()), sureness: z.number() })),
  }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type SoundReport = z.infer<typeof soundReportSchema>
