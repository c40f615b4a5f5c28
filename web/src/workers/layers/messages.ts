import { layersInSchema } from '@unhurried/core'
import { z } from 'zod'

/** What the page asks of the worker that reads files of layers, and what it answers. */
export const layersOrderSchema = z.object({ kind: z.literal('read'), id: z.int().positive(), file: z.instanceof(Blob) })
export type LayersOrder = z.infer<typeof layersOrderSchema>

export const layersReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({ kind: z.literal('read'), id: z.int(), file: layersInSchema }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type LayersReport = z.infer<typeof layersReportSchema>
