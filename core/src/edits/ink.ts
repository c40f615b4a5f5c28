import { z } from 'zod'
import { LIMITS } from '../limits'
import { placedPieceSchema, type PlacedPiece } from '../shape/ink'
import { refuse } from '../scene/refusal'
import { idSchema, passSchema, type Drawing } from '../scene/schema'
import { editKind } from './edit'
import { drawingOf } from './find'

const pieces = z
  .array(placedPieceSchema)
  .max(LIMITS.piecesPerEdit, `One edit can carry at most ${LIMITS.piecesPerEdit} lines.`)

const namesTwice = (placed: readonly PlacedPiece[]) => placed.length > 1 && new Set(placed.map(({ piece }) => piece.id)).size < placed.length

/** Ink put on and taken off one pass. The scene only counts the pieces; `changeInk` lays them. */
export const inkChange = editKind({
  schema: z.strictObject({ type: z.literal('ink.change'), drawing: idSchema, pass: passSchema, remove: pieces, add: pieces }),
  parts: ({ drawing }) => [['drawings', drawing]],
  apply(scene, { drawing, pass, remove, add }) {
    const before = drawingOf(scene, drawing)
    if (scene.levels[before.level]!.passes?.[pass]?.locked) refuse(`The ${pass} pass of level ${scene.levels[before.level]!.name} is locked. Unlock it among the passes first.`)
    if (namesTwice(remove) || namesTwice(add)) refuse('A line is named twice in one change.')
    const count = (before.passes[pass] ?? 0) + add.length - remove.length
    if (count < 0) refuse('A line to take out is no longer on this drawing; it was changed somewhere else.')
    for (const { piece } of add) {
      if (!scene.palette.some(({ id }) => id === piece.swatch)) refuse('This line uses a colour that is not in the scene.')
    }
    const { [pass]: _, ...others } = before.passes
    const passes: Drawing['passes'] = count === 0 ? others : { ...others, [pass]: count }
    return { ...scene, drawings: { ...scene.drawings, [drawing]: { ...before, passes } } }
  },
  words({ drawing, remove, add }, scene) {
    const lines = (count: number) => (count === 1 ? 'a line' : `${count} lines`)
    const where = `drawing ${scene.drawings[drawing]?.number ?? ''}`
    if (remove.length === 0) return `${lines(add.length)} on ${where}`
    return add.length === 0 ? `${lines(remove.length)} taken off ${where}` : `${lines(remove.length)} of ${where} changed`
  },
})
