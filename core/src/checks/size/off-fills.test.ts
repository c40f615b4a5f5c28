import type { Body } from '../measured'
import { offFills } from './off-fills'

/** An upright box about a place, as a body. */
const box = (x: number, y: number, wide: number, high: number): Body => ({
  ...{ x, y, area: wide * high, xx: wide ** 2 / 12, xy: 0, yy: high ** 2 / 12 },
})
/** An arm that goes by, as large as it should be but for some drawings. */
const arm = (sizes: readonly number[]) => sizes.map((size, i) => [box(100 + 6 * i, 200, 30 * size, 80 * size)])
const LIMIT = Math.log(1.15)
const offOf = (drawings: readonly (readonly Body[])[]) =>
  drawings.flatMap((_, at) => offFills(drawings, at, LIMIT).map(({ off }) => [at, Number(off.toFixed(2))]))

test('one that is larger than before and after is found, by how much, and so is one that is smaller', () => {
  expect(offOf(arm([1, 1, 1, 1.15, 1, 1]))).toEqual([[3, 0.28]])
  expect(offOf(arm([1, 1, 1 / 1.15, 1, 1]))).toEqual([[2, -0.28]])
  expect(offOf(arm([1, 1, 1.05, 1, 1]))).toEqual([])
})

test('what another of its colour does is nothing to it', () => {
  const other = [1, 0.4, 1, 0.5, 0.9, 1].map((share) => box(400, 200, 120, 100 * share))
  expect(offOf(arm([1, 1, 1, 1.15, 1, 1]).map((fills, i) => [...fills, other[i]!]))).toEqual([[3, 0.28]])
})

test('what loses its shape goes behind another thing, and is not too small', () => {
  const drawings = arm([1, 1, 1, 1, 1])
  drawings[2] = [box(112, 190, 30, 60)]
  expect(offOf(drawings)).toEqual([])
})

test('a size seen but twice says nothing of the one between', () => {
  expect(offOf(arm([1.4, 1, 1.15, 1, 0.7]))).toEqual([])
  expect(offOf(arm([1, 1, 1.15, 1, 0.7]))).toEqual([[2, 0.28]])
})

test('one that lies elsewhere is another', () => {
  const drawings = arm([1, 1, 1.15, 1, 1])
  drawings[2] = [{ ...drawings[2]![0]!, x: 300 }]
  expect(offOf(drawings)).toEqual([])
})

test('among many of one shape one as large as another beside it is that other', () => {
  const drop = (x: number, size: number) => box(x, 200, size, size)
  const drops = [
    [drop(100, 20), drop(160, 30)],
    [drop(100, 20), drop(150, 30)],
    [drop(104, 30)],
    [drop(108, 20), drop(60, 30)],
    [drop(112, 20)],
  ]
  expect(offOf(drops)).toEqual([])
  const small = drops.map((fills) => fills.filter(({ area }) => area < 500))
  expect(offOf(small)).toEqual([])
  expect(offOf(small.map((fills, i) => (i === 2 ? [drop(104, 25)] : fills)))).toEqual([[2, 0.45]])
})
