import { axisFromNothing, frameAxis, legible, pathThrough, valueAxis } from './axes'

test('frames lie from the left to the right, one frame too', () => {
  const axis = frameAxis(1, 25, [10, 250])
  expect([axis(1), axis(13), axis(25)]).toEqual([10, 130, 250])
  expect(frameAxis(4, 4, [10, 250])(4)).toBe(10)
})

test('values rise, nothing stands among them, and one value alone is at the bottom', () => {
  expect(axisFromNothing([2, 8], [100, 20])(0)).toBe(100)
  expect(axisFromNothing([-3, -1], [100, 20])(0)).toBe(20)
  expect(valueAxis(5, 5, [100, 20])(5)).toBe(100)
})

test('numbers that would run into the one before are left out, and the first is there', () => {
  expect(legible([1, 2, 3, 4, 5], frameAxis(1, 5, [0, 40]), 17)).toEqual([1, 3, 5])
})

test('a line through points is a path, through none it is none', () => {
  expect(
    pathThrough([
      [0, 0],
      [4, 2],
    ]),
  ).toBe('M0,0L4,2')
  expect(pathThrough([])).toBe('')
  expect(pathThrough([[0, 0], [4, 2], undefined, [8, 2], [9, 3]])).toBe('M0,0L4,2M8,2L9,3')
})
