import fc from 'fast-check'
import { seededRandom } from '../../base/random'
import { offFlights } from './flight'
import type { TimedPlace } from './foretold'

/** Hops over flat ground, a contact at the end of each, missed by a hand by up to two pixels. */
const hops = fc.record({
  counts: fc.array(fc.integer({ min: 6, max: 10 }), { minLength: 2, maxLength: 4 }),
  height: fc.integer({ min: 90, max: 400 }),
  across: fc.integer({ min: -30, max: 30 }),
  misses: fc.array(fc.tuple(fc.double({ min: -2, max: 2, noNaN: true }), fc.double({ min: -2, max: 2, noNaN: true })), {
    minLength: 48,
    maxLength: 48,
  }),
})
type Hops = typeof hops extends fc.Arbitrary<infer T> ? T : never

function flown({ counts, height, across, misses }: Hops): TimedPlace[] {
  const places: TimedPlace[] = [{ x: 100, y: 500, when: 1 }]
  for (const count of counts)
    for (let i = 1; i <= count; i++) {
      const [when, share] = [places.length + 1, i / count]
      const [mx, my] = i === count ? [0, 0] : misses[when % misses.length]!
      places.push({ x: 100 + across * (when - 1) + mx, y: 500 - 4 * height * share * (1 - share) + my, when })
    }
  return places
}

test('where a hand flies as things fall, a few pixels off, nothing stands out', () => {
  fc.assert(fc.property(hops, (made) => expect([...offFlights(flown(made)).keys()]).toEqual([])))
})

test('a drawing far beside its hop is found, near a contact too, and so is where it should be', () => {
  fc.assert(
    fc.property(hops, fc.nat(), fc.boolean(), (made, pick, right) => {
      const places = flown(made)
      const inner = places.flatMap(({ y }, i) => (i > 0 && y < 495 ? [i] : []))
      const at = inner[pick % inner.length]!
      // To one side: far lower than its neighbours it would be taken for a contact itself.
      const off = places.map((place, i) => (i === at ? { ...place, x: place.x + (right ? 34 : -34) } : place))
      const found = offFlights(off).get(at)
      expect(found).toBeDefined()
      expect(Math.hypot(found!.place.x - places[at]!.x, found!.place.y - places[at]!.y)).toBeLessThan(12)
    }),
  )
})

test('what goes straight, swings round or climbs as it falls has no hop to be beside', () => {
  const along = (at: (t: number) => { x: number; y: number }) =>
    Array.from({ length: 16 }, (_, i) => ({ ...at(i / 15), when: 2 * i + 1 }))
  const pushed = (places: TimedPlace[]) =>
    places.map((place, i) => (i === 7 ? { ...place, x: place.x + 30, y: place.y - 30 } : place))
  for (const way of [
    along((t) => ({ x: 600 * t, y: 300 })),
    along((t) => ({ x: 300 + 200 * Math.cos(6.28 * t), y: 300 + 200 * Math.sin(6.28 * t) })),
    along((t) => ({ x: 600 * t, y: 300 + 240 * t - 240 * t * t })),
  ])
    expect(offFlights(pushed(way)).size).toBe(0)
})

/** Thrown up, caught and carried back by the hand, again and again, on ones. */
function juggled(height: number, count: number, misses: readonly (readonly [number, number])[]): TimedPlace[] {
  const carried = Math.ceil(count / 2)
  return Array.from({ length: 3 * (count + carried) }, (_, n) => {
    const i = n % (count + carried)
    const [share, back] = [i / count, (i - count) / carried]
    const [mx, my] = misses[n % misses.length]!
    const at =
      i < count
        ? { x: 500 + 240 * share, y: 440 - 4 * height * share * (1 - share) }
        : { x: 740 - 240 * back, y: 440 + 20 * Math.sin(Math.PI * back) }
    return { x: at.x + mx, y: at.y + my, when: n + 1 }
  })
}
const juggles = fc.tuple(
  fc.integer({ min: 180, max: 320 }),
  fc.integer({ min: 10, max: 14 }),
  hops.map(({ misses }) => misses),
)

test('what is caught, carried and thrown again flies from hand to hand: nothing stands out', () => {
  fc.assert(fc.property(juggles, (made) => expect([...offFlights(juggled(...made)).keys()]).toEqual([])))
})

test('of what is juggled a drawing far beside its flight is found', () => {
  fc.assert(
    fc.property(juggles, fc.nat(), (made, pick) => {
      const places = juggled(...made)
      const period = made[1] + Math.ceil(made[1] / 2)
      // In the second flight, from the first drawing out of the hand to the last before it is caught.
      const at = period + 2 + (pick % (made[1] - 3))
      const off = places.map((place, i) => (i === at ? { ...place, x: place.x + 40 } : place))
      expect(offFlights(off).has(at)).toBe(true)
    }),
  )
})

test('what swings up and down as a tail does turns gently, and is no fall', () => {
  const random = seededRandom(7)
  const between = (from: number, to: number) => from + (to - from) * random()
  const swing = (): TimedPlace[] => {
    const held = [[1], [2], [2, 1]][Math.floor(between(0, 3))]!
    const [perSwing, far, begins] = [Math.floor(between(10, 19)), between(30, 120), between(0, 6.28)]
    const frames = (held.reduce((sum, each) => sum + each, 0) / held.length) * perSwing
    let when = 1
    return Array.from({ length: 3 * perSwing }, (_, n) => {
      const y = 360 + far * Math.sin(begins + (6.28 * when) / frames) + between(-2, 2)
      const place = { x: 480 + between(-2, 2), y, when }
      when += held[n % held.length]!
      return place
    })
  }
  const told = Array.from({ length: 2000 }, () => offFlights(swing()).size)
  expect(told.filter((count) => count > 0)).toEqual([])
})
