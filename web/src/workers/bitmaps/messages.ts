import { pieceSchema } from '@unhurried/core'
import { z } from 'zod'
import { paintedPictureSchema } from '../painted-picture'

/**
 * What the page asks of the worker that paints bitmaps of ink, and what it answers. Ink is told once under a name, and
 * then painted as often as it is asked for.
 */
const name = z.string()
const side = z.int().min(1).max(16_384)
const matrix = z.tuple([z.number(), z.number(), z.number(), z.number(), z.number(), z.number()]).readonly()
export const bitmapOrderSchema = z.discriminatedUnion('kind', [
  /** `pieces` lie on the first `from` of what was told of before. */
  z.object({ kind: z.literal('ink'), id: z.int(), name, from: z.int().min(0), pieces: z.array(pieceSchema) }),
  z.object({ kind: z.literal('forget'), id: z.int(), name }),
  z.object({
    kind: z.literal('paint'),
    id: z.int(),
    name,
    style: z.enum(['ink', 'earlier', 'later']),
    tint: z.string(),
    palette: z.array(z.object({ id: z.string(), name: z.string(), colour: z.string() })),
    /** From scene pixels to those of the bitmap, `width` × `height` of them. */
    matrix,
    width: side,
    height: side,
  }),
])
export type BitmapOrder = z.infer<typeof bitmapOrderSchema>

export const bitmapReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({ kind: z.literal('painted'), id: z.int(), image: paintedPictureSchema }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type BitmapReport = z.infer<typeof bitmapReportSchema>
