import { amountIn } from './finding'

test.each([
  [1, 'frames', '1 frame'],
  [1.04, 'frames', '1 frame'],
  [1.1, 'frames', '1.1 frames'],
  [7, 'frames', '7 frames'],
  [1, 'px', '1 px'],
  [1, 'flashes in a second', '1 flash in a second'],
  [-1, 'frames', '−1 frames'],
  [24.6, '%', '25 %'],
])('%d in %s is read %s', (value, unit, read) => {
  expect(amountIn(value, unit)).toBe(read)
})
