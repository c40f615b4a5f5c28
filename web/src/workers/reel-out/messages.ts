import { idSchema, REEL_FORMAT_IDS, reelSchema } from '@unhurried/core'
import { z } from 'zod'

const side = z.int().min(8).max(8192)
/** What the page asks of the worker that makes a reel to hand over, and what it answers. */
export const reelOutOrderSchema = z.object({
  kind: z.literal('make'),
  id: z.int().positive(),
  as: z.enum(REEL_FORMAT_IDS),
  reel: reelSchema,
  /** The scenes of its production, as the shelf knows them. */
  scenes: z.array(
    z.object({
      ...{ id: idSchema, version: z.int(), name: z.string(), fps: z.int(), length: z.int(), done: z.int() },
      ...{ width: z.int(), height: z.int() },
    }),
  ),
  /** Of the film's pictures, in pixels. */
  width: side,
  height: side,
  sound: z.object({ rate: z.number(), channels: z.array(z.instanceof(Float32Array)).min(1) }).optional(),
  paper: z.enum(['a4', 'letter']),
})
export type ReelOutOrder = z.infer<typeof reelOutOrderSchema>

export const reelOutReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number(), words: z.string() }),
  z.object({ kind: z.literal('done'), id: z.int(), file: z.instanceof(Blob), name: z.string() }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type ReelOutReport = z.infer<typeof reelOutReportSchema>
