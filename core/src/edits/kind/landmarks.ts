import { z } from 'zod'
import { placedBefore } from '../../base/placed-before'
import { refuse } from '../../scene/refusal'
import { idSchema, landmarkSchema, pinSchema, type Drawing, type Level, type Scene } from '../../scene/schema'
import { editKind } from '../edit'
import { drawingOf, levelOf } from '../lookup'

const withLevel = (scene: Scene, level: Level): Scene => ({ ...scene, levels: { ...scene.levels, [level.id]: level } })

function withPin({ pins, ...drawing }: Drawing, landmark: string, pin: z.infer<typeof pinSchema> | null): Drawing {
  const { [landmark]: _, ...others } = pins ?? {}
  const next = pin === null ? others : { ...others, [landmark]: pin }
  return Object.keys(next).length > 0 ? { ...drawing, pins: next } : drawing
}

const landmarkName = (scene: Scene, level: string, landmark: string) =>
  scene.levels[level]?.landmarks?.find((each) => each.id === landmark)?.name ?? ''

/** A new landmark of a level, or another name for one it has. */
export const landmarkPut = editKind({
  schema: z.strictObject({ type: z.literal('landmark.put'), level: idSchema, landmark: landmarkSchema }),
  apply(scene, { level: id, landmark }) {
    const level = levelOf(scene, id)
    const before = level.landmarks ?? []
    if (before.some((each) => each.id !== landmark.id && each.name === landmark.name))
      refuse(`There is a landmark called ${landmark.name} on this level already.`)
    const known = before.some((each) => each.id === landmark.id)
    return withLevel(scene, {
      ...level,
      landmarks: known ? before.map((each) => (each.id === landmark.id ? landmark : each)) : [...before, landmark],
    })
  },
  words: ({ landmark }) => `the landmark ${landmark.name}`,
})

/** Puts a landmark before another in the order in which they are pinned, or last. */
export const landmarkPlace = editKind({
  schema: z.strictObject({
    type: z.literal('landmark.place'),
    level: idSchema,
    landmark: idSchema,
    before: idSchema.nullable(),
  }),
  apply(scene, { level: id, landmark, before }) {
    const level = levelOf(scene, id)
    const landmarks = placedBefore(level.landmarks ?? [], landmark, before)
    return landmarks ? withLevel(scene, { ...level, landmarks }) : refuse('This landmark is not on the level any more.')
  },
  words: ({ level, landmark }, scene) => `the place of the landmark ${landmarkName(scene, level, landmark)}`,
})

/** Takes a landmark away with its pins on every drawing and its bends on every chart. */
export const landmarkRemove = editKind({
  schema: z.strictObject({ type: z.literal('landmark.remove'), level: idSchema, landmark: idSchema }),
  apply(scene, { level: id, landmark }) {
    const { landmarks = [], ...level } = levelOf(scene, id)
    const left = landmarks.filter((each) => each.id !== landmark)
    if (left.length === landmarks.length) refuse('This landmark is not on the level any more.')
    const drawings = Object.fromEntries(
      Object.entries(scene.drawings).map(([key, entry]) => [
        key,
        entry.pins?.[landmark] ? withPin(entry, landmark, null) : entry,
      ]),
    )
    const charts = Object.fromEntries(
      Object.entries(scene.charts).map(([key, entry]) => {
        if (entry.bends?.[landmark] === undefined) return [key, entry]
        const { bends, ...chart } = entry
        const { [landmark]: _, ...others } = bends
        return [key, Object.keys(others).length > 0 ? { ...chart, bends: others } : chart]
      }),
    )
    const guides =
      scene.guides &&
      Object.fromEntries(
        Object.entries(scene.guides).map(([key, entry]) => {
          const { [landmark]: gone, ...targets } = entry.targets
          return [key, gone ? { ...entry, targets } : entry]
        }),
      )
    return withLevel(
      { ...scene, drawings, charts, ...(guides && { guides }) },
      left.length > 0 ? { ...level, landmarks: left } : level,
    )
  },
  words: ({ level, landmark }, scene) => `the landmark ${landmarkName(scene, level, landmark)} taken out`,
})

/** Where a landmark lies on a drawing; null takes the pin out. */
export const pinSet = editKind({
  schema: z.strictObject({
    type: z.literal('pin.set'),
    drawing: idSchema,
    landmark: idSchema,
    pin: pinSchema.nullable(),
  }),
  apply(scene, { drawing: id, landmark, pin }) {
    const drawing = drawingOf(scene, id)
    if (!levelOf(scene, drawing.level).landmarks?.some((each) => each.id === landmark))
      refuse('This landmark is not on the level of this drawing.')
    return { ...scene, drawings: { ...scene.drawings, [id]: withPin(drawing, landmark, pin) } }
  },
  words: ({ drawing, landmark, pin }, scene) => {
    const entry = scene.drawings[drawing]
    const name = entry && landmarkName(scene, entry.level, landmark)
    return `${name || 'a landmark'} ${pin ? 'pinned on' : 'unpinned from'} drawing ${entry?.number ?? ''}`
  },
})
