import { z } from 'zod'
import { LIMITS } from '../base/limits'
import { drawingCarryOn, drawingNext } from './kind/ahead'
import { answerPut, answerRemove } from './kind/answers'
import { restore } from './kind/part-changes'
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
} from './kind/charts'
import { drawingAdd, drawingBring, drawingCopy, drawingRemove, drawingSet, drawingsRenumber } from './kind/drawings'
import type { EditKind } from './edit'
import { cameraKey } from './kind/camera'
import { cardMove } from './kind/cards'
import { contactPut, contactRemove } from './kind/contacts'
import { exposureHold, exposureMove, exposureShow } from './kind/exposures'
import { footagePut, footageRemove } from './kind/footage'
import { inkChange } from './kind/ink'
import { landmarkPlace, landmarkPut, landmarkRemove, pinSet } from './kind/landmarks'
import { levelAdd, levelRemove, levelSet, levelsOrder } from './kind/levels'
import { framesPutIn, framesTakeOut, sheetRange } from './kind/ranges'
import { pagePut, pageRemove } from './kind/pages'
import { planLay, planRemove, planSet } from './kind/plans'
import { swatchFollow, swatchPlace, swatchPour, swatchPut, swatchTakeOut } from './kind/palette'
import { referencePut, referenceRemove } from './kind/references'
import { textSchema } from '../scene/schema'
import { sceneRate, sceneSet } from './kind/settings'
import { sceneSize } from './kind/size'
import { writingPut, writingRemove } from './kind/writings'
import { rulerPut, rulerRemove } from './kind/rulers'
import { soundPut, soundRemove, soundSaid } from './kind/sounds'
import { sheetLay, takeAdd, takeMain, takeNote, takeSet } from './kind/takes'

/** Every kind of edit. A new one is a file of its own and a line here. */
const KINDS = [
  sceneSet,
  sceneRate,
  sceneSize,
  swatchPut,
  levelAdd,
  levelSet,
  levelRemove,
  levelsOrder,
  drawingAdd,
  drawingCopy,
  drawingBring,
  drawingNext,
  drawingCarryOn,
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
  landmarkPlace,
  pinSet,
  takeAdd,
  takeSet,
  takeMain,
  takeNote,
  inkChange,
  restore,
  swatchPour,
  swatchTakeOut,
  swatchPlace,
  swatchFollow,
  referencePut,
  referenceRemove,
  cardMove,
  answerPut,
  answerRemove,
  planLay,
  planRemove,
  planSet,
  footagePut,
  footageRemove,
  pagePut,
  pageRemove,
  soundPut,
  soundRemove,
  soundSaid,
  writingPut,
  writingRemove,
  rulerPut,
  rulerRemove,
  cameraKey,
  contactPut,
  contactRemove,
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

/** Characters of the words for several edits. */
export const MOST_WORDS = 300
export const wordsSchema = textSchema(MOST_WORDS, 'The words for a step are too long.').min(1)

/** Several edits made as one step, all or none, told in the words of whoever made them. */
const togetherSchema = z.strictObject({
  type: z.literal('together'),
  words: wordsSchema,
  edits: z.array(simpleEditSchema).min(1).max(LIMITS.editsTogether),
})

export const editSchema = z.discriminatedUnion('type', [...simpleEditSchema.options, togetherSchema])
export type Edit = z.infer<typeof editSchema>

/** The edits an edit is made of: itself, or those made together. */
export const simpleEditsOf = (edit: Edit): readonly SimpleEdit[] => (edit.type === 'together' ? edit.edits : [edit])

/** What an edit that copies a drawing copies, and onto which; undefined for any other. */
export function copyOf(edit: SimpleEdit): { readonly source: string; readonly drawing: string } | undefined {
  const ink = EDIT_KINDS.get(edit.type)?.ink
  return ink?.source && { source: ink.source(edit), drawing: ink.drawing(edit) }
}
