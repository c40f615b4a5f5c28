import { z } from 'zod'
import { isCycle } from '../../timing/column'
import { refuse } from '../../scene/refusal'
import { idSchema, type Exposure } from '../../scene/schema'
import { editKind } from '../edit'
import { columnOf, drawingOf, withSheet } from '../lookup'

/**
 * Puts a drawing at another place among those of its level, its hold with it, as one lays out cards:
 * each exposure of it goes before the first of `before`, or to the end. Cycles stay as they are.
 */
export const cardMove = editKind({
  schema: z.strictObject({
    type: z.literal('card.move'),
    take: idSchema,
    drawing: idSchema,
    before: idSchema.nullable(),
  }),
  apply(scene, { take, drawing, before }) {
    const { level, number } = drawingOf(scene, drawing)
    const column = columnOf(scene, take, level)
    const moved = column.filter((entry): entry is Exposure => !isCycle(entry) && entry.drawing === drawing)
    if (moved.length === 0)
      refuse(`Drawing ${number} is on no frame of this take, or only in a cycle. Take the cycle apart first.`)
    if (before === drawing) return scene
    const rest = column.filter((entry) => isCycle(entry) || entry.drawing !== drawing)
    const last = rest.findLastIndex((entry) => isCycle(entry) || entry.drawing !== null) + 1
    const at =
      before === null
        ? last
        : rest.findIndex((entry) => (isCycle(entry) ? entry.cycle : [entry]).some((each) => each.drawing === before))
    if (at < 0) refuse('The drawing it should go before is on no frame of this take.')
    return withSheet(scene, take, level, rest.toSpliced(at, 0, ...moved))
  },
  words: ({ drawing }, scene) => `drawing ${scene.drawings[drawing]?.number ?? ''} put at another place in the order`,
})
