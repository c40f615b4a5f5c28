import { pieceSchema } from '@unhurried/core'
import { z } from 'zod'

/** What the page asks of the worker that finds the middle of shapes, and what it answers, in scene pixels. */
export const middleOrderSchema = z.object({ kind: z.literal('middle'), id: z.int(), ink: z.array(pieceSchema) })
export type MiddleOrder = z.infer<typeof middleOrderSchema>

export const middleReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({
    kind: z.literal('middle'),
    id: z.int(),
    /** Undefined where the ink has no shape. */
    at: z.object({ x: z.number(), y: z.number() }).optional(),
  }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type MiddleReport = z.infer<typeof middleReportSchema>
