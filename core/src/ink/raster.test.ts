import fc from 'fast-check'
import { overlap } from '../checks/size/overlap'
import { distanceToPath } from '../geometry/polyline'
import { cellsNear, distances, stampRings } from './raster'
import { within } from './select/select'

const GRID = { left: -3, top: 2, width: 30, height: 20 }
const place = fc.integer({ min: -80, max: 320 }).map((eighths) => eighths / 8 + 0.03)
const ring = fc.array(fc.tuple(place, place), { minLength: 3, maxLength: 9 }).map((places) => places.flat())
const rings = fc.array(ring, { minLength: 1, maxLength: 3 })
/** A middle that lies on an edge may be told to either side: there the last bit of a division decides. */
const onAnEdge = (all: readonly (readonly number[])[], x: number, y: number) =>
  all.some((each) => distanceToPath(x, y, [...each, each[0]!, each[1]!]) < 1e-12)
const covers = (all: readonly (readonly number[])[], x: number, y: number) =>
  all.filter((each) => within(x, y, each)).length % 2 === 1

test('the cells within rings are those whose middles lie in an odd number of them', () => {
  fc.assert(
    fc.property(rings, (all) => {
      const mask = new Uint8Array(GRID.width * GRID.height)
      stampRings(mask, GRID, all)
      mask.forEach((cell, at) => {
        const [x, y] = [GRID.left + (at % GRID.width) + 0.5, GRID.top + Math.floor(at / GRID.width) + 0.5]
        if ((cell === 1) !== covers(all, x, y) && !onAnEdge(all, x, y))
          throw new Error(`The cell at ${x}, ${y} is ${cell}.`)
      })
    }),
    {
      examples: [
        [
          [
            [23.78, 35.28, 17.78, 10.53, 0.03, 0.03],
            [0.405, 36.905, 0.03, 0.03, 0.03, 0.03],
          ],
        ],
      ],
    },
  )
})

const box = (x: number, y: number, width: number, height: number) => ({
  rings: [[x, y, x + width, y, x + width, y + height, x, y + height]],
})
test('two shapes overlap by what they share of both', () => {
  expect(overlap(box(0, 0, 100, 100), box(0, 0, 100, 100))).toBe(1)
  expect(overlap(box(0, 0, 100, 100), box(50, 0, 100, 100))).toBeCloseTo(1 / 3, 1)
  expect(overlap(box(0, 0, 40, 40), box(60, 0, 40, 40))).toBe(0)
  const side = fc.integer({ min: 20, max: 200 })
  const from = fc.integer({ min: 0, max: 150 })
  fc.assert(
    fc.property(side, side, side, side, from, from, (w, h, v, g, x, y) => {
      const both = Math.max(0, Math.min(w, x + v) - x) * Math.max(0, Math.min(h, y + g) - y)
      const share = both / (w * h + v * g - both)
      const found = overlap(box(0, 0, w, h), box(x, y, v, g))
      expect(Math.abs(found - share)).toBeLessThan(0.06)
      expect(overlap(box(x, y, v, g), box(0, 0, w, h))).toBeCloseTo(found, 9)
    }),
  )
})

test('cells near marked ones are those no farther than asked', () => {
  const marked = fc.uint8Array({ minLength: 600, maxLength: 600 }).map((cells) => cells.map((value) => +(value > 246)))
  fc.assert(
    fc.property(marked, fc.integer({ min: 0, max: 30 }), (mask, most) => {
      const far = distances(mask, 30, 20)
      expect([...cellsNear(mask, GRID, most)]).toEqual([...far].map((each) => +(each <= most)))
    }),
  )
})
