import { z } from 'zod'

/** What the page asks of the worker that finds a picture's own colours, and what it answers. */
export const coloursOrderSchema = z.object({
  kind: z.literal('propose'),
  id: z.int().positive(),
  file: z.instanceof(Blob),
  count: z.int().min(1).max(24),
})
export type ColoursOrder = z.infer<typeof coloursOrderSchema>

export const coloursReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({
    kind: z.literal('proposed'),
    id: z.int(),
    colours: z.array(z.object({ colour: z.string(), share: z.number() })),
  }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type ColoursReport = z.infer<typeof coloursReportSchema>
