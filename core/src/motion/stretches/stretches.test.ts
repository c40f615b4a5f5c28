import fc from 'fast-check'
import type { Point } from '../../geometry/matrix'
import type { Stroke } from '../../ink/ink'
import { measuredHalfStill } from '../../testing/hand/half-still'
import { LATER_PAIR_KINDS, measuredPairs, PAIR_KINDS } from '../../testing/hand/pairs'
import { matchStretches } from './stretches'
import { strokesOf, waysOf } from './ways'

const stroke = (id: string, points: readonly Point[]): Stroke => ({
  ...{ kind: 'stroke', id, swatch: 'ink', size: 4 },
  points: points.flatMap(({ x, y }) => [x, y, 0.5]),
})
const ring = (x: number, y: number, r: number, count = 60): Point[] =>
  Array.from({ length: count + 1 }, (_, i) => {
    const turn = (2 * Math.PI * i) / count
    return { x: x + r * Math.cos(turn), y: y + 0.6 * r * Math.sin(turn) + 0.2 * r * Math.cos(3 * turn) }
  })
/** A line cut at some of its points, every second part drawn the other way round. */
const cut = (name: string, line: readonly Point[], at: readonly number[]): Stroke[] => {
  const ends = [0, ...[...new Set(at)].sort((a, b) => a - b), line.length - 1]
  return ends.slice(1).map((end, i) => {
    const part = line.slice(ends[i], end + 1)
    return stroke(`${name}${i}`, i % 2 === 0 ? part : part.reverse())
  })
}
const cuts = fc.uniqueArray(fc.integer({ min: 1, max: 5 }), { maxLength: 4 }).map((all) => all.map((at) => 10 * at))
const joined = (ink: readonly Stroke[]) => waysOf(strokesOf(ink), new Set())

test('however a line is cut into strokes, it is one way as long as it was', () => {
  const line = ring(300, 300, 120)
  fc.assert(
    fc.property(cuts, (at) => {
      const ways = joined(cut('s', line, at))
      expect(ways).toHaveLength(1)
      expect(ways[0]!.closed).toBe(true)
      expect(Math.abs(ways[0]!.length - joined(cut('s', line, []))[0]!.length)).toBeLessThan(6)
      expect([...new Set(ways[0]!.ids)].sort()).toEqual(cut('s', line, at).map(({ id }) => id))
    }),
  )
})

test('lines that end against one that goes by are not joined through it', () => {
  const trunk = stroke(
    'trunk',
    Array.from({ length: 30 }, (_, i) => ({ x: 200, y: 100 + 8 * i })),
  )
  const arm = (id: string, side: number) =>
    stroke(
      id,
      Array.from({ length: 14 }, (_, i) => ({ x: 200 + side * (3 + 7 * i), y: 200 + 2.5 * i })),
    )
  expect(joined([arm('left', -1), trunk, arm('right', 1)]).map(({ ids }) => ids)).toEqual([
    ['left'],
    ['trunk'],
    ['right'],
  ])
})

/** Two legs that cross like scissors, the far one's line ending at the near one's; `near` leans to the right or to the left. */
function scissors(side: 1 | -1): Stroke[] {
  const leg = (lean: number, from: number, to: number) =>
    Array.from({ length: 30 }, (_, i) => {
      const share = from + ((to - from) * i) / 29
      return { x: 300 + lean * 60 * (share - 0.5), y: 100 + 240 * share }
    })
  return [
    stroke('far foot', leg(-side, 0.53, 1)),
    stroke('near', leg(side, 0, 1)),
    stroke('far hip', leg(-side, 0, 0.47)),
  ]
}

test('what goes by lies over what ends at it', () => {
  const heights = new Map(joined(scissors(1)).map(({ ids, height }) => [ids.join(), height]))
  for (const far of ['far foot', 'far hip']) expect(heights.get('near')! - heights.get(far)!).toBeGreaterThan(0.6)
})

/** A hip line, a near leg that goes over it and a far one that ends at it, each to one side. */
function stance(side: 1 | -1): Stroke[] {
  const line = (id: string, places: readonly (readonly [number, number])[]) =>
    stroke(
      id,
      places.slice(1).flatMap(([x, y], n) => {
        const [u, v] = places[n]!
        return Array.from({ length: 13 }, (_, i) => ({ x: u + ((x - u) * i) / 12, y: v + ((y - v) * i) / 12 }))
      }),
    )
  const [near, far, foot] = [300 + 24 * side, 300 - 24 * side, 330]
  return [
    line('hip left', [
      [200, 200],
      [near - 14, 200],
    ]),
    line('hip right', [
      [near + 14, 200],
      [400, 200],
    ]),
    line('near', [
      [near - 12, 176],
      [near - 12, foot],
      [near + 12, foot],
      [near + 12, 176],
    ]),
    line('far', [
      [far - 12, 202],
      [far - 12, foot],
      [far + 12, foot],
      [far + 12, 202],
    ]),
  ]
}

const halves = ({ points, ...own }: Stroke): Stroke[] => [
  { ...own, points: points.slice(0, 36) },
  { ...own, id: `${own.id} on`, points: points.slice(33) },
]

test('a near leg stays the near one when the two have changed places, though the other lies nearer', () => {
  const pairs = (b: readonly Stroke[]) =>
    matchStretches(
      stance(1),
      // Split otherwise, or the two would be put together stroke by stroke.
      b.flatMap((each) => halves(each)).map((each) => ({ ...each, id: `b ${each.id}` })),
      [],
    ).stretches.flatMap((each) => each.pairs)
  const legs = pairs(stance(-1)).filter(([one]) => !one.startsWith('hip'))
  expect(legs.length).toBeGreaterThan(1)
  for (const [one, other] of legs) expect(other).toMatch(`b ${one}`)
})

test('two drawings of the same lines, cut in their own ways, are put together stroke by stroke as they lie', () => {
  fc.assert(
    fc.property(cuts, cuts, (first, second) => {
      const [low, high] = [ring(300, 300, 120), ring(560, 320, 60)]
      const by = ({ x, y }: Point) => ({ x: x + 14, y: y - 9 })
      const a = [...cut('p', low, first), ...cut('q', high, second)]
      const b = [...cut('q', high.map(by), first), ...cut('p', low.map(by), second)]
      const { stretches } = matchStretches(
        a,
        b.map((each) => ({ ...each, id: `b${each.id}` })),
        [],
      )
      const pairs = stretches.flatMap((each) => each.pairs)
      expect(pairs.every(([one, other]) => `b${one[0]}` === other.slice(0, 2))).toBe(true)
      expect(new Set(pairs.map(([one]) => one)).size).toBe(a.length)
      for (const { a: from, b: to } of stretches)
        for (let i = 0; i < from.length; i += 2)
          expect(Math.hypot(to[i]! - from[i]! - 14, to[i + 1]! - from[i + 1]! + 9)).toBeLessThan(20)
    }),
    {
      examples: [
        [
          [40, 30],
          [10, 40],
        ],
      ],
    },
  )
})

/** A face `down` further down: head, two eyes and a mouth `open` so far, two pupils of whose lines as many points are left out at the end. */
const face = (
  name: string,
  { down, open, left, order }: { down: number; open: readonly number[]; left: readonly number[]; order: number[] },
): Stroke[] => {
  const parts = [
    ring(400, 300 + down, 110),
    ring(365, 280 + down, 24 * open[0]!),
    ring(435, 280 + down, 24 * open[1]!),
    ring(400, 345 + down, 18 * open[2]!),
    ring(365, 282 + down, 8).slice(left[0]),
    ring(435, 282 + down, 8).slice(left[1]),
  ]
  return order.map((i) => stroke(`${name}${i}`, parts[i]!))
}

test('eyes go down with their head, never across to the place of the other, though now the one is larger, now the other', () => {
  const wide = fc.array(fc.double({ min: 0.85, max: 1.15, noNaN: true }), { minLength: 3, maxLength: 3 })
  const left = fc.array(fc.constantFrom(0, 5), { minLength: 2, maxLength: 2 })
  const order = fc.shuffledSubarray([0, 1, 2, 3, 4, 5], { minLength: 6, maxLength: 6 })
  const drawn = fc.record({ open: wide, left, order })
  fc.assert(
    fc.property(drawn, drawn, fc.integer({ min: -45, max: 45 }), (first, second, down) => {
      const [a, b] = [face('a', { ...first, down: 0 }), face('b', { ...second, down })]
      const pairs = matchStretches(a, b, []).stretches.flatMap((each) => each.pairs)
      for (const [one, other] of pairs) expect(other).toBe(one.replace('a', 'b'))
    }),
  )
})

/** A closed outline whose distance from its middle changes all round, begun and run through as asked. */
function outline(name: string, far: (turn: number) => number, { turned = 0, begins = 0, back = false } = {}): Stroke {
  const count = 160
  const points = Array.from({ length: count + 1 }, (_, i) => {
    const turn = (2 * Math.PI * (begins + (back ? -i : i))) / count
    return { x: 400 + far(turn) * Math.cos(turn + turned), y: 300 + far(turn) * Math.sin(turn + turned) }
  })
  return stroke(name, points)
}
const turnAbout = (points: Float64Array, i: number) => Math.atan2(points[2 * i + 1]! - 300, points[2 * i]! - 400)
/** By how many degrees more than asked the partner of each point has turned about the middle. */
function astray(a: Stroke, b: Stroke, turned: number): number[] {
  const { stretches } = matchStretches([a], [b], [])
  expect(stretches).toHaveLength(1)
  const [{ a: from, b: to }] = stretches as [(typeof stretches)[0]]
  return Array.from({ length: from.length / 2 }, (_, i) => {
    const by = turnAbout(to, i) - turnAbout(from, i) - turned
    return ((by - 2 * Math.PI * Math.round(by / (2 * Math.PI))) * 180) / Math.PI
  })
}

test('a wheel with teeth has turned as its teeth say, wherever its line begins and whichever way round it goes', () => {
  const teeth = (turn: number) => 120 * (1 + 0.09 * Math.tanh(4 * Math.cos(8 * turn)))
  fc.assert(
    fc.property(
      fc.double({ min: -0.25, max: 0.25, noNaN: true }),
      fc.nat(159),
      fc.boolean(),
      (turned, begins, back) => {
        const off = astray(outline('a', teeth), outline('b', teeth, { turned, begins, back }), turned)
        expect(Math.max(...off.map(Math.abs))).toBeLessThan(6)
      },
    ),
    { numRuns: 25 },
  )
})

test('where one part of an outline grows more than the rest, the others are found where they lie', () => {
  // A lobe to the right that grows long: by shares of its length all the rest would slide toward it.
  const lobed = (by: number) => (turn: number) => 100 + by * Math.exp(-((Math.cos(turn) - 1) ** 2) / 0.01)
  const off = astray(outline('a', lobed(20)), outline('b', lobed(60), { begins: 31 }), 0)
  const sorted = off.map(Math.abs).sort((x, y) => x - y)
  expect(sorted[sorted.length >> 1]).toBeLessThan(7)
})

test('a short stroke of a line has a partner as its neighbours have', () => {
  const line = ring(300, 300, 120)
  const [a, b] = [cut('p', line, [20, 22, 40]), cut('q', line, [11, 33])]
  const pairs = matchStretches(a, b, []).stretches.flatMap((each) => each.pairs)
  expect(new Set(pairs.map(([one]) => one))).toEqual(new Set(a.map(({ id }) => id)))
})

test.each([
  ['drawings by a hand', PAIR_KINDS, [41, 42, 43]],
  ['motions thought of later', LATER_PAIR_KINDS, [51]],
] as const)('%s: most partners are right, and what is sure nearly always', (_, kinds, seeds) => {
  const sums = { lines: 0, right: 0, sure: 0, sureRight: 0, guided: 0, blend: 0 }
  for (const kind of kinds) {
    const measured = measuredPairs(kind, seeds)
    for (const key of Object.keys(sums) as (keyof typeof sums)[]) sums[key] += measured[key]
  }
  expect(sums.right / sums.lines).toBeGreaterThan(0.86)
  expect(sums.sure / sums.lines).toBeGreaterThan(0.5)
  expect(sums.sureRight / sums.sure).toBeGreaterThan(0.96)
  expect(sums.guided / sums.blend).toBeLessThan(1.3)
})

/** Rings and waves, each in a field of its own so that none lies on another. */
const FIELDS = 12
const inField = (n: number, { round, big, dx }: { round: boolean; big: number; dx: number }): Point[] => {
  const [x, y] = [200 + 260 * (n % 4), 150 + 240 * Math.floor(n / 4)]
  const wave = Array.from({ length: 30 }, (_, i) => ({
    x: x - big + (2 * big * i) / 29 + dx,
    y: y + 0.4 * big * Math.sin(i / 4),
  }))
  return round ? ring(x + dx, y, big) : wave
}
const happens = fc.constantFrom('stands', 'stands', 'stands', 'moves', 'goes', 'comes')

test('what was traced is itself, surely, whatever else moves, comes and goes, however it is ordered and turned', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          ...{ happens, back: fc.boolean() },
          ...{ big: fc.integer({ min: 30, max: 90 }), far: fc.integer({ min: 40, max: 120 }) },
        }),
        { minLength: 2, maxLength: FIELDS },
      ),
      fc.boolean(),
      fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })),
      (given, rings, chance) => {
        // What changes is no look-alike of what stands: else it could have moved up into its place.
        const lines = given.map((each) => ({
          ...each,
          of: { big: each.big, round: rings === (each.happens === 'stands') },
        }))
        const traced = (place: Point, n: number): Point => ({
          x: place.x + 2 * Math.sin(place.y / 60 + n),
          y: place.y + 2 * Math.cos(place.x / 70 + n),
        })
        const a = lines.flatMap(({ of, happens }, n) =>
          happens === 'comes' ? [] : [stroke(`a${n}`, inField(n, { ...of, dx: 0 }))],
        )
        const b = lines
          .flatMap(({ of, happens, far, back }, n) => {
            if (happens === 'goes') return []
            const line = inField(n, { ...of, dx: happens === 'moves' ? far : 0 }).map((place) => traced(place, n))
            return [{ stroke: stroke(`b${n}`, back ? line.reverse() : line), key: chance.next().value }]
          })
          .sort((p, q) => p.key - q.key)
          .map((each) => each.stroke)
        const found = matchStretches(a, b, []).stretches
        lines.forEach(({ happens }, n) => {
          if (happens !== 'stands') return
          const own = found.filter(({ pairs }) => pairs.some(([one, other]) => one === `a${n}` || other === `b${n}`))
          expect(own.map(({ pairs, sure }) => ({ pairs, sure }))).toEqual([{ pairs: [[`a${n}`, `b${n}`]], sure: true }])
          const off = [...own[0]!.a].map((value, k) => Math.abs(value - own[0]!.b[k]!))
          expect(Math.max(...off)).toBeLessThan(8)
        })
      },
    ),
  )
})

test('eyes that move up as a head turns are not taken for standing where one lies in the place of the other', () => {
  const face = (name: string, by: number) => [
    stroke(`${name}head`, ring(300, 300, 120)),
    ...[-1, 1].map((side) => stroke(`${name}eye${side}`, ring(300 + 40 * side + by, 280, 18))),
    stroke(
      `${name}mouth`,
      inField(0, { round: false, big: 30, dx: 100 + by }).map(({ x, y }) => ({ x, y: y + 200 })),
    ),
  ]
  const found = matchStretches(face('a', -40), face('b', 40), []).stretches
  const sure = found.filter((each) => each.sure).flatMap(({ pairs }) => pairs)
  expect(sure).toContainEqual(['ahead', 'bhead'])
  expect(sure).not.toContainEqual(['aeye1', 'beye-1'])
})

test('figures of which most stands still while an arm swings: what stands is put where it stands, and mostly called sure', () => {
  for (const sure of [false, true]) {
    const measured = measuredHalfStill(
      Array.from({ length: 12 }, (_, i) => 71 + i),
      sure,
    )
    expect(measured.astray / measured.standing).toBeLessThan(0.02)
    expect(measured.standingSure / measured.standing).toBeGreaterThan(0.85)
    expect(measured.sureRight / measured.sure).toBeGreaterThan(0.98)
  }
})

const puff = (id: string, y: number, r: number): Stroke =>
  stroke(
    id,
    Array.from({ length: 61 }, (_, i) => ({
      x: 300 + r * Math.cos((2 * Math.PI * i) / 60),
      y: y + 0.9 * r * Math.sin((2 * Math.PI * i) / 60),
    })),
  )
const matchesOf = (a: Stroke[], b: Stroke[]) =>
  matchStretches(a, b, []).stretches.map(({ pairs, sure }) => ({ pairs, sure }))

test('where a puff comes, the ones there grew and rose, and none is called sure: the new one is the smallest', () => {
  const born = puff('born', 418, 30)
  expect(matchesOf([puff('first', 400, 26)], [born, puff('grown', 290, 60)])).toEqual([
    { pairs: [['first', 'grown']], sure: false },
  ])
  // The other way round in time the smallest has gone.
  expect(matchesOf([born, puff('grown', 290, 60)], [puff('first', 400, 26)])).toEqual([
    { pairs: [['grown', 'first']], sure: false },
  ])
})

test('a face is no puff: its outline stays sure when an eye in it shuts', () => {
  const face = (id: string) => puff(id, 300, 150)
  const eyes = [puff('left', 270, 20), puff('right', 330, 24)]
  const found = matchStretches([face('a'), ...eyes], [face('b'), eyes[0]!], []).stretches
  expect(found.find(({ pairs }) => pairs[0]?.[0] === 'a')).toMatchObject({ pairs: [['a', 'b']], sure: true })
})
