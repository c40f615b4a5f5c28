import { pieceSchema } from '@unhurried/core'
import { z } from 'zod'

/** What the page asks of the worker that finds the middles of what moves, and what it answers, in scene pixels. */
export const middleOrderSchema = z.object({
  kind: z.literal('middles'),
  id: z.int(),
  frame: z.object({ width: z.number(), height: z.number() }),
  /** Drawings one after the other; the ink of those whose ink it had with the order before, and has still, is left out. */
  drawings: z.array(z.object({ drawing: z.string(), ink: z.array(pieceSchema).optional() })),
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
