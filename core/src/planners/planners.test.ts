import { expectSame, settingsOf } from '../testing/build'
import { clamp } from '../base/clamp'
import fc from 'fast-check'
import { inspectScene } from '../checks/inspect'
import { applyEdit } from '../edits/apply'
import { bringBack, type Part } from '../edits/bring-back'
import { guideTaken } from '../edits/composed/guide-ink'
import type { Edit } from '../edits/kinds'
import { layIn } from '../edits/composed/lay'
import { drawingsOfPlan } from '../edits/kind/plans'
import type { Ink, Stroke } from '../ink/ink'
import { pinOf } from '../motion/landmarks/landmarks'
import { isCycle } from '../scene/columns'
import { newScene } from '../scene/create'
import { EditRefused } from '../scene/refusal'
import type { Scene } from '../scene/schema'
import { validate } from '../scene/validate'
import { exposuresOf, firstFrameOf } from '../timing/sheet'
import { isDrawn } from '../timing/work'
import { chartsOf } from './charts'
import {
  completed,
  framesOf,
  outcomeOf,
  type Field,
  type Inputs,
  type Motion,
  type Planner,
  type PlanContext,
} from './planner'
import { plannerOf, PLANNERS } from './register'

const BASE = settingsOf({ width: 960, height: 540, length: 48 })
const make = (scene: Scene, edit: Edit) => applyEdit(scene, edit).scene
let count = 0
const NONE: Ink = []
const freshId = () => `n${++count}`
const settingOf = (scene: Scene, frame = 1): PlanContext => ({ scene, take: 'main', level: 'A', frame })
function motionOf(planner: Planner, inputs: Inputs, context: PlanContext): Motion {
  const outcome = outcomeOf(planner, inputs, context)
  if ('refused' in outcome) throw new Error(outcome.refused)
  return outcome.motion
}
const lay = (
  scene: Scene,
  planner: Planner,
  inputs: Inputs,
  { frame = 1, turns = 1, plan }: { frame?: number; turns?: number | null; plan?: string } = {},
) => {
  const full = completed(planner, inputs, settingOf(scene, frame))
  const motion = motionOf(planner, full, settingOf(scene, frame))
  const made = layIn({
    scene,
    take: 'main',
    level: 'A',
    frame,
    planner: planner.id,
    inputs: full,
    motion,
    turns,
    freshId,
    ...(plan !== undefined && { plan }),
  })
  return { ...made, motion, scene: make(scene, made.edit) }
}
const strokes = (points: readonly number[], id: string, swatch: string): Stroke => ({
  kind: 'stroke',
  id,
  swatch,
  size: 3,
  points: Array.from({ length: points.length / 2 }, (_, k) => [points[2 * k]!, points[2 * k + 1]!, 0.5]).flat(),
})

/** Whoever draws exactly what the guides show. */
function drawnOver(scene: Scene): { scene: Scene; inkOf: (drawing: string) => Ink } {
  const inks = new Map<string, Ink>()
  let next = scene
  for (const [drawing, guide] of Object.entries(scene.guides ?? {})) {
    const ink = guide.shapes
      .filter(({ tone }) => tone !== 'help')
      .map(({ points, closed }, i) =>
        strokes(closed ? [...points, points[0]!, points[1]!] : points, `${drawing}s${i}`, scene.palette[0]!.id),
      )
    inks.set(drawing, ink)
    if (ink.length > 0)
      next = make(next, {
        type: 'ink.change',
        drawing,
        pass: 'rough',
        remove: [],
        add: ink.map((piece, at) => ({ at, piece })),
      })
    for (const [landmark, pin] of Object.entries(guide.targets))
      next = make(next, { type: 'pin.set', drawing, landmark, pin })
  }
  return { scene: next, inkOf: (drawing) => inks.get(drawing) ?? NONE }
}

/** Any value a field may have, mostly about where it starts. */
function anyValue(field: Field, start: Inputs[string]): fc.Arbitrary<Inputs[string]> {
  if (field.kind === 'number') {
    const { min, max, step } = field
    const whole = (value: number) => clamp(Math.round(value / step) * step, min, max)
    return fc.oneof(
      fc.double({ min: 0.4, max: 1.7, noNaN: true }).map((times) => whole(Number(start) * times)),
      fc.double({ min, max, noNaN: true }).map(whole),
    )
  }
  if (field.kind === 'choice') return fc.constantFrom(...field.choices.map(({ id }) => id))
  if (field.kind === 'switch') return fc.boolean()
  if (field.kind === 'held') return fc.constantFrom('1', '2', '3', '2 1', '3 2', '1 2 3')
  return fc.constant('')
}
const anyInputs = (planner: Planner, context: PlanContext) => {
  const start = completed(planner, {}, context)
  return fc.record(
    Object.fromEntries(
      planner
        .fields(context)
        .map((field) => [
          field.id,
          fc.oneof(
            { weight: 2, arbitrary: fc.constant(start[field.id]!) },
            { weight: 1, arbitrary: anyValue(field, start[field.id]!) },
          ),
        ]),
    ),
  ) as fc.Arbitrary<Inputs>
}

describe.each(PLANNERS.map((planner) => [planner.id, planner] as const))('%s', (_, planner) => {
  const scene = newScene(BASE)
  const context = settingOf(scene)

  test('is laid in, and Second look finds nothing wrong in what follows its guides', async () => {
    const { scene: laid, motion } = lay(scene, planner, {}, { turns: 2 })
    expect(validate(JSON.parse(JSON.stringify(laid)))).toEqual(laid)
    const drawn = drawnOver(laid)
    const { findings } = await inspectScene(drawn.scene, (drawing, pass) =>
      pass === 'rough' ? drawn.inkOf(drawing) : NONE,
    )
    expect(findings.map(({ check, sentence }) => `${check}: ${sentence}`)).toEqual([])
    expect(exposuresOf(laid, 'A').reduce((sum, { frames }) => sum + frames, 0)).toBeGreaterThanOrEqual(framesOf(motion))
  })

  test('over its whole range answers a motion that can be laid in, or why not and the nearest sense', () => {
    fc.assert(
      fc.property(anyInputs(planner, context), (inputs) => {
        const outcome = outcomeOf(planner, inputs, context)
        if ('refused' in outcome) {
          expect(outcome.refused).toMatch(/\.$/)
          if (outcome.nearest)
            expect(outcomeOf(planner, { ...inputs, ...outcome.nearest.inputs }, context)).not.toEqual(
              expect.objectContaining({ refused: outcome.refused }),
            )
          return
        }
        const { motion } = outcome
        const placesOf = ({ targets, shapes }: (typeof motion.drawings)[number]) => [
          ...Object.values(targets).flatMap(({ x, y }) => [x, y]),
          ...shapes.flatMap(({ points }) => points),
        ]
        expect(motion.drawings.flatMap(placesOf).every(Number.isFinite)).toBe(true)
        expect(
          motion.exposures.every(
            ({ drawing, frames }) =>
              Number.isInteger(frames) && frames > 0 && (drawing === null || motion.drawings[drawing] !== undefined),
          ),
        ).toBe(true)
        for (const { marks } of chartsOf(motion))
          expect(marks.every(({ fraction }, i) => fraction > (marks[i - 1]?.fraction ?? 0) && fraction < 1)).toBe(true)
        for (const graph of motion.graphs)
          expect(
            graph.points.every(
              ({ value }, i) => Number.isFinite(value) && graph.points[i]!.frame > (graph.points[i - 1]?.frame ?? 0),
            ),
          ).toBe(true)
        // What is dragged stays within what can be asked.
        for (const handle of motion.handles) {
          const dragged = { ...inputs, ...handle.drag({ x: handle.x + 31, y: handle.y - 17 }) }
          const numbers = planner.fields(context).filter((field) => field.kind === 'number')
          expect(numbers.map(({ id }) => Number(dragged[id]))).toEqual(
            numbers.map(({ id, min, max }) => clamp(Number(dragged[id]), min, max)),
          )
        }
        if (framesOf(motion) > 400 || motion.drawings.length > 80) return
        try {
          const { scene: laid } = lay(scene, planner, inputs)
          expectSame(validate(laid), laid)
        } catch (error) {
          // Far off the paper nothing can be laid.
          if (!(error instanceof EditRefused) && !/too far/.test(String(error))) throw error
        }
      }),
      { numRuns: planner.id === 'drag' ? 12 : 25 },
    )
  })

  test('each of its inputs has sense at its start, and says so outside its range', () => {
    const inputs = completed(planner, {}, context)
    expect(outcomeOf(planner, inputs, context)).toHaveProperty('motion')
    for (const field of planner.fields(context)) {
      if (field.kind !== 'number') continue
      const outcome = outcomeOf(planner, { ...inputs, [field.id]: field.max + field.step }, context)
      expect(outcome).toEqual(
        expect.objectContaining({
          refused: expect.stringContaining(field.words),
          nearest: expect.objectContaining({ inputs: { [field.id]: field.max } }),
        }),
      )
    }
    for (const start of planner.presets ?? [])
      expect([start.id, outcomeOf(planner, { ...inputs, ...start.inputs(context) }, context)]).toEqual([
        start.id,
        expect.objectContaining({ motion: expect.anything() }),
      ])
  })
})

test.each(PLANNERS.map(({ id }) => id))('%s works on ones, twos, threes and patterns at any rate', (id) => {
  const planner = plannerOf(id)!
  for (const fps of [6, 12, 25, 60]) {
    const scene = newScene({ ...BASE, fps })
    for (const exposure of ['1', '2', '3', '2 1', '3 2', '1 2 3']) {
      let inputs: Inputs = { ...completed(planner, {}, settingOf(scene)), exposure }
      // Where that is nonsense, such as hops of one drawing, the nearest sense is offered.
      for (let tries = 0; tries < 4; tries++) {
        const outcome = outcomeOf(planner, inputs, settingOf(scene))
        if ('refused' in outcome) inputs = { ...inputs, ...outcome.nearest!.inputs }
      }
      const motion = motionOf(planner, inputs, settingOf(scene))
      const holds = exposure.split(' ').map(Number)
      // Between its ends, which may be held longer, a motion has no exposure but those asked for; a blink and a boil hold their own.
      const others = motion.exposures.slice(1, -1).filter(({ frames }) => !holds.includes(frames))
      if (!['blink', 'boil'].includes(id)) expect([id, fps, exposure, others]).toEqual([id, fps, exposure, []])
      expect(framesOf(motion)).toBeGreaterThan(2)
    }
  }
})

test('a hop shorter than two drawings is refused with the hops that can be seen', () => {
  const planner = plannerOf('bounce')!
  const context = settingOf(newScene(BASE))
  const inputs: Inputs = { ...completed(planner, {}, context), drop: 300, fall: 8, keeps: 0.5, hops: 4, exposure: '3' }
  const outcome = outcomeOf(planner, inputs, context)
  expect(outcome).toEqual({
    refused: expect.stringMatching(/^Hop 3 would take 2\.3 frames, which is shorter than two drawings/),
    nearest: { words: '2 hops', inputs: { hops: 2 } },
  })
  expect(outcomeOf(planner, { ...inputs, hops: 2 }, context)).toHaveProperty('motion')
})

describe('a leap in parts', () => {
  const planner = plannerOf('leap')!
  const context = settingOf(newScene(BASE))
  const part = (which: string, more: Inputs = {}) =>
    motionOf(planner, { ...completed(planner, {}, context), opening: 0, ...more, part: which }, context)
  test('take-off, air and landing laid one after the other are the whole leap', () => {
    const parts = ['take-off', 'air', 'landing'].map((which) => part(which))
    const whole = part('whole')
    expect(parts.flatMap(({ drawings }) => drawings.map(({ targets }) => targets['body']))).toEqual(
      whole.drawings.map(({ targets }) => targets['body']),
    )
    expect(parts.reduce((sum, motion) => sum + framesOf(motion), 0)).toBe(framesOf(whole))
  })
  test('pinned to its spot the figure stays there, its travel told beside it', () => {
    const free = part('whole')
    const pinned = part('whole', { pinned: true })
    expect(new Set(pinned.drawings.map(({ targets }) => targets['body']!.x)).size).toBe(1)
    pinned.drawings.forEach(({ targets }, i) => {
      expect(targets['body']!.x + pinned.travel![i]!.x).toBeCloseTo(free.drawings[i]!.targets['body']!.x, 6)
      expect(targets['body']!.y + pinned.travel![i]!.y).toBeCloseTo(free.drawings[i]!.targets['body']!.y, 6)
    })
  })
})

test('a change of shape lays its shapes at the fractions of its spacing, wherever the shapes are', () => {
  const planner = plannerOf('shape')!
  const context = settingOf(newScene(BASE))
  for (const toX of [345, 700]) {
    const motion = motionOf(
      planner,
      { ...completed(planner, {}, context), law: 'slow-in', frames: 12, exposure: '2', fromX: 345, toX },
      context,
    )
    expect(chartsOf(motion)[0]!.marks.map(({ fraction }) => fraction)).toEqual(
      [1, 2, 3, 4, 5].map((i) => expect.closeTo(1 - (1 - i / 6) ** 2, 6)),
    )
  }
})

describe('planners that go on from what is drawn', () => {
  const swung = () => {
    const scene = lay(newScene(BASE), plannerOf('swing')!, {}).scene
    return make(scene, {
      type: 'level.add',
      level: { ...newScene(BASE).levels['A']!, id: 'B', name: 'Scarf', landmarks: undefined },
      at: 1,
    })
  }
  test('a chain hangs from a landmark of another level on every drawing', () => {
    const scene = swung()
    const context = { ...settingOf(scene), level: 'B' }
    const planner = plannerOf('drag')!
    const inputs = completed(planner, {}, context)
    const landmark = scene.levels['A']!.landmarks!.find(({ name }) => name === 'weight')!
    expect(inputs['host']).toBe(`A/${landmark.id}`)
    const { drawings, exposures } = motionOf(planner, inputs, context)
    let frame = 1
    exposures.forEach(({ drawing, frames }) => {
      const host = exposuresOf(scene, 'A')
      let at = 0
      const shown = host.find((entry) => (at += entry.frames) >= frame)!.drawing
      const place = scene.guides![shown ?? '']?.targets[landmark.id]
      const [ax, ay] = drawings[drawing!]!.shapes[0]!.points as [number, number]
      const [bx, by] = drawings[drawing!]!.shapes[0]!.points.slice(-2) as [number, number]
      if (place) expect(Math.hypot((ax + bx) / 2 - place.x, (ay + by) / 2 - place.y)).toBeLessThan(0.5)
      frame += frames
    })
  })
  test('a boil and a change of shape go on from drawings with ink, which stay as they are', () => {
    const circle = (x: number) =>
      strokes(
        Array.from({ length: 33 }, (_, i) => [
          x + 60 * Math.cos((i / 32) * 2 * Math.PI),
          200 + 40 * Math.sin((i / 32) * 2 * Math.PI),
        ]).flat(),
        `c${x}`,
        'pencil',
      )
    const box = strokes([500, 120, 640, 120, 640, 280, 500, 280, 500, 120], 'box', 'pencil')
    const add = (scene: Scene, id: string, frame: number, piece: Stroke) =>
      make(make(scene, { type: 'drawing.add', take: 'main', level: 'A', frame, drawing: { id, role: 'key' } }), {
        type: 'ink.change',
        drawing: id,
        pass: 'line',
        remove: [],
        add: [{ at: 0, piece }],
      })
    const scene = add(add(newScene(BASE), 'one', 1, circle(200)), 'two', 25, box)
    const inks: Record<string, Ink> = { one: [circle(200)], two: [box] }
    const context = {
      ...settingOf(scene),
      inkOf: (drawing: string, pass: string) => (pass === 'line' ? (inks[drawing] ?? NONE) : NONE),
    }
    for (const id of ['shape', 'boil']) {
      const planner = plannerOf(id)!
      const inputs = { ...completed(planner, {}, context), ...(id === 'boil' && { frames: 12 }), opening: 0 }
      const motion = motionOf(planner, inputs, context)
      expect(motion.drawings.filter(({ existing }) => existing !== undefined).map(({ existing }) => existing)).toEqual(
        id === 'shape' ? ['one', 'two'] : ['one'],
      )
      const { edit } = layIn({ scene, take: 'main', level: 'A', frame: 1, planner: id, inputs, motion, freshId })
      const laid = make(scene, edit)
      expectSame(validate(laid), laid)
      expect([laid.drawings['one']!.passes, laid.drawings['two']!.passes]).toEqual([{ line: 1 }, { line: 1 }])
      expect(firstFrameOf(exposuresOf(laid, 'A'), 'one')).toBe(1)
      expect(firstFrameOf(exposuresOf(laid, 'A'), 'two')).toBe(25)
      expect([laid.guides!['one'], laid.guides!['two']]).toEqual([undefined, undefined])
    }
  })
})

describe('a cycle', () => {
  test.each(['walk', 'run', 'swing', 'drag', 'drift', 'boil'])('%s is laid as a run that repeats, and closes', (id) => {
    const planner = plannerOf(id)!
    const { scene, motion } = lay(newScene(BASE), planner, {}, { turns: 3 })
    const cycle = scene.sheets['main']!['A']!.find(isCycle)!
    expect(motion.cycle).toBe(true)
    expect([cycle.turns, cycle.frames]).toEqual([3, 3 * framesOf(motion)])
    expect(scene.levels['A']!.loop).toBe(true)
    expect(scene.settings.length).toBe(Math.max(48, cycle.frames))
  })
  test('a walk exchanges its sides in the second step', () => {
    const { drawings } = motionOf(
      plannerOf('walk')!,
      completed(plannerOf('walk')!, {}, settingOf(newScene(BASE))),
      settingOf(newScene(BASE)),
    )
    const half = drawings.length / 2
    drawings.slice(0, half).forEach(({ targets }, i) => {
      const other = drawings[i + half]!.targets
      expect([targets['near foot']!.x, targets['near foot']!.y]).toEqual([
        expect.closeTo(other['far foot']!.x, 6),
        expect.closeTo(other['far foot']!.y, 6),
      ])
      expect(targets['hips']!.y).toBeCloseTo(other['hips']!.y, 6)
    })
  })
})

describe('a plan that was laid', () => {
  const bounce = plannerOf('bounce')!
  const drawOn = (scene: Scene, drawing: string) =>
    make(scene, {
      type: 'ink.change',
      drawing,
      pass: 'line',
      remove: [],
      add: [{ at: 0, piece: strokes([1, 1, 9, 9], `${drawing}ink`, scene.palette[0]!.id) }],
    })
  const first = lay(newScene(BASE), bounce, { exposure: '2', opening: 0, roll: 0, hops: 2 })
  const ids = Object.values(first.scene.plans!)[0]!.drawings

  test('never moves what is drawn, whatever is changed; what is not drawn follows', () => {
    fc.assert(
      fc.property(
        fc.subarray([...ids], { minLength: 1, maxLength: 5 }),
        fc.record({
          fall: fc.integer({ min: 4, max: 16 }),
          hops: fc.integer({ min: 0, max: 4 }),
          exposure: fc.constantFrom('1', '2', '3', '2 1'),
          drop: fc.integer({ min: 50, max: 400 }),
        }),
        fc.integer({ min: 1, max: 9 }),
        (drawn, inputs, frame) => {
          const before = drawn.reduce(drawOn, first.scene)
          fc.pre(
            'motion' in
              outcomeOf(bounce, { ...Object.values(before.plans!)[0]!.inputs, ...inputs }, settingOf(before, frame)),
          )
          const { scene: after, stays } = lay(
            before,
            bounce,
            { ...Object.values(before.plans!)[0]!.inputs, ...inputs },
            { plan: first.plan, frame },
          )
          expect(validate(JSON.parse(JSON.stringify(after)))).toEqual(after)
          expect(stays.map(({ id }) => id).sort()).toEqual([...drawn].sort())
          for (const id of drawn) {
            expect(firstFrameOf(exposuresOf(after, 'A'), id)).toBe(firstFrameOf(exposuresOf(before, 'A'), id))
            expect(after.guides![id]).toEqual(before.guides![id])
            expect(after.drawings[id]!.passes).toEqual({ line: 1 })
          }
          // No drawing of an earlier state is left lying about, and each that is there is on the sheet.
          const plan = after.plans![first.plan]!
          const shown = new Set(exposuresOf(after, 'A').map(({ drawing }) => drawing))
          for (const drawing of Object.values(after.drawings))
            expect([drawing.id, shown.has(drawing.id), [...plan.drawings, ...plan.kept].includes(drawing.id)]).toEqual([
              drawing.id,
              true,
              true,
            ])
          expect(drawingsOfPlan(after, plan).filter(isDrawn)).toHaveLength(drawn.length)
        },
      ),
      { numRuns: 30 },
    )
  })

  test('a cycle keeps what is drawn of it at its frames, or says which would fall out', () => {
    const walk = plannerOf('walk')!
    const laid = lay(newScene(BASE), walk, {}, { turns: 2 })
    const steps = laid.scene.plans![laid.plan]!.drawings
    fc.assert(
      fc.property(
        fc.subarray([...steps], { minLength: 1, maxLength: 4 }),
        fc.constantFrom(6, 8, 10, 12, 14, 18),
        fc.constantFrom('1', '2', '3'),
        (drawn, perStep, exposure) => {
          const before = drawn.reduce(drawOn, laid.scene)
          try {
            const { scene: after } = lay(before, walk, { perStep, exposure }, { plan: laid.plan, turns: 2 })
            expect(validate(after)).toEqual(after)
            for (const id of drawn)
              expect([id, firstFrameOf(exposuresOf(after, 'A'), id), after.drawings[id]!.passes]).toEqual([
                id,
                firstFrameOf(exposuresOf(before, 'A'), id),
                { line: 1 },
              ])
          } catch (error) {
            expect(String(error)).toMatch(/would fall out of the changed cycle/)
            expect(perStep).toBeLessThan(12)
          }
        },
      ),
      { numRuns: 30 },
    )
  })

  test('on any sheet it is laid whole or refused; what is drawn there keeps its frames, and one step takes it back', () => {
    const anySheet = fc.array(fc.record({ frame: fc.integer({ min: 1, max: 60 }), drawn: fc.boolean() }), {
      maxLength: 8,
    })
    const anyRange = fc.option(
      fc.record({
        from: fc.integer({ min: 1, max: 55 }),
        long: fc.integer({ min: 2, max: 8 }),
        turns: fc.constantFrom(2, 3, null),
      }),
      { nil: undefined },
    )
    const count = { laid: 0, refused: 0 }
    fc.assert(
      fc.property(
        anySheet,
        anyRange,
        fc.constantFrom('bounce', 'walk', 'blink', 'swing'),
        fc.integer({ min: 1, max: 50 }),
        fc.constantFrom(1, 2, null),
        (keys, cycled, id, frame, turns) => {
          let before = newScene({ ...BASE, length: 60 })
          const attempt = (edit: Edit) => {
            try {
              before = make(before, edit)
            } catch (error) {
              if (!(error instanceof EditRefused)) throw error
            }
          }
          keys.forEach((each, i) => {
            attempt({
              type: 'drawing.add',
              take: 'main',
              level: 'A',
              frame: each.frame,
              drawing: { id: `k${i}`, role: 'key' },
            })
            if (each.drawn && before.drawings[`k${i}`]) before = drawOn(before, `k${i}`)
          })
          if (cycled)
            attempt({
              type: 'sheet.range',
              take: 'main',
              levels: ['A'],
              from: cycled.from,
              to: cycled.from + cycled.long,
              act: { do: 'cycle', turns: cycled.turns },
            })
          attempt({ type: 'take.add', id: 'other', name: 'Other', from: 'main' })
          const planner = plannerOf(id)!
          const context = settingOf(before, frame)
          const inputs = completed(planner, {}, context)
          const { edit } = layIn({
            scene: before,
            take: 'main',
            level: 'A',
            frame,
            planner: id,
            inputs,
            motion: motionOf(planner, inputs, context),
            turns,
            freshId,
          })
          try {
            const { scene: after, inverse } = applyEdit(before, edit)
            count.laid++
            expect(validate(after)).toEqual(after)
            expect(applyEdit(after, inverse).scene).toEqual(before)
            for (const drawing of Object.values(before.drawings)) {
              if (!isDrawn(drawing)) continue
              expect(after.drawings[drawing.id]).toEqual(drawing)
              expect(firstFrameOf(exposuresOf(after, 'A'), drawing.id)).toBe(
                firstFrameOf(exposuresOf(before, 'A'), drawing.id),
              )
            }
            // Before the plan nothing changes.
            const shown = (scene: Scene) =>
              exposuresOf(scene, 'A')
                .flatMap((each) => new Array<string | null>(each.frames).fill(each.drawing))
                .slice(0, frame - 1)
            expect(shown(after)).toEqual(shown(before))
          } catch (error) {
            if (!(error instanceof EditRefused)) throw error
            count.refused++
          }
        },
      ),
      { numRuns: 100 },
    )
    expect(Math.min(count.laid, count.refused)).toBeGreaterThan(10)
  })

  test('laid anew as it is, it is the same scene', () => {
    const again = lay(first.scene, bounce, Object.values(first.scene.plans!)[0]!.inputs, { plan: first.plan }).scene
    expect(again.sheets).toEqual(first.scene.sheets)
    expect(again.guides).toEqual(first.scene.guides)
    expect(Object.keys(again.charts)).toHaveLength(Object.keys(first.scene.charts).length)
  })

  test('is undone in one step, and taken out leaves what is drawn', () => {
    const scene = newScene(BASE)
    const { edit } = lay(scene, bounce, {})
    const { scene: laid, inverse } = applyEdit(scene, edit)
    expect(applyEdit(laid, inverse).scene).toEqual(scene)
    const drawn = drawOn(first.scene, ids[2]!)
    const without = make(drawn, { type: 'plan.remove', plan: first.plan })
    expect(Object.keys(without.drawings)).toEqual([ids[2]])
    expect([without.plans, without.guides, without.charts]).toEqual([undefined, undefined, {}])
  })

  test('comes and goes with an earlier moment brought back, the whole or its level', () => {
    const empty = newScene(BASE)
    const back = (now: Scene, then: Scene, part: Part) =>
      bringBack({ now, then, part, counts: () => ({}) }).reduce(make, now)
    for (const part of [{ whole: true }, { level: 'A' }] as const) {
      const without = back(first.scene, empty, part)
      expect([without.plans, without.guides, without.charts]).toEqual([undefined, undefined, {}])
      const again = back(without, first.scene, part)
      expect([again.plans, again.guides, again.charts]).toEqual([
        first.scene.plans,
        first.scene.guides,
        first.scene.charts,
      ])
    }
  })

  test('is never laid over ink, over a chart, on a ground or beyond the end', () => {
    const drawn = drawOn(
      make(newScene(BASE), {
        type: 'drawing.add',
        take: 'main',
        level: 'A',
        frame: 9,
        drawing: { id: 'mine', role: 'key' },
      }),
      'mine',
    )
    expect(() => lay(drawn, bounce, {}, { frame: 3 })).toThrow(/Drawing 9 is drawn and begins at frame 9/)
    expect(Object.keys(lay(drawn, bounce, {}, { frame: 10 }).scene.drawings)).toContain('mine')
    const keys = make(
      make(newScene(BASE), {
        type: 'drawing.add',
        take: 'main',
        level: 'A',
        frame: 1,
        drawing: { id: 'a', role: 'key' },
      }),
      { type: 'drawing.add', take: 'main', level: 'A', frame: 40, drawing: { id: 'b', role: 'key' } },
    )
    const charted = make(keys, {
      type: 'chart.add',
      id: 'c',
      level: 'A',
      from: 'a',
      to: 'b',
      spacing: { by: 'halves', slowOut: 1, slowIn: 1 },
      exposure: [2],
      drawings: ['i', 'j', 'k'],
    })
    expect(() => lay(charted, bounce, {}, { frame: 5 })).toThrow(/on a chart of its own|There is a chart over frames/)
    const ground = make(newScene(BASE), {
      type: 'level.add',
      level: { ...newScene(BASE).levels['A']!, id: 'G', name: 'G', kind: 'ground' },
      at: 0,
    })
    const { edit } = layIn({
      scene: ground,
      take: 'main',
      level: 'G',
      frame: 1,
      planner: 'bounce',
      inputs: {},
      motion: first.motion,
      freshId,
    })
    expect(() => make(ground, edit)).toThrow(/A ground holds still/)
    // Without the room made first it says which frames it needs.
    const long = edit.type === 'together' ? edit.edits.at(-1)! : edit
    expect(() => make(newScene({ ...BASE, length: 4 }), long)).toThrow()
  })

  test('its guide can be taken as rough ink, with its landmarks pinned', () => {
    const id = ids[1]!
    const taken = make(
      first.scene,
      guideTaken({ scene: first.scene, drawing: id, rough: [], swatch: first.scene.palette[0]!.id, size: 3, freshId }),
    )
    expect(taken.drawings[id]!.passes).toEqual({ rough: 1 })
    const [landmark] = first.scene.levels['A']!.landmarks!
    expect(pinOf(taken.drawings[id], landmark!.id)).toEqual(first.scene.guides![id]!.targets[landmark!.id])
    expect(() => guideTaken({ scene: taken, drawing: 'gone', rough: [], swatch: 'ink', size: 3, freshId })).toThrow(
      /no guide/,
    )
  })
})

test('a walk laid before it had feet opens with the usual for what it was not asked', () => {
  const walk = plannerOf('walk')!
  const before: Inputs = {
    ...{ perStep: 12, exposure: '2', form: 'full', step: 132, hips: 166, bob: 9, lift: 29, lean: 4, arms: 24 },
    ...{ inPlace: true, steps: 4, thigh: 96, shin: 88, head: 65, x: 480, ground: 475 },
  }
  const context = settingOf(newScene(BASE))
  const inputs = completed(walk, before, context)
  expect(inputs).toMatchObject({ ...before, passing: 'up', follow: 1 })
  expect(motionOf(walk, inputs, context).drawings).toHaveLength(12)
})
