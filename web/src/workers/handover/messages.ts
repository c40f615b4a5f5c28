import { editSchema, FORMAT_IDS, idSchema, pieceSchema, sceneSchema } from '@unhurried/core'
import { z } from 'zod'

/** What the page asks of the worker that makes what is handed over, and what it answers. */
export const handoverOrderSchema = z.object({
  scene: sceneSchema,
  /** Ink of every drawing shown, by `drawing/pass`. */
  ink: z.map(z.string(), z.array(pieceSchema)),
  /** The files of the pictures it shows, and for an archive their bytes. */
  files: z.map(z.string(), z.instanceof(Blob)),
  pictures: z.map(z.string(), z.instanceof(Uint8Array)),
  /** Bytes of the files with sound, for an archive and for film. */
  sounds: z.map(z.string(), z.instanceof(Uint8Array)),
  take: idSchema,
  /** The frames that go out, both ends among them. */
  first: z.int().min(1),
  last: z.int().min(1),
  as: z.enum(FORMAT_IDS),
  sprites: z.object({ trimmed: z.boolean(), padding: z.int().min(0).max(64), powers: z.boolean() }),
  /** How often a film lets the scene go by, and what is heard in one turn. */
  turns: z.number().positive().max(1000),
  sound: z.object({ rate: z.number(), channels: z.array(z.instanceof(Float32Array)).min(1) }).optional(),
  /** What a printed sheet is printed on. */
  paper: z.enum(['a4', 'letter']),
  scale: z.number().positive().max(16),
  /** The films under the paper go out with it. */
  footage: z.boolean(),
  clear: z.boolean(),
  /** How the scene was made goes by instead of it: all edits, from the scene before them on. */
  making: z.object({ first: sceneSchema, edits: z.array(editSchema), seconds: z.number().positive() }).optional(),
  /** How often what loops goes round; 0 is for ever. */
  loops: z.int().min(0).max(1000),
  /** Every pixel exact, where a format may be smaller without. */
  exact: z.boolean(),
})
export type HandoverOrder = z.infer<typeof handoverOrderSchema>

export const handoverReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), done: z.number(), of: z.number(), words: z.string() }),
  z.object({ kind: z.literal('done'), file: z.instanceof(Blob), name: z.string(), ms: z.number() }),
  z.object({ kind: z.literal('failed'), sentence: z.string() }),
])
export type HandoverReport = z.infer<typeof handoverReportSchema>
