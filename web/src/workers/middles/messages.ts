import { pieceSchema } from '@unhurried/core'
import { z } from 'zod'

/** What the page asks of the worker that finds the middles of what moves, and what it answers, in scene pixels. */
export const middleOrderSchema = z.object({
  kind: z.literal('middles'),
  id: z.int(),
  frame: z.object({ width: z.number(), height: z.number() }),
  /** The ink of drawings one after the other. */
  drawings: z.array(z.array(pieceSchema)),
})
export type MiddleOrder = z.infer<typeof middleOrderSchema>

export const middleReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({
    kind: z.literal('middles'),
    id: z.int(),
    /** Of those that have a shape. */
    places: z.array(z.object({ x: z.number(), y: z.number() })),
  }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type MiddleReport = z.infer<typeof middleReportSchema>
