import fc from 'fast-check'
import type { Point } from '../../geometry/matrix'
import { NeverCloses, planDrag } from './drag'

const round = (count: number, wide: number, high: number): Point[] =>
  Array.from({ length: count }, (_, i) => ({
    x: 400 + wide * Math.cos((i / count) * 2 * Math.PI),
    y: 200 + high * Math.sin((i / count) * 2 * Math.PI),
  }))
const far = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)
const BASE = { fps: 24, links: 5, linkLength: 24, weight: 1500, drag: 3, stiffness: 0.2 }

test('links keep their length within a hundredth, whatever hangs from whatever', () => {
  fc.assert(
    fc.property(
      fc.record({
        links: fc.integer({ min: 1, max: 12 }),
        linkLength: fc.double({ min: 4, max: 80, noNaN: true }),
        weight: fc.double({ min: 0, max: 4000, noNaN: true }),
        drag: fc.double({ min: 0.5, max: 12, noNaN: true }),
        stiffness: fc.double({ min: 0, max: 1, noNaN: true }),
      }),
      fc.integer({ min: 6, max: 24 }),
      fc.double({ min: 0, max: 200, noNaN: true }),
      (chain, count, wide) => {
        const { drawings } = planDrag({
          fps: 24,
          exposure: 2,
          ...chain,
          path: round(count, wide, wide / 3),
          cycle: false,
        })
        for (const joints of drawings)
          joints
            .slice(1)
            .forEach((joint, i) => expect(Math.abs(far(joint, joints[i]!) / chain.linkLength - 1)).toBeLessThan(0.01))
      },
    ),
    { numRuns: 25 },
  )
})

test('a cycle comes to repeat itself within half a pixel, and hangs from its path on every drawing', () => {
  const path = round(16, 90, 40)
  const { drawings, closes } = planDrag({ ...BASE, exposure: 2, path, cycle: true })
  expect(closes).toBeLessThan(0.5)
  drawings.forEach((joints, i) => expect(far(joints[0]!, path[i]!)).toBeLessThan(1e-6))
  // Whirled round in a second it would never repeat itself: it is given more drag, and that is told.
  const whirled = planDrag({ ...BASE, path: round(24, 90, 40), cycle: true })
  expect(whirled.closes).toBeLessThan(0.5)
  expect(whirled.drag).toBeGreaterThan(BASE.drag)
})

test('a chain that no drag brings to repeat itself is refused, with what is near and does', () => {
  // No weight at all, swung round a quarter of a second: it whirls about the hand.
  const whirling = { fps: 24, exposure: 1, links: 3, linkLength: 70, weight: 0, drag: 1, stiffness: 0.4, cycle: true }
  const path = round(6, 40, 24)
  const refused = () => planDrag({ ...whirling, path })
  expect(refused).toThrow(NeverCloses)
  try {
    refused()
  } catch (error) {
    const { nearest } = error as NeverCloses
    expect(planDrag({ ...whirling, ...nearest, path }).closes).toBeLessThan(0.5)
  }
})

test('later links trail more, and where the hand is fastest is drawn first', () => {
  const path = Array.from({ length: 24 }, (_, i) => ({ x: 400 + 120 * Math.sin((i / 24) * 2 * Math.PI), y: 200 }))
  const { trails, first } = planDrag({ ...BASE, drag: 5, path, cycle: true, exposure: 2 })
  expect(trails.at(-1)!).toBeGreaterThan(trails[0]!)
  trails.slice(1).forEach((trail, i) => expect(trail).toBeGreaterThanOrEqual(trails[i]!))
  expect([0, 12]).toContain(first)
  expect(() => planDrag({ ...BASE, path: [], cycle: false })).toThrow(/path\.length/)
})
