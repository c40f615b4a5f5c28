import { idSchema } from '@unhurried/core'
import { z } from 'zod'

const sideSchema = z.object({ scene: idSchema, frame: z.int().min(1) })
/** What the page asks of the worker that measures what is handed on over cuts, and what it answers. */
export const cutsOrderSchema = z.object({
  kind: z.literal('measure'),
  id: z.int().positive(),
  cuts: z.array(z.object({ shot: idSchema, out: sideSchema, into: sideSchema })),
})
export type CutsOrder = z.infer<typeof cutsOrderSchema>

const measuredSchema = z.object({
  shot: idSchema,
  /** What both sides show. */
  handed: z.array(
    z.object({
      ...{ level: z.string(), what: z.string(), px: z.number(), out: z.number(), into: z.number() },
      /** By what share of `out` it enters faster or slower than it goes on. */
      off: z.number(),
      turned: z.number().optional(),
    }),
  ),
  /** Mean light of the pictures on both sides, as a share of white. */
  light: z.tuple([z.number(), z.number()]),
})
export type MeasuredCut = z.infer<typeof measuredSchema>

export const cutsReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({ kind: z.literal('measured'), id: z.int(), cuts: z.array(measuredSchema) }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type CutsReport = z.infer<typeof cutsReportSchema>
