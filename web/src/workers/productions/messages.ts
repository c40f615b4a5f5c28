import { idSchema, nameSchema } from '@unhurried/core'
import { z } from 'zod'

/** What the page asks of the worker that puts productions together, and what it answers. */
export const productionOrderSchema = z.object({
  kind: z.literal('hand-out'),
  id: z.int().positive(),
  production: idSchema,
  name: nameSchema,
  scenes: z.array(z.object({ id: idSchema, name: z.string() })),
})
export type ProductionOrder = z.infer<typeof productionOrderSchema>

export const productionReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number(), words: z.string() }),
  z.object({ kind: z.literal('done'), id: z.int(), file: z.instanceof(Blob) }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type ProductionReport = z.infer<typeof productionReportSchema>
