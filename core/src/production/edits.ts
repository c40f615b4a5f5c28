import { z } from 'zod'
import { idSchema } from '../scene/schema'
import { refuse } from '../scene/refusal'
import {
  characterHeadSchema,
  libraryColourSchema,
  MOST_PARTS,
  modelSheetSchema,
  reelHeadSchema,
  shotSchema,
  type ProductionDocument,
} from './schema'

/** Where a part goes among its like: before another, last, or, absent, where it is; what is new goes last. */
const before = idSchema.nullable().optional()

/** Every change of what a production has beside its scenes: a part is put, whole, or taken out. */
export const productionEditSchema = z.discriminatedUnion('type', [
  z.strictObject({ type: z.literal('reel.put'), part: reelHeadSchema, before }),
  z.strictObject({ type: z.literal('reel.remove'), id: idSchema }),
  z.strictObject({ type: z.literal('shot.put'), of: idSchema, part: shotSchema, before }),
  z.strictObject({ type: z.literal('shot.remove'), of: idSchema, id: idSchema }),
  z.strictObject({ type: z.literal('character.put'), part: characterHeadSchema, before }),
  z.strictObject({ type: z.literal('character.remove'), id: idSchema }),
  z.strictObject({ type: z.literal('colour.put'), of: idSchema, part: libraryColourSchema, before }),
  z.strictObject({ type: z.literal('colour.remove'), of: idSchema, id: idSchema }),
  z.strictObject({ type: z.literal('sheet.put'), of: idSchema, part: modelSheetSchema, before }),
  z.strictObject({ type: z.literal('sheet.remove'), of: idSchema, id: idSchema }),
])
export type ProductionEdit = z.infer<typeof productionEditSchema>

type Part = { readonly id: string }
type Kind = 'reel' | 'shot' | 'character' | 'colour' | 'sheet'

/** Where the parts of each kind lie: in a list of the document, or in one of a part of such a list. */
const LISTS = {
  reel: { list: 'reels', begins: { shots: [] }, word: 'reel' },
  shot: { owner: 'reels', list: 'shots', begins: {}, word: 'shot' },
  character: { list: 'characters', begins: { colours: [], sheets: [] }, word: 'entry of the library' },
  colour: { owner: 'characters', list: 'colours', begins: {}, word: 'colour' },
  sheet: { owner: 'characters', list: 'sheets', begins: {}, word: 'model sheet' },
} as const

const kindOf = ({ type }: ProductionEdit) => type.split('.')[0] as Kind
const gone = (word: string) => refuse(`This ${word} is not in the production any more.`)

/** The lists are the schema's to know: here they are only looked up by name. */
type Lists = Record<string, readonly Part[]>

function listOf(document: ProductionDocument, edit: ProductionEdit): readonly Part[] {
  const place = LISTS[kindOf(edit)]
  if (!('owner' in place)) return document[place.list]
  const owner = document[place.owner].find(({ id }) => 'of' in edit && id === edit.of)
  return (owner as unknown as Lists | undefined)?.[place.list] ?? gone(place.owner === 'reels' ? 'reel' : 'entry')
}

function withList(document: ProductionDocument, edit: ProductionEdit, list: readonly Part[]): ProductionDocument {
  const place = LISTS[kindOf(edit)]
  if (!('owner' in place)) return { ...document, [place.list]: list }
  const owners = document[place.owner].map((owner) =>
    'of' in edit && owner.id === edit.of ? { ...owner, [place.list]: list } : owner,
  )
  return { ...document, [place.owner]: owners }
}

/** What a put changes of a part; lists within it, which have edits of their own, stay. */
function changed(edit: Extract<ProductionEdit, { part: Part }>, there: Part | undefined): Part {
  const { begins } = LISTS[kindOf(edit)]
  const within = Object.fromEntries(
    Object.entries(begins).map(([list, empty]) => [list, (there as Lists | undefined)?.[list] ?? empty]),
  )
  return { ...edit.part, ...within }
}

function put(list: readonly Part[], edit: Extract<ProductionEdit, { part: Part }>): readonly Part[] {
  const at = list.findIndex(({ id }) => id === edit.part.id)
  const part = changed(edit, list[at])
  if (edit.before === undefined && at >= 0) return list.with(at, part)
  const others = list.filter(({ id }) => id !== part.id)
  if (edit.before === undefined || edit.before === null) return [...others, part]
  const place = others.findIndex(({ id }) => id === edit.before)
  if (place < 0) refuse('What this should go before is not there any more.')
  return others.toSpliced(place, 0, part)
}

/**
 * A document with an edit made on it, whole again: the edit is held against its schema and its list against its length,
 * and nothing else can have changed. Errors: EditRefused, with a sentence, when the edit cannot be made; then nothing has.
 */
export function applyProductionEdit(document: ProductionDocument, edit: ProductionEdit): ProductionDocument {
  const parsed = productionEditSchema.safeParse(edit)
  if (!parsed.success) refuse(parsed.error.issues[0]!.message)
  const list = listOf(document, edit)
  const after = 'part' in edit ? put(list, edit) : list.filter(({ id }) => id !== edit.id)
  if (!('part' in edit) && after.length === list.length) gone(LISTS[kindOf(edit)].word)
  const { most, sentence } = MOST_PARTS[kindOf(edit)]
  if (after.length > most) refuse(sentence)
  return withList(document, edit, after)
}

/** The edits that make a document what it was before an edit that can be made on it, in the order to be made. */
export function inverseOfProduction(document: ProductionDocument, edit: ProductionEdit): ProductionEdit[] {
  const kind = kindOf(edit)
  const id = 'part' in edit ? edit.part.id : edit.id
  const list = listOf(document, edit)
  const at = list.findIndex((part) => part.id === id)
  const of = 'of' in edit ? { of: edit.of } : {}
  if (at < 0) return [{ type: `${kind}.remove`, ...of, id } as ProductionEdit]
  const within = Object.keys(LISTS[kind].begins)
  const head = Object.fromEntries(Object.entries(list[at]!).filter(([name]) => !within.includes(name)))
  const back = { type: `${kind}.put`, ...of, part: head, before: list[at + 1]?.id ?? null } as ProductionEdit
  return 'part' in edit ? [back] : [back, ...partsWithin(list[at]!, id)]
}

/** The edits that make a document from nothing. `sceneNow` is the id by which a scene is known now. */
export function editsMaking(
  { reels, characters }: ProductionDocument,
  sceneNow: (scene: string) => string = (scene) => scene,
): ProductionEdit[] {
  const here = reels.map((reel) => ({
    ...reel,
    shots: reel.shots.map((shot) => (shot.scene === undefined ? shot : { ...shot, scene: sceneNow(shot.scene) })),
  }))
  const withMouths = <T extends { mouths?: { scene: string; plan: string } | undefined }>(part: T): T =>
    part.mouths ? { ...part, mouths: { ...part.mouths, scene: sceneNow(part.mouths.scene) } } : part
  return [
    ...here.flatMap(({ shots, ...part }): ProductionEdit[] => [
      { type: 'reel.put', part },
      ...partsWithin({ id: part.id, shots } as Part, part.id),
    ]),
    ...characters.flatMap(({ colours, sheets, ...part }): ProductionEdit[] => [
      { type: 'character.put', part: withMouths(part) },
      ...partsWithin({ id: part.id, colours, sheets } as Part, part.id),
    ]),
  ]
}

/** Names of the pictures a document shows, each once. */
export const picturesOfProduction = ({ reels, characters }: ProductionDocument): string[] => [
  ...new Set([
    ...reels.flatMap(({ shots }) => shots.flatMap(({ picture }) => picture ?? [])),
    ...characters.flatMap(({ sheets }) => sheets.map(({ picture }) => picture)),
  ]),
]

const WITHIN = { shots: 'shot', colours: 'colour', sheets: 'sheet' } as const

/** Puts all that lies within a part, such as the shots of a reel. */
function partsWithin(part: Part, of: string): ProductionEdit[] {
  return Object.entries(WITHIN).flatMap(([list, kind]) =>
    ((part as unknown as Lists)[list] ?? []).map((each) => ({ type: `${kind}.put`, of, part: each }) as ProductionEdit),
  )
}
