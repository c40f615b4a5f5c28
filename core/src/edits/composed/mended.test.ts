import fc from 'fast-check'
import { newScene } from '../../scene/create'
import { EditRefused } from '../../scene/refusal'
import { PASSES, type Pass, type Scene } from '../../scene/schema'
import { drawn, expectSame, settingsOf } from '../../testing/build'
import { anyEdit } from '../../testing/any-edit'
import { applyEdit } from '../apply'
import { editSchema, simpleEditsOf, type Edit } from '../kinds'
import { mendEdit, withMended } from './mended'

const inked = (drawing: string, pass: Pass, id = 's1'): Edit => ({
  ...{ type: 'ink.change', drawing, pass, remove: [] },
  add: [{ at: 0, piece: { kind: 'stroke', id, swatch: 'pencil', size: 4, points: [10, 10, 0.5, 90, 40, 0.5] } }],
})
const after = (scene: Scene, ...edits: Edit[]): Scene => edits.reduce((now, edit) => applyEdit(now, edit).scene, scene)
const scene = after(
  newScene(settingsOf()),
  ...[drawn('d1', 1), drawn('d2', 5), inked('d1', 'line'), inked('d1', 'colour'), inked('d2', 'line')],
)
/** Drawings put on the list with some passes, as far as they have them. */
const listedOf = (drawings: readonly string[], passes: readonly Pass[]): Scene =>
  drawings.reduce((now, drawing) => after(now, ...[mendEdit(now, { drawing, passes }) ?? []].flat()), scene)
const checked = (drawing: string): Edit => ({ type: 'drawing.set', drawing, fields: { checked: true } })

test('a pass drawn again is off the list, the others stay on it; undone it is on the list again', () => {
  const listed = listedOf(['d1', 'd2'], ['line', 'colour', 'shadow'])
  expect([listed.drawings['d1']!.mend, listed.drawings['d2']!.mend]).toEqual([['line', 'colour'], ['line']])
  const edit = withMended(listed, inked('d1', 'line', 's2'))
  const { scene: drawnAgain, inverse } = applyEdit(listed, edit)
  expect([drawnAgain.drawings['d1']!.mend, drawnAgain.drawings['d2']!.mend]).toEqual([['colour'], ['line']])
  expectSame(applyEdit(drawnAgain, inverse).scene, listed)
})

test('what was looked over is to be looked at again once its lines change, and only then', () => {
  const looked = after(scene, checked('d1'), checked('d2'))
  expect(after(looked, withMended(looked, inked('d1', 'shadow'))).drawings).toMatchObject({ d2: { checked: true } })
  expect(after(looked, withMended(looked, inked('d1', 'shadow'))).drawings['d1']).not.toHaveProperty('checked')
  const noted: Edit = { type: 'drawing.set', drawing: 'd1', fields: { note: 'soft' } }
  expect(withMended(looked, noted)).toBe(noted)
})

test('a list that is taken off leaves nothing behind, and nothing that is not drawn is put on it', () => {
  const listed = listedOf(['d1'], ['line'])
  expectSame(after(listed, mendEdit(listed, { drawing: 'd1', passes: ['line'], on: false })!), scene)
  expect(mendEdit(scene, { drawing: 'd1', passes: ['rough'] })).toBeUndefined()
  expect(mendEdit(scene, { drawing: 'gone', passes: ['line'] })).toBeUndefined()
  expect(mendEdit(listed, { drawing: 'd1', passes: ['line'] })).toBeUndefined()
})

test('whatever is done, no pass whose lines it changes stays on the list', () => {
  const full = after(listedOf(['d1', 'd2'], PASSES), checked('d1'), checked('d2'))
  fc.assert(
    fc.property(anyEdit, (make) => {
      const { data: edit } = editSchema.safeParse(make(full, []))
      if (!edit) return
      const changed = simpleEditsOf(edit).filter((each) => each.type === 'ink.change')
      let done: Scene
      try {
        done = after(full, withMended(full, edit))
      } catch (error) {
        if (!(error instanceof EditRefused)) throw error
        return
      }
      for (const { drawing, pass } of changed) {
        expect(done.drawings[drawing]?.mend ?? []).not.toContain(pass)
        expect(done.drawings[drawing]?.checked).toBeUndefined()
      }
    }),
    { numRuns: 200 },
  )
})
