import fc from 'fast-check'
import { numberedNames } from './numbered'

test('numbered stills stand on the frames they say, and what is missing between them is told', () => {
  expect(numberedNames(['walk2-0012.png', 'walk2-0003.png', 'walk2-0004.png', 'walk2-0009.png'])).toEqual({
    ...{ order: [1, 2, 3, 0], after: [0, 1, 6, 9], first: 3, last: 12 },
    gaps: [
      [5, 8],
      [10, 11],
    ],
  })
})

test('the last number of a name counts, and nothing of its kind of file', () => {
  expect(numberedNames(['a1 final', 'a2 final'])?.after).toEqual([0, 1])
  expect(numberedNames(['still-1.mp4', 'still-3.mp4'])?.gaps).toEqual([[2, 2]])
})

test('names without a number, two of one number, or one alone say nothing', () => {
  expect(numberedNames(['ferry.png', 'quay-2.png'])).toBeUndefined()
  expect(numberedNames(['a-1.png', 'b-1.png'])).toBeUndefined()
  expect(numberedNames(['a-1.png'])).toBeUndefined()
  expect(numberedNames([])).toBeUndefined()
})

test('whatever the numbers: all of them in order, and with the gaps every number between the ends once', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.nat({ max: 300 }), { minLength: 2, maxLength: 40 }), (numbers) => {
      const found = numberedNames(numbers.map((number) => `s-${String(number).padStart(4, '0')}.png`))!
      const stand = found.after.map((after) => found.first + after)
      expect(stand).toEqual([...numbers].sort((a, b) => a - b))
      expect(found.order.map((i) => numbers[i])).toEqual(stand)
      const missing = found.gaps.flatMap(([from, to]) => Array.from({ length: to - from + 1 }, (_, i) => from + i))
      expect([...stand, ...missing].sort((a, b) => a - b)).toEqual(
        Array.from({ length: found.last - found.first + 1 }, (_, i) => found.first + i),
      )
    }),
  )
})
