import fc from 'fast-check'
import { ringArea } from '../../geometry/trace'
import { AREA_PATHS, planMorph } from './morph'
import { planRider } from './rider'

/** A shape about a middle whose radius goes up and down. */
const shape = ({
  x,
  y,
  size,
  waves,
  deep,
  turn,
}: {
  x: number
  y: number
  size: number
  waves: number
  deep: number
  turn: number
}) =>
  Array.from({ length: 60 }, (_, i) => (i / 60) * 2 * Math.PI).flatMap((angle) => {
    const radius = size * (1 + deep * Math.cos(waves * angle))
    return [x + radius * Math.cos(angle + turn), y + radius * Math.sin(angle + turn)]
  })
const anyShape = fc.record({
  x: fc.integer({ min: 0, max: 900 }),
  y: fc.integer({ min: 0, max: 600 }),
  size: fc.integer({ min: 20, max: 200 }),
  waves: fc.integer({ min: 1, max: 5 }),
  deep: fc.double({ min: 0, max: 0.4, noNaN: true }),
  turn: fc.double({ min: -3, max: 3, noNaN: true }),
})

describe('one outline into another', () => {
  test('begins and ends as they are, and its area follows its path', () => {
    fc.assert(
      fc.property(anyShape, anyShape, fc.constantFrom(...AREA_PATHS), (from, to, area) => {
        const plan = planMorph({ from: shape(from), to: shape(to), fractions: [0, 0.25, 0.5, 0.75, 1], area })
        plan.shapes.forEach((ring, i) =>
          expect(Math.abs(Math.abs(ringArea(ring)) / plan.areas[i]! - 1)).toBeLessThan(0.01),
        )
        const [first, , half, , last] = plan.areas
        if (area === 'even') expect(half).toBeCloseTo((first! + last!) / 2, 6)
        if (area === 'swells') expect(half).toBeGreaterThan((first! + last!) / 2)
        if (area === 'pinches') expect(half).toBeLessThan((first! + last!) / 2)
        // Equal but for rounding, there is no way for the area to go.
        if (Math.abs(last! - first!) > 0.01)
          expect(
            Math.sign(plan.areas[1]! - first!) === Math.sign(last! - first!) || area === 'swells' || area === 'pinches',
          ).toBe(true)
        for (const [ring, whole] of [
          [plan.shapes[0]!, shape(from)],
          [plan.shapes[4]!, shape(to)],
        ] as const)
          expect(Math.abs(Math.abs(ringArea(ring)) / Math.abs(ringArea(whole)) - 1)).toBeLessThan(0.02)
      }),
      { numRuns: 60 },
    )
  })

  test('what is only turned and moved stays the same shape all the way', () => {
    fc.assert(
      fc.property(fc.double({ min: -1, max: 1, noNaN: true }), fc.integer({ min: 200, max: 700 }), (turn, x) => {
        const oval = { x: 200, y: 300, size: 100, waves: 2, deep: 0.3, turn: 0 }
        const { shapes } = planMorph({
          from: shape(oval),
          to: shape({ ...oval, turn, x }),
          fractions: [0.5],
          area: 'even',
        })
        const flat = shapes[0]!
        const middle = {
          x: flat.filter((_, i) => i % 2 === 0).reduce((sum, value) => sum + value, 0) / (flat.length / 2),
          y: flat.filter((_, i) => i % 2 === 1).reduce((sum, value) => sum + value, 0) / (flat.length / 2),
        }
        const reaches = Array.from({ length: flat.length / 2 }, (_, i) =>
          Math.hypot(flat[2 * i]! - middle.x, flat[2 * i + 1]! - middle.y),
        )
        expect([Math.max(...reaches), Math.min(...reaches)]).toEqual([expect.closeTo(130, -1), expect.closeTo(70, -1)])
      }),
      { numRuns: 40 },
    )
  })

  test('points put together by hand go to each other; pairs that cross are refused', () => {
    const [from, to] = [
      shape({ x: 200, y: 200, size: 100, waves: 2, deep: 0.2, turn: 0 }),
      shape({ x: 500, y: 200, size: 100, waves: 3, deep: 0.2, turn: 1 }),
    ]
    const plan = planMorph({
      from,
      to,
      fractions: [0, 1],
      area: 'even',
      pairs: [
        { from: 0, to: 0.25 },
        { from: 0.5, to: 0.6 },
      ],
    })
    expect(plan.matched[0]).toBeCloseTo(0.25, 6)
    expect(plan.matched[plan.matched.length / 2]).toBeCloseTo(0.6, 6)
    expect(() =>
      planMorph({
        from,
        to,
        fractions: [0.5],
        area: 'even',
        pairs: [
          { from: 0, to: 0 },
          { from: 0.3, to: 0.7 },
          { from: 0.6, to: 0.4 },
        ],
      }),
    ).toThrow(/cross each other/)
    expect(() => planMorph({ from: [0, 0, 1, 1], to, fractions: [0.5], area: 'even' })).toThrow(/three points/)
    expect(() => planMorph({ from, to, fractions: [3], area: 'even' })).toThrow(/fractions/)
  })
})

describe('a body that rides on another', () => {
  const carrier = (frames: number, high: number) =>
    Array.from({ length: frames }, (_, i) => ({ x: i * 3, y: 300 + high * Math.cos((4 * Math.PI * i) / frames) }))
  test('is never below what carries it, sits while it is carried up, and sticks at the top', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 12, max: 60 }),
        fc.integer({ min: 10, max: 200 }),
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: 200, max: 9000 }),
        (frames, high, stick, gravity) => {
          const path = carrier(frames, high)
          const { at } = planRider({ path, fps: 24, gravity, stick, cycle: true })
          at.forEach((place, i) => {
            expect(place.y).toBeLessThanOrEqual(path[i]!.y + 1e-9)
            expect(place.x).toBe(path[i]!.x)
            if (place.sits) expect(place.y).toBe(path[i]!.y)
          })
        },
      ),
      { numRuns: 60 },
    )
    const { at } = planRider({ path: carrier(48, 100), fps: 24, gravity: 2000, stick: 3, cycle: true })
    const top = at.findIndex(({ sits }, i) => !sits && at[i - 1]?.sits)
    expect(at.slice(top, top + 3).every(({ y }) => y === at[top]!.y)).toBe(true)
    expect(at[top + 4]!.y).toBeGreaterThan(at[top]!.y)
    expect(() => planRider({ path: carrier(4, 1), fps: 24, gravity: 0, stick: 1, cycle: false })).toThrow(/gravity/)
  })
})
