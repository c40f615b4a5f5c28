import { seededRandom } from '../../base/random'
import type { Measured } from '../measured'
import { sizesOf } from './sizes'

/** Drawings by the area of their dark shape and of each colour. */
const drawings = (bulk: readonly number[], areas: Readonly<Record<string, readonly number[]>> = {}) =>
  bulk.map((area, i) => ({
    measured: {
      shape: { area },
      areas: new Map(Object.entries(areas).map(([swatch, of]) => [swatch, of[i]!])),
      pieces: [],
    } as unknown as Measured,
  }))
const random = seededRandom(11)
const uneven = (area: number, share: number) =>
  Array.from({ length: 12 }, () => area * (1 + share * (2 * random() - 1)))
const grownAt = (areas: readonly number[], at: number, by: number) =>
  areas.map((area, i) => (i === at ? area * by : area))

test('with nothing painted the size is that of the dark shape', () => {
  const bulk = [1000, 1100, 900]
  const painted = sizesOf(drawings(bulk, { body: bulk }))
  expect(painted.map((size) => Math.round(size!))).toEqual(bulk)
})

test('limbs that cross a body change the dark shape and one colour: the steady parts say how large the drawing is', () => {
  const [bulk, arm] = [uneven(30_000, 0.15), uneven(5000, 0.3)]
  const [skin, coat] = [uneven(4000, 0.01), uneven(12_000, 0.01)]
  const even = sizesOf(drawings(bulk, { arm, skin, coat }))
  for (const [i, size] of even.entries()) expect(Math.abs(size! / even[Math.max(0, i - 1)]! - 1)).toBeLessThan(0.03)
  const grown = [bulk, arm, skin, coat].map((areas) => grownAt(areas, 6, 1.12))
  const [b, a, s, c] = grown as [number[], number[], number[], number[]]
  const sizes = sizesOf(drawings(b, { arm: a, skin: s, coat: c }))
  expect(sizes[6]! / sizes[5]!).toBeGreaterThan(1.09)
  expect(sizes[7]! / sizes[6]!).toBeLessThan(0.92)
})

test('a drawing without bulk has no size, and the next one begins anew', () => {
  const some = drawings([1000, 1000, 1000], { body: [800, 800, 800] })
  const [first, , last] = some
  const bare = { measured: { shape: undefined, areas: new Map(), pieces: [] } as unknown as Measured }
  expect(sizesOf([first!, bare, last!])).toEqual([1000, undefined, 1000])
})
