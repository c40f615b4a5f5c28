import {
  editSchema,
  evidenceSchema,
  findingSchema,
  graphsSchema,
  idSchema,
  limitsSchema,
  sceneSchema,
  unmeasuredSchema,
} from '@unhurried/core'
import { z } from 'zod'

/**
 * What the page tells the worker of Second look, and what it answers. The worker fetches the ink itself, so
 * that the page's hand is free, and hears of every edit the page makes. `waiting` are the edits that have not reached
 * the server as the order is given, to be laid on what is fetched: one that has is never laid on again.
 */
export const lookOrderSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('open'), scene: idSchema, document: sceneSchema }),
  z.object({ kind: z.literal('edit'), edit: editSchema }),
  /** The scene after others' edits, and the drawings whose ink they changed. */
  z.object({ kind: z.literal('anew'), document: sceneSchema, inked: z.set(idSchema).optional() }),
  z.object({
    kind: z.literal('look'),
    id: z.int(),
    take: idSchema,
    limits: limitsSchema,
    whole: z.boolean(),
    waiting: z.array(editSchema),
  }),
  /** Where a landmark may lie on the drawings after one it is pinned on. */
  z.object({
    kind: z.literal('follow'),
    id: z.int(),
    take: idSchema,
    drawing: idSchema,
    landmark: idSchema,
    waiting: z.array(editSchema),
  }),
  z.object({ kind: z.literal('stop') }),
])
export type LookOrder = z.infer<typeof lookOrderSchema>

/** A finding as it is listed. What is drawn on the paper for it is read only when it is shown: it is large. */
const seenSchema = findingSchema
  .unwrap()
  .omit({ evidence: true })
  .extend({ evidence: z.string(), meant: z.string().optional() })
export const evidenceOf = (finding: { readonly evidence: string }) =>
  z.array(evidenceSchema).parse(JSON.parse(finding.evidence))

export const lookReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.int(), of: z.int(), words: z.string() }),
  z.object({
    kind: z.literal('found'),
    id: z.int(),
    findings: z.array(seenSchema),
    unmeasured: z.array(unmeasuredSchema),
    /** Findings beyond those, by check. */
    left: z.map(z.string(), z.int()),
    graphs: graphsSchema,
    drawings: z.int(),
    ms: z.number(),
  }),
  z.object({
    kind: z.literal('followed'),
    id: z.int(),
    proposals: z.array(
      z.object({ drawing: z.string(), landmark: z.string(), x: z.number(), y: z.number(), confidence: z.number() }),
    ),
  }),
  z.object({ kind: z.literal('stopped'), id: z.int() }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type LookReport = z.infer<typeof lookReportSchema>
export type Found = Extract<LookReport, { kind: 'found' }>
export type Proposed = Extract<LookReport, { kind: 'followed' }>['proposals'][number]
export type SeenFinding = Found['findings'][number]
