import fc from 'fast-check'
import { brushed, joined, overlap, uncovered } from './areas'
import { ringArea } from './trace'

const areaOf = (rings: readonly (readonly number[])[]) => rings.reduce((sum, ring) => sum + ringArea(ring), 0)
const boxAt = fc
  .record({
    x: fc.integer({ min: -60, max: 60 }),
    y: fc.integer({ min: -60, max: 60 }),
    w: fc.integer({ min: 1, max: 80 }),
    h: fc.integer({ min: 1, max: 80 }),
  })
  .map((box) => ({
    ...box,
    ring: [
      [0, 0],
      [box.w, 0],
      [box.w, box.h],
      [0, box.h],
    ].flatMap(([x, y]) => [box.x + x!, box.y + y!]),
  }))
type Box = { x: number; y: number; w: number; h: number; ring: number[] }
const shared = (a: Box, b: Box) =>
  Math.max(0, Math.min(a.x + a.w, b.x + b.w) - Math.max(a.x, b.x)) *
  Math.max(0, Math.min(a.y + a.h, b.y + b.h) - Math.max(a.y, b.y))

test('two boxes joined cover what both cover, and what they share once', () => {
  fc.assert(
    fc.property(boxAt, boxAt, (a, b) => {
      expect(areaOf(joined([a.ring, b.ring]))).toBeCloseTo(a.w * a.h + b.w * b.h - shared(a, b))
    }),
  )
})

test('what the other does not cover of a box is the box less what they share', () => {
  fc.assert(
    fc.property(boxAt, boxAt, (a, b) => {
      expect(areaOf(uncovered([a.ring], [b.ring]))).toBeCloseTo(a.w * a.h - shared(a, b))
      expect(overlap([a.ring], [b.ring])).toBe(shared(a, b) > 0)
    }),
  )
})

test('even and odd leaves a hole where two rings lie over each other', () => {
  const big = [0, 0, 10, 0, 10, 10, 0, 10]
  const small = [2, 2, 8, 2, 8, 8, 2, 8]
  expect(areaOf(joined([big, small]))).toBe(100)
  expect(areaOf(joined([big, small], 'evenodd'))).toBe(64)
})

test('a round tip covers its way, twice its radius wide, and half a circle at each end', () => {
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 40 }), fc.integer({ min: 1, max: 200 }), (radius, way) => {
      const covered = areaOf(brushed([0, 0, way, 0], radius))
      const truth = 2 * radius * way + Math.PI * radius ** 2
      expect(covered).toBeLessThanOrEqual(truth + 1)
      expect(covered).toBeGreaterThan(truth - Math.PI * radius)
    }),
  )
})
