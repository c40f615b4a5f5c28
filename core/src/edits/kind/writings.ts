import { z } from 'zod'
import { refuse } from '../../scene/refusal'
import { idSchema, writingSchema, type Scene } from '../../scene/schema'
import { editKind } from '../edit'
import { drawingOf } from '../lookup'
import { withoutWritings } from '../take-out'

const numberOf = (scene: Scene, drawing: string) => scene.drawings[drawing]?.number ?? ''

/** The pen's ways over the lettering of a drawing, or those that are there put in another order or turned round. */
export const writingPut = editKind({
  schema: z.strictObject({ type: z.literal('writing.put'), drawing: idSchema, writing: writingSchema }),
  apply(scene, { drawing, writing }) {
    drawingOf(scene, drawing)
    return { ...scene, writings: { ...scene.writings, [drawing]: writing } }
  },
  words: ({ drawing }, scene) => `the way drawing ${numberOf(scene, drawing)} is written`,
})

export const writingRemove = editKind({
  schema: z.strictObject({ type: z.literal('writing.remove'), drawing: idSchema }),
  apply(scene, { drawing }) {
    if (!scene.writings?.[drawing]) refuse('This drawing has no way of the pen any more.')
    return withoutWritings(scene, [drawing])
  },
  words: ({ drawing }, scene) => `the way drawing ${numberOf(scene, drawing)} is written taken out`,
})
