import { progress, type Scene } from '@unhurried/core'
import { z } from 'zod'

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
