import fc from 'fast-check'
import { SAME_PLACE } from './order'
import { halvedMarks, middleOfWidestGap, placeForMark, settledMark } from './marks'

/** Marks of a ladder as charts may hold them: rising, none on a key, some just beside each other. */
const ladders = fc
  .uniqueArray(fc.double({ min: -0.5, max: 1.5, noNaN: true }), { minLength: 1, maxLength: 12 })
  .map((all) =>
    all.filter((each) => Math.abs(each) > SAME_PLACE && Math.abs(each - 1) > SAME_PLACE).sort((a, b) => a - b),
  )
  .filter((all) => all.length > 0 && all.every((each, i) => i === 0 || each - all[i - 1]! > SAME_PLACE))
const wanted = fc.double({ min: -3, max: 3, noNaN: true })

test('a mark put anywhere keeps the order of its ladder and lies on no key', () => {
  fc.assert(
    fc.property(ladders, fc.nat(), wanted, (fractions, nth, to) => {
      const at = nth % fractions.length
      for (const put of [placeForMark, settledMark]) {
        const place = put(fractions, at, to)
        const after = fractions.with(at, place)
        after.forEach((each, i) => i > 0 && expect(each - after[i - 1]!).toBeGreaterThanOrEqual(SAME_PLACE))
        expect(Math.abs(place)).toBeGreaterThanOrEqual(SAME_PLACE)
        expect(Math.abs(place - 1)).toBeGreaterThanOrEqual(SAME_PLACE)
      }
    }),
  )
})

test('a mark goes where it is put when there is room, and beside its neighbour when there is none', () => {
  expect(placeForMark([0.25, 0.5, 0.75], 1, 0.6)).toBe(0.6)
  expect(placeForMark([0.25, 0.5, 0.75], 1, 0.9)).toBe(0.745)
  expect(placeForMark([0.25, 0.5, 0.75], 1, -1)).toBe(0.255)
  expect(placeForMark([0.5], 0, 9)).toBe(1.5)
  expect(placeForMark([0.5], 0, -9)).toBe(-0.5)
})

test('a mark put on a key lies beside it, on the side it was put', () => {
  expect(placeForMark([0.5], 0, 0)).toBe(0.005)
  expect(placeForMark([0.5], 0, -0.001)).toBe(-0.005)
  expect(placeForMark([0.5], 0, 1)).toBe(0.995)
  expect(placeForMark([0.5], 0, 1.001)).toBe(1.005)
})

test('a mark that its neighbours leave no room stays where it is', () => {
  expect(placeForMark([0.001, 0.002, 0.003], 1, 0.9)).toBe(0.002)
})

test('a dragged mark settles on a half or a third it comes near, unless that is taken', () => {
  expect(settledMark([0.4], 0, 0.49)).toBe(1 / 2)
  expect(settledMark([0.4], 0, 0.34)).toBe(1 / 3)
  expect(settledMark([0.4], 0, 0.42)).toBe(0.42)
  expect(settledMark([0.4, 0.5], 0, 0.49)).toBe(0.49)
})

test('a further mark lies half way in the widest gap, the first of several alike', () => {
  expect(middleOfWidestGap([])).toBe(0.5)
  expect(middleOfWidestGap([0.25, 0.5])).toBe(0.75)
  expect(middleOfWidestGap([0.5])).toBe(0.25)
  expect(middleOfWidestGap([-0.2, 0.9])).toBeCloseTo(0.45)
})

test('a ladder that halves already, goes beyond its keys or is empty is not snapped to halves', () => {
  expect(halvedMarks([0.25, 0.5])).toBeUndefined()
  expect(halvedMarks([-0.2, 0.3])).toBeUndefined()
  expect(halvedMarks([])).toBeUndefined()
  expect(halvedMarks([0.3, 0.52])).toEqual({ fractions: [0.25, 0.5], largestError: expect.closeTo(0.05, 9) })
})
