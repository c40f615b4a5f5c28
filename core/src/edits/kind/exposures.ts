import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { cycleAt, inFirstTurn } from '../../timing/column'
import { exposureAt, exposuresOf } from '../../timing/sheet'
import { refuse } from '../../scene/refusal'
import { frameSchema, idSchema } from '../../scene/schema'
import { editKind } from '../edit'
import { columnOf, drawingOf, placeOn, withFrames } from '../lookup'
import { asDrawn } from '../resized'

const where = { take: idSchema, level: idSchema, frame: frameSchema }

/**
 * Holds the drawing at `frame` for `frames` frames; what follows moves along. The end of the sheet
 * gives or takes the difference: empty frames first, then the last drawing's hold; where the length follows the
 * drawings the scene itself grows or ends sooner.
 */
export const exposureHold = editKind({
  schema: z.strictObject({
    type: z.literal('exposure.hold'),
    ...where,
    frames: z
      .int('An exposure is a whole number of frames.')
      .min(1, 'An exposure lasts at least one frame.')
      .max(LIMITS.length.max),
  }),
  apply(before, { take, level, frame, frames }) {
    placeOn(before, take, level, frame)
    return asDrawn(before, { take, levels: [level] }, (scene) => {
      const { drawing, frame: from, frames: held } = placeOn(scene, take, level, frame)
      const { length } = scene.settings
      const isLast = from + held > length && !cycleAt(columnOf(scene, take, level), frame)
      if (isLast && frames > held)
        refuse(`The scene ends at frame ${length}: make it longer to hold this drawing for ${frames} frames.`)
      const rest = isLast && frames < held ? [{ drawing: null, frames: held - frames }] : []
      return withFrames(scene, { take, level, from, remove: held, insert: [{ drawing, frames }, ...rest] })
    })
  },
  words: ({ frame, frames }) => `the drawing at frame ${frame} held for ${frames}`,
})

/** Shows a drawing again (the same one), or nothing, from `frame` to the end of the exposure there. */
export const exposureShow = editKind({
  schema: z.strictObject({ type: z.literal('exposure.show'), ...where, drawing: idSchema.nullable() }),
  apply(scene, { take, level, frame, drawing }) {
    const here = placeOn(scene, take, level, frame)
    if (drawing !== null && drawingOf(scene, drawing).level !== level)
      refuse('A drawing can be shown only on its own level.')
    const from = inFirstTurn(columnOf(scene, take, level), frame)
    const frames = here.frame + here.frames - from
    return withFrames(scene, { take, level, from, remove: frames, insert: [{ drawing, frames }] })
  },
  words: ({ frame, drawing }, scene) =>
    drawing === null
      ? `frame ${frame} left empty`
      : `drawing ${scene.drawings[drawing]?.number ?? ''} shown again at frame ${frame}`,
})

/** Moves the moment the exposure at `frame` begins to frame `to`; only it and the one before change. */
export const exposureMove = editKind({
  schema: z.strictObject({ type: z.literal('exposure.move'), ...where, to: frameSchema }),
  apply(scene, { take, level, frame, to: wished }) {
    const here = placeOn(scene, take, level, frame)
    // A cycle's turn is dragged wherever it is seen, and changed in its first turn.
    const to = wished + inFirstTurn(columnOf(scene, take, level), frame) - frame
    const before = here.index === 0 ? undefined : exposureAt(exposuresOf(scene, level, take), here.frame - 1)
    const earliest = before ? here.frame - before.frames + 1 : here.frame
    const latest = here.frame + here.frames - 1
    if (to > latest || to < earliest) {
      refuse(
        `It can begin from frame ${earliest} to frame ${latest}: beyond that its neighbour would be left with less than one frame.`,
      )
    }
    const from = before?.frame ?? here.frame
    const insert = [
      { drawing: before?.drawing ?? null, frames: to - from },
      { drawing: here.drawing, frames: latest - to + 1 },
    ]
    return withFrames(scene, {
      take,
      level,
      from,
      remove: latest - from + 1,
      insert: insert.filter(({ frames }) => frames > 0),
    })
  },
  words: ({ frame, to }) => `the drawing at frame ${frame} moved to frame ${to}`,
})
