import { pieceSchema } from '@unhurried/core'
import { z } from 'zod'

const flat = z.array(z.number())
const cells = z.custom<Uint8Array<ArrayBuffer>>((value) => value instanceof Uint8Array)

/** Lettering as ink, and what of it is pictures as a mask over the whole paper. */
const letteringSchema = z.object({
  pieces: z.array(pieceSchema),
  mask: z.object({ width: z.int().min(1), height: z.int().min(1), cells }).optional(),
  /** Pixels it is looked at in to one of the scene. */
  scale: z.number().min(0.01).max(1),
})
export type LetteringOrdered = z.infer<typeof letteringSchema>

/** Faces that ship, by what they look like. */
export const FACES = ['brush', 'marker', 'plain', 'bold'] as const
export type Face = (typeof FACES)[number]

/** What the page asks of the worker that knows lettering, and what it answers. Places are scene pixels. */
export const letteringOrderSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('reveal'),
    id: z.int(),
    lettering: letteringSchema,
    paths: z.array(z.object({ points: flat, overlap: z.number().optional() })).min(1),
    overlap: z.number().min(0).max(0.5),
    /** The small picture of the paper: its sides in pixels, and those to one of the scene. */
    preview: z.object({ width: z.int().min(1).max(4000), height: z.int().min(1).max(4000), scale: z.number() }),
  }),
  /** Of what was revealed last: what is written where the pen is so far along, in scene pixels. */
  z.object({ kind: z.literal('shapes'), id: z.int(), ways: flat }),
  z.object({ kind: z.literal('propose'), id: z.int(), lettering: letteringSchema }),
  z.object({
    kind: z.literal('type'),
    id: z.int(),
    text: z.string(),
    face: z.enum(FACES),
    height: z.number(),
    spacing: z.number(),
    leading: z.number(),
    x: z.number(),
    y: z.number(),
    swatch: z.string(),
  }),
])
export type LetteringOrder = z.infer<typeof letteringOrderSchema>

const times = z.custom<Float32Array<ArrayBuffer>>((value) => value instanceof Float32Array)
export const letteringReportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.number(), of: z.number() }),
  z.object({
    kind: z.literal('revealed'),
    id: z.int(),
    /** The length of the whole way, in scene pixels. */
    whole: z.number(),
    /** Square scene pixels no way reaches, and boxes about them. */
    unreached: z.number(),
    missed: z.array(z.object({ x: z.number(), y: z.number(), width: z.number(), height: z.number() })),
    /** When each pixel of the small picture of the paper is written, along the way in scene pixels. */
    times,
  }),
  z.object({
    kind: z.literal('shapes'),
    id: z.int(),
    shapes: z.array(z.array(z.object({ outline: flat, holes: z.array(flat) }))),
  }),
  z.object({ kind: z.literal('proposed'), id: z.int(), ways: z.array(flat) }),
  z.object({ kind: z.literal('typed'), id: z.int(), pieces: z.array(pieceSchema), missing: z.array(z.string()) }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type LetteringReport = z.infer<typeof letteringReportSchema>
export type RevealedReport = Extract<LetteringReport, { kind: 'revealed' }>
