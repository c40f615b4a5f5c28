import fc from 'fast-check'
import {
  followedBy,
  inverted,
  mirroredAbout,
  movedBy,
  skewedAbout,
  STAY,
  transformPoint,
  turnedAbout,
} from '../../geometry/matrix'
import { keepArea, squashAbout } from '../../geometry/squash'
import { gripMoved, gripsOf, pushed } from '../bend'
import { changeInk, quantized, type Fill, type Ink, type Stroke } from '../ink'
import { boundsOf, picked, within } from './select'
import { replaced, transformed } from '../transform'
import { ringArea } from '../../geometry/trace'

const near = (a: number, b: number) => expect(Math.abs(a - b)).toBeLessThan(1e-6)
const place = fc.record({ x: fc.integer({ min: -400, max: 400 }), y: fc.integer({ min: -400, max: 400 }) })
const angle = fc.double({ min: -3.2, max: 3.2, noNaN: true })
const stroke = (points: number[], id = 's'): Stroke =>
  quantized({ kind: 'stroke', id, swatch: 'pencil', size: 6, points })
const line = (y: number, id: string) => stroke(Array.from({ length: 21 }, (_, i) => [i * 10, y, 0.5]).flat(), id)
const box = (left: number, top: number, right: number, bottom: number) => [
  left,
  top,
  right,
  top,
  right,
  bottom,
  left,
  bottom,
]

describe('changes of place', () => {
  test('a change and what undoes it leave everything where it was', () => {
    fc.assert(
      fc.property(place, place, angle, fc.double({ min: 0.2, max: 4, noNaN: true }), (pivot, p, turn, along) => {
        const change = [
          turnedAbout(pivot, turn),
          squashAbout({ pivot, axis: turn, along }),
          skewedAbout(pivot, { by: 0.4, axis: turn }),
          mirroredAbout(pivot, turn),
          movedBy(3, -7),
        ].reduce(followedBy, STAY)
        const back = transformPoint(inverted(change), transformPoint(change, p))
        near(back.x, p.x)
        near(back.y, p.y)
      }),
    )
    expect(() => inverted([0, 0, 0, 0, 1, 1])).toThrow(/area/)
  })

  test('squash and stretch keep the area of random figures within half a per cent', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 60, max: 200, noNaN: true }), { minLength: 5, maxLength: 24 }),
        place,
        angle,
        fc.double({ min: 0.4, max: 2.5, noNaN: true }),
        (radii, pivot, axis, along) => {
          const outline = radii.flatMap((radius, i) => [
            radius * Math.cos((2 * Math.PI * i) / radii.length),
            radius * Math.sin((2 * Math.PI * i) / radii.length),
          ])
          const figure: Fill = quantized({ kind: 'fill', id: 'f', swatch: 'pencil', outline })
          const after = transformed(figure, squashAbout({ pivot, axis, along }))
          expect(Math.abs(ringArea(after.outline) / ringArea(figure.outline) - 1)).toBeLessThan(0.005)
          const line = transformed(stroke([0, 0, 0.5, 10, 0, 0.5]), squashAbout({ pivot, axis, along }))
          expect(line.size).toBe(6)
        },
      ),
    )
    expect(keepArea(1.24)).toBeCloseTo(0.806, 3)
    expect(keepArea(1.44, 'volume')).toBeCloseTo(0.8333, 4)
    expect(() => keepArea(0)).toThrow(/above 0/)
  })
})

describe('the lasso', () => {
  let serial = 0
  const freshId = () => `n${serial++}`

  test('takes lines by their greater part, or cuts them where it crosses', () => {
    const ink: Ink = [line(0, 'a'), line(50, 'b')]
    const lasso = box(-10, -10, 125, 20)
    expect(picked({ ink, lasso, freshId }).pieces.map(({ id }) => id)).toEqual(['a'])
    const cut = picked({ ink, lasso, cut: true, freshId })
    expect(cut.remove.map(({ piece }) => piece.id)).toEqual(['a'])
    expect(boundsOf(cut.pieces)!.right).toBeCloseTo(125, -0.5)
    expect(changeInk(ink, cut)).toHaveLength(3)
    expect(picked({ ink, lasso: box(500, 500, 600, 600), cut: true, freshId })).toEqual({
      pieces: [],
      remove: [],
      add: [],
    })
  })

  test('cut or whole, nothing of the drawing is lost or gained', () => {
    const length = (ink: Ink) =>
      (ink as Stroke[]).reduce(
        (sum, { points }) =>
          sum +
          points.reduce(
            (all, x, i) =>
              i % 3 === 0 && i > 0 ? all + Math.hypot(x - points[i - 3]!, points[i + 1]! - points[i - 2]!) : all,
            0,
          ),
        0,
      )
    fc.assert(
      fc.property(place, place, (from, to) => {
        const ink: Ink = [line(0, 'a'), line(50, 'b'), line(-70, 'c')]
        const change = picked({ ink, lasso: box(from.x, from.y, to.x + 0.5, to.y + 0.5), cut: true, freshId })
        const after = changeInk(ink, change)
        expect(length(after)).toBeCloseTo(length(ink), 0)
        for (const piece of change.pieces) expect(after).toContain(piece)
      }),
    )
  })

  test('a ring knows what lies within it', () => {
    expect(within(5, 5, box(0, 0, 10, 10))).toBe(true)
    expect(within(15, 5, box(0, 0, 10, 10))).toBe(false)
  })

  test('what is replaced stays where it lay in the pile', () => {
    const ink: Ink = [line(0, 'a'), line(50, 'b'), line(90, 'c')]
    const change = replaced(ink, (piece) => (piece.id === 'b' ? transformed(piece, movedBy(0, 5)) : undefined))!
    expect((changeInk(ink, change)[1] as Stroke).points[1]).toBe(55)
    expect(replaced(ink, (piece) => piece)).toBeUndefined()
  })
})

describe('bending a line', () => {
  test('a push moves its middle whole, its edge not at all', () => {
    const before = line(0, 'a')
    const after = pushed(before, { x: 100, y: 0, dx: 0, dy: 20, radius: 60 })
    expect(after.points[10 * 3 + 1]).toBe(20)
    expect(after.points[1]).toBe(0)
    expect(after.points[13 * 3 + 1]!).toBeCloseTo(10, 6)
    expect(pushed(before, { x: 100, y: 500, dx: 9, dy: 9, radius: 60 })).toBe(before)
  })

  test('grips are the ends and the corners; one moved takes its neighbourhood along', () => {
    const corner = stroke([0, 0, 0.5, 50, 0, 0.5, 100, 0, 0.5, 100, 50, 0.5, 100, 100, 0.5])
    expect(gripsOf(corner, 2)).toEqual([0, 2, 4])
    const after = gripMoved(corner, [0, 2, 4], 2, 10, -10)
    expect(after.points.slice(6, 8)).toEqual([110, -10])
    expect(after.points.slice(0, 2)).toEqual([0, 0])
    expect(after.points[3]).toBeCloseTo(55, 1)
  })
})
