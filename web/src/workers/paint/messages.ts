import { idSchema, pieceSchema } from '@unhurried/core'
import { z } from 'zod'

/**
 * What the page asks of the paint worker, and what it answers. A fill is of the lines sent last, which are
 * made ready for it when they come and not when the place is touched.
 */
const closing = z.tuple([z.number(), z.number(), z.number(), z.number()]).readonly()
const ink = z.array(pieceSchema)
const side = z.int().min(1)
export const orderSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('lines'), id: z.int(), ink, width: side, height: side, gap: z.number().min(0) }),
  z.object({
    kind: z.literal('fill'),
    id: z.int(),
    x: z.number(),
    y: z.number(),
    closings: z.array(closing),
    anyway: z.boolean(),
  }),
  z.object({
    kind: z.literal('propagate'),
    id: z.int(),
    source: z.object({ outline: z.array(z.number()), holes: z.array(z.array(z.number())) }),
    from: idSchema,
    drawings: z.array(z.object({ drawing: idSchema, ink })),
    width: side,
    height: side,
    gap: z.number().min(0),
  }),
])
export type PaintOrder = z.infer<typeof orderSchema>

const ring = z.array(z.number())
const filledSchema = z.discriminatedUnion('outcome', [
  z.object({ outcome: z.literal('filled'), outline: ring, holes: z.array(ring).readonly(), area: z.number() }),
  z.object({
    outcome: z.literal('leak'),
    leak: z.object({ x: z.number(), y: z.number(), width: z.number(), closing }),
  }),
  z.object({ outcome: z.literal('on a line') }),
  z.object({ outcome: z.literal('too fine') }),
])
const propagatedSchema = z.array(
  z.object({
    drawing: z.string(),
    paint: z.object({ outline: ring, holes: z.array(ring).readonly() }).optional(),
    sure: z.boolean(),
    why: z.string().optional(),
  }),
)
export const reportSchema = z.discriminatedUnion('kind', [
  z.object({ kind: z.literal('filled'), id: z.int(), result: filledSchema, ms: z.number() }),
  z.object({ kind: z.literal('propagated'), id: z.int(), result: propagatedSchema }),
  z.object({ kind: z.literal('progress'), id: z.int(), done: z.int(), of: z.int() }),
  z.object({ kind: z.literal('failed'), id: z.int(), sentence: z.string() }),
])
export type PaintReport = z.infer<typeof reportSchema>
