import { z } from 'zod'

/** One page of a file, known by a key of its own so that it is read once. */
const pageSchema = z.object({
  key: z.string().min(1),
  file: z.instanceof(Blob),
  /** Counted from 0; files of one picture have one page. */
  index: z.int().min(0),
  drop: z.enum(['blue', 'red']).optional(),
})
export type PageOrder = z.infer<typeof pageSchema>

const boxSchema = z.object({ x: z.int(), y: z.int(), width: z.int().min(1), height: z.int().min(1) })
const levelsSchema = z.object({ black: z.number().min(0).max(254), white: z.number().min(1).max(255) })
const matrixSchema = z.tuple([z.number(), z.number(), z.number(), z.number(), z.number(), z.number()])

/** What the page asks of the worker that reads pages, and what it answers. */
export const paperOrderSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('count'), id: z.int(), file: z.instanceof(Blob) }),
  z.object({
    kind: z.literal('look'),
    id: z.int(),
    page: pageSchema,
    /** The page it is laid on. */
    onto: pageSchema.optional(),
    /** Share of the longer side within which line belongs to one drawing; absent: the page is one drawing. */
    apart: z.number().min(0.001).max(0.2).optional(),
  }),
  z.object({ kind: z.literal('preview'), id: z.int(), page: pageSchema, levels: levelsSchema }),
  z.object({
    kind: z.literal('trace'),
    id: z.int(),
    page: pageSchema,
    levels: levelsSchema,
    box: boxSchema.optional(),
    /** From pixels of the page to scene pixels. */
    matrix: matrixSchema,
    as: z.enum(['lines', 'shapes']),
  }),
  z.object({
    kind: z.literal('picture'),
    id: z.int(),
    page: pageSchema,
    /** As it is, in all its colours. */
    colours: z.boolean().optional(),
    box: boxSchema.optional(),
    matrix: matrixSchema,
  }),
])
export type PaperOrder = z.infer<typeof paperOrderSchema>

const lieSchema = z.object({
  dx: z.number(),
  dy: z.number(),
  turn: z.number(),
  by: z.enum(['pegs', 'drawing']),
  confidence: z.number(),
})
const refusedSchema = z.object({ refused: z.string() })

export const paperReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({ kind: z.literal('counted'), id: z.int(), pages: z.int().min(1) }),
  z.object({
    kind: z.literal('looked'),
    id: z.int(),
    width: z.int(),
    height: z.int(),
    levels: levelsSchema,
    /** The line over nothing, small. */
    preview: z.instanceof(Blob),
    pegs: z.boolean(),
    /** Where it lies on the other page, or why it could not be laid; absent when there is none. */
    lie: z.union([lieSchema, refusedSchema]).optional(),
    boxes: z.array(boxSchema),
  }),
  z.object({ kind: z.literal('previewed'), id: z.int(), preview: z.instanceof(Blob) }),
  z.object({
    kind: z.literal('traced'),
    id: z.int(),
    lines: z.array(z.object({ points: z.array(z.number()), size: z.number() })),
    shapes: z.array(z.object({ outline: z.array(z.number()), holes: z.array(z.array(z.number())) })),
  }),
  z.object({
    kind: z.literal('pictured'),
    id: z.int(),
    /** PNG: how dark each pixel is, evenly lit, or its colours; and from its pixels to scene pixels. */
    picture: z.instanceof(Blob),
    width: z.int(),
    height: z.int(),
    matrix: matrixSchema,
  }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type PaperReport = z.infer<typeof paperReportSchema>
export type LookedAtPage = Extract<PaperReport, { kind: 'looked' }>
