import fc from 'fast-check'
import { roundThrough } from './circle'

const number = (most: number) => fc.double({ min: -most, max: most, noNaN: true })

test('places on a circle, all round or on a part of it, give that circle', () => {
  fc.assert(
    fc.property(
      number(500),
      number(500),
      fc.double({ min: 5, max: 900, noNaN: true }),
      number(3),
      fc.double({ min: 0.6, max: 6, noNaN: true }),
      fc.integer({ min: 4, max: 12 }),
      (cx, cy, radius, from, sweep, count) => {
        const on = (angle: number, r = radius) => ({ x: cx + r * Math.cos(angle), y: cy + r * Math.sin(angle) })
        const round = roundThrough(Array.from({ length: count }, (_, i) => on(from + (sweep * i) / count)))
        expect(Math.abs(round.off(on(from + sweep / 3)))).toBeLessThan(0.02)
        expect(round.off(on(from, radius * 1.2))).toBeCloseTo(radius * 0.2, 1)
        const back = round.nearest(on(from + 0.1, radius * 1.1))
        expect(Math.hypot(back.x - on(from + 0.1).x, back.y - on(from + 0.1).y)).toBeLessThan(0.05)
      },
    ),
  )
})

test('places on a line give that line', () => {
  fc.assert(
    fc.property(number(300), number(300), number(3), fc.integer({ min: 3, max: 9 }), (x, y, way, count) => {
      const on = (t: number, off = 0) => ({
        x: x + t * Math.cos(way) - off * Math.sin(way),
        y: y + t * Math.sin(way) + off * Math.cos(way),
      })
      const round = roundThrough(Array.from({ length: count }, (_, i) => on(i * 20)))
      expect(Math.abs(round.off(on(33)))).toBeLessThan(0.01)
      expect(Math.abs(Math.abs(round.off(on(50, 7))) - 7)).toBeLessThan(0.01)
      expect(Math.abs(round.off(round.nearest(on(50, 7))))).toBeLessThan(0.01)
    }),
  )
})
