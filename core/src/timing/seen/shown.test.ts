import fc from 'fast-check'
import { adjusted } from '../../base/adjust'
import { applyEdit } from '../../edits/apply'
import type { Edit } from '../../edits/kinds'
import { newLevel, newScene } from '../../scene/create'
import type { Follows, Level, Scene } from '../../scene/schema'
import { drawn, settingsOf } from '../../testing/build'
import { someWork, workedOn } from '../../testing/worked-on'
import { lengthOfTake } from '../take-length'
import { levelPalette } from '../level-palette'
import { drawingShown, drawingsOf, momentAt, pictureRuns } from './shown'

const changed = (scene: Scene, ...edits: Edit[]) => edits.reduce((next, edit) => applyEdit(next, edit).scene, scene)
const set = (level: string, fields: Partial<Level>): Edit => ({ type: 'level.set', level, fields })
const behind = (frames: number, fields: Partial<Follows> = {}): Follows => ({
  level: 'A',
  frames,
  x: 0,
  y: 0,
  ...fields,
})

/** A with drawings on four frames, B empty, C with two. */
const SCENE = changed(
  newScene(settingsOf()),
  ...['B', 'C'].map((id, i): Edit => ({
    type: 'level.add',
    level: newLevel({ id, name: id, approach: 'pose-to-pose' }),
    at: i + 1,
  })),
  ...[1, 5, 9, 20].map((frame) => drawn(`a${frame}`, frame)),
  ...[3, 13].map((frame) => drawn(`c${frame}`, frame, { level: 'C' })),
)
const onFrames = (scene: Scene, level: string) =>
  Array.from({ length: scene.settings.length }, (_, i) => drawingShown(scene, level, i + 1))

test('a follower shows what the other showed so many frames before, and nothing before it began', () => {
  const scene = changed(SCENE, set('B', { follows: behind(2) }))
  expect(onFrames(scene, 'B')).toEqual([undefined, undefined, ...onFrames(scene, 'A').slice(0, 22)])
})

test('one ahead of the end holds there; of a loop it goes round', () => {
  const ahead = changed(SCENE, set('B', { follows: behind(-3) }))
  expect(onFrames(ahead, 'B')).toEqual([...onFrames(ahead, 'A').slice(3), 'a20', 'a20', 'a20'])
  const loop = changed(ahead, set('A', { loop: true }))
  expect(onFrames(loop, 'B').slice(-3)).toEqual(['a1', 'a1', 'a1'])
})

test('of a take that ends earlier the loop goes round there; beyond its end all is as on the sheet', () => {
  const scene = changed(SCENE, set('A', { loop: true }), set('B', { follows: behind(2) }), {
    type: 'take.set',
    take: 'main',
    fields: { length: 8 },
  })
  expect(onFrames(scene, 'B').slice(0, 8)).toEqual(['a5', 'a5', 'a1', 'a1', 'a1', 'a1', 'a5', 'a5'])
  expect(onFrames(scene, 'B').slice(8)).toEqual(onFrames(scene, 'A').slice(6, 22))
})

test('whatever was done to a scene, every frame of a take is shown by the run it lies in', () => {
  fc.assert(
    fc.property(someWork, (work) => {
      const scene = workedOn(work).scene()
      for (const take of Object.keys(scene.takes)) {
        const frames = pictureRuns(scene, take).flatMap(({ frames, ...moment }) =>
          Array.from({ length: frames }, (_, i) => ({ ...moment, frame: moment.frame + i })),
        )
        const all = Array.from({ length: lengthOfTake(scene, take) }, (_, i) => momentAt(scene, i + 1, take))
        expect(frames).toEqual(all)
      }
    }),
    { numRuns: 150 },
  )
})

test('what is drawn on the follower itself is shown in its place, and it may follow some drawings only', () => {
  const scene = changed(SCENE, set('B', { follows: behind(1, { only: ['a5'] }) }), drawn('b8', 8, { level: 'B' }))
  expect(onFrames(scene, 'B').slice(0, 9)).toEqual([...Array(5).fill(undefined), 'a5', 'a5', 'b8', 'b8'])
})

test('the original changed, the follower is', () => {
  const scene = changed(SCENE, set('B', { follows: behind(1) }), { type: 'drawing.remove', drawing: 'a5' })
  expect(drawingShown(scene, 'B', 7)).toBe('a1')
})

test('a level cut by another says so, and its follower is cut as long behind and as far off', () => {
  const scene = changed(
    SCENE,
    set('A', { matte: { level: 'C', where: 'ink' } }),
    set('B', { follows: behind(2, { x: 30, y: -4 }) }),
    set('C', { hidden: true }),
  )
  expect(momentAt(scene, 14).mattes).toEqual({
    A: { level: 'C', where: 'ink', drawing: 'c13', frame: 14, x: 0, y: 0 },
    B: { level: 'C', where: 'ink', drawing: 'c3', frame: 12, x: 30, y: -4 },
  })
  expect(drawingsOf(momentAt(scene, 14))).toEqual(['a9', 'a9', 'c13', 'c3'])
  expect(momentAt(scene, 2).mattes['A']!.drawing).toBeUndefined()
})

test('a level cut by one that was taken out is whole again', () => {
  const scene = changed(SCENE, set('A', { matte: { level: 'C', where: 'none' } }), { type: 'level.remove', level: 'C' })
  expect(momentAt(scene, 14).mattes).toEqual({})
})

test('no level follows itself, one that follows, or while it is followed', () => {
  const scene = changed(SCENE, set('B', { follows: behind(2) }))
  const following = (level: string, of: string) => () =>
    applyEdit(scene, set(level, { follows: behind(1, { level: of }) }))
  expect(following('A', 'A')).toThrow('for itself')
  expect(following('C', 'B')).toThrow('follows another level itself')
  expect(following('A', 'C')).toThrow('Another level follows this one')
  expect(() => applyEdit(scene, set('C', { matte: { level: 'C', where: 'ink' } }))).toThrow('for itself')
})

test('runs of pictures change wherever what is seen does', () => {
  const delay = fc.integer({ min: -26, max: 26 })
  fc.assert(
    fc.property(
      delay,
      fc.boolean(),
      fc.boolean(),
      fc.constantFrom('A', 'C', undefined),
      (frames, loop, hidden, cut) => {
        const scene = changed(
          SCENE,
          set('A', { loop, hidden, ...(cut === 'C' && { matte: { level: 'C', where: 'ink' } }) }),
          set('B', { follows: behind(frames) }),
          set('C', cut === 'A' ? { matte: { level: 'B', where: 'none' } } : { hidden: true }),
        )
        for (const { frame, frames: long, shown, mattes } of pictureRuns(scene))
          for (let at = frame; at < frame + long; at++) {
            const moment = momentAt(scene, at)
            expect(moment.shown).toEqual(shown)
            const drawings = (all: typeof mattes) =>
              Object.entries(all).map(([level, matte]) => [level, matte!.drawing])
            expect(drawings(moment.mattes)).toEqual(drawings(mattes))
          }
      },
    ),
  )
})

test('a follower has colours of its own, and tones and hues are adjusted as they are shown', () => {
  const colours = (scene: Scene, level: string) => levelPalette(scene, level).map(({ colour }) => colour)
  const [pencil, tide, brick] = SCENE.palette.map(({ colour }) => colour)
  const inOne = changed(SCENE, set('B', { follows: behind(0, { swatch: 'brick' }) }))
  expect(colours(inOne, 'B')).toEqual([brick, brick, brick])
  const mapped = changed(
    SCENE,
    set('B', { follows: behind(0, { swatches: { pencil: 'tide', gone: 'brick', brick: 'lost' } }) }),
  )
  expect(colours(mapped, 'B')).toEqual([tide, tide, brick])
  const grey = changed(mapped, set('A', { adjust: { colour: 0 } }))
  for (const colour of [...colours(grey, 'A'), ...colours(grey, 'B')])
    expect(new Set(colour.match(/[0-9a-f]{2}/g)).size).toBe(1)
  expect(colours(changed(grey, { type: 'level.set', level: 'A', fields: { adjust: null } }), 'A')).toEqual([
    pencil,
    tide,
    brick,
  ])
})

test('levels pull black and white apart, a middle tone lightens, a hue turned all round comes back', () => {
  expect(adjusted([64, 128, 191], { black: 64, white: 191 })).toEqual([0, 129, 255])
  expect(adjusted([64, 64, 64], { middle: 2 })).toEqual([128, 128, 128])
  expect(adjusted([200, 40, 90], { hue: 0, colour: 1 })).toEqual([200, 40, 90])
  expect(adjusted([255, 0, 0], { colour: 0 })).toEqual([54, 54, 54])
  const [r, g, b] = adjusted([255, 0, 0], { hue: 120 })
  expect(g).toBeGreaterThan(Math.max(r, b))
})
