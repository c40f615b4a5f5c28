import { z } from 'zod'

export const filmOrderSchema = z.discriminatedUnion('kind', [
  /** Small pictures of a film, made one after the other in the order asked for; `width` in pixels. */
  z.object({
    kind: z.literal('small'),
    id: z.int(),
    address: z.url(),
    width: z.int().min(1).max(1024),
    wanted: z.array(z.object({ name: z.string(), second: z.number().min(0) })),
  }),
  /** Somebody waits for a sharp picture: nothing is made for so many milliseconds. */
  z.object({ kind: z.literal('rest'), id: z.int(), ms: z.number().min(0).max(5000) }),
])
export type FilmOrder = z.infer<typeof filmOrderSchema>

export const filmReportSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('progress'),
    id: z.int(),
    done: z.int(),
    of: z.int(),
    name: z.string(),
    picture: z.instanceof(Blob),
  }),
  z.object({ kind: z.literal('made'), id: z.int() }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type FilmReport = z.infer<typeof filmReportSchema>
