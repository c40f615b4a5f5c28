import { STAY } from '@unhurried/core'
import { scalesOf, selectionFrame, slantOf } from './frame'

const box = { left: 100, top: 100, right: 200, bottom: 140 }
const selected = { box, matrix: STAY, pivot: { x: 150, y: 120 }, axis: 0 }
const anywhere = () => true

test('the frame lies about what is selected, its handles on sides and corners', () => {
  const frame = selectionFrame(selected, 1, anywhere)
  expect(frame.outline).toBe('95,95 205,95 205,145 95,145')
  expect(frame.handles).toHaveLength(8)
  expect(frame.handles[3]).toEqual({ side: [1, 0], x: 205, y: 120 })
  expect([frame.knob, frame.top]).toEqual([
    { x: 223, y: 77 },
    { x: 205, y: 95 },
  ])
})

test('on paper seen larger its distances are smaller, so that they look the same', () => {
  const { outline } = selectionFrame(selected, 0.5, anywhere)
  expect(outline).toBe('97.5,97.5 202.5,97.5 202.5,142.5 97.5,142.5')
})

test('the knob that squashes lies where it can be reached: on the other side, or nearer, when the table ends', () => {
  const leftOf = (x: number) => selectionFrame(selected, 1, (at) => at.x < x && at.x > 80).squash.x
  const far = Math.hypot(100, 40) / 2 + 26
  expect(leftOf(1000)).toBeCloseTo(150 + far)
  expect(leftOf(220)).toBeCloseTo(150 + 0.7 * far)
  expect(selectionFrame(selected, 1, (at) => at.x < 150).squash.x).toBeCloseTo(150 - far)
  expect(selectionFrame(selected, 1, () => false).squash.x).toBeCloseTo(150 + far)
})

const pulled = (from: readonly [number, number], to: readonly [number, number]) => ({
  from: { x: from[0], y: from[1] },
  to: { x: to[0], y: to[1] },
  pivot: { x: 0, y: 0 },
})

test('a side pulls one way, a corner both, and with proportions kept both alike', () => {
  expect(scalesOf([1, 0], pulled([10, 5], [20, 90]), false)).toEqual([2, 1])
  expect(scalesOf([1, 1], pulled([10, 10], [20, 5]), false)).toEqual([2, 0.5])
  expect(scalesOf([1, 1], pulled([10, 10], [20, 5]), true)).toEqual([2, 2])
  expect(scalesOf([0, 1], pulled([0, 10], [0, 30]), true)).toEqual([3, 3])
})

test('a side at the pivot, or pulled through it, stays within sense', () => {
  expect(scalesOf([1, 0], pulled([0, 0], [50, 0]), false)).toEqual([1, 1])
  expect(scalesOf([1, 0], pulled([10, 0], [-50, 0]), false)).toEqual([0.05, 1])
})

test('a side pulled along itself slants the figure about its pivot', () => {
  expect(slantOf([0, -1], pulled([0, -20], [10, -20]))).toEqual([-0.5, 0])
  expect(slantOf([1, 0], pulled([20, 0], [20, 10]))).toEqual([-0.5, Math.PI / 2])
})
