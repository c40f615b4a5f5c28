import { z } from 'zod'
import { LIMITS } from '../../base/limits'
import { changeInk, placedPieceSchema, type PlacedPiece } from '../../ink/ink'
import { refuse } from '../../scene/refusal'
import { idSchema, passSchema, type Drawing, type Scene } from '../../scene/schema'
import { editKind } from '../edit'
import { drawingOf, refuseLockedLevel } from '../lookup'

const pieces = z
  .array(placedPieceSchema)
  .max(LIMITS.piecesPerEdit, `One edit can carry at most ${LIMITS.piecesPerEdit} lines.`)

const inkSchema = z.strictObject({
  type: z.literal('ink.change'),
  drawing: idSchema,
  pass: passSchema,
  remove: pieces,
  add: pieces,
})
type InkEdit = z.infer<typeof inkSchema>

/**
 * The drawing after a change of its lines: all that such an edit does to a scene, for whoever keeps a scene of
 * many drawings and has many lines to count. Errors: EditRefused.
 */
export function drawingInked(
  { levels, palette }: Pick<Scene, 'levels' | 'palette'>,
  drawing: Drawing,
  { pass, remove, add }: InkEdit,
): Drawing {
  const level = levels[drawing.level]!
  if (level.locked) refuseLockedLevel(level)
  if (level.passes?.[pass]?.locked)
    refuse(`The ${pass} pass of level ${level.name} is locked. Unlock it among the passes first.`)
  if (namesTwice(remove) || namesTwice(add)) refuse('A line is named twice in one change.')
  const count = (drawing.passes[pass] ?? 0) + add.length - remove.length
  if (count < 0) refuse('A line to take out is no longer on this drawing; it was changed somewhere else.')
  for (const { piece } of add) {
    if (!palette.some(({ id }) => id === piece.swatch)) refuse('This line uses a colour that is not in the scene.')
  }
  const { [pass]: _, ...others } = drawing.passes
  return { ...drawing, passes: count === 0 ? others : { ...others, [pass]: count } }
}

const namesTwice = (placed: readonly PlacedPiece[]) =>
  placed.length > 1 && new Set(placed.map(({ piece }) => piece.id)).size < placed.length

/** Ink put on and taken off one pass. The scene only counts the pieces; `changeInk` lays them. */
export const inkChange = editKind({
  schema: inkSchema,
  parts: ({ drawing }) => [['drawings', drawing]],
  inverse: (edit) => ({ ...edit, remove: edit.add, add: edit.remove }),
  ink: {
    drawing: ({ drawing }) => drawing,
    lay: (edit, inkOf) => {
      const { drawing, pass } = edit
      return [{ drawing, pass, ink: changeInk(inkOf(drawing, pass), edit) }]
    },
  },
  apply(scene, edit) {
    const drawing = drawingInked(scene, drawingOf(scene, edit.drawing), edit)
    return { ...scene, drawings: { ...scene.drawings, [drawing.id]: drawing } }
  },
  words({ drawing, remove, add }, scene) {
    const lines = (count: number) => (count === 1 ? 'a line' : `${count} lines`)
    const where = `drawing ${scene.drawings[drawing]?.number ?? ''}`
    if (remove.length === 0) return `${lines(add.length)} on ${where}`
    return add.length === 0
      ? `${lines(remove.length)} taken off ${where}`
      : `${lines(remove.length)} of ${where} changed`
  },
})
