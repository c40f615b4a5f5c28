import fc from 'fast-check'
import type { Point } from '../geometry/matrix'
import { arcThrough, placeOnArc } from './arc'
import { distance } from './segments'

const degrees = (angle: number) => (angle * Math.PI) / 180
/** Where a pendulum hung at (640, 0) is at an angle from straight down. */
const swung = (angle: number, radius = 400): Point => ({
  x: 640 + radius * Math.sin(degrees(angle)),
  y: radius * Math.cos(degrees(angle)),
})
/** An arm about (640, 360) at an angle. */
const armAt = (angle: number): Point => ({
  x: 640 + 300 * Math.cos(degrees(angle)),
  y: 360 + 300 * Math.sin(degrees(angle)),
})
const legOf = (points: readonly Point[], leg: number, fraction = 0.5) =>
  placeOnArc(arcThrough(points), leg, leg + 1, fraction)
const lengthOf = (points: readonly Point[], leg: number) => arcThrough(points).segments[leg]!.length
const offCircle = (place: Point) => Math.abs(Math.hypot(place.x - 640, place.y) - 400)

describe('a move there and back', () => {
  const three = [-40, 40, -36].map((angle) => swung(angle))
  test('a pendulum of three keys swings on the circle it hangs on', () => {
    expect(legOf(three, 0).x).toBeCloseTo(640, 3)
    expect(legOf(three, 0).y).toBeCloseTo(400, 3)
    expect(lengthOf(three, 0)).toBeCloseTo(558.5, 1)
    const back = legOf(three, 1)
    expect(back.x).toBeCloseTo(654, 0)
    expect(back.y).toBeCloseTo(399.8, 1)
  })
  test('with a fourth key its middles stay within a pixel of the circle', () => {
    const four = [...three, swung(33)]
    for (const leg of [0, 1, 2]) expect(offCircle(legOf(four, leg))).toBeLessThan(1)
    expect(legOf(four, 2).y).toBeGreaterThan(390)
  })
  test('an arm that returns half way passes there on its way out', () => {
    const points = [0, 130, 65].map(armAt)
    const half = legOf(points, 0)
    expect(distance(half, armAt(65))).toBeLessThan(0.01)
    expect(lengthOf(points, 1)).toBeCloseTo(300 * degrees(65), 3)
  })
  test('an arm that returns beyond where it began runs both legs on the longer arc', () => {
    const points = [65, 130, 0].map(armAt)
    expect(distance(legOf(points, 1), armAt(65))).toBeLessThan(0.01)
  })
  test('a move that goes on round is no return', () => {
    const points = [0, 100, 200].map(armAt)
    expect(distance(legOf(points, 1), armAt(150))).toBeLessThan(0.01)
  })
  test('any swings that die away about a point stay on its circle, however the hand strays by three in a thousand', () => {
    // Each swing falls short of the one before: fewer than three places say nothing of a circle.
    const swing = fc.tuple(fc.integer({ min: 5, max: 9 }), fc.double({ min: -0.003, max: 0.003, noNaN: true }))
    fc.assert(
      fc.property(fc.array(swing, { minLength: 4, maxLength: 6 }), (swings) => {
        let angle = 75
        const points = swings.map(([less, stray], i) => {
          angle -= less
          return swung(i % 2 === 0 ? -angle : angle, 400 * (1 + stray))
        })
        for (let leg = 0; leg < points.length - 1; leg++) {
          for (const fraction of [0.1, 0.3, 0.5, 0.7, 0.9])
            expect(offCircle(legOf(points, leg, fraction))).toBeLessThan(12)
          expect(distance(legOf(points, leg, 0), points[leg]!)).toBeLessThan(1e-6)
          expect(distance(legOf(points, leg, 1), points[leg + 1]!)).toBeLessThan(1e-6)
        }
      }),
    )
  })
  test('with breakdowns on a track that is no circle, every leg runs on one curve', () => {
    const curve = (t: number): Point => ({ x: 100 + 800 * t, y: 500 - 300 * t * t * t })
    const out = [0, 0.25, 0.5, 0.75, 1].map(curve)
    const back = [0.8, 0.6, 0.35, 0.1].map(curve)
    const points = [...out, ...back]
    for (let leg = 0; leg < points.length - 1; leg++) {
      const middle = legOf(points, leg)
      expect(Math.abs(middle.y - curve((middle.x - 100) / 800).y)).toBeLessThan(5)
    }
  })
  test('a loop there and back closes on its track', () => {
    const points = [-40, 5, 40, 2].map((angle) => swung(angle))
    const arc = arcThrough(points, { closed: true })
    for (let leg = 0; leg < 4; leg++) expect(offCircle(placeOnArc(arc, leg, leg + 1, 0.5))).toBeLessThan(1)
  })
  test('points close to each other where it turns back are each passed', () => {
    const points = [
      { x: 89, y: 0 },
      { x: 1, y: 140 },
      { x: 0, y: 145 },
      { x: 79, y: 82 },
    ]
    for (let leg = 0; leg < 3; leg++)
      expect(distance(placeOnArc(arcThrough(points), 0, leg + 1, 1), points[leg + 1]!)).toBeLessThan(1e-6)
  })
  test('a zigzag that goes on does not run back on itself', () => {
    const points = [
      { x: 0, y: 0 },
      { x: 100, y: 300 },
      { x: 260, y: 0 },
      { x: 300, y: 310 },
      { x: 520, y: 10 },
    ]
    const arc = arcThrough(points)
    for (let leg = 0; leg < 4; leg++)
      expect(distance(placeOnArc(arc, leg, leg + 1, 1), points[leg + 1]!)).toBeLessThan(1e-6)
    expect(Math.abs(legOf(points, 1).x - 180)).toBeLessThan(60)
  })
  test('a sharp turn that is pinned cuts the way as before', () => {
    const points = [
      { x: 0, y: 0 },
      { x: 100, y: 300, corner: true },
      { x: 200, y: 0 },
    ]
    const arc = arcThrough(points)
    expect(placeOnArc(arc, 0, 1, 0.5)).toMatchObject({ x: 50, y: 150 })
  })
})
