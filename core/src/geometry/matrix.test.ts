import fc from 'fast-check'
import {
  followedBy,
  mirroredAbout,
  movedBy,
  scaledAbout,
  shareOf,
  STAY,
  transformPoint,
  turnedAbout,
  type Matrix,
} from './matrix'

const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
const point = fc.record({ x: number(-300, 300), y: number(-300, 300) })
/** Turned by less than half a turn, stretched, moved. */
const change = fc
  .tuple(point, number(-3, 3), number(0.3, 3), number(0.3, 3), number(-3, 3), point)
  .map(([pivot, angle, along, across, axis, { x, y }]) => ({
    pivot,
    matrix: [scaledAbout(pivot, { along, across, axis }), turnedAbout(pivot, angle), movedBy(x, y)].reduce(followedBy),
  }))
const near = (one: Matrix, other: Matrix) => one.forEach((value, i) => expect(value).toBeCloseTo(other[i]!, 5))

test('all of a change is the change, none of it is none, and halves go on to the whole', () => {
  fc.assert(
    fc.property(change, number(0, 1), ({ pivot, matrix }, share) => {
      near(shareOf(matrix, 1 - 1e-12, pivot), matrix)
      near(shareOf(matrix, 0, pivot), STAY)
      const part = transformPoint(shareOf(matrix, share, pivot), pivot)
      const whole = transformPoint(matrix, pivot)
      expect(part.x).toBeCloseTo(pivot.x + share * (whole.x - pivot.x), 5)
      expect(part.y).toBeCloseTo(pivot.y + share * (whole.y - pivot.y), 5)
    }),
  )
})

test('half a turn of a right angle is half a right angle, half of a stretch to four is a stretch to two', () => {
  const pivot = { x: 10, y: 20 }
  near(shareOf(turnedAbout(pivot, Math.PI / 2), 0.5, pivot), turnedAbout(pivot, Math.PI / 4))
  near(
    shareOf(scaledAbout(pivot, { along: 4, across: 0.25, axis: 1 }), 0.5, pivot),
    scaledAbout(pivot, { along: 2, across: 0.5, axis: 1 }),
  )
})

test('what mirrors has no half', () => {
  const pivot = { x: 0, y: 0 }
  near(shareOf(mirroredAbout(pivot, 0), 0.5, pivot), STAY)
  near(shareOf(mirroredAbout(pivot, 0), 1, pivot), mirroredAbout(pivot, 0))
})
