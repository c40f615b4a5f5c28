import fc from 'fast-check'
import { seededRandom } from '../base/random'
import type { Ink, Stroke } from '../ink/ink'
import { laidOver } from './laid-over'

type Place = readonly [number, number]
const stroke = (id: string, places: readonly Place[]): Stroke => ({
  ...{ kind: 'stroke', id, swatch: 'ink', size: 4 },
  points: places.flatMap(([x, y]) => [x, y, 0.5]),
})
const moved = (places: readonly Place[], x: number, y: number) => places.map(([a, b]) => [a + x, b + y] as const)

/** A bent line, a ring and a zigzag, nowhere alike. */
const bent = Array.from({ length: 40 }, (_, i) => [100 + 9 * i, 300 + 70 * Math.sin(i / 6) + i] as const)
const ring = Array.from(
  { length: 33 },
  (_, i) => [600 + 70 * Math.cos((i * Math.PI) / 16), 200 + 90 * Math.sin((i * Math.PI) / 16)] as const,
)
const zigzag = Array.from({ length: 9 }, (_, i) => [300 + 30 * i, 480 + (i % 2) * 60] as const)
const lines = [bent, ring, zigzag]
const drawn = (of: readonly (readonly Place[])[]): Ink => of.map((places, i) => stroke(`s${i}`, places))

/** The same lines drawn again: in more strokes, the other way round, with a hand's slow tremble. */
function again(of: readonly (readonly Place[])[], seed: number, tremble = 2): Ink {
  const random = seededRandom(seed)
  return of.flatMap((places, n) => {
    const [a, b, c, d] = [random() * 6, random() * 6, random() * 6, random() * 6]
    const shaky = places.map(
      ([x, y], i) => [x + tremble * Math.sin(i / 5 + a + b), y + tremble * Math.cos(i / 4 + c - d)] as const,
    )
    const at = 3 + Math.floor(random() * (places.length - 6))
    return [stroke(`${n}b`, shaky.slice(at).reverse()), stroke(`${n}a`, shaky.slice(0, at + 1))]
  })
}
const far = fc.integer({ min: -300, max: 300 })

test('a drawing moved as it is lies where it was moved to, all of it', () => {
  fc.assert(
    fc.property(far, far, (x, y) => {
      const over = laidOver(drawn(lines), drawn(lines.map((places) => moved(places, x, y))))!
      expect(over.share).toBe(1)
      expect(Math.hypot(over.by.x - x, over.by.y - y)).toBeLessThan(0.5)
    }),
  )
})

test('drawn again by a hand, in other strokes, it is laid within the tremble; and back again by as much', () => {
  fc.assert(
    fc.property(far, far, fc.nat(1000), (x, y, seed) => {
      const [one, other] = [
        drawn(lines),
        again(
          lines.map((places) => moved(places, x, y)),
          seed,
        ),
      ]
      const [over, back] = [laidOver(one, other)!, laidOver(other, one)!]
      expect(Math.hypot(over.by.x - x, over.by.y - y)).toBeLessThan(2)
      expect(Math.hypot(back.by.x + x, back.by.y + y)).toBeLessThan(2)
      expect(over.share).toBeGreaterThan(0.85)
    }),
    { numRuns: 60 },
  )
})

test('what is drawn on, and a part that goes its own way, change nothing of it', () => {
  const own = moved(zigzag, -80, 50)
  const grown = laidOver(drawn([bent.slice(0, 25)]), again([bent], 3))!
  expect(Math.hypot(grown.by.x, grown.by.y)).toBeLessThan(3)
  const walked = laidOver(drawn(lines), again([moved(bent, 30, 4), moved(ring, 30, 4), moved(own, 30, 4)], 4))!
  expect(Math.hypot(walked.by.x - 30, walked.by.y - 4)).toBeLessThan(3)
  expect(walked.share).toBeGreaterThan(0.6)
})

test('of drawings unlike each other little lies on the other, and of next to nothing nothing is said', () => {
  expect(laidOver(drawn([bent]), drawn([ring]))!.share).toBeLessThan(0.55)
  expect(
    laidOver(
      drawn([
        [
          [10, 10],
          [14, 12],
        ],
      ]),
      drawn(lines),
    ),
  ).toBeUndefined()
  expect(laidOver([], drawn(lines))).toBeUndefined()
})
