import { BRUSH_TABLE, BRUSHES, brushKind, PLAIN_BRUSH } from './brushes'
import type { Stroke } from './ink'
import { halfWidth, strokeOutlines } from './outline'
import { packInk, readInk } from './packed-ink'

const strokeOf = (brush: (typeof BRUSHES)[number]): Stroke => ({
  kind: 'stroke',
  id: 's',
  swatch: 'c',
  size: 8,
  points: [0, 0, 0.5, 40, 10, 1, 80, 0, 0.25],
  ...(brush !== PLAIN_BRUSH && { brush }),
})

test('the numbers by which ink at rest names brushes are never given again', () => {
  const numbers = Object.fromEntries(BRUSHES.map((brush) => [brush, BRUSH_TABLE[brush].number]))
  expect(numbers).toMatchObject({ pen: 0, pencil: 1, wash: 2, flat: 3 })
  expect(new Set(Object.values(numbers)).size).toBe(BRUSHES.length)
})

test.each(BRUSHES)('%s is kept as it was drawn, with its own width', (brush) => {
  const stroke = strokeOf(brush)
  const [kept] = readInk(packInk([stroke]))
  expect(kept).toMatchObject({ kind: 'stroke', size: 8 })
  expect((kept as Stroke).brush).toBe(stroke.brush)
  expect(brushKind(kept as Stroke)).toBe(BRUSH_TABLE[brush])
  // Half the size at middling pressure, and never thinner when the hand is heavier.
  expect(halfWidth(stroke, 0.5)).toBe(4)
  expect(halfWidth(stroke, 1)).toBeGreaterThan(halfWidth(stroke, 0))
  expect(strokeOutlines(stroke).every((ring) => ring.length > 2)).toBe(true)
})

test('a stroke that names no brush is the plain one', () => {
  expect(brushKind({})).toBe(BRUSH_TABLE[PLAIN_BRUSH])
})
