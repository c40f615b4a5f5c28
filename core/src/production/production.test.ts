import fc from 'fast-check'
import { LIMITS } from '../base/limits'
import { EditRefused } from '../scene/refusal'
import {
  applyProductionEdit,
  editsMaking,
  inverseOfProduction,
  picturesOfProduction,
  productionEditSchema,
  type ProductionEdit,
} from './edits'
import { NOTHING_YET, productionDocumentSchema, type ProductionDocument } from './schema'

const id = fc.constantFrom('a', 'b', 'c', 'd')
const before = fc.option(fc.option(id, { nil: null }), { nil: undefined })
const name = fc.constantFrom('Lime', 'Long cut', ' ', 'x'.repeat(200))
const frames = fc.option(fc.constantFrom(1, 24, 7200, 0, -3), { nil: undefined })
const bare = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, each]) => each !== undefined)) as T

const parts = {
  reel: fc.record({ id, name, fps: fc.constantFrom(24, 25, 99) }),
  shot: fc.record({ id, scene: fc.option(id, { nil: undefined }), first: frames, last: frames, frames, fade: frames }),
  character: fc.record({ id, name, kind: fc.constantFrom('character', 'prop', 'ground') }),
  colour: fc.record({ id, name, colour: fc.constantFrom('#102030', 'red') }),
  sheet: fc.record({
    id,
    name,
    picture: fc.constant('0'.repeat(64)),
    width: fc.constant(640),
    height: fc.constant(480),
    angle: fc.constantFrom(0, 90, 400),
    places: fc.constant([]),
  }),
}
const inside = ['shot', 'colour', 'sheet']
/** Any edit that passes the door. */
const anyEdit: fc.Arbitrary<ProductionEdit> = fc
  .constantFrom(...(Object.keys(parts) as (keyof typeof parts)[]))
  .chain((kind) => {
    const of = inside.includes(kind) ? id : fc.constant(undefined)
    const put = fc.record({ type: fc.constant(`${kind}.put`), of, part: parts[kind].map(bare), before })
    const remove = fc.record({ type: fc.constant(`${kind}.remove`), of, id })
    return fc.oneof({ weight: 3, arbitrary: put }, { weight: 1, arbitrary: remove })
  })
  .map((edit) => productionEditSchema.safeParse(bare(edit)))
  .filter(({ success }) => success)
  .map(({ data }) => data!)

function made(document: ProductionDocument, edit: ProductionEdit): ProductionDocument {
  try {
    return applyProductionEdit(document, edit)
  } catch (error) {
    expect(error).toBeInstanceOf(EditRefused)
    return document
  }
}

/** Why a document is not whole; undefined when it is. */
function faultOfProduction(document: ProductionDocument): string | undefined {
  const parsed = productionDocumentSchema.safeParse(document)
  if (!parsed.success) return parsed.error.issues[0]!.message
  const lists: (readonly { readonly id: string }[])[] = [
    document.reels,
    document.characters,
    ...document.reels.map(({ shots }) => shots),
    ...document.characters.flatMap(({ colours, sheets, landmarks = [] }) => [colours, sheets, landmarks]),
  ]
  const twice = lists.some((list) => new Set(list.map(({ id }) => id)).size < list.length)
  return twice ? 'Two parts of a production have the same id.' : undefined
}

test('a production is whole after any edits, and each can be taken back exactly', () => {
  fc.assert(
    fc.property(fc.array(anyEdit, { maxLength: 40 }), (edits) => {
      let document = NOTHING_YET
      for (const edit of edits) {
        const after = made(document, edit)
        expect(faultOfProduction(after)).toBeUndefined()
        if (after !== document)
          expect(inverseOfProduction(document, edit).reduce(applyProductionEdit, after)).toEqual(document)
        document = after
      }
      expect(editsMaking(document).reduce(applyProductionEdit, NOTHING_YET)).toEqual(document)
    }),
  )
})

const withShots = ['one', 'two', 'three'].reduce(
  (document, shot) => applyProductionEdit(document, { type: 'shot.put', of: 'r', part: { id: shot, frames: 10 } }),
  applyProductionEdit(NOTHING_YET, { type: 'reel.put', part: { id: 'r', name: 'Long cut', fps: 24 } }),
)
const order = (document: ProductionDocument) => document.reels[0]!.shots.map((shot) => shot.id)

test('a shot moves where it is put and stays where it is when only changed', () => {
  const part = { id: 'three', frames: 12 }
  expect(order(applyProductionEdit(withShots, { type: 'shot.put', of: 'r', part, before: 'one' }))).toEqual([
    ...['three', 'one', 'two'],
  ])
  const changed = applyProductionEdit(withShots, { type: 'shot.put', of: 'r', part: { id: 'one', frames: 12 } })
  expect(order(changed)).toEqual(['one', 'two', 'three'])
  expect(changed.reels[0]!.shots[0]!.frames).toBe(12)
})

test('a reel renamed keeps its shots', () => {
  const part = { id: 'r', name: 'Short cut', fps: 25 }
  expect(order(applyProductionEdit(withShots, { type: 'reel.put', part }))).toHaveLength(3)
})

test('what is not there is told', () => {
  const put = (of: string): ProductionEdit => ({ type: 'shot.put', of, part: { id: 'x', frames: 1 } })
  expect(() => applyProductionEdit(withShots, put('q'))).toThrow('This reel is not in the production any more.')
  expect(() => applyProductionEdit(withShots, { type: 'shot.remove', of: 'r', id: 'x' })).toThrow('This shot is not')
  expect(() => applyProductionEdit(withShots, { ...put('r'), before: 'q' } as ProductionEdit)).toThrow(
    'What this should go before',
  )
})

test('made anew for scenes that are known by other ids now, shots show those; pictures are named once', () => {
  const document: ProductionDocument = {
    characters: [
      {
        ...{ id: 'c', name: 'Tansy', kind: 'character', colours: [] },
        sheets: [{ id: 's', name: 'Front', picture: 'b'.repeat(64), width: 9, height: 9, angle: 0, places: [] }],
      },
    ],
    reels: [
      {
        ...{ id: 'r', name: 'Long cut', fps: 24 },
        shots: [
          { id: 'x', scene: 'old' },
          { id: 'y', frames: 12, picture: 'a'.repeat(64) },
          { id: 'z', frames: 12, picture: 'b'.repeat(64) },
        ],
      },
    ],
  }
  const anew = editsMaking(document, (scene) => (scene === 'old' ? 'new' : scene)).reduce(
    applyProductionEdit,
    NOTHING_YET,
  )
  expect(anew.reels[0]!.shots[0]).toEqual({ id: 'x', scene: 'new' })
  expect({ ...anew, reels: [] }).toEqual({ ...document, reels: [] })
  expect(picturesOfProduction(document)).toEqual(['a'.repeat(64), 'b'.repeat(64)])
})

test('more shots than a reel can have are refused, and so is what the schema would not take', () => {
  const shots = Array.from({ length: LIMITS.shots }, (_, i) => ({ id: `s${i}`, frames: 1 }))
  const full = { ...NOTHING_YET, reels: [{ id: 'r', name: 'Long cut', fps: 24, shots }] }
  const one = (part: object) => ({ type: 'shot.put', of: 'r', part: { id: 'more', ...part } }) as ProductionEdit
  expect(() => applyProductionEdit(full, one({ frames: 1 }))).toThrow(`A reel can have ${LIMITS.shots} shots.`)
  expect(() => applyProductionEdit(withShots, one({}))).toThrow('A shot shows a scene, or says how long it lasts.')
  expect(() => applyProductionEdit(withShots, one({ frames: 1, first: 9, last: 3 }))).toThrow('must not lie after')
  const landmarks = ['Crown', 'Chin'].map((name) => ({ id: 'same', name }))
  const part = { id: 'c', name: 'Tansy', kind: 'character' as const, landmarks }
  expect(() => applyProductionEdit(NOTHING_YET, { type: 'character.put', part })).toThrow('the same id')
})

test('a reel of two thousand shots is made shot by shot soon enough to wait for', () => {
  const shots = Array.from({ length: LIMITS.shots }, (_, i) => ({ id: `s${i}`, frames: 1 }))
  const document = { ...NOTHING_YET, reels: [{ id: 'r', name: 'Long cut', fps: 24, shots }] }
  expect(editsMaking(document).reduce(applyProductionEdit, NOTHING_YET)).toEqual(document)
})
