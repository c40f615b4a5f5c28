import { seededRandom } from '../../base/random'
import type { Ink } from '../../ink/ink'
import { measuredOf, type Measured } from '../measured'
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
  expect(painted.areas.map((size) => Math.round(size!))).toEqual(bulk)
})

test('limbs that cross a body change the dark shape and one colour: the steady parts say how large the drawing is', () => {
  const [bulk, arm] = [uneven(30_000, 0.15), uneven(5000, 0.3)]
  const [skin, coat] = [uneven(4000, 0.01), uneven(12_000, 0.01)]
  const even = sizesOf(drawings(bulk, { arm, skin, coat })).areas
  for (const [i, size] of even.entries()) expect(Math.abs(size! / even[Math.max(0, i - 1)]! - 1)).toBeLessThan(0.03)
  const grown = [bulk, arm, skin, coat].map((areas) => grownAt(areas, 6, 1.12))
  const [b, a, s, c] = grown as [number[], number[], number[], number[]]
  const { areas: sizes, agreed } = sizesOf(drawings(b, { arm: a, skin: s, coat: c }))
  expect(agreed(6, Math.log(1.12))).toBeGreaterThan(0.8)
  expect(sizes[6]! / sizes[5]!).toBeGreaterThan(1.09)
  expect(sizes[7]! / sizes[6]!).toBeLessThan(0.92)
})

test('a drawing without bulk has no size, and the next one begins anew', () => {
  const some = drawings([1000, 1000, 1000], { body: [800, 800, 800] })
  const [first, , last] = some
  const bare = { measured: { shape: undefined, areas: new Map(), pieces: [] } as unknown as Measured }
  expect(sizesOf([first!, bare, last!]).areas).toEqual([1000, undefined, 1000])
})

const box = ([x, y]: readonly [number, number], wide: number, high: number) => [
  ...[x, y, x + wide, y],
  ...[x + wide, y + high, x, y + high],
]
const painted = (outlines: readonly (readonly number[])[]) =>
  outlines.map((outline, i): { readonly measured: Measured } => {
    const ink: Ink = [{ kind: 'fill', id: `f${i}`, swatch: 'coat', outline: [...outline] }]
    return { measured: measuredOf(`d${i}`, (_, pass) => (pass === 'colour' ? ink : [])) as Measured }
  })

test('what goes behind another thing loses area, not its length: its reach says that it is as large as before', () => {
  // A body 200 long, of which something hides a bite in the middle on the fourth drawing.
  const whole = Array.from({ length: 8 }, (_, i) => box([100 + 10 * i, 100], 200, 50))
  const bitten = [130, 100, 190, 100, 190, 140, 270, 140, 270, 100, 330, 100, 330, 150, 130, 150]
  const { areas, agreed } = sizesOf(painted(whole.map((outline, i) => (i === 3 ? bitten : outline))))
  const [before, there] = [areas[2]!, areas[3]!]
  expect(there / before).toBeGreaterThan(0.93)
  expect(agreed(3, Math.log(0.68))).toBeLessThan(0.6)
})

test('a figure of lines alone is as large as its lines are long', () => {
  const drawn = (scale: number): { readonly measured: Measured } => {
    const points = Array.from({ length: 30 }, (_, i) => [300 + scale * 8 * i, 200 + scale * 20 * Math.sin(i), 0.5])
    const ink: Ink = [{ kind: 'stroke', id: 's', swatch: 'ink', size: 4, points: points.flat() }]
    return { measured: measuredOf('d', (_, pass) => (pass === 'line' ? ink : [])) as Measured }
  }
  const { areas } = sizesOf([1, 1, 1, Math.sqrt(1.16), 1, 1].map(drawn))
  expect(areas[3]! / areas[2]!).toBeCloseTo(1.16, 2)
  expect(areas[4]!).toBeCloseTo(areas[2]!, 6)
})

test('pins laid where a plan wants them do not hide that what is drawn there is too large', () => {
  const pins = { hip: { x: 300, y: 300 }, head: { x: 300, y: 200 }, hand: { x: 380, y: 260 }, foot: { x: 310, y: 420 } }
  const sides = [50, 50.4, 49.8, 50.2, 54.8, 50, 49.7, 50.3]
  const shots = painted(sides.map((side) => box([200, 200], 4 * side, side)))
  const { areas, agreed } = sizesOf(shots.map((shot) => ({ ...shot, entry: { pins } })))
  expect(areas[4]! / areas[3]!).toBeGreaterThan(1.15)
  expect(agreed(4, Math.log(1.19))).toBeGreaterThan(0.6)
})

test('where its ink says little, pins that lie farther apart say that it is larger', () => {
  const shots = [1, 1, 1, 1, 1.08, 1, 1, 1].map((scale, i) => ({
    // Smoke about it, of another size on each drawing.
    ...painted([box([0, 0], 100 + 60 * Math.sin(2 * i), 90 + 50 * Math.cos(3 * i))])[0]!,
    entry: {
      pins: { hip: { x: 100, y: 100 }, head: { x: 100, y: 100 - 90 * scale }, hand: { x: 100 + 70 * scale, y: 100 } },
    },
  }))
  const { areas } = sizesOf(shots)
  expect(areas[4]! / areas[3]!).toBeCloseTo(1.08 ** 2, 2)
})

test('an outline that is open on one drawing leaks: how far its lines reach says that it is as large as before', () => {
  const ring = (i: number, open: boolean) =>
    Array.from({ length: open ? 40 : 49 }, (_, k) => {
      const turn = (2 * Math.PI * k) / 48
      return [200 + 10 * i + 60 * Math.cos(turn), 200 + 60 * Math.sin(turn), 0.5]
    }).flat()
  const drawn = Array.from({ length: 7 }, (_, i): { readonly measured: Measured } => {
    const ink: Ink = [{ kind: 'stroke', id: `s${i}`, swatch: 'ink', size: 4, points: ring(i, i === 3) }]
    return { measured: measuredOf(`d${i}`, (_, pass) => (pass === 'line' ? ink : [])) as Measured }
  })
  expect(drawn[3]!.measured.shape!.area).toBeLessThan(0.5 * drawn[2]!.measured.shape!.area)
  const { areas, agreed } = sizesOf(drawn)
  expect(agreed(3, Math.log(0.5))).toBeLessThan(0.5)
  expect(Math.abs(Math.log(areas[3]! / areas[2]!))).toBeLessThan(0.2)
})
