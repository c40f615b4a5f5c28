import { z } from 'zod'
import { flatPlaces, idSchema } from './fields'

export const RULER_KINDS = ['straight', 'circle', 'ellipse', 'curve', 'vanishing', 'mirror'] as const
export type RulerKind = (typeof RULER_KINDS)[number]

/** By how many places each kind lies: at the least, at the most. */
export const RULER_PLACES: Readonly<Record<RulerKind, readonly [least: number, most: number]>> = {
  /** From one end to the other. */
  straight: [2, 2],
  /** Its middle, and a place on it. */
  circle: [2, 2],
  /** Its middle, the end of one axis, and a place as far from that axis as the other reaches. */
  ellipse: [3, 3],
  /** Through each, in order. */
  curve: [1, 24],
  /** Where lines meet that are parallel in the room. */
  vanishing: [1, 3],
  /** Two places of the line about which all is mirrored. */
  mirror: [2, 2],
}

/** What leads the hand on the paper; places in scene pixels, flat x, y. */
export const rulerSchema = z
  .strictObject({
    id: idSchema,
    kind: z.enum(RULER_KINDS),
    points: flatPlaces(),
    /** Laid aside for now: it is shown and leads nothing. */
    aside: z.boolean().optional(),
  })
  .refine(({ kind, points }) => {
    const [least, most] = RULER_PLACES[kind]
    return points.length % 2 === 0 && points.length >= 2 * least && points.length <= 2 * most
  }, 'This ruler has not as many places as its kind needs.')
export type Ruler = z.infer<typeof rulerSchema>
