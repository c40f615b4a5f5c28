import fc from 'fast-check'
import { writeSheetCsv } from '../format/sheet/sheet-csv'
import { levelPannedAt } from '../motion/pan'
import { newScene } from '../scene/create'
import type { Scene } from '../scene/schema'
import { faultOf } from '../scene/validate'
import { summaryOf } from '../api/shelf'
import { drawn, expectSame, settingsOf } from '../testing/build'
import { totalFrames } from '../timing/column'
import { exposuresOf } from '../timing/sheet'
import { pictureRuns } from '../timing/seen/shown'
import { asTake, lengthOfTake } from '../timing/take-length'
import { applyEdit } from './apply'
import { takeLasting } from './composed/take-lasting'
import type { Edit } from './kinds'

const make = (scene: Scene, ...edits: Edit[]) => edits.reduce((before, edit) => applyEdit(before, edit).scene, scene)
const two: Edit = { type: 'take.add', id: 'two', name: 'Two', from: 'main' }
const base = make(newScene(settingsOf({ length: 24 })), drawn('a', 1), drawn('b', 9), drawn('c', 20), two)
const lengths = (scene: Scene) => Object.keys(scene.takes).map((take) => lengthOfTake(scene, take))
const lasting = (frames: number, take = 'two') => make(base, takeLasting(base, take, frames))

test('a take that ends before the scene keeps what lies beyond, and shows none of it', () => {
  const short = lasting(12)
  expect(lengths(short)).toEqual([24, 12])
  expect(exposuresOf(short, 'A', 'two')).toEqual(exposuresOf(base, 'A', 'two'))
  expect(pictureRuns(short, 'two').map(({ frame, frames }) => [frame, frames])).toEqual([
    [1, 8],
    [9, 4],
  ])
  expect(exposuresOf(asTake(short, 'two'), 'A', 'two').map(({ drawing }) => drawing)).toEqual(['a', 'b'])
  expect(writeSheetCsv(short, 'two').trim().split('\r\n')).toHaveLength(13)
  // As long as the scene again nothing is said of it.
  expectSame(make(short, takeLasting(short, 'two', 24)), base)
  expect(asTake(base, 'two')).toBe(base)
})

test('an even pan goes by as fast under a take that ends early', () => {
  const pan = { from: { x: 0, y: 0 }, to: { x: -230, y: 0 }, law: 'even', strength: 1 } as const
  const panned = make(lasting(12), { type: 'level.set', level: 'A', fields: { ground: { pan } } })
  const [whole, cut] = [panned, asTake(panned, 'two')]
  for (const frame of [1, 5, 12])
    expect(levelPannedAt(cut, cut.levels['A']!, frame).x).toBeCloseTo(
      levelPannedAt(whole, whole.levels['A']!, frame).x,
      9,
    )
})

test('one that goes beyond the scene makes that longer, and every other take lasts as long as before', () => {
  const long = lasting(40)
  expect([long.settings.length, lengths(long)]).toEqual([40, [24, 40]])
  expect(faultOf(long)).toBeUndefined()
  expect(summaryOf(long).length).toBe(24)
  expectSame(make(long, applyEdit(base, takeLasting(base, 'two', 40)).inverse), base)
})

test('frames put in and taken out before its end move it; those after leave it', () => {
  const put = (at: number, frames: number): Edit => ({ type: 'frames.put-in', take: 'two', at, frames })
  const out = (from: number, to: number): Edit => ({ type: 'frames.take-out', take: 'two', from, to })
  const short = lasting(12)
  expect(lengths(make(short, put(5, 3)))).toEqual([24, 15])
  expect(lengthOfTake(make(short, put(16, 3)), 'two')).toBe(12)
  expect(lengths(make(short, out(5, 8)))).toEqual([24, 8])
  expect(lengthOfTake(make(short, out(10, 15)), 'two')).toBe(9)
  expect(lengthOfTake(make(short, out(14, 15)), 'two')).toBe(12)
})

test('at another rate it lasts as long; a scene made shorter than it ends it too; one beyond the scene is refused', () => {
  const short = lasting(12)
  expect(lengthOfTake(make(short, { type: 'scene.rate', fps: 12, keep: 'seconds' }), 'two')).toBe(6)
  expect(lengths(make(short, { type: 'scene.set', settings: { length: 22 } }))).toEqual([22, 12])
  expect(() => make(base, { type: 'take.set', take: 'two', fields: { length: 25 } })).toThrow(/24 frames/)
  expect(lengths(make(short, { type: 'take.add', id: 'three', name: 'Three', from: 'two' }))).toEqual([24, 12, 12])
})

test('whatever takes last, what is shown of each ends where it ends and is what its sheet says', () => {
  const wishes = fc.array(fc.tuple(fc.constantFrom('main', 'two'), fc.integer({ min: 1, max: 60 })), { maxLength: 8 })
  fc.assert(
    fc.property(wishes, (all) => {
      let scene = base
      const wished = new Map<string, number>()
      for (const [take, frames] of all) {
        scene = make(scene, takeLasting(scene, take, frames))
        wished.set(take, frames)
      }
      expect(faultOf(scene)).toBeUndefined()
      for (const take of ['main', 'two']) {
        expect(lengthOfTake(scene, take)).toBe(wished.get(take) ?? 24)
        const runs = pictureRuns(scene, take)
        expect(runs.reduce((sum, { frames }) => sum + frames, 0)).toBe(lengthOfTake(scene, take))
        const cut = asTake(scene, take)
        for (const column of Object.values(cut.sheets[take]!)) expect(totalFrames(column)).toBe(cut.settings.length)
      }
    }),
    { numRuns: 100 },
  )
})
