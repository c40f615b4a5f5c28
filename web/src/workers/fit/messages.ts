import { idSchema, limitsSchema } from '@unhurried/core'
import { z } from 'zod'

/** What the page asks of the worker that fits limits to finished scenes, and what it answers. */
export const fitOrderSchema = z.object({
  kind: z.literal('fit'),
  id: z.int(),
  scenes: z.array(z.object({ id: idSchema, name: z.string() })),
  limits: limitsSchema,
})
export type FitOrder = z.infer<typeof fitOrderSchema>

const fitSchema = z.object({
  check: z.string(),
  limit: z.string(),
  now: z.number(),
  proposed: z.number(),
  found: z.int(),
  left: z.int(),
})
export type LimitFit = z.infer<typeof fitSchema>

export const fitReportSchema = z.discriminatedUnion('kind', [
  /** Scenes that were looked at, the one under way by its part. */
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.int(), words: z.string() }),
  z.object({
    kind: z.literal('fitted'),
    id: z.int(),
    drawings: z.int(),
    /** With fewer drawings nothing can be said. */
    least: z.int(),
    fits: z.array(fitSchema),
    /** Scenes that could not be read, by name. */
    unread: z.array(z.string()),
  }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type FitReport = z.infer<typeof fitReportSchema>
export type Fitted = Extract<FitReport, { kind: 'fitted' }>
