import fc from 'fast-check'
import { applyEdit } from '../edits/apply'
import { mendEdit } from '../edits/composed/mended'
import type { Edit } from '../edits/kinds'
import { newScene } from '../scene/create'
import type { Pass, Scene } from '../scene/schema'
import { drawn, settingsOf } from '../testing/build'
import { drawnAgain, feetAndFrames, stagesDone, stagesOf, STAGES, toDoIn, toMend, workIn } from './stages'

const inked = (drawing: string, pass: Pass): Edit => ({
  ...{ type: 'ink.change', drawing, pass, remove: [] },
  add: [{ at: 0, piece: { kind: 'stroke', id: 's1', swatch: 'pencil', size: 4, points: [10, 10, 0.5, 90, 40, 0.5] } }],
})
const sceneOf = (edits: readonly Edit[]): Scene =>
  edits.reduce((scene, edit) => applyEdit(scene, edit).scene, newScene(settingsOf()))
const three = [drawn('d1', 1), drawn('d2', 5), drawn('d3', 9)]

test('a drawing goes through the passes that any of its level has; what it lacks of them is to do', () => {
  const scene = sceneOf([...three, inked('d1', 'rough'), inked('d2', 'rough'), inked('d1', 'line')])
  expect(stagesOf(scene, 'A')).toEqual(['rough', 'line'])
  expect(stagesDone(scene, 'A').map(({ drawing, frame, done }) => [drawing.id, frame, [...done]])).toEqual([
    ['d1', 1, ['rough', 'line']],
    ['d2', 5, ['rough']],
    ['d3', 9, []],
  ])
  expect(toDoIn('s', scene)).toEqual([
    { scene: 's', level: 'A', pass: 'rough', count: 1 },
    { scene: 's', level: 'A', pass: 'line', count: 2 },
  ])
  expect(toDoIn('s', scene, { without: ['line'] })).toEqual([{ scene: 's', level: 'A', pass: 'rough', count: 1 }])
})

test('where nothing is drawn the usual passes are to do', () => {
  expect(toDoIn('s', sceneOf(three)).map(({ pass, count }) => [pass, count])).toEqual([
    ['rough', 3],
    ['line', 3],
    ['colour', 3],
  ])
})

test('a change costs what has to be drawn again: exactly the drawings that have those passes', () => {
  const some = fc.subarray(['d1', 'd2', 'd3'].flatMap((id) => STAGES.map((pass) => [id, pass] as const)))
  fc.assert(
    fc.property(some, fc.subarray([...STAGES]), (has, passes) => {
      const scene = sceneOf([...three, ...has.map(([id, pass]) => inked(id, pass))])
      const cost = workIn('s', scene, drawnAgain(scene, { level: 'A', passes }))
      const again = has.filter(([, pass]) => passes.includes(pass))
      expect(cost.reduce((sum, { count }) => sum + count, 0)).toBe(again.length)
      for (const { pass, count } of cost) expect(again.filter(([, each]) => each === pass)).toHaveLength(count)
    }),
    { numRuns: 40 },
  )
})

test('put on the list, what a change costs is exactly what is to be drawn again', () => {
  const some = fc.subarray(['d1', 'd2', 'd3'].flatMap((id) => STAGES.map((pass) => [id, pass] as const)))
  fc.assert(
    fc.property(some, fc.subarray([...STAGES]), (has, passes) => {
      const scene = sceneOf([...three, ...has.map(([id, pass]) => inked(id, pass))])
      const count = (of: Scene) => toDoIn('s', of).reduce((sum, each) => sum + each.count, 0)
      const again = drawnAgain(scene, { level: 'A', passes })
      const cost = workIn('s', scene, again).reduce((sum, each) => sum + each.count, 0)
      const listed = again.reduce((now, { drawing, passes: own }) => {
        const edit = mendEdit(now, { drawing, passes: own })
        return edit ? applyEdit(now, edit).scene : now
      }, scene)
      expect(count(listed) - count(scene)).toBe(cost)
      expect(toMend(listed).reduce((sum, each) => sum + each.passes.length, 0)).toBe(cost)
    }),
    { numRuns: 40 },
  )
})

const inbetween = (id: string, frame: number) => drawn(id, frame, { role: 'inbetween' })
test('held longer, inbetweens that are not begun and have no room any more are not to do; nothing else goes', () => {
  const edits = [drawn('d1', 1), ...[2, 3, 4, 5, 6].map((n) => inbetween(`d${n}`, 2 * n - 1)), drawn('d7', 13)]
  const toDo = (held: number, more: readonly Edit[] = []) =>
    toDoIn('s', sceneOf([...edits, ...more]), { held, without: ['line', 'colour'] }).reduce(
      (sum, each) => sum + each.count,
      0,
    )
  // Twelve frames between the keys: on twos five drawings lie between, on threes three, on fours two, on twelves none.
  expect([1, 2, 3, 4, 6, 12, 30].map((held) => toDo(held))).toEqual([7, 7, 5, 4, 3, 2, 2])
  expect(toDo(30, [inked('d4', 'rough')])).toBe(2)
})

test('feet and frames of film', () => {
  expect([0, 15, 16, 100].map(feetAndFrames)).toEqual(['0+00', '0+15', '1+00', '6+04'])
})
