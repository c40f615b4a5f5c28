import fc from 'fast-check'
import { applyEdit } from '../edits/apply'
import { guideTaken } from '../edits/composed/guide-ink'
import type { Edit } from '../edits/kinds'
import { layIn } from '../edits/composed/lay'
import type { Scene } from '../scene/schema'
import { validate } from '../scene/validate'
import { MOUTH_SHAPES } from '../sound/mouths'
import { mouthScene } from '../testing/spoken'
import { exposuresOf } from '../timing/sheet'
import { mouths } from './mouths'
import { completed, outcomeOf, type Inputs } from './planner'

let count = 0
const freshId = () => `m${++count}`
const make = (scene: Scene, edit: Edit) => applyEdit(scene, edit).scene
const framesOf = (scene: Scene) =>
  exposuresOf(scene, 'A').flatMap(({ drawing, frames }) => new Array<string | null>(frames).fill(drawing))
const planOf = (scene: Scene) => Object.values(scene.plans!)[0]!

/** The plan laid again, with other inputs if any are given. */
function again(scene: Scene, changed: Inputs = {}): Scene {
  const plan = planOf(scene)
  const context = { scene, take: 'main', level: 'A', frame: plan.frame, plan: plan.id }
  const inputs = completed(mouths, { ...plan.inputs, ...changed }, context)
  const outcome = outcomeOf(mouths, inputs, context)
  if ('refused' in outcome) throw new Error(outcome.refused)
  return make(scene, layIn({ ...context, planner: 'mouths', inputs, motion: outcome.motion, freshId }).edit)
}
/** All words said later by so many seconds. */
const later = (scene: Scene, seconds: number): Scene =>
  make(scene, {
    type: 'sound.said',
    sound: 'voice',
    said: {
      words: scene.said!['voice']!.words.map((word) => ({ ...word, at: word.at.map((at) => at + seconds) })),
    },
  })

test('laid again as it is, it is the same scene', () => {
  const { scene } = mouthScene(11, 2)
  expect(again(scene)).toEqual(scene)
})

test('words moved: what a hand changed on the sheet stays, and the rest is as if it had been laid so at first', () => {
  const change = fc.record({
    frame: fc.integer({ min: 1, max: 150 }),
    frames: fc.integer({ min: 1, max: 9 }),
    shape: fc.option(fc.nat(3)),
  })
  fc.assert(
    fc.property(
      fc.nat(20),
      fc.array(change, { maxLength: 4 }),
      fc.integer({ min: -3, max: 12 }),
      (seed, changes, tenths) => {
        const laid = mouthScene(seed, 2).scene
        const frames = framesOf(laid)
        for (const { frame, frames: many, shape } of changes)
          for (let each = frame; each < frame + many; each++)
            frames[each - 1] =
              shape === null
                ? null
                : (framesOf(laid).find((id) => id === planOf(laid).drawings[shape]) ?? frames[each - 1]!)
        const column = frames.map((drawing) => ({ drawing, frames: 1 }))
        const byHand: Scene = { ...laid, sheets: { main: { ...laid.sheets['main'], A: column } } }
        const after = again(later(byHand, tenths / 10))
        const fresh = again(later(laid, tenths / 10))
        const before = framesOf(laid)
        expect(validate(after)).toEqual(after)
        // A shape that is new has an id of its own each time.
        const shapeOf = (of: Scene, drawing: string | null) => drawing && planOf(of).drawings.indexOf(drawing)
        framesOf(after).forEach((drawing, i) =>
          expect(frames[i] === before[i] ? shapeOf(after, drawing) : drawing).toBe(
            frames[i] === before[i] ? shapeOf(fresh, framesOf(fresh)[i]!) : frames[i],
          ),
        )
      },
    ),
    { numRuns: 40 },
  )
})

test('a shape that is drawn and asked for no more stays, off the sheet, and comes back', () => {
  let scene = mouthScene(3, 2).scene
  const bite = planOf(scene).drawings[MOUTH_SHAPES.indexOf('bite')]!
  expect(scene.drawings[bite]?.note).toMatch(/^bite: /)
  const words = scene.said!['voice']!.words
  const without = make(scene, {
    type: 'sound.said',
    sound: 'voice',
    said: { words: words.filter(({ sounds }) => !sounds.includes('v')) },
  })
  scene = again(without)
  expect(framesOf(scene)).not.toContain(bite)
  expect(scene.drawings[bite]).toBeDefined()
  scene = again(make(scene, { type: 'sound.said', sound: 'voice', said: { words } }))
  expect(framesOf(scene)).toContain(bite)
})

test('a second line on the level shows the shapes drawn for the first again', () => {
  const { scene } = mouthScene(5, 2)
  const first = planOf(scene)
  const emptied = make(scene, { type: 'scene.set', settings: { length: 400 } })
  const moved = make(emptied, { type: 'sound.put', sound: { ...scene.sounds!['voice']!, id: 'more', start: 200 } })
  const spoken = make(moved, { type: 'sound.said', sound: 'more', said: scene.said!['voice']! })
  const context = { scene: spoken, take: 'main', level: 'A', frame: 200 }
  const inputs = completed(mouths, { sound: 'more', set: 'nine' }, context)
  const outcome = outcomeOf(mouths, inputs, context)
  if ('refused' in outcome) throw new Error(outcome.refused)
  const next = make(spoken, layIn({ ...context, planner: 'mouths', inputs, motion: outcome.motion, freshId }).edit)
  const shown = new Set(framesOf(next).slice(199))
  shown.delete(null)
  expect([...shown].every((drawing) => first.drawings.includes(drawing!))).toBe(true)
  expect(Object.keys(next.drawings)).toEqual(Object.keys(spoken.drawings))
})

test('with no words each shape comes in turn, and its guide can be drawn over', () => {
  const { scene } = mouthScene(1, 2)
  const context = { scene: { ...scene, sounds: {}, said: {} }, take: 'main', level: 'A', frame: 1 }
  const outcome = outcomeOf(mouths, completed(mouths, { set: 'six' }, context), context)
  expect(outcome).toMatchObject({
    motion: { exposures: [0, 2, 3, 4, 5, 8].map((drawing) => ({ drawing, frames: 2 })) },
  })
  const drawing = planOf(scene).drawings[0]!
  const taken = guideTaken({ scene, drawing, rough: [], swatch: 'ink', size: 3, freshId })
  expect(taken).toMatchObject({ type: 'together' })
})

test('a scene without words, and one that begins after the last, are refused in words', () => {
  const { scene } = mouthScene(1, 2)
  const at = (frame: number) => ({ scene, take: 'main', level: 'A', frame })
  expect(outcomeOf(mouths, completed(mouths, {}, at(175)), at(175))).toMatchObject({
    refused: expect.stringMatching(/earlier frame/),
  })
  const gone = { ...at(1), scene: { ...scene, said: {} } }
  expect(outcomeOf(mouths, { ...completed(mouths, {}, at(1)), sound: 'voice' }, gone)).toMatchObject({
    refused: 'Choose one for to the words of.',
  })
})
