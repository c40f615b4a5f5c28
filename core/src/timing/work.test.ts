import { settingsOf } from '../testing/build'
import fc from 'fast-check'
import { applyEdit } from '../edits/apply'
import { chartHere } from '../edits/kind/charts'
import type { Edit } from '../edits/kinds'
import { newLevel, newScene } from '../scene/create'
import type { Scene, Settings } from '../scene/schema'
import { numberFor } from './numbering'
import { chartSpan } from './sheet'
import { fractionInWords, nextOnPegs, planOfWork, progress, stepInWords } from './work'

const settings: Settings = settingsOf({ length: 48 })
const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const key = (frame: number, role: 'key' | 'breakdown' = 'key'): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame,
  drawing: { id: `k${frame}`, role },
})
const chart = (
  from: number,
  to: number,
  spacing: Extract<Edit, { type: 'chart.add' }>['spacing'],
  exposure = [2],
): Edit => ({
  type: 'chart.add',
  id: `c${from}`,
  level: 'A',
  from: `k${from}`,
  to: `k${to}`,
  spacing,
  exposure,
  drawings: Array.from({ length: 24 }, (_, i) => `c${from}i${i}`),
})
const draw = (drawing: string): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at: 0, piece: { kind: 'stroke', id: `s${drawing}`, swatch: 'pencil', size: 3, points: [0, 0, 1] } }],
})

test('following the card from the first drawing to the last never asks for one whose parents are not drawn', () => {
  const spacing = fc.oneof(
    fc.record({ by: fc.constant('halves' as const), slowOut: fc.nat(3), slowIn: fc.nat(3) }),
    fc.record({
      by: fc.constant('law' as const),
      law: fc.constantFrom('even' as const, 'slow-in' as const, 'swing' as const, 'fall' as const),
      strength: fc.constantFrom(1.5, 2, 3),
    }),
  )
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 2, max: 44 }), { minLength: 1, maxLength: 4 }),
      fc.array(spacing, { minLength: 5, maxLength: 5 }),
      fc.constantFrom<number[]>([1], [2], [3, 2]),
      (raw, spacings, exposure) => {
        const frames = [1, ...raw.sort((a, b) => a - b)]
        let scene = make(newScene(settings), ...frames.map((frame) => key(frame)))
        frames.slice(1).forEach((to, i) => {
          try {
            scene = make(scene, chart(frames[i]!, to, spacings[i]!, exposure))
          } catch (error) {
            expect((error as Error).name).toMatch(/EditRefused|RangeError/)
          }
        })
        const total = progress(scene).toDo
        const drawn = new Set<string>()
        for (let step = nextOnPegs(scene, 'A'); step; step = nextOnPegs(scene, 'A')) {
          for (const parent of step.between?.parents ?? []) expect(drawn.has(parent)).toBe(true)
          expect(stepInWords(scene, step)).not.toContain('undefined')
          drawn.add(step.drawing)
          scene = make(scene, draw(step.drawing))
        }
        expect(drawn.size).toBe(total)
        expect(progress(scene)).toEqual({ done: total, toDo: 0 })
      },
    ),
    { numRuns: 60 },
  )
})

test('the words of the card', () => {
  const scene = make(
    newScene(settings),
    key(1),
    key(13),
    key(25, 'breakdown'),
    chart(1, 13, { by: 'law', law: 'even', strength: 2 }, [4]),
    chart(13, 25, { by: 'law', law: 'slow-in', strength: 2 }, [6]),
  )
  const words = planOfWork(scene, 'A').map(
    (step) => `${scene.drawings[step.drawing]!.number}: ${stepInWords(scene, step)}`,
  )
  expect(words).toEqual([
    '1: from the idea, not from two others',
    '13: from the idea, not from two others',
    '25: from the idea, not from two others',
    '5: a third from 1 to 13',
    '9: half of 5 and 13',
    '19: by eye, 75 % from 13 to 25',
  ])
  expect([0.5, 1 / 3, 0.875, 0.3056].map(fractionInWords)).toEqual(['½', '⅓', '⅞', '31 %'])
})

test('a law so strong that drawings fall on the key still gives every one of them a turn', () => {
  const long = make(newScene({ ...settings, length: 97 }), key(1), key(97))
  for (const law of ['slow-out', 'slow-in', 'slow-out-in'] as const) {
    const scene = make(long, {
      ...chart(1, 97, { by: 'law', law, strength: 8 }, [1]),
      drawings: Array.from({ length: 95 }, (_, i) => `m${i}`),
    } as Edit)
    const steps = planOfWork(scene, 'A')
    expect(new Set(steps.map((step) => step.drawing)).size).toBe(97)
    const drawn = new Set<string>()
    for (const { drawing, between } of steps) {
      for (const parent of between?.parents ?? []) expect(drawn.has(parent)).toBe(true)
      drawn.add(drawing)
    }
  }
})

test('a chart is found from any frame it spans, over the seam of a loop too', () => {
  const loop = make(newScene(settings), { type: 'level.set', level: 'A', fields: { loop: true } }, key(1), key(25))
  const closed = make(loop, { ...chart(25, 1, { by: 'law', law: 'swing', strength: 2 }), id: 'seam' } as Edit)
  expect(chartSpan(closed, closed.charts['seam']!)).toEqual({ fromFrame: 25, toFrame: 49 })
  expect(chartHere(closed, 'A', 48)?.id).toBe('seam')
  expect(chartHere(closed, 'A', 3)).toBeUndefined()
})

test('a scene may have several levels, each with its own order', () => {
  const two = make(
    newScene(settings),
    { type: 'level.add', level: newLevel({ id: 'B', name: 'Tail', approach: 'pose-to-pose' }), at: 1 },
    key(1),
    { type: 'drawing.add', take: 'main', level: 'B', frame: 7, drawing: { id: 'tail', role: 'key' } },
  )
  expect(planOfWork(two, 'B').map((step) => [step.drawing, step.frame, step.exposure])).toEqual([['tail', 7, 42]])
  expect(progress(two)).toEqual({ done: 0, toDo: 2 })
  expect(() => make(two, { type: 'exposure.show', take: 'main', level: 'A', frame: 1, drawing: 'tail' })).toThrow(
    /only on its own level/,
  )
})

describe('numbers', () => {
  test('by frame: its frame, or its frame with a letter when that is taken', () => {
    const scene = make(newScene(settings), key(1), key(5), {
      type: 'exposure.move',
      take: 'main',
      level: 'A',
      frame: 5,
      to: 9,
    })
    expect([numberFor(scene, 'A', 7), numberFor(scene, 'A', 5)]).toEqual(['7', '5a'])
  })

  test('in order: the next running number at the end, the one before with a letter in between', () => {
    const scene = make(newScene({ ...settings, numbering: 'in-order' }), key(1), key(9), key(17))
    expect([numberFor(scene, 'A', 30), numberFor(scene, 'A', 12)]).toEqual(['4', '2a'])
    const with2a = make(scene, key(12))
    expect(numberFor(with2a, 'A', 14)).toBe('2b')
    expect(() => make(with2a, { type: 'drawing.set', drawing: 'k12', fields: { number: '3' } })).toThrow(
      /drawing 3 on this level already/,
    )
  })

  test('twenty-seven in one gap still have numbers of their own', () => {
    let scene = make(newScene({ ...settings, numbering: 'in-order' }), key(1), key(40))
    for (let frame = 2; frame < 36; frame++) scene = make(scene, key(frame))
    const numbers = Object.values(scene.drawings).map((entry) => entry.number)
    expect(new Set(numbers).size).toBe(numbers.length)
  })
})
