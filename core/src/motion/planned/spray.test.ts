import fc from 'fast-check'
import { planSpray, type SprayOptions } from './spray'

const BURST: SprayOptions = {
  drawings: 6,
  exposure: 2,
  count: 1,
  speed: 10,
  aim: 0,
  spread: 0,
  fall: 0.5,
  slowing: 0,
  seed: 3,
}
const anyBurst = fc.record({
  drawings: fc.integer({ min: 1, max: 40 }),
  exposure: fc.integer({ min: 1, max: 4 }),
  count: fc.integer({ min: 1, max: 40 }),
  speed: fc.double({ min: 0.1, max: 60, noNaN: true }),
  aim: fc.double({ min: -3, max: 3, noNaN: true }),
  spread: fc.double({ min: 0, max: 6.2, noNaN: true }),
  fall: fc.double({ min: 0, max: 3, noNaN: true }),
  slowing: fc.double({ min: 0, max: 0.95, noNaN: true }),
  seed: fc.nat(1000),
})

test('without air one thrown straight up is on the parabola, a frame after each drawing begins', () => {
  const { drawings } = planSpray(BURST)
  const speed = -(drawings[0]![0]!.y - 0.25)
  expect(speed).toBeGreaterThanOrEqual(6)
  expect(speed).toBeLessThanOrEqual(10)
  drawings.forEach(([bit], i) => {
    const t = 2 * i + 1
    expect(bit!.x).toBeCloseTo(0, 9)
    expect(bit!.y).toBeCloseTo(-speed * t + 0.25 * t * t, 9)
    expect(bit!.dy).toBeCloseTo(-speed + 0.5 * t, 9)
  })
})

test('a hair of air changes next to nothing, and much of it takes the share of the speed that was said', () => {
  const [plain, hair] = [planSpray(BURST), planSpray({ ...BURST, slowing: 1e-7 })]
  plain.drawings.forEach(([bit], i) => expect(hair.drawings[i]![0]!.y).toBeCloseTo(bit!.y, 3))
  const slow = planSpray({ ...BURST, fall: 0, slowing: 0.8, drawings: 12, exposure: 1 })
  const [first, last] = [slow.drawings[0]![0]!, slow.drawings[11]![0]!]
  expect(last.dy / first.dy).toBeCloseTo(0.2 ** (11 / 12), 9)
})

test('how fast each goes is how its place changes; all leave within the fan and the first flies to the end', () => {
  fc.assert(
    fc.property(anyBurst, (burst) => {
      const { drawings, reach } = planSpray(burst)
      const still = planSpray({ ...burst, fall: 0 })
      expect(drawings.every((bits) => bits.some(({ bit }) => bit === 0))).toBe(true)
      for (const { x, y } of still.drawings[0]!) {
        const off = Math.atan2(x, -y) - burst.aim
        const turned = Math.atan2(Math.sin(off), Math.cos(off))
        expect(Math.abs(turned)).toBeLessThanOrEqual(Math.min(Math.PI, burst.spread / 2) + 1e-6)
      }
      expect(drawings.flat().every(({ x, y, age }) => Math.hypot(x, y) <= reach && age <= 1)).toBe(true)
    }),
  )
})

test('none comes back once it is gone, and a seed gives the same burst', () => {
  fc.assert(
    fc.property(anyBurst, (burst) => {
      const { drawings } = planSpray(burst)
      drawings.slice(1).forEach((bits, i) => {
        const before = new Set(drawings[i]!.map(({ bit }) => bit))
        expect(bits.every(({ bit }) => before.has(bit))).toBe(true)
      })
      expect(planSpray(burst)).toEqual(planSpray(burst))
    }),
  )
})

test('nonsense is refused by its name', () => {
  expect(() => planSpray({ ...BURST, count: 0 })).toThrow(/count/)
  expect(() => planSpray({ ...BURST, slowing: 1 })).toThrow(/slowing/)
})
