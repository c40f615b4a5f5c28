import { z } from 'zod'
import { answerPut, answerRemove } from './answers'
import { changesSchema, restored } from './changes'
import {
  chartAdd,
  chartBend,
  chartExpose,
  chartFractions,
  chartMatch,
  chartPutIn,
  chartRemove,
  chartSpace,
  chartTakeOut,
  chartTakeOver,
} from './charts'
import { drawingAdd, drawingCopy, drawingRemove, drawingSet, drawingsRenumber } from './drawings'
import { editKind, type EditKind } from './edit'
import { cardMove } from './cards'
import { exposureHold, exposureMove, exposureShow } from './exposures'
import { inkChange } from './ink'
import { landmarkPut, landmarkRemove, pinSet } from './landmarks'
import { levelAdd, levelSet, levelsOrder } from './levels'
import { framesPutIn, framesTakeOut, sheetRange } from './ranges'
import { planLay, planRemove } from './plans'
import { swatchPour, swatchPut, swatchTakeOut } from './palette'
import { referencePut, referenceRemove } from './references'
import { textSchema } from '../scene/schema'
import { sceneRate, sceneSet } from './settings'
import { sheetLay, takeAdd, takeMain, takeNote, takeSet } from './takes'

/** Puts parts of the scene back to what they were, if they are still what the edit left behind. */
const restore = editKind({
  schema: z.strictObject({ type: z.literal('restore'), changes: changesSchema }),
  apply: (scene, { changes }) => restored(scene, changes),
  words: () => 'a step undone or redone',
})

/** Every kind of edit by its type. A new kind is one file and one line in each list here. */
export const EDIT_KINDS: Readonly<Record<string, EditKind<z.ZodType<never>>>> = Object.fromEntries(
  [
    sceneSet,
    sceneRate,
    swatchPut,
    levelAdd,
    levelSet,
    levelsOrder,
    drawingAdd,
    drawingCopy,
    drawingSet,
    drawingRemove,
    drawingsRenumber,
    chartAdd,
    chartRemove,
    chartSpace,
    chartFractions,
    chartPutIn,
    chartTakeOut,
    chartExpose,
    chartBend,
    chartMatch,
    chartTakeOver,
    exposureHold,
    exposureShow,
    exposureMove,
    sheetRange,
    framesPutIn,
    framesTakeOut,
    sheetLay,
    landmarkPut,
    landmarkRemove,
    pinSet,
    takeAdd,
    takeSet,
    takeMain,
    takeNote,
    inkChange,
    restore,
    swatchPour,
    swatchTakeOut,
    referencePut,
    referenceRemove,
    cardMove,
    answerPut,
    answerRemove,
    planLay,
    planRemove,
  ].map((kind) => [kind.schema.shape.type.value, kind as unknown as EditKind<z.ZodType<never>>]),
)

export const simpleEditSchema = z.discriminatedUnion('type', [
  sceneSet.schema,
  sceneRate.schema,
  swatchPut.schema,
  levelAdd.schema,
  levelSet.schema,
  levelsOrder.schema,
  drawingAdd.schema,
  drawingCopy.schema,
  drawingSet.schema,
  drawingRemove.schema,
  drawingsRenumber.schema,
  chartAdd.schema,
  chartRemove.schema,
  chartSpace.schema,
  chartFractions.schema,
  chartPutIn.schema,
  chartTakeOut.schema,
  chartExpose.schema,
  chartBend.schema,
  chartMatch.schema,
  chartTakeOver.schema,
  exposureHold.schema,
  exposureShow.schema,
  exposureMove.schema,
  sheetRange.schema,
  framesPutIn.schema,
  framesTakeOut.schema,
  sheetLay.schema,
  landmarkPut.schema,
  landmarkRemove.schema,
  pinSet.schema,
  takeAdd.schema,
  takeSet.schema,
  takeMain.schema,
  takeNote.schema,
  inkChange.schema,
  restore.schema,
  swatchPour.schema,
  swatchTakeOut.schema,
  referencePut.schema,
  referenceRemove.schema,
  cardMove.schema,
  answerPut.schema,
  answerRemove.schema,
  planLay.schema,
  planRemove.schema,
])
/** An edit of one kind. */
export type SimpleEdit = z.infer<typeof simpleEditSchema>

/** Several edits made as one step, all or none, told in the words of whoever made them. */
const togetherSchema = z.strictObject({
  type: z.literal('together'),
  words: textSchema(300, 'The words for a step are too long.').min(1),
  edits: z.array(simpleEditSchema).min(1).max(5000),
})

export const editSchema = z.discriminatedUnion('type', [...simpleEditSchema.options, togetherSchema])
export type Edit = z.infer<typeof editSchema>

/** The edits an edit is made of: itself, or those made together. */
export const simpleEditsOf = (edit: Edit): readonly SimpleEdit[] => (edit.type === 'together' ? edit.edits : [edit])
