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

const waitingSchema = z.object({ id: z.string(), edit: editSchema })
const transitionSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('edit'), made: waitingSchema }),
  z.object({ kind: z.literal('adopted'), rows: z.array(waitingSchema) }),
  z.object({ kind: z.literal('confirmed'), ids: z.array(z.string()), version: z.int() }),
  z.object({
    kind: z.literal('rebased'),
    changes: z.object({
      missed: z.array(waitingSchema.extend({ version: z.int() })),
      gone: z.array(z.string()).exactOptional(),
      fresh: z.object({ scene: sceneSchema, version: z.int() }).exactOptional(),
    }),
  }),
])

/**
 * What the page tells the worker of Second look, and what it answers. The worker holds a copy of the page's session,
 * does to it what happened there, and fetches the ink itself, so that the page's hand is free.
 */
export const lookOrderSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('open'),
    scene: idSchema,
    /** As the server has it, and what waits on top. */
    document: sceneSchema,
    version: z.int(),
    waiting: z.array(waitingSchema),
  }),
  z.object({ kind: z.literal('happened'), transition: transitionSchema }),
  z.object({
    kind: z.literal('look'),
    id: z.int(),
    take: idSchema,
    limits: limitsSchema,
    whole: z.boolean(),
    /** Whose library it is held against. */
    production: idSchema,
    /** Where the sounds of a file begin anew, of those that were heard. */
    onsets: z.record(z.string(), z.array(z.object({ seconds: z.number(), strength: z.number() }))),
  }),
  /** Where a landmark may lie on the drawings after one it is pinned on. */
  z.object({
    kind: z.literal('follow'),
    id: z.int(),
    take: idSchema,
    drawing: idSchema,
    landmark: idSchema,
  }),
  z.object({ kind: z.literal('stop') }),
])
export type LookOrder = z.infer<typeof lookOrderSchema>
export type LookTransition = Extract<LookOrder, { kind: 'happened' }>['transition']

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
