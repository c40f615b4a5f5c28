import { pieceSchema, sceneSchema } from '@unhurried/core'
import { z } from 'zod'
import { paintedPictureSchema } from '../painted-picture'

/**
 * What the page asks of the worker that paints pictures of a reel, and what it answers. A scene is told once under a
 * name, its ink as it comes, and then painted as often as it is asked for.
 */
const name = z.string()
const side = z.int().min(1).max(8192)
export const reelOrderSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('scene'), id: z.int(), name, scene: sceneSchema, files: z.map(name, z.instanceof(Blob)) }),
  z.object({ kind: z.literal('ink'), id: z.int(), name, ink: z.map(name, z.array(pieceSchema)) }),
  z.object({ kind: z.literal('forget'), id: z.int(), name }),
  z.object({ kind: z.literal('paint'), id: z.int(), name, frame: z.int().min(1), width: side, height: side }),
])
export type ReelOrder = z.infer<typeof reelOrderSchema>

export const reelReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({ kind: z.literal('painted'), id: z.int(), image: paintedPictureSchema }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type ReelReport = z.infer<typeof reelReportSchema>
