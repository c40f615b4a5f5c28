import fc from 'fast-check'
import { distanceToPath } from '../geometry/polyline'
import { quantized, type Stroke } from '../ink/ink'
import { fillAt, readyLines } from './fill'
import { ringArea, tracedRings } from '../geometry/trace'

const SIDE = 240
let serial = 0
const lineThrough = (places: readonly (readonly [number, number])[], size = 5): Stroke =>
  quantized({
    kind: 'stroke',
    id: `s${serial++}`,
    swatch: 'pencil',
    size,
    points: places.flatMap(([x, y]) => [x, y, 0.5]),
  })

/** A closed figure around the middle whose radius swings, drawn with a line; `open` leaves an arc of that many pixels undrawn at `at`. */
function figure({
  waves,
  swing,
  size,
  radius = 84,
  open = 0,
  at = 0,
}: {
  waves: number
  swing: number
  size: number
  radius?: number
  open?: number
  at?: number
}) {
  const place = (angle: number): [number, number] => {
    const r = radius * (1 + swing * Math.cos(waves * angle))
    return [SIDE / 2 + r * Math.cos(angle), SIDE / 2 + r * Math.sin(angle)]
  }
  const local = Math.hypot(...[0, 1].map((axis) => (place(at + 1e-3)[axis]! - place(at - 1e-3)[axis]!) / 2e-3))
  const half = open / 2 / local
  const places = Array.from({ length: 181 }, (_, i) => place(at + half + ((2 * Math.PI - 2 * half) * i) / 180))
  return {
    stroke: lineThrough(places, size),
    places,
    gap: [0, 1].map((axis) => (places[0]![axis]! + places[180]![axis]!) / 2) as [number, number],
    chord: Math.hypot(places[0]![0] - places[180]![0], places[0]![1] - places[180]![1]),
  }
}
const shape = {
  waves: fc.integer({ min: 2, max: 5 }),
  swing: fc.double({ min: 0, max: 0.16, noNaN: true }),
  size: fc.integer({ min: 3, max: 9 }),
}
const fill = (
  ink: readonly Stroke[],
  { gap = 8, ...more }: Partial<Parameters<typeof fillAt>[0]> & { gap?: number } = {},
) => fillAt({ lines: readyLines({ ink, width: SIDE, height: SIDE, gap }), x: SIDE / 2, y: SIDE / 2, ...more })

describe('paint', () => {
  test('fills random closed figures to a hair beneath their line, as counted pixel by pixel', () => {
    fc.assert(
      fc.property(fc.record(shape), (random) => {
        const given = { ...random, radiusAt: (turn: number) => 84 * (1 + random.swing * Math.cos(random.waves * turn)) }
        const { stroke, places } = figure(given)
        const outcome = fill([stroke])
        if (outcome.outcome !== 'filled') throw new Error(outcome.outcome)
        const ring = places.flat()
        // The hair is two pixels; under a line of less the paint stops in its middle at most.
        const inner = given.size / 2 - Math.min(2, given.size - 1)
        let counted = 0
        for (let y = 0; y < SIDE; y++) {
          for (let x = 0; x < SIDE; x++) {
            // Only the stretch of the figure that lies the same way can be the nearest.
            const turn = Math.atan2(y + 0.5 - SIDE / 2, x + 0.5 - SIDE / 2)
            const from = Math.max(0, Math.round(((turn < 0 ? turn + 2 * Math.PI : turn) / (2 * Math.PI)) * 180) - 12)
            const off = Math.hypot(x + 0.5 - SIDE / 2, y + 0.5 - SIDE / 2) - given.radiusAt(turn)
            const near =
              Math.abs(off) > 12
                ? 12
                : Math.sqrt(distanceToPath(x + 0.5, y + 0.5, ring.slice(2 * from, 2 * (from + 25))))
            const inside = off < 0
            if (inside ? near > inner : near < -inner) counted++
          }
        }
        expect(Math.abs(outcome.area / counted - 1)).toBeLessThan(0.01)
        expect(Math.abs(Math.abs(ringArea(outcome.outline)) - outcome.area)).toBeLessThan(1)
      }),
      { numRuns: 8, endOnFailure: true },
    )
  })

  test('gaps up to the tolerance hold it; a wider one is reported where it is, and can be closed or painted through', () => {
    fc.assert(
      fc.property(
        fc.record(shape),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        fc.integer({ min: 14, max: 24 }),
        (given, at, width) => {
          const whole = fill([figure(given).stroke])
          const small = fill([figure({ ...given, open: given.size + 6, at }).stroke])
          if (whole.outcome !== 'filled' || small.outcome !== 'filled') throw new Error(small.outcome)
          expect(Math.abs(small.area / whole.area - 1)).toBeLessThan(0.02)
          const { stroke, gap, chord } = figure({ ...given, open: given.size + width, at })
          const outcome = fill([stroke])
          if (outcome.outcome !== 'leak') throw new Error(outcome.outcome)
          expect(Math.hypot(outcome.leak.x - gap[0], outcome.leak.y - gap[1])).toBeLessThan(3)
          expect(Math.abs(outcome.leak.width - (chord - given.size))).toBeLessThan(3)
          const closed = fill([stroke], { closings: [outcome.leak.closing] })
          if (closed.outcome !== 'filled') throw new Error(closed.outcome)
          expect(Math.abs(closed.area / whole.area - 1)).toBeLessThan(0.03)
          const anyway = fill([stroke], { anyway: true })
          expect(anyway.outcome === 'filled' && anyway.area).toBeGreaterThan(SIDE * SIDE * 0.9)
        },
      ),
      { numRuns: 8, endOnFailure: true },
    )
  })

  test('the paper around a figure is no leak, and the figure is a hole in it', () => {
    const outcome = fill([figure({ waves: 3, swing: 0.1, size: 5 }).stroke], { x: 5, y: 5 })
    if (outcome.outcome !== 'filled') throw new Error(outcome.outcome)
    expect(outcome.holes).toHaveLength(1)
    expect(fill([], { x: 5, y: 5 })).toMatchObject({ outcome: 'filled', area: SIDE * SIDE })
  })

  test('a figure cut by the edge of the paper is held by it', () => {
    const hill = lineThrough([
      [-5, 190],
      [80, 165],
      [160, 180],
      [250, 160],
    ])
    const outcome = fill([hill], { x: 100, y: 225 })
    if (outcome.outcome !== 'filled') throw new Error(outcome.outcome)
    expect(outcome.area).toBeGreaterThan(SIDE * 20)
    expect(outcome.area).toBeLessThan(SIDE * 75)
  })

  test('a narrow ribbon is painted although it is narrower than the gaps that are closed', () => {
    const ribbon = lineThrough(
      [
        [20, 100],
        [140, 100],
        [140, 107],
        [20, 107],
        [20, 100],
      ],
      2,
    )
    expect(fill([ribbon], { x: 80, y: 103.5, gap: 20 })).toMatchObject({ outcome: 'filled' })
  })

  test('long narrow ways between many lines take no longer than their length', () => {
    // A comb of ribbons narrower than the gaps that are closed, open to one wide place.
    const teeth = Array.from({ length: 24 }, (_, i) =>
      lineThrough(
        [
          [20 + i * 8, 40],
          [20 + i * 8, 230],
        ],
        2,
      ),
    )
    expect(fill(teeth, { x: 120, y: 20, gap: 20, anyway: true })).toMatchObject({ outcome: 'filled' })
  })

  test('touched on a thick line there is nothing to fill; off the paper is refused', () => {
    expect(
      fill([
        lineThrough(
          [
            [20, 120],
            [220, 120],
          ],
          40,
        ),
      ]),
    ).toEqual({ outcome: 'on a line' })
    expect(() => fill([], { x: -1 })).toThrow(/on the paper/)
  })

  test('rings around cells: a square with a hole, cells that touch at a corner apart', () => {
    const rows = ['####.', '#..#.', '####.', '....#']
    const rings = tracedRings(
      Uint8Array.from(rows.join(''), (cell) => Number(cell === '#')),
      5,
      4,
    )
    expect(rings.map((ring) => Math.sign(ringArea(ring)))).toEqual([1, -1, 1])
  })
})
