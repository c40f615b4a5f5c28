import { isNearerEnd, lineOf, turned, wayAt, wentOn } from './ways'

const WAY = { id: 'w', points: [0, 0, 10, 0, 10, 30] }
/** Three drawings on twos, the last of them with all written. */
const FOUND = {
  motion: { exposures: [0, 1, 2].map((drawing) => ({ drawing, frames: 2 })) },
  ways: [5, 20, 40],
}

test('the pen is where its drawing has it, and all is written on the last and after it', () => {
  expect([0, 1, 2, 3, 4, 5, 60].map((frame) => wayAt(FOUND, frame))).toEqual([
    ...[5, 5, 20, 20],
    ...[Infinity, Infinity, Infinity],
  ])
})

test('whoever runs ahead is as many drawings further', () => {
  expect([0, 2].map((frame) => wayAt(FOUND, frame, 1))).toEqual([20, Infinity])
})

test('a way turned round begins where it ended, and turned again is as it was', () => {
  expect(turned(WAY)).toEqual({ id: 'w', points: [10, 30, 10, 0, 0, 0] })
  expect(turned(turned(WAY))).toEqual(WAY)
  expect(lineOf(WAY.points)).toBe('0,0 10,0 10,30')
})

test('a beginning is dragged over to the end where that is nearer', () => {
  expect(isNearerEnd(WAY, [9, 25])).toBe(true)
  expect(isNearerEnd(WAY, [3, 1])).toBe(false)
})

test('a place is put down where the pen went on, and no more than a way has', () => {
  const points = [0, 0]
  wentOn(points, [1, 1])
  expect(points).toEqual([0, 0])
  for (let x = 2; x < 20_000; x += 2) wentOn(points, [x, 0])
  expect(points.slice(0, 4)).toEqual([0, 0, 2, 0])
  expect(points).toHaveLength(8000)
})
