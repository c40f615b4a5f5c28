import type { Ink } from '@unhurried/core'
import fc from 'fast-check'
import { cropOf, sameBox } from './card-crop'

const paper = { width: 320, height: 160 }
const lineFrom = (x1: number, y1: number, x2: number, y2: number): Ink => [
  { kind: 'stroke', id: 'l', swatch: 'pencil', size: 4, points: [x1, y1, 0.5, x2, y2, 0.5] },
]
const cropped = (ink: Record<string, Ink>) =>
  cropOf(Object.keys(ink), (drawing, pass) => (pass === 'line' ? ink[drawing]! : []), paper)

test('with nothing drawn a card shows the whole paper', () => {
  expect(cropped({ a: [] })).toEqual({ left: 0, top: 0, right: 320, bottom: 160 })
})

test('cards of one level show the same part of it: where any of them has ink', () => {
  const both = cropped({ a: lineFrom(40, 40, 60, 60), b: lineFrom(100, 40, 120, 60) })
  expect(both.left).toBeGreaterThan(10)
  expect(both.left).toBeLessThanOrEqual(40)
  expect(both.right).toBeGreaterThanOrEqual(120)
  expect(both.right).toBeLessThan(200)
})

test('a little more ink within it changes nothing, so that cards are not painted anew with each line', () => {
  const before = cropped({ a: lineFrom(40, 40, 120, 100) })
  expect(sameBox(before, cropped({ a: lineFrom(40, 40, 121, 101) }))).toBe(true)
  expect(sameBox(before, cropped({ a: lineFrom(40, 40, 300, 101) }))).toBe(false)
})

test('all of the ink that lies on the paper is shown, and no card is a sliver', () => {
  const x = fc.integer({ min: 0, max: 320 })
  const y = fc.integer({ min: 0, max: 160 })
  fc.assert(
    fc.property(x, y, x, y, (x1, y1, x2, y2) => {
      const box = cropped({ a: lineFrom(x1, y1, x2, y2) })
      expect(box.left).toBeLessThanOrEqual(Math.min(x1, x2))
      expect(box.right).toBeGreaterThanOrEqual(Math.max(x1, x2))
      expect(box.top).toBeLessThanOrEqual(Math.min(y1, y2))
      expect(box.bottom).toBeGreaterThanOrEqual(Math.max(y1, y2))
      const shape = (box.right - box.left) / (box.bottom - box.top)
      expect(shape).toBeGreaterThan(0.79)
      expect(shape).toBeLessThan(2.41)
    }),
  )
})
