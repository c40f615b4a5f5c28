import fc from 'fast-check'
import { transformPoint } from '../geometry/matrix'
import type { Ruler, RulerKind } from '../scene/schema'
import { guidedBy, pulledBy, type Laid } from './guided'
import { edgeOf, mirrorsOf } from './rulers'

const ruler = (kind: RulerKind, ...points: number[]): Ruler => ({ id: `${kind}-1`, kind, points })
const REACH = 12

/** A line drawn by hand through places, as it is laid. */
function drawn(rulers: readonly Ruler[], places: readonly (readonly [number, number])[]): Laid[] {
  const guided = guidedBy(rulers, REACH)
  const [[x, y] = [0, 0], ...rest] = places
  return [guided.begin(x, y, 0.5), ...rest.flatMap(([a, b]) => guided.move(a, b, 0.5)), ...guided.lift()]
}
/** A hand that goes from one place to another, wavering. */
const hand = (ax: number, ay: number, bx: number, by: number, waver = 3) =>
  Array.from({ length: 41 }, (_, i) => {
    const [dx, dy] = [(bx - ax) / 40, (by - ay) / 40]
    const off = (Math.sin(i * 1.7) * waver) / Math.hypot(dx, dy)
    return [ax + dx * i - dy * off, ay + dy * i + dx * off] as const
  })

describe('an edge', () => {
  test('a line that begins near a straight one lies on it, and goes on beyond its ends', () => {
    for (const [, y] of drawn([ruler('straight', 100, 50, 300, 50)], hand(110, 56, 380, 44))) expect(y).toBeCloseTo(50)
  })

  test('a line that begins elsewhere is left alone, even where it crosses', () => {
    const places = hand(200, 0, 210, 120)
    expect(drawn([ruler('straight', 100, 50, 300, 50)], places)).toEqual(places.map(([x, y]) => [x, y, 0.5]))
  })

  test('of two the nearer one leads', () => {
    const rulers = [ruler('straight', 0, 40, 300, 40), ruler('straight', 0, 50, 300, 50)]
    expect(drawn(rulers, hand(10, 47, 200, 47, 1)).every(([, y]) => Math.abs(y - 50) < 1e-6)).toBe(true)
  })

  test('where the hand draws away the line goes with it, without a jump', () => {
    const away = Array.from({ length: 200 }, (_, i) => [100, 50 + i / 4] as const)
    const laid = drawn([ruler('straight', 0, 50, 300, 50)], away)
    expect(laid.at(-1)![1]).toBeCloseTo(away.at(-1)![1])
    for (let i = 1; i < laid.length; i++) {
      expect(laid[i]![1]).toBeGreaterThanOrEqual(laid[i - 1]![1] - 1e-9)
      expect(laid[i]![1] - laid[i - 1]![1]).toBeLessThan(1)
    }
  })

  test('all round a circle and an ellipse lines lie on them to an eighth of a pixel', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 30, max: 3000 }),
        fc.integer({ min: 30, max: 3000 }),
        fc.double({ min: 0, max: 6.28, noNaN: true }),
        (a, b, turn) => {
          const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
          const on = (angle: number) => {
            const [u, v] = [a * Math.cos(angle), b * Math.sin(angle)]
            return [700 + u * cos - v * sin, 500 + u * sin + v * cos] as const
          }
          const by = ruler('ellipse', 700, 500, 700 + a * cos, 500 + a * sin, 700 - b * sin, 500 + b * cos)
          const arc = Array.from({ length: 60 }, (_, i) => on(i / 100))
          for (const [x, y] of drawn([by], arc)) {
            const [u, v] = [(x - 700) * cos + (y - 500) * sin, (y - 500) * cos - (x - 700) * sin]
            // How far off, to the first order: what the equation lacks of one, over how fast it grows there.
            const lacks = (u / a) ** 2 + (v / b) ** 2 - 1
            expect(Math.abs(lacks) / (2 * Math.hypot(u / a ** 2, v / b ** 2))).toBeLessThan(0.125)
          }
        },
      ),
    )
    const circle = ruler('circle', 0, 0, 120, 0)
    for (const [x, y] of drawn([circle], hand(118, 5, 84, 84, 0))) expect(Math.hypot(x, y)).toBeCloseTo(120, 1)
  })

  test('a curve goes through its places, however many and however near each other', () => {
    const places = fc.array(fc.integer({ min: -50, max: 500 }), { minLength: 2, maxLength: 24 })
    fc.assert(
      fc.property(places, (flat) => {
        const points = flat.slice(0, flat.length - (flat.length % 2))
        const edge = edgeOf(ruler('curve', ...points))
        expect(edge.every(Number.isFinite)).toBe(true)
        expect(edge.slice(0, 2)).toEqual(points.slice(0, 2).map((value) => expect.closeTo(value)))
      }),
    )
    const edge = edgeOf(ruler('curve', 0, 0, 100, 80, 200, 0, 300, 80))
    for (const [x, y] of [
      [0, 0],
      [100, 80],
      [200, 0],
      [300, 80],
    ] as const) {
      const nearest = Math.min(...edge.flatMap((_, i) => (i % 2 ? [] : [Math.hypot(edge[i]! - x, edge[i + 1]! - y)])))
      expect(nearest).toBeLessThan(1e-6)
    }
  })
})

describe('vanishing points', () => {
  const two = ruler('vanishing', -400, 200, 900, 200)

  test('a line leads toward the one it sets out for', () => {
    const laid = drawn([two], hand(300, 400, 130, 360))
    for (const [x, y] of laid.slice(1)) {
      const [ax, ay] = [-400 - 300, 200 - 400]
      expect(Math.abs((x - 300) * ay - (y - 400) * ax) / Math.hypot(ax, ay)).toBeLessThan(1e-6)
    }
  })

  test('upright lines stay upright with two; with three every line leads to one', () => {
    for (const [x] of drawn([two], hand(300, 400, 306, 250))) expect(x).toBeCloseTo(300)
    const three = ruler('vanishing', -400, 200, 900, 200, 250, -900)
    expect(Math.abs(drawn([three], hand(300, 400, 306, 250)).at(-1)![0] - 300)).toBeGreaterThan(1)
  })

  test('level lines stay level with one', () => {
    for (const [, y] of drawn([ruler('vanishing', 300, 100)], hand(50, 400, 250, 395))) expect(y).toBeCloseTo(400)
  })

  test('a line meant for none is left alone, and nothing of it is lost', () => {
    const places = hand(300, 400, 400, 500, 1)
    expect(drawn([two], places)).toEqual(places.map(([x, y]) => [x, y, 0.5]))
  })

  test('a touch that goes nowhere leaves all it had', () => {
    const places = [
      [300, 400],
      [301, 401],
      [302, 400],
    ] as const
    expect(drawn([two], places)).toHaveLength(3)
  })

  test('a pulled line takes the direction', () => {
    const [from, to] = pulledBy([two], REACH, { x: 300, y: 400 }, { x: 120, y: 340 })
    expect(from).toEqual({ x: 300, y: 400 })
    expect((to.y - 400) / (to.x - 300)).toBeCloseTo(200 / 700)
  })
})

describe('a mirror', () => {
  test('lays a line on the other side as well, and two lay it in all four quarters', () => {
    const upright = ruler('mirror', 100, 0, 100, 50)
    const level = ruler('mirror', 0, 40, 9, 40)
    expect(mirrorsOf([upright]).map((matrix) => transformPoint(matrix, { x: 90, y: 10 }))).toEqual([
      { x: expect.closeTo(110), y: expect.closeTo(10) },
    ])
    expect(mirrorsOf([upright, level])).toHaveLength(3)
  })

  test('mirrored twice a line lies where it was', () => {
    const place = fc.integer({ min: -900, max: 900 })
    fc.assert(
      fc.property(place, place, place, place, place, place, (ax, ay, bx, by, x, y) => {
        fc.pre(ax !== bx || ay !== by)
        const [matrix] = mirrorsOf([ruler('mirror', ax, ay, bx, by)])
        const back = transformPoint(matrix!, transformPoint(matrix!, { x, y }))
        expect([back.x, back.y]).toEqual([expect.closeTo(x), expect.closeTo(y)])
      }),
    )
  })

  test('draws what comes near onto its line, so that both sides meet', () => {
    const laid = drawn([ruler('mirror', 100, 0, 100, 50)], hand(40, 200, 98, 200, 0))
    expect(laid.at(-1)![0]).toBeCloseTo(100)
    expect(laid[10]![0]).toBeCloseTo(54.5)
  })

  test('one of no length mirrors nothing', () => {
    expect(mirrorsOf([ruler('mirror', 5, 5, 5, 5)])).toEqual([])
    expect(
      drawn(
        [ruler('straight', 5, 5, 5, 5)],
        [
          [6, 5],
          [7, 5],
        ],
      )
        .flat()
        .every(Number.isFinite),
    ).toBe(true)
  })
})
