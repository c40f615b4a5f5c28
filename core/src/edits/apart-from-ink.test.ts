import isSame from 'fast-deep-equal'
import fc from 'fast-check'
import { newScene } from '../scene/create'
import { sameApartFromInk } from '../scene/apart-from-ink'
import type { Scene } from '../scene/schema'
import { drawn, settingsOf } from '../testing/build'
import { anyEdit } from '../testing/any-edit'
import { keeperOf } from '../testing/keeper'
import { applyEdit } from './apply'
import type { Edit } from './kinds'

const opening: Edit[] = [drawn('d0', 1), drawn('d1', 9)]

const line = (id: string, drawing = 'd0', pass: 'line' | 'rough' = 'line', at = 0): Edit => ({
  ...{ type: 'ink.change', drawing, pass, remove: [] },
  add: [{ at, piece: { kind: 'stroke', id, swatch: 'pencil', size: 4, points: [1, 1, 0.5, 9, 9, 0.5] } }],
})
/** A scene with the number of pieces on each pass left out. */
const withoutCounts = (scene: Scene) => ({
  ...scene,
  drawings: Object.entries(scene.drawings).map(([id, drawing]) => [
    id,
    { ...drawing, passes: Object.keys(drawing.passes).sort() },
  ]),
})

describe('a scene apart from its ink', () => {
  const start = opening.reduce((scene, edit) => applyEdit(scene, edit).scene, newScene(settingsOf({ length: 16 })))
  const after = (scene: Scene, ...edits: Edit[]) => edits.reduce((now, edit) => applyEdit(now, edit).scene, scene)
  const inked = after(start, line('first1'))

  test('is the same when a line is added to lines', () => {
    expect(sameApartFromInk(inked, after(inked, line('second', 'd0', 'line', 1)))).toBe(true)
  })

  test.each<[string, Edit]>([
    ['the first line of a pass', line('onrough', 'd0', 'rough')],
    ['the first line of a drawing', line('ondrawing', 'd1')],
    ['a note', { type: 'drawing.set', drawing: 'd0', fields: { note: 'softer' } }],
    ['a longer scene', { type: 'scene.set', settings: { length: 20 } }],
    ['a drawing more', drawn('d2', 5)],
  ])('is another after %s', (_, edit) => {
    expect(sameApartFromInk(inked, after(inked, edit))).toBe(false)
  })

  test('tells the same whenever it is called the same, whatever was done', () => {
    let same = 0
    fc.assert(
      fc.property(fc.array(anyEdit, { maxLength: 12 }), (makers) => {
        const kept = keeperOf(newScene(settingsOf({ length: 16, numbering: 'in-order' })))
        opening.forEach((edit) => kept.make(edit))
        const past: Scene[] = [kept.scene()]
        for (const make of makers) {
          kept.attempt(make(kept.scene(), past))
          const now = kept.scene()
          for (const before of past.filter((each) => each !== now && sameApartFromInk(each, now))) {
            same++
            if (!isSame(withoutCounts(before), withoutCounts(now))) return false
          }
          past.push(now)
        }
        return true
      }),
      { numRuns: 400 },
    )
    expect(same).toBeGreaterThan(0)
  })
})
