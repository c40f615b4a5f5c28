import { z } from 'zod'
import { LIMITS } from '../limits'
import { joined, overwritten } from '../timing/sheet'
import { refuse } from '../scene/refusal'
import { frameSchema, idSchema, type Exposure } from '../scene/schema'
import { editKind } from './edit'
import { drawingOf, placeOn, sheetOf, withSheet } from './find'

const where = { take: idSchema, level: idSchema, frame: frameSchema }

/**
 * Holds the drawing at `frame` for `frames` frames; what follows moves along. The end of the sheet
 * gives or takes the difference: empty frames first, then the last drawing's hold.
 */
export const exposureHold = editKind({
  schema: z.strictObject({
    type: z.literal('exposure.hold'),
    ...where,
    frames: z.int('An exposure is a whole number of frames.').min(1, 'An exposure lasts at least one frame.').max(LIMITS.length.max),
  }),
  apply(scene, { take, level, frame, frames }) {
    const exposures = sheetOf(scene, take, level)
    const here = placeOn(scene, take, level, frame)
    const later = exposures.slice(here.index + 1)
    let owed = frames - here.frames
    if (owed !== 0 && later.length === 0) {
      if (owed > 0) refuse(`The scene ends at frame ${scene.settings.length}: make it longer to hold this drawing for ${frames} frames.`)
      return withSheet(scene, take, level, joined([...exposures.slice(0, here.index), { ...here, frames }, { drawing: null, frames: -owed }].map(plain)))
    }
    const last = later.at(-1)
    if (last && owed < 0) later[later.length - 1] = { ...last, frames: last.frames - owed }
    while (owed > 0 && later.length > 0) {
      const end = later.pop()!
      const least = end.drawing === null ? 0 : 1
      const given = Math.min(owed, end.frames - least)
      owed -= given
      if (end.frames - given > 0) {
        later.push({ ...end, frames: end.frames - given })
        break
      }
    }
    if (owed > 0) {
      refuse(`There is no room: the last drawing would be left with less than one frame. Make the scene longer or shorten a hold.`)
    }
    return withSheet(scene, take, level, joined([...exposures.slice(0, here.index), { ...here, frames }, ...later].map(plain)))
  },
  words: ({ frame, frames }) => `the drawing at frame ${frame} held for ${frames}`,
})

const plain = ({ drawing, frames }: Exposure): Exposure => ({ drawing, frames })

/** Shows a drawing again (the same one), or nothing, from `frame` to the end of the exposure there. */
export const exposureShow = editKind({
  schema: z.strictObject({ type: z.literal('exposure.show'), ...where, drawing: idSchema.nullable() }),
  apply(scene, { take, level, frame, drawing }) {
    const here = placeOn(scene, take, level, frame)
    if (drawing !== null && drawingOf(scene, drawing).level !== level) refuse('A drawing can be shown only on its own level.')
    const frames = here.frame + here.frames - frame
    return withSheet(scene, take, level, overwritten(sheetOf(scene, take, level), frame, [{ drawing, frames }]))
  },
  words: ({ frame, drawing }, scene) =>
    drawing === null ? `frame ${frame} left empty` : `drawing ${scene.drawings[drawing]?.number ?? ''} shown again at frame ${frame}`,
})

/** Moves the moment the exposure at `frame` begins to frame `to`; only it and the one before change. */
export const exposureMove = editKind({
  schema: z.strictObject({ type: z.literal('exposure.move'), ...where, to: frameSchema }),
  apply(scene, { take, level, frame, to }) {
    const exposures = sheetOf(scene, take, level)
    const here = placeOn(scene, take, level, frame)
    const before = exposures[here.index - 1]
    const earliest = before ? here.frame - before.frames + 1 : 1
    const latest = here.frame + here.frames - 1
    if (to > latest || (before ? to < earliest : to < 1)) {
      refuse(`It can begin from frame ${earliest} to frame ${latest}: beyond that its neighbour would be left with less than one frame.`)
    }
    const moved = [
      ...exposures.slice(0, Math.max(0, here.index - 1)),
      { drawing: before?.drawing ?? null, frames: (before?.frames ?? 0) + to - here.frame },
      { drawing: here.drawing, frames: latest - to + 1 },
      ...exposures.slice(here.index + 1),
    ].filter((exposure) => exposure.frames > 0)
    return withSheet(scene, take, level, joined(moved))
  },
  words: ({ frame, to }) => `the drawing at frame ${frame} moved to frame ${to}`,
})
