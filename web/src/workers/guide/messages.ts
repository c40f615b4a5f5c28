import { pieceSchema } from '@unhurried/core'
import { z } from 'zod'

const ink = z.array(pieceSchema)
const place = z.object({ x: z.number(), y: z.number() })

/** What the page asks of the worker that finds inbetweens, and what it answers. Places are scene pixels. */
export const guideOrderSchema = z.discriminatedUnion('kind', [
  /** The two drawings all that is asked from now on lies between. */
  z.object({ kind: z.literal('between'), a: ink, b: ink }),
  z.object({
    kind: z.literal('guide'),
    id: z.int(),
    fraction: z.number(),
    landmarks: z.array(z.object({ a: place, b: place, at: place.exactOptional() })),
    matches: z.array(z.tuple([z.string(), z.string()])),
  }),
])
export type GuideOrder = z.infer<typeof guideOrderSchema>

const line = z.object({
  points: z.array(z.number()),
  closed: z.boolean(),
  sure: z.boolean(),
  a: z.string().exactOptional(),
  b: z.string().exactOptional(),
})
export const guideReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({
    kind: z.literal('guided'),
    id: z.int(),
    lines: z.array(line),
    matches: z.array(z.object({ a: z.string(), b: z.string(), sure: z.boolean() })),
  }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type GuideReport = z.infer<typeof guideReportSchema>
