import { idSchema, passSchema, pieceSchema, sceneSchema } from '@unhurried/core'
import { z } from 'zod'

/** What the page asks of the worker that measures an exercise, and what it answers. Places are scene pixels. */
export const practiceOrderSchema = z.object({
  kind: z.literal('measure'),
  id: z.int(),
  exercise: z.object({ id: idSchema, seed: z.int() }),
  scene: sceneSchema,
  ink: z.array(z.object({ drawing: idSchema, pass: passSchema, ink: z.array(pieceSchema) })),
})
export type PracticeOrder = z.infer<typeof practiceOrderSchema>

const place = z.object({ x: z.number(), y: z.number() })
const drawingSchema = z.object({
  drawing: z.string(),
  number: z.string(),
  frame: z.int(),
  mark: z.string(),
  own: place,
  ideal: place,
  px: z.number(),
  share: z.number(),
  beside: z.number(),
  along: z.number(),
  larger: z.number().exactOptional(),
})
const scoreSchema = z.object({
  school: z.string(),
  isOneOfSeveral: z.boolean(),
  drawings: z.array(drawingSchema),
  lacking: z.array(z.object({ number: z.string(), marks: z.array(z.string()) })),
  px: z.number(),
  share: z.number(),
  beside: z.number(),
  along: z.number(),
  meetings: z.array(z.object({ frame: z.int(), px: z.number().optional() })),
  seam: z.number().exactOptional(),
  first: z.string().exactOptional(),
})
export type Scored = z.infer<typeof scoreSchema>

export const practiceReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('measured'), id: z.int(), score: scoreSchema, words: z.array(z.string()) }),
  /** Why nothing can be measured yet. */
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type PracticeReport = z.infer<typeof practiceReportSchema>
