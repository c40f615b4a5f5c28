import { inverted, transformPoint } from '@unhurried/core'
import fc from 'fast-check'
import { FIT, fitted, anchored, matrixOf, ZOOM, type View } from './view'

const table = { width: 900, height: 560 }
const place = fc.record({ x: fc.integer({ min: 0, max: 900 }), y: fc.integer({ min: 0, max: 560 }) })
const anyView: fc.Arbitrary<View> = fc.record({
  fit: fc.constant(false),
  zoom: fc.double({ min: 0.1, max: 10, noNaN: true }),
  turn: fc.double({ min: -3, max: 3, noNaN: true }),
  mirror: fc.boolean(),
  x: fc.integer({ min: -200, max: 900 }),
  y: fc.integer({ min: -200, max: 600 }),
})

test('whatever the view, the place held stays under the pointer as the paper goes, grows and turns', () => {
  fc.assert(
    fc.property(
      anyView,
      place,
      place,
      fc.double({ min: 0.7, max: 1.4, noNaN: true }),
      fc.double({ min: -1, max: 1, noNaN: true }),
      (view, from, to, by, turn) => {
        const before = transformPoint(inverted(matrixOf(view, table)), from)
        const next = anchored(view, table, { from, to, by, turn })
        const after = transformPoint(matrixOf(next, table), before)
        // Upright paper lies on whole pixels.
        expect(Math.hypot(after.x - to.x, after.y - to.y)).toBeLessThan(2)
        expect(next.zoom).toBeGreaterThanOrEqual(ZOOM.least)
        expect(next.zoom).toBeLessThanOrEqual(ZOOM.most)
      },
    ),
  )
})

test('fitted, all of the paper is on the table, however it is turned', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 8, max: 4096 }),
      fc.integer({ min: 8, max: 4096 }),
      fc.double({ min: -3, max: 3, noNaN: true }),
      (width, height, turn) => {
        const view = fitted({ ...FIT, turn }, table, { width, height })
        for (const [x, y] of [
          [0, 0],
          [width, 0],
          [0, height],
          [width, height],
        ] as const) {
          const at = transformPoint(matrixOf(view, table), { x, y })
          expect(at.x).toBeGreaterThan(-1)
          expect(at.x).toBeLessThan(table.width + 1)
          expect(at.y).toBeGreaterThan(-1)
          expect(at.y).toBeLessThan(table.height + 1)
        }
      },
    ),
  )
  // A sprite is shown in whole pixels.
  expect(fitted(FIT, table, { width: 32, height: 32, cells: true }).zoom).toBe(17)
})
