/** What a planner worked out, as the edit that lays it carries it. */

import z from 'zod'
import { LIMITS } from '../../../base/limits'
import {
  idSchema,
  roleSchema,
  drawingSchema,
  guideSchema,
  planSchema,
  patternSchema,
  landmarkSchema,
  shownSchema,
  type Scene,
} from '../../../scene/schema'
import { isDrawn } from '../../../timing/work'

const place = z.int().min(0).max(999)
const laidDrawing = z.strictObject({
  /** For a drawing that is new. */
  id: idSchema,
  role: roleSchema,
  note: drawingSchema.shape.note.optional(),
  /** It is there already and takes part as it is. */
  existing: z.literal(true).optional(),
  ...guideSchema.pick({ shapes: true, targets: true }).shape,
})
export const laySchema = z.strictObject({
  type: z.literal('plan.lay'),
  take: idSchema,
  plan: planSchema.pick({ id: true, level: true, planner: true, frame: true, inputs: true, turns: true }),
  drawings: z.array(laidDrawing).min(1).max(1000),
  /** Once through, by place among the drawings; null is an empty frame. */
  exposures: z.array(shownSchema).min(1).max(LIMITS.length.max),
  cycle: z.boolean(),
  /** A few drawings shown again and again: frames a hand changed stay as they are, and a drawing not asked for stays off the sheet. */
  again: z.literal(true).optional(),
  charts: z
    .array(
      z.strictObject({
        id: idSchema,
        from: place,
        to: place,
        exposure: patternSchema,
        marks: z
          .array(z.strictObject({ drawing: place, fraction: z.number() }))
          .min(1)
          .max(LIMITS.marks),
      }),
    )
    .max(1000),
  /** New landmarks of the level. */
  landmarks: z.array(landmarkSchema).max(LIMITS.landmarks),
})
export type Laying = z.infer<typeof laySchema>

/** Whether there is ink on any pass of a drawing. */
export const drawnIn = (scene: Scene, id: string): boolean =>
  scene.drawings[id] !== undefined && isDrawn(scene.drawings[id])

/** When each drawing is first shown in a plan, in frames from its start, and for how long. */
export const startsOf = (exposures: Laying['exposures']): Map<number, { at: number; frames: number }> => {
  const starts = new Map<number, { at: number; frames: number }>()
  let at = 0
  for (const { drawing, frames } of exposures) {
    if (drawing !== null && !starts.has(drawing)) starts.set(drawing, { at, frames })
    at += frames
  }
  return starts
}
/** No drawing of the plan comes twice. */
export const shownOnce = (exposures: Laying['exposures']): boolean =>
  new Set(exposures.map(({ drawing }) => drawing)).size === exposures.length
