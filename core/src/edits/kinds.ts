import { z } from 'zod'
import { answerPut, answerRemove } from './answers'
import { restore } from './changes'
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
import type { EditKind } from './edit'
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

/** Every kind of edit. A new one is a file of its own and a line here. */
const KINDS = [
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
] as const

type SchemasOf<T extends readonly { readonly schema: unknown }[]> = { -readonly [K in keyof T]: T[K]['schema'] }

export const simpleEditSchema = z.discriminatedUnion(
  'type',
  KINDS.map(({ schema }) => schema) as unknown as SchemasOf<typeof KINDS>,
)
/** An edit of one kind. */
export type SimpleEdit = z.infer<typeof simpleEditSchema>

type AnyKind = EditKind<z.ZodType<SimpleEdit>>
/** The kinds by their type. */
export const EDIT_KINDS: ReadonlyMap<string, AnyKind> = new Map(
  KINDS.map((kind) => [kind.schema.shape.type.value, kind as unknown as AnyKind]),
)

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
