import fc from 'fast-check'
import { changeInk, type Stroke } from './ink'
import { closedLine, cutLine, joinedLines, joinLines, reordered, steadied } from './rework'

const stroke = (id: string, points: number[]): Stroke => ({ kind: 'stroke', id, swatch: 'pencil', size: 3, points })
const place = fc.integer({ min: -200, max: 400 })
const course = fc
  .array(fc.tuple(place, place), { minLength: 2, maxLength: 30 })
  .map((places) => places.flatMap(([x, y]) => [x, y, 0.5]))
let ids = 0
const freshId = () => `n${ids++}`
const places = ({ points }: Stroke) =>
  Array.from({ length: points.length / 3 }, (_, i) => [points[3 * i]!, points[3 * i + 1]!] as const)
const lengthOf = (line: Stroke) =>
  places(line).reduce(
    (sum, [x, y], i, all) => (i === 0 ? 0 : sum + Math.hypot(x - all[i - 1]![0], y - all[i - 1]![1])),
    0,
  )

test('steadied a line keeps its ends, is never longer, and a straight one stays', () => {
  fc.assert(
    fc.property(course, fc.double({ min: 0, max: 1, noNaN: true }), (points, strength) => {
      const [before, after] = [stroke('a', points), steadied(stroke('a', points), strength)]
      expect([places(after)[0], places(after).at(-1)]).toEqual([places(before)[0], places(before).at(-1)])
      // An eighth of a pixel is lost to the grid at each point.
      expect(lengthOf(after)).toBeLessThanOrEqual(lengthOf(before) + points.length / 12)
    }),
  )
  const straight = stroke('s', [0, 0, 1, 10, 0, 1, 20, 0, 1, 30, 0, 1])
  expect(steadied(straight, 1).points).toEqual(straight.points)
  const zigzag = stroke('z', Array.from({ length: 40 }, (_, i) => [i * 4, i % 2 ? 3 : -3, 0.5]).flat())
  const height = (line: Stroke) =>
    Math.max(
      ...places(line)
        .slice(6, -6)
        .map(([, y]) => Math.abs(y)),
    )
  expect(height(steadied(zigzag, 0.3))).toBeLessThan(0.5)
})

test('in front and behind: the others keep their order, and twice is once', () => {
  fc.assert(
    fc.property(fc.nat(8), fc.uniqueArray(fc.nat(8)), fc.constantFrom('front', 'behind'), (count, chosen, where) => {
      const ink = Array.from({ length: count }, (_, i) => stroke(`p${i}`, [i, 0, 0.5]))
      const wanted = new Set(chosen.map((i) => `p${i}`))
      const change = reordered(ink, wanted, where)
      const after = change ? changeInk(ink, change) : ink
      const [front, rest] = [ink.filter(({ id }) => wanted.has(id)), ink.filter(({ id }) => !wanted.has(id))]
      expect(after).toEqual(where === 'front' ? [...rest, ...front] : [...front, ...rest])
      expect(reordered(after, wanted, where)).toBeUndefined()
    }),
  )
})

test('lines are joined by their nearest ends into one, through every place they had', () => {
  const [a, b, c] = [
    stroke('a', [0, 0, 0.5, 10, 0, 0.5]),
    stroke('b', [32, 0, 0.5, 12, 0, 0.5]),
    stroke('c', [-9, 0, 0.5, -2, 0, 0.5]),
  ]
  expect(places(joinedLines([a, b, c])).map(([x]) => x)).toEqual([-9, -2, 0, 10, 12, 32].reverse())
  fc.assert(
    fc.property(fc.array(course, { minLength: 1, maxLength: 5 }), (courses) => {
      const lines = courses.map((points, i) => stroke(`l${i}`, points))
      const one = places(joinedLines(lines)).map(String)
      for (const [x, y] of lines.flatMap(places)) expect(one).toContain(String([x, y]))
      const change = joinLines(lines, new Set(lines.map(({ id }) => id)))
      expect(change ? changeInk(lines, change) : lines).toHaveLength(1)
    }),
  )
})

test('a closed line ends where it begins; closed once it is closed', () => {
  const closed = closedLine(stroke('a', [0, 0, 0.5, 10, 0, 0.5, 10, 10, 0.5]))!
  expect([places(closed).at(-1), closedLine(closed), closedLine(stroke('s', [0, 0, 1, 5, 5, 1]))]).toEqual([
    [0, 0],
    undefined,
    undefined,
  ])
})

test('cut at a place a line is two that meet there and are together as long; at its ends it is not cut', () => {
  const line: Stroke = { ...stroke('a', [0, 0, 0.2, 100, 0, 0.8]), taper: [10, 20] }
  const [left, right] = cutLine(line, 40, 7, freshId)!
  expect([places(left).at(-1), places(right)[0], left.taper, right.taper]).toEqual([
    places(right)[0],
    places(left).at(-1),
    [10, 0],
    [0, 20],
  ])
  expect(places(left).at(-1)![0]).toBeCloseTo(40, -1)
  expect(cutLine(line, -5, 0, freshId)).toBeUndefined()
  fc.assert(
    fc.property(course, place, place, (points, x, y) => {
      const halves = cutLine(stroke('a', points), x, y, freshId)
      if (halves) expect(lengthOf(halves[0]) + lengthOf(halves[1])).toBeCloseTo(lengthOf(stroke('a', points)), -1)
    }),
  )
})
