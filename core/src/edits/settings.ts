import { z } from 'zod'
import { joined, totalFrames } from '../timing/sheet'
import { refuse } from '../scene/refusal'
import { settingsSchema, swatchSchema, type Exposure, type Scene } from '../scene/schema'
import { editKind } from './edit'

/** Exposures clipped, or with empty frames after them, so that they last exactly `length` frames. */
function fitted(exposures: readonly Exposure[], length: number): Exposure[] {
  const result: Exposure[] = []
  let left = length
  for (const { drawing, frames } of exposures) {
    if (left > 0) result.push({ drawing, frames: Math.min(frames, left) })
    left -= frames
  }
  if (left > 0) result.push({ drawing: null, frames: length - totalFrames(result) })
  return joined(result)
}

function resized(scene: Scene, length: number): Scene {
  const sheets = Object.fromEntries(
    Object.entries(scene.sheets).map(([take, levels]) => [
      take,
      Object.fromEntries(
        Object.entries(levels).map(([level, exposures]) => {
          const fit = fitted(exposures, length)
          // A ground lies under the whole scene, however long it becomes.
          const ground = scene.levels[level]!.kind === 'ground' && fit.length === 2 && fit[1]!.drawing === null
          return [level, ground ? [{ drawing: fit[0]!.drawing, frames: length }] : fit]
        }),
      ),
    ]),
  )
  return { ...scene, sheets }
}

export const sceneSet = editKind({
  schema: z.strictObject({
    type: z.literal('scene.set'),
    settings: settingsSchema.partial().refine((fields) => Object.keys(fields).length > 0, 'Say what to change.'),
  }),
  apply(scene, { settings }) {
    const next = { ...scene, settings: { ...scene.settings, ...settings } }
    return next.settings.length === scene.settings.length ? next : resized(next, next.settings.length)
  },
  words: ({ settings }) => `the scene's ${Object.keys(settings).join(', ')}`,
})

export const swatchPut = editKind({
  schema: z.strictObject({ type: z.literal('swatch.put'), swatch: swatchSchema }),
  apply(scene, { swatch }) {
    const known = scene.palette.some(({ id }) => id === swatch.id)
    if (!known && scene.palette.length >= 200) refuse('A scene can have 200 colours; merge two before adding another.')
    const palette = known ? scene.palette.map((old) => (old.id === swatch.id ? swatch : old)) : [...scene.palette, swatch]
    return { ...scene, palette }
  },
  words: ({ swatch }) => `the colour ${swatch.name}`,
})
