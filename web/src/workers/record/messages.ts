import { logEntrySchema, passSchema } from '@unhurried/core'
import { z } from 'zod'

const toDoSchema = z.object({ scene: z.string(), level: z.string(), pass: passSchema, count: z.int().min(0) })
const hoursSchema = z.object({ p20: z.number(), p50: z.number(), p80: z.number() })

/** What the page asks of the worker that says how long work takes, and what it answers. */
export const recordOrderSchema = z.object({
  kind: z.literal('estimate'),
  id: z.int(),
  /** Lots of work, done one after the other. */
  lots: z.array(z.array(toDoSchema)),
  log: z.array(logEntrySchema.extend({ person: z.string().optional() })),
})
export type RecordOrder = z.infer<typeof recordOrderSchema>

export const recordReportSchema = z.discriminatedUnion('kind', [
  /** Hours until each lot is done. */
  z.object({ kind: z.literal('estimated'), id: z.int(), hours: z.array(hoursSchema) }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type RecordReport = z.infer<typeof recordReportSchema>
