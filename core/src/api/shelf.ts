import { z } from 'zod'
import { limitsSchema } from '../checks/limits'
import { idSchema, nameSchema, type Scene } from '../scene/schema'
import { progress } from '../timing/work'
import { endpoint } from './endpoint'

/** What the shelf shows of a scene. */
export const summarySchema = z.object({
  name: z.string(),
  fps: z.int(),
  length: z.int(),
  width: z.int(),
  height: z.int(),
  paper: z.string(),
  /** Drawings the main take shows: drawn, and still to draw. */
  done: z.int(),
  toDo: z.int(),
})
export type Summary = z.infer<typeof summarySchema>

export function summaryOf(scene: Scene): Summary {
  const { name, fps, length, width, height, paper } = scene.settings
  return { name, fps, length, width, height, paper, ...progress(scene) }
}

export const shelvedSceneSchema = summarySchema.extend({
  id: idSchema,
  version: z.int(),
  updatedAt: z.string(),
  /** What was mended when it was opened, or why it cannot be read. */
  told: z.string().optional(),
})
export type ShelvedScene = z.infer<typeof shelvedSceneSchema>

export const productionSchema = z.object({
  id: idSchema,
  name: nameSchema,
  /** Of all its scenes, also those not in this answer. */
  count: z.int(),
  scenes: z.array(shelvedSceneSchema),
})
export type Production = z.infer<typeof productionSchema>

const inProduction = z.object({ production: idSchema })

export const readShelf = endpoint({
  operation: 'readShelf',
  method: 'get',
  path: '/api/shelf',
  summary: 'Productions with their first scenes: what they are, what is drawn and what is left',
  answer: z.array(productionSchema),
  problems: [503],
})

export const readScenesAfter = endpoint({
  operation: 'readScenesAfter',
  method: 'get',
  path: '/api/productions/:production/scenes',
  summary: 'The scenes of a production after one of them, 120 at most',
  params: inProduction,
  query: z.object({ after: idSchema }),
  answer: z.array(shelvedSceneSchema),
  problems: [400, 404, 503],
})

export const createProduction = endpoint({
  operation: 'createProduction',
  method: 'post',
  path: '/api/productions',
  summary: 'Put a new production on the shelf',
  status: 201,
  body: z.strictObject({ id: idSchema, name: nameSchema }),
  answer: z.object({ id: idSchema, name: nameSchema }),
  problems: [400, 403, 413, 415, 422, 503],
})

export const setLimits = endpoint({
  operation: 'setLimits',
  method: 'post',
  path: '/api/productions/:production/limits',
  summary: "A production's own limits for Second look; what is not named is as the checks have it",
  params: inProduction,
  body: limitsSchema,
  answer: limitsSchema,
  problems: [400, 403, 404, 413, 415, 422, 503],
})
