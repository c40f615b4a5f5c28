import fc from 'fast-check'
import { besideWay, stepAt } from './beside-way'
import type { TimedPlace } from './foretold'

const way = (count: number, at: (i: number) => readonly [number, number]): TimedPlace[] =>
  Array.from({ length: count }, (_, i) => ({ x: at(i)[0], y: at(i)[1], when: 2 * i }))
const swung = (angle: number, radius: number): readonly [number, number] => [
  radius * Math.sin(angle),
  radius * Math.cos(angle),
]
/** There and back on one arc, as a pendulum goes. */
const pendulum = (radius = 200) => way(16, (i) => swung(0.9 * Math.cos((i / 16) * 2 * Math.PI), radius))
const arc = (turn = 0.16) => way(12, (i) => swung(i * turn, 240))

/** One place pushed across its way by a share of the step there; to the right of where it goes, or to the left. */
function pushed(points: readonly TimedPlace[], i: number, share: number): TimedPlace[] {
  const [before, after] = [points[i - 1]!, points[i + 1]!]
  const long = Math.hypot(after.x - before.x, after.y - before.y)
  const by = (share * stepAt(points, i)) / long
  return points.map((place, k) =>
    k === i ? { ...place, x: place.x - by * (after.y - before.y), y: place.y + by * (after.x - before.x) } : place,
  )
}
const found = (points: readonly TimedPlace[]) =>
  besideWay(points).flatMap((beside, i) => (beside && beside.across > 0.25 * stepAt(points, i) ? [i] : []))

test('of ways that are one, nothing lies beside: round, there and back, thrown, straight', () => {
  const ways = [
    arc(),
    pendulum(),
    way(14, (i) => [i * 22, 300 - 60 * i + 4.4 * i * i]),
    way(9, (i) => [10 * i * i, 0]),
    way(11, (i) => (i < 6 ? [30 * i, 0] : [150, 30 * (i - 5)])),
  ]
  for (const each of ways) expect(found(each)).toEqual([])
})

test('one place pushed across an arc is found, and back on it; those beside it are less so', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 9 }),
      fc.constantFrom(-0.6, 0.6, 1),
      fc.double({ min: 0.05, max: 0.3, noNaN: true }),
      (i, share, turn) => {
        const points = pushed(arc(turn), i, share)
        const besides = besideWay(points)
        expect(besides[i]!.across).toBeCloseTo(Math.abs(share) * stepAt(arc(turn), i), -1)
        const { x, y } = arc(turn)[i]!
        expect(Math.hypot(besides[i]!.back.x - x, besides[i]!.back.y - y)).toBeLessThan(5)
        for (const beside of [besides[i - 1], besides[i + 1]])
          expect(beside?.across ?? 0).toBeLessThan(besides[i]!.across)
      },
    ),
  )
})

test('on a swing one is found wherever it lies, where the swing turns back as well', () => {
  for (let i = 1; i < 15; i++) {
    const step = Math.max(stepAt(pendulum(), i), 20)
    const points = pendulum().map((place, k) =>
      k === i ? { ...place, x: place.x * (1 + step / 400), y: place.y * (1 + step / 400) } : place,
    )
    const { across } = besideWay(points)[i]!
    expect(Math.abs(across - step / 2)).toBeLessThan(4)
  }
})

test('a corner, a small hop of two places and too few places tell of nothing', () => {
  const hop = way(12, (i) => [24 * i, i === 5 || i === 6 ? -18 : 0])
  expect(found(hop)).toEqual([])
  expect(found(way(3, (i) => [20 * i, i === 1 ? 9 : 0]))).toEqual([])
})

/** Two hops with their contacts marked, six places in the air. */
const hops = () =>
  way(15, (i) => {
    const t = (i % 7) / 7
    return [48 * i, 320 - 4 * 260 * t * (1 - t)]
  }).map((place, i) => ({ ...place, corner: i % 7 === 0 }))

test('in a hop between marked contacts one drawn too high or too low is found, at the top as well, and nothing beside it', () => {
  expect(found(hops())).toEqual([])
  for (const i of [3, 4, 10, 11])
    for (const off of [-40, 40]) {
      const points = hops().map((place, k) => (k === i ? { ...place, y: place.y + off } : place))
      expect(found(points)).toEqual([i])
      expect(besideWay(points)[i]!.back.y).toBeCloseTo(hops()[i]!.y, 6)
    }
})

test('a place far beside a wide bend is found though it makes the way turn sharply; the corner of a bounce is none', () => {
  // A leaf that swings as it falls: pushed out of its way the way seems to turn there.
  const leaf = way(20, (i) => [200 * Math.sin(0.47 * i), 22 * i])
  expect(found(leaf)).toEqual([])
  const out = [6, 9, 12].filter(
    (i) => found(pushed(leaf, i, 0.7)).includes(i) || found(pushed(leaf, i, -0.7)).includes(i),
  )
  expect(out).toEqual([6, 9, 12])
  const bounce = way(21, (i) => [20 * i, -6 * Math.abs(((i % 10) - 5) ** 2 - 25)])
  expect(found(bounce)).toEqual([])
})

test('between where something stands and where it stands next nothing lies beside, however the hand trembles', () => {
  const tremble = fc.array(
    fc.tuple(fc.double({ min: -1, max: 1, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true })),
    { minLength: 13, maxLength: 13 },
  )
  fc.assert(
    fc.property(tremble, fc.double({ min: 0.2, max: 0.8, noNaN: true }), (misses, share) => {
      // An eye that darts: it stands, is drawn once on its way, and stands elsewhere.
      const points = way(13, (i) => {
        const [mx, my] = misses[i]!
        return [575 - 16 * (i < 6 ? 0 : i > 6 ? 1 : share) + mx, 333 + my]
      })
      const beside = besideWay(points)[6]
      expect(beside ? beside.across : 0).toBeLessThan(4)
    }),
  )
})
