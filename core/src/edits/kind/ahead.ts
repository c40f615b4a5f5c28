import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { refuse } from '../../scene/refusal'
import { drawingSchema, frameSchema, idSchema, type Drawing, type Scene } from '../../scene/schema'
import { nextPlace } from '../../timing/ahead'
import { numberFor } from '../../timing/numbering'
import { editKind } from '../edit'
import { drawingOf, levelOf, requireFree, withFrames } from '../lookup'
import { asDrawn } from '../resized'
import { copiedInk } from './drawings'

const fresh = drawingSchema.pick({ id: true, role: true })
const frames = z
  .int('An exposure is a whole number of frames.')
  .min(LIMITS.exposure.min, 'A new drawing is shown for at least one frame.')
  .max(LIMITS.exposure.max, `A new drawing is shown for at most ${LIMITS.exposure.max} frames.`)

interface Put {
  readonly take: string
  readonly level: string
  readonly frame: number
  readonly frames: number
  readonly drawing: Omit<Drawing, 'number'>
}

/** Puts a drawing in after the one at a frame; the scene grows, or ends with it, where its length follows the drawings. */
function putNext(scene: Scene, { take, level, frame, frames, drawing }: Put): Scene {
  requireFree(scene.drawings[drawing.id], 'drawing')
  const { frame: from, takes: remove } = nextPlace(scene, { take, level, frame, frames })
  const number = numberFor(scene, level, from)
  const next = { ...scene, drawings: { ...scene.drawings, [drawing.id]: { ...drawing, number } } }
  return asDrawn(next, { take, levels: [level] }, (roomy) => {
    const { length } = roomy.settings
    if (from + frames - 1 > length)
      refuse(
        `The scene ends at frame ${length}. Make it longer, or let its length follow the drawings, to go on from here.`,
      )
    return withFrames(roomy, { take, level, from, remove, insert: [{ drawing: drawing.id, frames }] })
  })
}

/** A new, empty drawing after the one at a frame, on so many frames. */
export const drawingNext = editKind({
  schema: z.strictObject({
    type: z.literal('drawing.next'),
    take: idSchema,
    level: idSchema,
    frame: frameSchema,
    frames,
    drawing: fresh,
  }),
  apply(scene, { type: _, drawing, ...where }) {
    levelOf(scene, where.level)
    return putNext(scene, { ...where, drawing: { ...drawing, level: where.level, note: '', passes: {} } })
  },
  words: () => 'the next drawing',
})

/** A new drawing after the one at a frame that begins with the same ink as `source`. */
export const drawingCarryOn = editKind({
  schema: z.strictObject({
    type: z.literal('drawing.carry-on'),
    take: idSchema,
    frame: frameSchema,
    frames,
    source: idSchema,
    drawing: fresh,
  }),
  ink: copiedInk,
  apply(scene, { type: _, source, drawing, ...where }) {
    const { number: __, ...original } = drawingOf(scene, source)
    return putNext(scene, { ...where, level: original.level, drawing: { ...original, ...drawing } })
  },
  words: ({ source }, scene) => `drawing ${scene.drawings[source]?.number ?? ''} carried on`,
})
