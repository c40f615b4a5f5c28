import fc from 'fast-check'
import type { Point } from '../geometry/matrix'
import { quantized, type Ink } from '../ink/ink'
import { followLandmark } from './follow'

/** A heron's head: a round, a beak and an eye, turned and moved. */
function head(at: Point, turn: number): { ink: Ink; eye: Point; beak: Point } {
  const put = (x: number, y: number): Point => ({
    x: at.x + x * Math.cos(turn) - y * Math.sin(turn),
    y: at.y + x * Math.sin(turn) + y * Math.cos(turn),
  })
  const line = (id: string, places: readonly (readonly [number, number])[]) =>
    quantized({
      kind: 'stroke' as const,
      id,
      swatch: 'ink',
      size: 4,
      points: places.flatMap(([x, y]) => [put(x, y).x, put(x, y).y, 0.5]),
    })
  const round = (cx: number, cy: number, r: number) =>
    Array.from(
      { length: 25 },
      (_, i) => [cx + r * Math.cos((i / 24) * 6.283), cy + r * Math.sin((i / 24) * 6.283)] as const,
    )
  return {
    ink: [
      line('skull', round(0, 0, 40)),
      line('beak', [
        [38, -10],
        [70, 0],
        [110, 4],
        [70, 8],
        [38, 12],
      ]),
      line('eye', round(14, -12, 6)),
      line('crest', [
        [-30, -26],
        [-60, -40],
        [-80, -36],
      ]),
    ],
    eye: put(14, -12),
    beak: put(110, 4),
  }
}

test('the tip of a beak and an eye are found again on the next drawing, moved and turned, and surely', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -45, max: 45, noNaN: true }),
      fc.double({ min: -45, max: 45, noNaN: true }),
      fc.double({ min: -0.3, max: 0.3, noNaN: true }),
      (dx, dy, turn) => {
        const [before, after] = [head({ x: 400, y: 300 }, 0.2), head({ x: 400 + dx, y: 300 + dy }, 0.2 + turn)]
        for (const part of ['eye', 'beak'] as const) {
          const found = followLandmark({
            ink: before.ink,
            from: before[part],
            onto: after.ink,
            motion: { x: dx * 0.7, y: dy * 0.7 },
          })!
          expect(Math.hypot(found.x - after[part].x, found.y - after[part].y)).toBeLessThan(6)
          expect(found.confidence).toBeGreaterThan(0.3)
        }
      },
    ),
    { numRuns: 8, endOnFailure: true },
  )
})

test('where the part is hidden, far away or not drawn it is unsure or finds nothing', () => {
  const before = head({ x: 400, y: 300 }, 0)
  const elsewhere = followLandmark({ ink: before.ink, from: before.beak, onto: head({ x: 900, y: 300 }, 0).ink })
  expect(elsewhere?.confidence ?? 0).toBeLessThan(0.2)
  expect(followLandmark({ ink: before.ink, from: before.beak, onto: [] })).toBeUndefined()
  expect(followLandmark({ ink: [], from: before.beak, onto: before.ink })).toBeUndefined()
  expect(() => followLandmark({ ink: before.ink, from: before.beak, onto: before.ink, reach: 0 })).toThrow(/reach/)
})
