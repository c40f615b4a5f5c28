import { z } from 'zod'

/** What the page asks of the worker that measures sounds, and what it answers. */
export const soundOrderSchema = z.object({
  kind: z.literal('measure'),
  id: z.int(),
  /** A file that was just chosen, or the address of one that is kept. */
  from: z.union([z.instanceof(Blob), z.url()]),
})
export type SoundOrder = z.infer<typeof soundOrderSchema>

const onsetSchema = z.object({ seconds: z.number(), strength: z.number() })
const measuredSchema = z.object({
  seconds: z.number(),
  /** Samples a second. */
  rate: z.number(),
  channels: z.int(),
  peaks: z.object({ rate: z.number(), values: z.instanceof(Int8Array) }),
  onsets: z.array(onsetSchema),
})
/** What is known of a file with sound. */
export type MeasuredSound = z.infer<typeof measuredSchema>

export const soundReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  measuredSchema.extend({ kind: z.literal('measured'), id: z.int() }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type SoundReport = z.infer<typeof soundReportSchema>
