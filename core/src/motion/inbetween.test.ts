import fc from 'fast-check'
import type { Stroke } from '../ink/ink'
import { guideInbetween } from './inbetween'
import { articulated, distancesTo, pathOfStroke, pointsOf } from '../testing/articulated'
import { compareFigures, compareOutlines } from '../testing/compare-motion'

const SEEDS = Array.from({ length: 16 }, (_, i) => 101 + i)
const FRACTIONS = [0.25, 0.5, 0.75]

test('the guided inbetween of figures that move as bones do is at most half as far off as blending', () => {
  const { guided, blended, matched, lines } = compareFigures(SEEDS, FRACTIONS)
  expect(guided).toBeLessThanOrEqual(blended / 2)
  expect(matched / lines).toBeGreaterThan(0.8)
})

test('so it is of single closed outlines', () => {
  const { guided, blended } = compareOutlines(SEEDS, FRACTIONS)
  expect(guided).toBeLessThanOrEqual(blended / 2)
})

test('what it is sure of is right', () => {
  let [right, sure] = [0, 0]
  for (let seed = 300; seed < 330; seed++) {
    const { a, b, landmarks, partner } = articulated(seed)
    for (const match of guideInbetween({ a, b, fraction: 0.5, landmarks: landmarks(0.5) }).matches) {
      if (!match.sure) continue
      sure++
      if (partner.get(match.a) === match.b) right++
    }
  }
  expect(sure).toBeGreaterThan(200)
  expect(right / sure).toBeGreaterThan(0.95)
})

test('at its ends it is the two drawings themselves', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5000 }), (seed) => {
      const { a, b } = articulated(seed)
      const [first, second] = [0, 1].map((fraction) => guideInbetween({ a, b, fraction, landmarks: [] }))
      // Where a stroke of the one goes on in the next of the other, a line lies on both, and goes over the gap.
      const offFrom = (ink: readonly Stroke[], points: readonly number[]) => {
        const each = ink.map((own) => distancesTo(pointsOf(points), pathOfStroke(own), true))
        return Math.max(...each[0]!.map((_, k) => Math.min(...each.map((distances) => distances[k]!))))
      }
      for (const line of first!.lines) expect(offFrom(a, line.points)).toBeLessThan(7)
      for (const line of second!.lines) expect(offFrom(b, line.points)).toBeLessThan(7)
    }),
    { numRuns: 25 },
  )
})

const stroke = (id: string, points: readonly (readonly [number, number])[], swatch = 'ink'): Stroke => ({
  kind: 'stroke',
  id,
  swatch,
  size: 4,
  points: points.flatMap(([x, y]) => [x, y, 0.5]),
})
const ray = (id: string, angle: number, from = 0, to = 100) =>
  stroke(
    id,
    Array.from(
      { length: 11 },
      (_, i) =>
        [
          200 + Math.cos(angle) * (from + ((to - from) * i) / 10),
          200 + Math.sin(angle) * (from + ((to - from) * i) / 10),
        ] as const,
    ),
  )

test('a line whose tip goes back on itself does not spin: half way it lies where both drawings have it', () => {
  const round = Array.from({ length: 60 }, (_, i) => [
    300 + 120 * Math.cos((i / 60) * 2 * Math.PI),
    260 + 150 * Math.sin((i / 60) * 2 * Math.PI),
  ])
  const drawn = (id: string, places: readonly (readonly number[])[]): Stroke => ({
    ...{ kind: 'stroke', id, swatch: 'ink', size: 4 },
    points: [...places, places[0]!].flatMap(([x, y]) => [x!, y!, 0.5]),
  })
  fc.assert(
    fc.property(fc.integer({ min: 5, max: 54 }), fc.integer({ min: 2, max: 7 }), fc.boolean(), (at, back, first) => {
      // Where two strokes of it meet the second begins a little before the first ended.
      const kinked = [...round.slice(0, at), round[at - 1]!.map((value, i) => value - (i === 0 ? back : -back))]
      const other = [...kinked, ...round.slice(at)]
      const [a, b] = first ? [other, round] : [round, other]
      const { lines } = guideInbetween({ a: [drawn('a', a)], b: [drawn('b', b)], fraction: 0.5, landmarks: [] })
      const found = lines.flatMap(({ points }) => points)
      const [xs, ys] = [0, 1].map((odd) => found.filter((_, i) => i % 2 === odd))
      const sides = [Math.min(...xs!), Math.max(...xs!), Math.min(...ys!), Math.max(...ys!)]
      ;[180, 420, 110, 410].forEach((side, i) => expect(Math.abs(sides[i]! - side)).toBeLessThan(14))
    }),
  )
})

/** A leaf with a stalk at its base, 200 long and bent to one side: places all round it, from base to tip and back. */
const LEAF = Array.from({ length: 80 }, (_, i) => {
  const share = i < 40 ? i / 40 : 2 - i / 40
  const wide = (i < 40 ? 26 : 14) * Math.sin(Math.PI * share)
  return [200 * share, 24 * Math.sin(Math.PI * share) + (i < 40 ? wide : -wide)] as const
})
const leaf = (id: string, { turn = 0, begins = 0, back = false, over = 1 }) => {
  const places = Array.from({ length: 81 }, (_, i) => {
    const [x, y] = LEAF[(begins + (back ? 80 - i : i)) % 80]!
    return [
      400 + x * Math.cos(turn) - over * y * Math.sin(turn),
      400 + x * Math.sin(turn) + over * y * Math.cos(turn),
    ] as const
  })
  return stroke(id, places)
}
const farthest = (found: readonly number[], truth: Stroke) =>
  Math.max(...distancesTo(pointsOf(found), pathOfStroke(truth), true))
const drawnSo = fc.record({ begins: fc.integer({ min: 0, max: 79 }), back: fc.boolean() })

test('a leaf turns about its base as it is, wherever its outline was begun and whichever way round it was drawn', () => {
  fc.assert(
    fc.property(drawnSo, drawnSo, fc.double({ min: -1.2, max: 1.2, noNaN: true }), (first, second, turn) => {
      const [a, b] = [leaf('a', first), leaf('b', { ...second, turn })]
      const { lines } = guideInbetween({ a: [a], b: [b], fraction: 0.5, landmarks: [] })
      expect(lines).toHaveLength(1)
      // Its middle goes straight, not round the base nobody marked: that is 1 − cos of half the turn of half its length.
      const sag = 110 * (1 - Math.cos(turn / 2))
      expect(farthest(lines[0]!.points, leaf('truth', { turn: turn / 2 }))).toBeLessThan(7 + sag)
    }),
  )
})

test('a leaf seen from its other side goes over flat, and nothing of it lies beyond the two', () => {
  fc.assert(
    fc.property(drawnSo, drawnSo, (first, second) => {
      const [a, b] = [leaf('a', first), leaf('b', { ...second, over: -1 })]
      const { lines } = guideInbetween({ a: [a], b: [b], fraction: 0.5, landmarks: [] })
      const found = pointsOf(lines[0]!.points)
      const [xs, ys] = [found.map(({ x }) => x), found.map(({ y }) => y)]
      expect(Math.min(...xs)).toBeGreaterThan(390)
      expect(Math.max(...xs)).toBeLessThan(610)
      expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(150)
      expect(Math.max(...ys.map((y) => Math.abs(y - 400)))).toBeLessThan(60)
    }),
  )
})

test('an outline that stands stays where it stands, whichever piece of it is hidden', () => {
  // Anywhere but at its tips.
  const gap = fc.oneof(fc.integer({ min: 4, max: 28 }), fc.integer({ min: 44, max: 68 }))
  const open = (id: string, from: number, size: number) =>
    stroke(
      id,
      Array.from({ length: 80 - size }, (_, i) => {
        const [x, y] = LEAF[(from + size + i) % 80]!
        return [400 + 2 * x, 400 + 3 * y] as const
      }),
    )
  fc.assert(
    fc.property(gap, gap, fc.integer({ min: 3, max: 4 }), (first, second, size) => {
      const [a, b] = [open('a', first, size), open('b', second, size)]
      const whole = open('whole', 0, 0)
      const { lines } = guideInbetween({ a: [a], b: [b], fraction: 0.5, landmarks: [] })
      for (const { points } of lines) expect(farthest(points, whole)).toBeLessThan(7)
    }),
  )
})

test('an arm turns about its joint and keeps its length', () => {
  const trunk = stroke('t', [
    [200, 200],
    [200, 300],
    [200, 420],
  ])
  const { lines } = guideInbetween({
    a: [trunk, ray('a', 0)],
    b: [{ ...trunk, id: 't2' }, ray('b', Math.PI / 2 - 0.2)],
    fraction: 0.5,
    landmarks: [],
  })
  const arm = pointsOf(lines.find(({ a }) => a === 'a')!.points)
  const half = (Math.PI / 2 - 0.2) / 2
  expect(arm.at(-1)).toEqual({
    x: expect.closeTo(200 + 100 * Math.cos(half), 0),
    y: expect.closeTo(200 + 100 * Math.sin(half), 0),
  })
  expect(Math.hypot(arm.at(-1)!.x - arm[0]!.x, arm.at(-1)!.y - arm[0]!.y)).toBeCloseTo(100, 0)
})

test('lines put together by hand stay together, and a landmark lands where its path has it', () => {
  const [a, b] = [
    [ray('a', 0), ray('c', 0.4)],
    [ray('b', 0), ray('d', 0.4)],
  ]
  const crossed = guideInbetween({
    a,
    b,
    fraction: 0.5,
    landmarks: [],
    matches: [
      ['a', 'd'],
      ['c', 'b'],
    ],
  })
  expect(crossed.matches).toEqual([
    { a: 'a', b: 'd', sure: true },
    { a: 'c', b: 'b', sure: true },
  ])
  const held = guideInbetween({
    a: [ray('a', 0)],
    b: [ray('b', 0)],
    fraction: 0.5,
    landmarks: [{ a: { x: 300, y: 200 }, b: { x: 300, y: 200 }, at: { x: 300, y: 230 } }],
  })
  expect(Math.min(...distancesTo([{ x: 300, y: 230 }], pointsOf(held.lines[0]!.points), false))).toBeLessThan(1)
})

test('lines without a partner are dotted in, from the nearer drawing; nothing at all gives nothing', () => {
  const lonely = { a: [ray('a', 0), ray('alone', 2, 300, 340)], b: [ray('b', 0.1)], landmarks: [] }
  expect(guideInbetween({ ...lonely, fraction: 0.3 }).lines.map(({ a, sure }) => [a, sure])).toContainEqual([
    'alone',
    false,
  ])
  expect(guideInbetween({ ...lonely, fraction: 0.7 }).lines).toHaveLength(1)
  expect(guideInbetween({ a: [], b: [ray('b', 1)], fraction: 0.5, landmarks: [] }).lines).toEqual([])
  expect(() => guideInbetween({ ...lonely, fraction: 3 })).toThrow(/fraction/)
})
