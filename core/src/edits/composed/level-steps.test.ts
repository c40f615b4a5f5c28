import fc from 'fast-check'
import type { InkPiece } from '../../ink/ink'
import { newLevel, newScene } from '../../scene/create'
import { PASSES, type Pass, type Scene } from '../../scene/schema'
import { faultOf } from '../../scene/validate'
import { drawn, settingsOf } from '../../testing/build'
import { keeperOf } from '../../testing/keeper'
import { exposureAt, exposuresOf } from '../../timing/sheet'
import type { Edit } from '../kinds'
import { drawingsMoved, levelCopied, levelSplit, levelsLaidTogether } from './level-steps'

const SWATCHES = ['pencil', 'tide', 'brick'] as const
let ids = 0
const freshId = () => `n${ids++}`

/** Lines on a drawing: how many on which pass, in which colour. */
const lines = fc.array(fc.record({ pass: fc.constantFrom(...PASSES), swatch: fc.constantFrom(...SWATCHES) }), {
  maxLength: 4,
})
const level = fc.record({
  drawings: fc.array(fc.record({ frame: fc.integer({ min: 1, max: 24 }), lines }), { maxLength: 5 }),
  again: fc.array(fc.tuple(fc.nat(4), fc.integer({ min: 1, max: 24 })), { maxLength: 3 }),
  cycle: fc.boolean(),
})
const story = fc.record({ levels: fc.tuple(level, level, level), second: fc.boolean() })

/** A scene of three levels, perhaps with a second take that is timed otherwise. */
function sceneOf({ levels, second }: typeof story extends fc.Arbitrary<infer S> ? S : never) {
  const kept = keeperOf(newScene(settingsOf()))
  const tried = (edit: Edit) => {
    try {
      kept.make(edit)
    } catch {
      // What does not fit is left out of the story.
    }
  }
  for (const id of ['B', 'C'])
    kept.make({ type: 'level.add', level: newLevel({ id, name: id, approach: 'pose-to-pose' }), at: 9 })
  levels.forEach(({ drawings, again, cycle }, n) => {
    const id = 'ABC'[n]!
    drawings.forEach(({ frame, lines: own }, i) => {
      const drawing = `${id}${i}`
      tried(drawn(drawing, frame, { level: id }))
      for (const { pass, swatch } of own) tried(laid(drawing, pass, { swatch, at: kept.inkOf(drawing, pass).length }))
    })
    for (const [i, frame] of again)
      tried({ type: 'exposure.show', take: 'main', level: id, frame, drawing: `${id}${i}` })
    if (cycle)
      tried({
        type: 'sheet.range',
        take: 'main',
        levels: [id],
        from: 1,
        to: 6,
        act: { do: 'cycle', turns: null },
      })
  })
  if (second) {
    tried({ type: 'take.add', id: 'two', name: 'Two', from: 'main' })
    tried({ type: 'exposure.hold', take: 'two', level: 'B', frame: 1, frames: 3 })
  }
  return kept
}
const laid = (drawing: string, pass: Pass, { swatch, at }: { swatch: string; at: number }): Edit => ({
  type: 'ink.change',
  ...{ drawing, pass },
  remove: [],
  add: [{ at, piece: { kind: 'stroke', id: freshId(), swatch, size: 2, points: [ids % 200, at, 0.5] } }],
})

type Kept = ReturnType<typeof keeperOf>
/** All that lies on the paper at every frame of every take, of the levels asked for, whatever drawing it is on. */
function pictures({ scene, inkOf }: Kept, levels: readonly string[]): string[] {
  const now = scene()
  return Object.keys(now.takes).flatMap((take) =>
    Array.from({ length: now.settings.length }, (_, i) =>
      levels
        .flatMap((id) => {
          const shown = exposureAt(exposuresOf(now, id, take), i + 1)?.drawing
          return shown ? PASSES.flatMap((pass) => inkOf(shown, pass).map((piece) => seen(pass, piece))) : []
        })
        .sort()
        .join(' '),
    ),
  )
}
const seen = (pass: Pass, { id: _, ...piece }: InkPiece) => `${pass}:${JSON.stringify(piece)}`

/** Makes a step and undoes it: whole both times, and back as it was. */
function made(kept: Kept, step: (scene: Scene) => Edit): boolean {
  const before = kept.scene()
  let edit: Edit
  try {
    edit = step(before)
  } catch {
    return false
  }
  const { inverse } = kept.make(edit)
  expect(faultOf(kept.scene())).toBeUndefined()
  const after = kept.scene()
  const redo = kept.make(inverse).inverse
  expect(kept.scene()).toEqual(before)
  kept.make(redo)
  expect(kept.scene()).toEqual(after)
  return true
}
const forAny = (runs: number, check: (kept: Kept) => void) =>
  fc.assert(
    fc.property(story, (given) => check(sceneOf(given))),
    { numRuns: runs },
  )

test('a level copied shows the same on every frame of every take, and neither touches the other', () => {
  forAny(60, (kept) => {
    const before = pictures(kept, ['B'])
    expect(made(kept, (scene) => levelCopied(scene, 'B', { id: 'D', name: 'B again', freshId }))).toBe(true)
    expect(kept.scene().levelOrder).toEqual(['A', 'B', 'D', 'C'])
    expect([pictures(kept, ['B']), pictures(kept, ['D'])]).toEqual([before, before])
    const copies = Object.values(kept.scene().drawings).filter((drawing) => drawing.level === 'D')
    for (const { id } of copies) kept.make(laid(id, 'line', { swatch: 'brick', at: 0 }))
    expect(pictures(kept, ['B'])).toEqual(before)
  })
})

test('two levels laid together show on every frame what both showed', () => {
  forAny(120, (kept) => {
    const before = pictures(kept, ['A', 'B'])
    const others = pictures(kept, ['C'])
    expect(made(kept, (scene) => levelsLaidTogether(scene, 'B', { inkOf: kept.inkOf, freshId }))).toBe(true)
    expect([pictures(kept, ['A']), pictures(kept, ['C']), kept.scene().levelOrder]).toEqual([
      before,
      others,
      ['A', 'C'],
    ])
  })
})

test('a level divided shows on two levels what it showed on one, each piece where it belongs', () => {
  forAny(120, (kept) => {
    const before = pictures(kept, ['B'])
    const goesUp = ({ swatch }: InkPiece, pass: Pass) => swatch === 'tide' || pass === 'colour'
    const step = (scene: Scene) => levelSplit(scene, 'B', { id: 'D', name: 'Up', freshId, goesUp, inkOf: kept.inkOf })
    if (!made(kept, step)) return expect(before.join('')).not.toMatch(/tide|colour:/)
    expect(pictures(kept, ['B', 'D'])).toEqual(before)
    expect(pictures(kept, ['B']).join('')).not.toMatch(/tide|colour:/)
    for (const piece of pictures(kept, ['D']).flatMap((frame) => frame.split(' ')))
      expect(piece).toMatch(/tide|^colour:|^$/)
  })
})

test('drawings moved to another level show the same there, and nothing where they were', () => {
  let moves = 0
  forAny(200, (kept) => {
    const both = pictures(kept, ['A', 'C'])
    const drawings = Object.keys(kept.scene().drawings).filter((id) => id === 'A0' || id === 'A1')
    if (!made(kept, (scene) => drawingsMoved(scene, { drawings, to: 'C', freshId }))) return
    moves++
    expect(pictures(kept, ['A', 'C'])).toEqual(both)
    expect(drawings.filter((id) => kept.scene().drawings[id])).toEqual([])
  })
  expect(moves).toBeGreaterThan(20)
})

test('charts are copied with their level, and lead between its own drawings', () => {
  const kept = keeperOf(newScene(settingsOf()))
  for (const edit of [drawn('a', 1), drawn('b', 13)]) kept.make(edit)
  kept.make({
    type: 'chart.add',
    ...{ id: 'c', level: 'A', from: 'a', to: 'b' },
    spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
    exposure: [4],
    drawings: ['m1', 'm2'],
  })
  kept.make({ type: 'level.set', level: 'A', fields: { locked: true, model: 'a' } })
  kept.make(levelCopied(kept.scene(), 'A', { id: 'D', name: 'Twin', freshId }))
  const copy = Object.values(kept.scene().charts).find((chart) => chart.level === 'D')!
  expect(copy.marks.map(({ fraction }) => fraction)).toEqual(
    kept.scene().charts['c']!.marks.map(({ fraction }) => fraction),
  )
  const levels = [copy.from, ...copy.marks.map(({ drawing }) => drawing), copy.to].map(
    (id) => kept.scene().drawings[id]!.level,
  )
  expect(new Set(levels)).toEqual(new Set(['D']))
  expect(kept.scene().levels['D']).toMatchObject({ locked: true, model: copy.from })
})

test('what cannot be done is refused in a sentence', () => {
  const kept = keeperOf(newScene(settingsOf()))
  kept.make({ type: 'level.add', level: newLevel({ id: 'B', name: 'Gull', approach: 'pose-to-pose' }), at: 1 })
  for (const edit of [drawn('a', 1), drawn('b', 1, { level: 'B' })]) kept.make(edit)
  const { inkOf } = kept
  expect(() => levelsLaidTogether(kept.scene(), 'A', { inkOf, freshId })).toThrow('There is no level below this one.')
  kept.make({ type: 'level.set', level: 'B', fields: { blend: 'multiply' } })
  expect(() => levelsLaidTogether(kept.scene(), 'B', { inkOf, freshId })).toThrow(/blends with what lies under it/)
  expect(() => drawingsMoved(kept.scene(), { drawings: ['a'], to: 'B', freshId })).toThrow(
    'Level Gull shows drawing 1 at frame 1.',
  )
  expect(() => levelSplit(kept.scene(), 'A', { id: 'D', name: 'D', freshId, inkOf, goesUp: () => true })).toThrow(
    'Level A has nothing of that kind.',
  )
})
