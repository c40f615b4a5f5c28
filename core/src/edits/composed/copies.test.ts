import fc from 'fast-check'
import { newScene } from '../../scene/create'
import { faultOf } from '../../scene/validate'
import { drawn, settingsOf } from '../../testing/build'
import { applyEdit } from '../apply'
import { chartLaidLike, landmarkCopied } from './copies'
import type { Edit } from '../kinds'

const make = (...edits: Edit[]) => edits.reduce((now, edit) => applyEdit(now, edit).scene, newScene(settingsOf()))
const then = (scene: ReturnType<typeof make>, edit: Edit) => applyEdit(scene, edit).scene
let ids = 0
const freshId = () => `fresh-${ids++}`
const landmark = (id: string, name: string): Edit => ({ type: 'landmark.put', level: 'A', landmark: { id, name } })

test('a copied landmark has the next free name and the same pins; taken back, nothing of it is left', () => {
  const scene = make(drawn('a', 1), drawn('b', 9), landmark('nose', 'Nose'), landmark('two', 'Nose 2'), {
    type: 'pin.set',
    drawing: 'a',
    landmark: 'nose',
    pin: { x: 3, y: 4, corner: true },
  })
  const { scene: after, inverse } = applyEdit(scene, landmarkCopied(scene, 'A', 'nose', 'copy'))
  expect(after.levels['A']!.landmarks!.map(({ name }) => name)).toEqual(['Nose', 'Nose 2', 'Nose 3'])
  expect([after.drawings['a']!.pins!['copy'], after.drawings['b']!.pins]).toEqual([
    { x: 3, y: 4, corner: true },
    undefined,
  ])
  expect(then(after, inverse)).toEqual(scene)
  expect(() => landmarkCopied(scene, 'A', 'ear', 'copy')).toThrow(/not on the level/)
})

describe('a chart laid like another', () => {
  const keys = make(drawn('a', 1), drawn('b', 9), drawn('c', 17), drawn('d', 22))
  const chart: Edit = {
    type: 'chart.add',
    id: 'first',
    level: 'A',
    from: 'a',
    to: 'b',
    spacing: { by: 'halves', slowOut: 2, slowIn: 0 },
    exposure: [2],
    drawings: ['i', 'j', 'k', 'l'],
  }
  const even: Edit = { ...chart, spacing: { by: 'law', law: 'even', strength: 1 } }
  const span = { id: 'again', take: 'main', level: 'A', from: 'b', to: 'c', freshId }
  const fractions = (scene: typeof keys, id: string) => scene.charts[id]!.marks.map(({ fraction }) => fraction)

  test('has its spacing and exposures', () => {
    const scene = then(keys, chart)
    const after = then(scene, chartLaidLike(scene, scene.charts['first']!, span))
    expect(after.charts['again']).toMatchObject({ spacing: { by: 'halves', slowOut: 2, slowIn: 0 }, exposure: [2] })
    expect(fractions(after, 'again')).toEqual(fractions(scene, 'first'))
  })

  test('has marks put by hand where they lay', () => {
    fc.assert(
      fc.property(fc.uniqueArray(fc.integer({ min: 1, max: 99 }), { minLength: 3, maxLength: 3 }), (places) => {
        const byHand = places.toSorted((a, b) => a - b).map((place) => place / 100)
        const laid = then(keys, even)
        const scene = then(laid, { type: 'chart.fractions', chart: 'first', fractions: byHand })
        const after = then(scene, chartLaidLike(scene, scene.charts['first']!, span))
        fractions(after, 'again').forEach((each, i) => expect(each).toBeCloseTo(byHand[i]!, 9))
        expect(faultOf(after)).toBeUndefined()
      }),
    )
  })

  test('where fewer fit, they lie between: rising, and within the same ends', () => {
    const laid = then(keys, even)
    const scene = then(laid, { type: 'chart.fractions', chart: 'first', fractions: [0.1, 0.2, 0.6] })
    const shorter = { ...span, from: 'c', to: 'd' }
    const after = then(scene, chartLaidLike(scene, { ...scene.charts['first']!, exposure: [2] }, shorter))
    const [first, second] = fractions(after, 'again')
    expect(fractions(after, 'again')).toHaveLength(2)
    expect([first! > 0.1 && first! < second!, second! < 0.6]).toEqual([true, true])
  })

  test('says why it cannot be laid', () => {
    const scene = then(keys, chart)
    const like = (from: string, to: string) => () => chartLaidLike(scene, scene.charts['first']!, { ...span, from, to })
    expect(like('a', 'b')).toThrow(/chart over frames 1 to 9 already/)
    expect(like('c', 'b')).toThrow(/does not come after/)
  })
})

describe('the place of a thing in its row', () => {
  const row = (scene: ReturnType<typeof make>) => scene.palette.map(({ id }) => id)

  test.each([
    ['brick', 'pencil', ['brick', 'pencil', 'tide']],
    ['pencil', 'brick', ['tide', 'pencil', 'brick']],
    ['pencil', null, ['tide', 'brick', 'pencil']],
  ])('%s before %s', (swatch, before, order) => {
    const scene = make()
    const { scene: after, inverse } = applyEdit(scene, { type: 'swatch.place', swatch, before })
    expect(row(after)).toEqual(order)
    expect(then(after, inverse)).toEqual(scene)
  })

  test('of landmarks too; before itself, or of what is gone, it is refused', () => {
    const scene = make(landmark('nose', 'Nose'), landmark('ear', 'Ear'))
    const placed = then(scene, { type: 'landmark.place', level: 'A', landmark: 'ear', before: 'nose' })
    expect(placed.levels['A']!.landmarks!.map(({ id }) => id)).toEqual(['ear', 'nose'])
    for (const before of ['ear', 'gone'])
      expect(() => then(scene, { type: 'landmark.place', level: 'A', landmark: 'ear', before })).toThrow(/any more/)
    expect(() => then(scene, { type: 'swatch.place', swatch: 'gone', before: null })).toThrow(/any more/)
  })
})
