import { z } from 'zod'
import { changesSchema, restored } from './changes'
import { chartAdd, chartRemove } from './charts'
import { drawingAdd, drawingCopy, drawingRemove, drawingSet, drawingsRenumber } from './drawings'
import { editKind, type EditKind } from './edit'
import { exposureHold, exposureMove, exposureShow } from './exposures'
import { inkChange } from './ink'
import { levelAdd, levelSet } from './levels'
import { sceneSet, swatchPut } from './settings'

/** Puts parts of the scene back to what they were, if they are still what the edit left behind. */
const restore = editKind({
  schema: z.strictObject({ type: z.literal('restore'), changes: changesSchema }),
  apply: (scene, { changes }) => restored(scene, changes),
  words: () => 'a step undone or redone',
})

/** Every kind of edit by its type. A new kind is one file and one line in each list here. */
export const EDIT_KINDS: Readonly<Record<string, EditKind<z.ZodType<never>>>> = Object.fromEntries(
  [
    sceneSet, swatchPut, levelAdd, levelSet, drawingAdd, drawingCopy, drawingSet, drawingRemove, drawingsRenumber,
    chartAdd, chartRemove, exposureHold, exposureShow, exposureMove, inkChange, restore,
  ].map((kind) => [kind.schema.shape.type.value, kind as unknown as EditKind<z.ZodType<never>>]),
)

export const editSchema = z.discriminatedUnion('type', [
  sceneSet.schema, swatchPut.schema, levelAdd.schema, levelSet.schema, drawingAdd.schema, drawingCopy.schema,
  drawingSet.schema, drawingRemove.schema, drawingsRenumber.schema, chartAdd.schema, chartRemove.schema,
  exposureHold.schema, exposureShow.schema, exposureMove.schema, inkChange.schema, restore.schema,
])
export type Edit = z.infer<typeof editSchema>
