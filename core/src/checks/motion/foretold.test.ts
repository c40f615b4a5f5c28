import fc from 'fast-check'
import { offAt, standsOut, turnedAbout, type TimedPlace } from './foretold'

const places = (count: number, at: (when: number) => readonly [number, number]): TimedPlace[] =>
  Array.from({ length: count }, (_, i) => {
    const [x, y] = at(2 * i)
    return { x, y, when: 2 * i }
  })
const swing = (count = 16) => places(count, (when) => [200 * Math.cos(when / 5), 40 * Math.cos((2 * when) / 5)])
const moved = (all: readonly TimedPlace[], i: number, x: number, y: number) =>
  all.map((each, k) => (k === i ? { ...each, x: each.x + x, y: each.y + y } : each))

test('what goes by a cubic over time is foretold exactly, on any exposures', () => {
  const number = fc.double({ min: -3, max: 3, noNaN: true })
  const frames = fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 6, maxLength: 9 })
  fc.assert(
    fc.property(number, number, number, frames, (a, b, c, held) => {
      let when = 0
      const all = held.map((more) => {
        when += more
        return { when, x: a * when ** 3 + b * when, y: c * when ** 2 - when }
      })
      const off = offAt(all, 3)!
      expect(Math.hypot(off.along, off.across)).toBeLessThan(1e-6)
    }),
  )
})

test('one place off the rest is told by how far along and across; at the turn of a swing as well', () => {
  for (const i of [3, 5, 8, 11]) {
    const off = offAt(moved(swing(), i, 30, 0), i)!
    expect(Math.hypot(off.along, off.across)).toBeGreaterThan(22)
    expect(standsOut(moved(swing(), i, 30, 0), i, 1, { beside: 1.2, worst: 0.4 })).toBe(true)
  }
  const straight = places(9, (when) => [when * 10, 0])
  expect(offAt(moved(straight, 4, 6, 0), 4)).toMatchObject({ along: 6, across: 0, step: 20, straight: 1 })
  expect(offAt(moved(straight, 4, 0, -7), 4)!.across).toBeCloseTo(7, 9)
})

test('what is no worse than the others does not stand out, nor anything of a way that jumps about', () => {
  const even = swing()
  for (let i = 1; i < 15; i++) {
    const off = offAt(even, i)!
    expect(standsOut(even, i, Math.hypot(off.along, off.across) / off.step, { beside: 1.2, worst: 0.4 })).toBe(false)
  }
  const wild = places(12, (when) => [when % 4 === 0 ? 0 : 50, when])
  expect(standsOut(wild, 5, 3, { beside: 0, worst: 0 })).toBe(false)
  expect(standsOut(even.slice(0, 4), 1, 9, { beside: 0, worst: 0 })).toBe(false)
})

test('the turn about a place is told without it', () => {
  const corner = places(5, (when) => (when < 4 ? [when, 0] : when === 4 ? [9, 9] : [6, when]))
  expect(turnedAbout(corner, 2)).toBeCloseTo(Math.PI / 2, 6)
  expect(turnedAbout(corner, 1)).toBe(0)
})

test('a corner begins the way anew: what is before it tells nothing of what is after', () => {
  const bounce = places(12, (when) => [when, when < 12 ? when ** 2 : 144 - 20 * (when - 12)])
  const marked = bounce.map((place, i) => ({ ...place, corner: i === 6 }))
  const far = (all: readonly TimedPlace[], i: number) => Math.hypot(offAt(all, i)!.along, offAt(all, i)!.across)
  expect(far(bounce, 5)).toBeGreaterThan(5)
  expect(far(marked, 5)).toBeLessThan(1e-9)
  expect(far(marked, 7)).toBeLessThan(1e-9)
  expect(offAt(marked, 6)).toBeUndefined()
})
