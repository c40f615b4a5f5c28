import fc from 'fast-check'
import { applyEdit } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import { newScene } from '../scene/create'
import { EditRefused } from '../scene/refusal'
import type { Scene, Swatch } from '../scene/schema'
import { settingsOf } from '../testing/build'
import { applyProductionEdit, type ProductionEdit } from './edits'
import { behindLibrary, linkedColours } from './linked'
import { NOTHING_YET, type ProductionDocument } from './schema'

const COLOURS = ['#102030', '#aabbcc', '#cc3311', '#00ff88']
const library: ProductionDocument = (
  [
    { type: 'character.put', part: { id: 'tansy', name: 'Tansy', kind: 'character' } },
    { type: 'colour.put', of: 'tansy', part: { id: 'skin', name: 'Skin', colour: '#aabbcc' } },
    { type: 'colour.put', of: 'tansy', part: { id: 'rope', name: 'Rope', colour: '#102030' } },
  ] as ProductionEdit[]
).reduce(applyProductionEdit, NOTHING_YET)
const swatch = (id: string, of: string, fields: Partial<Swatch> = {}): Swatch => ({
  ...{ id, name: id, colour: '#aabbcc', linked: { entry: 'tansy', of } },
  ...fields,
})
const scene = () =>
  newScene(settingsOf(), [swatch('a', 'skin'), swatch('b', 'rope'), { id: 'c', name: 'Ink', colour: '#000000' }])

/** Follows the library as the page of the library does. */
function followed(before: Scene, now: ProductionDocument): Scene {
  return behindLibrary(now, linkedColours(before)).reduce((scene, { from: { entry, of }, to }) => {
    // Two swatches may follow one colour: the second is what it should be already.
    return applyEdit(scene, { type: 'swatch.follow', entry, of, colour: to }).scene
  }, before)
}

const id = fc.constantFrom('a', 'b', 'c')
const of = fc.constantFrom('skin', 'rope', 'gone')
const colour = fc.constantFrom(...COLOURS)
const onScene: fc.Arbitrary<Edit> = fc.oneof(
  fc
    .record({ id, of, colour, own: fc.boolean(), linked: fc.boolean(), tone: fc.boolean() })
    .map(({ id: own, of: which, colour: is, own: kept, linked, tone }): Edit => ({
      type: 'swatch.put',
      swatch: {
        ...{ id: own, name: own, colour: is },
        ...(linked && { linked: { entry: 'tansy', of: which, ...(kept && { own: true }) } }),
        ...(tone && { tone: { of: 'c', is: 'darker' } }),
      },
    })),
  fc.record({ type: fc.constant('swatch.pour' as const), swatch: id, into: id }),
  fc.record({ type: fc.constant('swatch.take-out' as const), swatch: id }),
  fc.record({ type: fc.constant('swatch.follow' as const), entry: fc.constant('tansy'), of, colour }),
)
const onLibrary: fc.Arbitrary<ProductionEdit> = fc.oneof(
  fc.record({ of: fc.constantFrom('skin', 'rope'), colour }).map(({ of: which, colour: is }) => ({
    ...{ type: 'colour.put' as const, of: 'tansy', part: { id: which, name: which, colour: is } },
  })),
  fc.constant({ type: 'colour.remove' as const, of: 'tansy', id: 'rope' }),
)
const step = fc.oneof(
  fc.tuple(fc.constant('one' as const), onScene),
  fc.tuple(fc.constant('two' as const), onScene),
  fc.tuple(fc.constant('library' as const), onLibrary),
  fc.tuple(fc.constantFrom('one' as const, 'two' as const), fc.constant('follow' as const)),
)

test('whatever was done to the library and to two scenes, in any order: those that follow have its colours, those kept on purpose their own', () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 30 }), (steps) => {
      const at: { one: Scene; two: Scene; library: ProductionDocument } = { one: scene(), two: scene(), library }
      for (const [where, what] of steps) {
        try {
          if (where === 'library') at.library = applyProductionEdit(at.library, what)
          else at[where] = what === 'follow' ? followed(at[where], at.library) : applyEdit(at[where], what).scene
        } catch (error) {
          expect(error).toBeInstanceOf(EditRefused)
        }
      }
      for (const where of ['one', 'two'] as const) {
        const before = new Map(at[where].palette.map((each) => [each.id, each]))
        const after = followed(at[where], at.library)
        expect(behindLibrary(at.library, linkedColours(after))).toEqual([])
        for (const each of after.palette) {
          const was = before.get(each.id)!
          const rope = at.library.characters[0]!.colours.find((one) => one.id === each.linked?.of)
          if (!each.linked || each.linked.own || !rope)
            expect(each.tone ? 'tone' : each.colour).toBe(was.tone ? 'tone' : was.colour)
        }
      }
    }),
  )
})

test('a colour that follows lets go of its tone; one kept on purpose stays', () => {
  const own = swatch('b', 'skin', { linked: { entry: 'tansy', of: 'skin', own: true } })
  const shadow = swatch('a', 'skin', { tone: { of: 'c', is: 'shadow' } })
  const before = newScene(settingsOf(), [shadow, own, { id: 'c', name: 'Ink', colour: '#000000' }])
  const after = applyEdit(before, { type: 'swatch.follow', entry: 'tansy', of: 'skin', colour: '#cc3311' }).scene
  expect(after.palette[0]).toEqual(swatch('a', 'skin', { colour: '#cc3311' }))
  expect(after.palette[1]).toEqual(own)
  expect(() => applyEdit(before, { type: 'swatch.follow', entry: 'tansy', of: 'rope', colour: '#cc3311' })).toThrow(
    'No colour of this scene follows',
  )
})
