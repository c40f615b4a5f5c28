import fc from 'fast-check'
import { fieldByKey, fieldHeld, knobOf, wayOfField } from './field-grips'

const FIELD = { x: 100, y: 50, scale: 1, turn: 0 }

test('taken anywhere it goes along with the pen', () => {
  expect(fieldHeld(FIELD, undefined, { x: 10, y: 10 })({ x: 15, y: 7 })).toEqual({ ...FIELD, x: 105, y: 47 })
})

test('a corner pulled twice as far from the middle shows twice as much', () => {
  expect(fieldHeld(FIELD, 'corner', { x: 110, y: 50 })({ x: 120, y: 50 }).scale).toBe(2)
})

test('turned by its knob it goes round as far as the pen does, also more than once', () => {
  fc.assert(
    fc.property(fc.double({ min: -12, max: 12, noNaN: true }), (turn) => {
      const to = fieldHeld(FIELD, 'knob', { x: 140, y: 50 })
      const on = (angle: number) => to({ x: 100 + 40 * Math.cos(angle), y: 50 + 40 * Math.sin(angle) })
      const steps = Math.ceil(Math.abs(turn)) + 1
      for (let i = 1; i < steps; i++) on((turn * i) / steps)
      expect(on(turn).turn).toBeCloseTo(turn)
    }),
  )
})

test('keys move it, make it nearer and turn it; others mean nothing', () => {
  expect(fieldByKey(FIELD, 'ArrowDown', 10)).toEqual({ ...FIELD, y: 60 })
  const nearer = fieldByKey(FIELD, '+', 1)!
  expect(fieldByKey(nearer, '-', 1)!.scale).toBeCloseTo(1)
  expect(fieldByKey(FIELD, ']', 1)!.turn).toBeCloseTo(Math.PI / 180)
  expect(fieldByKey(FIELD, 'q', 1)).toBeUndefined()
})

test('the knob stands above the upper edge, whichever way that is', () => {
  const corners = [
    { x: 0, y: 0 },
    { x: 20, y: 0 },
  ]
  expect(knobOf(corners, FIELD, 26)).toEqual({ x: 10, y: -26 })
  expect(knobOf(corners, { ...FIELD, turn: Math.PI / 2 }, 26).x).toBeCloseTo(36)
})

test('its way goes from the first key to the last, a place for every frame', () => {
  const key = (frame: number, x: number) => ({ ...FIELD, frame, x, law: 'even' as const, strength: 1 })
  expect(wayOfField([key(3, 0), key(7, 40)]).map(({ x }) => x)).toEqual([0, 10, 20, 30, 40])
  expect(wayOfField([key(3, 0)])).toEqual([])
})
