import { exposuresOf } from '@unhurried/core'
import { standInBrowser } from '../../testing/browser'
import { said } from '../../testing/element-plus'
import { lined, mounted, openScene } from '../../testing/open-scene'
import { useSheet, type SheetHands } from './useSheet'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let sheet: SheetHands
beforeEach(async () => {
  said.length = 0
  const next = { type: 'drawing.next', take: 'main', level: 'A', frames: 2 } as const
  store = await openScene(
    [
      { ...next, frame: 1, drawing: { id: 'a', role: 'key' } },
      { ...next, frame: 1, drawing: { id: 'b', role: 'key' } },
      lined('a', 'a1', [10, 10, 60, 20]),
      lined('b', 'b1', [40, 10, 90, 20]),
    ],
    { approach: 'straight-ahead', lengthFollows: true },
  )
  sheet = mounted(useSheet).given
})
afterEach(() => store.close())

const shown = () => exposuresOf(store.scene!, 'A').map(({ drawing, frames }) => ({ drawing: drawing!, frames }))
const points = (drawing: string) =>
  store.ink!.inkOf(drawing, 'line').map((piece) => (piece.kind === 'stroke' ? [...piece.points] : []))

test('the chosen drawings go on after themselves as new drawings, in one step', () => {
  store.chosen = { levels: ['A'], from: 1, to: 4 }
  expect(sheet.copyOn(false)).toBe(true)
  expect(shown().map(({ frames }) => frames)).toEqual([2, 2, 2, 2])
  const [, , c, d] = shown()
  expect([points(c!.drawing), points(d!.drawing)]).toEqual([points('a'), points('b')])
  expect([store.frame, store.chosen]).toEqual([5, undefined])
  store.undo()
  expect(shown().map(({ drawing }) => drawing)).toEqual(['a', 'b'])
})

test('with their sides exchanged they are mirrored about the middle of the paper, with lines of their own', () => {
  store.chosen = { levels: ['A'], from: 1, to: 4 }
  sheet.copyOn(true)
  const [, , c, d] = shown()
  // The paper is 320 wide.
  expect(points(c!.drawing)[0]!.filter((_, i) => i % 3 !== 2)).toEqual([310, 10, 260, 20])
  expect(points(d!.drawing)[0]!.filter((_, i) => i % 3 !== 2)).toEqual([280, 10, 230, 20])
  expect(store.ink!.inkOf(c!.drawing, 'line')[0]!.id).not.toBe('a1')
  store.undo()
  expect(store.scene!.drawings[c!.drawing]).toBeUndefined()
})

test('nothing chosen, the drawing we are at goes on; where there is none that is said', () => {
  store.goTo(1)
  sheet.copyOn(false)
  expect(shown()).toHaveLength(3)
  store.change({ type: 'sheet.range', take: 'main', levels: ['A'], from: 1, to: 2, act: { do: 'blank' } })
  store.goTo(1)
  expect([sheet.copyOn(false), said]).toEqual([false, [expect.stringMatching(/no drawing in these frames/)]])
})

test('a scene that ends there says so and changes nothing', () => {
  store.change({ type: 'scene.set', settings: { lengthFollows: false } })
  store.chosen = { levels: ['A'], from: 1, to: 4 }
  const before = store.scene
  expect([sheet.copyOn(true), said]).toEqual([false, [expect.stringMatching(/scene ends at frame 4/)]])
  expect(store.scene).toBe(before)
})
