import fc from 'fast-check'
import { ringArea } from '../geometry/trace'
import { distanceToPath } from '../geometry/polyline'
import { eraseAlong, eraseWhole } from './erase'
import { figurePoints } from './figures'
import {
  changeBetween,
  changeInk,
  changesJoined,
  isLaidOnTop,
  placesOf,
  quantized,
  type Fill,
  type InkChange,
  type InkPiece,
  type Stroke,
} from './ink'
import { strokeOutlines } from './outline'
import { packInk, packPasses, readInk, unpackInk, unpackPasses } from './packed-ink'
import { curveOfHand, leaning, pressed, steadyPen } from './steady'

const coordinate = fc.double({ min: -300, max: 300, noNaN: true })
const point = fc.tuple(coordinate, coordinate, fc.double({ min: 0, max: 1, noNaN: true }))
const strokeOf = (id: string) =>
  fc
    .record({
      size: fc.double({ min: 0.5, max: 90, noNaN: true }),
      points: fc.array(point, { minLength: 1, maxLength: 30 }),
      brush: fc.constantFrom(undefined, 'pencil', 'wash', 'flat'),
      taper: fc.option(fc.tuple(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 0, max: 400 })), {
        nil: undefined,
      }),
    })
    .map(({ size, points, brush, taper }) =>
      quantized({
        kind: 'stroke',
        id,
        swatch: 'pencil',
        ...(brush && { brush }),
        size,
        ...(taper && { taper }),
        points: points.flat(),
      } as Stroke),
    )
const inkOf = fc
  .integer({ min: 0, max: 6 })
  .chain((n) => fc.tuple(...Array.from({ length: n }, (_, i) => strokeOf(`s${i}`))))

describe('packed ink', () => {
  test('comes back exactly when it lay on the grid, and appending bytes is appending strokes', () => {
    fc.assert(
      fc.property(
        inkOf,
        fc.array(fc.tuple(coordinate, coordinate), { minLength: 3, maxLength: 9 }),
        fc.boolean(),
        (strokes, ring, holed) => {
          const fill = quantized({
            kind: 'fill',
            id: 'f',
            swatch: 'pencil',
            outline: ring.flat(),
            ...(holed && { holes: [ring.flat(), [1, 2, 3, 4, 5, 6]] }),
          } as InkPiece)
          const ink: InkPiece[] = [...strokes, fill]
          expect(readInk(packInk(ink))).toEqual(ink)
          const appended = new Uint8Array([...packInk(strokes), ...packInk([fill])])
          expect(appended).toEqual(packInk(ink))
          expect(unpackPasses(packPasses([{ drawing: 'd', pass: 'line', bytes: appended }]))).toEqual([
            { drawing: 'd', pass: 'line', bytes: appended },
          ])
        },
      ),
    )
  })

  test('damage is found, never a crash', () => {
    const bytes = packInk([{ kind: 'stroke', id: 's', swatch: 'pencil', size: 4, points: [1, 2, 0.5, 9, 9, 1] }])
    fc.assert(
      fc.property(fc.nat(bytes.length - 1), fc.nat(255), (at, value) => {
        const hurt = bytes.slice()
        hurt[at] = value
        try {
          unpackInk(hurt)
        } catch (error) {
          expect(error).toBeInstanceOf(RangeError)
        }
        if (at > 0) expect(() => unpackInk(bytes.slice(0, at))).toThrow(/damaged/)
      }),
    )
  })

  test('comes back within a quarter of a pixel, wherever its points lay', () => {
    fc.assert(
      fc.property(inkOf, fc.double({ min: -0.06, max: 0.06, noNaN: true }), (strokes, off) => {
        const rough = strokes.map((stroke) => ({
          ...stroke,
          points: stroke.points.map((value, i) => (i % 3 === 2 ? value : value + off)),
        }))
        unpackInk(packInk(rough)).forEach((piece, n) =>
          (piece as Stroke).points.forEach((value, i) =>
            expect(Math.abs(value - rough[n]!.points[i]!)).toBeLessThanOrEqual(0.25),
          ),
        )
      }),
    )
  })

  test('a hand-drawn line takes at most three bytes a point', () => {
    const points = Array.from({ length: 400 }, (_, i) => [
      300 + 200 * Math.cos(i / 60),
      200 + 150 * Math.sin(i / 40),
      0.5 + 0.4 * Math.sin(i / 30),
    ]).flat()
    expect(
      packInk([quantized({ kind: 'stroke', id: 's', swatch: 'pencil', size: 6, points })]).length / 400,
    ).toBeLessThanOrEqual(2.2)
  })
})

describe('eraser', () => {
  const line: Stroke = { kind: 'stroke', id: 'line', swatch: 'pencil', size: 4, points: [0, 0, 0.5, 100, 0, 0.5] }
  let count = 0
  const freshId = () => `part${count++}`

  test('cuts a line where it went, leaves what it did not touch', () => {
    const other = { ...line, id: 'other', points: [0, 50, 1, 100, 50, 1] }
    const change = eraseAlong({ ink: [line, other], path: [50, -20, 50, 20], radius: 9, freshId })!
    expect(change.remove.map(({ piece }) => piece.id)).toEqual(['line'])
    const parts = change.add.map(({ piece }) => (piece as Stroke).points)
    expect(parts).toHaveLength(2)
    expect(parts[0]!.at(-3)).toBeCloseTo(40, -0.5)
    expect(parts[1]![0]).toBeCloseTo(60, -0.5)
    expect(eraseAlong({ ink: [other], path: [50, -20, 50, 20], radius: 9, freshId })).toBeUndefined()
  })

  test('never adds ink, and its inverse puts every line back in its place', () => {
    fc.assert(
      fc.property(
        inkOf,
        fc.array(fc.tuple(coordinate, coordinate), { minLength: 1, maxLength: 6 }),
        fc.integer({ min: 2, max: 60 }),
        (ink, path, radius) => {
          const change = eraseAlong({ ink, path: path.flat(), radius, freshId })
          if (!change) return
          const after = changeInk(ink, change)
          const length = (pile: readonly InkPiece[]) =>
            pile.reduce((sum, piece) => {
              const p = (piece as Stroke).points
              for (let i = 3; i < p.length; i += 3) sum += Math.hypot(p[i]! - p[i - 3]!, p[i + 1]! - p[i - 2]!)
              return sum
            }, 0)
          // Cutting divides long stretches and sets each part on the ink grid: an eighth of a pixel at most per point.
          const grain = after.reduce((sum, piece) => sum + (piece as Stroke).points.length / 3, 0) * 0.2
          expect(length(after)).toBeLessThanOrEqual(length(ink) + grain)
          for (const { piece } of change.add) {
            const p = (piece as Stroke).points
            for (let i = 0; i < p.length; i += 3)
              expect(distanceToPath(p[i]!, p[i + 1]!, path.flat())).toBeGreaterThan((radius - 0.5) ** 2)
          }
          const back: InkChange = { remove: change.add, add: change.remove }
          expect(changeInk(after, back)).toEqual(ink)
        },
      ),
    )
  })

  test('paint is rubbed out exactly where the eraser went, never more of it there than before', () => {
    const square = (left: number, top: number, side: number): InkPiece =>
      quantized({
        kind: 'fill',
        id: `f${left}`,
        swatch: 'pencil',
        outline: [left, top, left + side, top, left + side, top + side, left, top + side],
      })
    const area = (pile: readonly InkPiece[]) =>
      pile.reduce(
        (sum, piece) =>
          piece.kind === 'fill'
            ? sum + [piece.outline, ...(piece.holes ?? [])].reduce((all, flat) => all + ringArea(flat), 0)
            : sum,
        0,
      )
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -20, max: 220 }), fc.integer({ min: -20, max: 220 })), {
          minLength: 1,
          maxLength: 5,
        }),
        fc.integer({ min: 3, max: 40 }),
        (path, radius) => {
          const ink = [square(0, 0, 90), square(100, 60, 100)]
          const change = eraseAlong({ ink, path: path.flat(), radius, freshId })
          if (!change) return
          const after = changeInk(ink, change)
          expect(area(after)).toBeLessThanOrEqual(area(ink) + 0.01)
          for (const { piece } of change.add)
            for (const flat of placesOf(piece))
              for (let i = 0; i < flat.length; i += 2)
                expect(Math.sqrt(distanceToPath(flat[i]!, flat[i + 1]!, path.flat()))).toBeGreaterThan(radius - 0.6)
        },
      ),
    )
    // Through its middle: two halves; within it: a hole.
    const halves = eraseAlong({ ink: [square(0, 0, 90)], path: [45, -20, 45, 120], radius: 5, freshId })!
    expect(halves.add).toHaveLength(2)
    expect(area(halves.add.map(({ piece }) => piece))).toBeCloseTo(90 * 80, -1)
    const hole = eraseAlong({ ink: [square(0, 0, 90)], path: [45, 45], radius: 10, freshId })!
    expect((hole.add[0]!.piece as Fill).holes).toHaveLength(1)
    expect(area(hole.add.map(({ piece }) => piece))).toBeCloseTo(8100 - Math.PI * 100, -1)
  })

  test('the whole eraser takes what it touches and nothing else', () => {
    const other = { ...line, id: 'other', points: [0, 50, 1, 100, 50, 1] }
    expect(
      eraseWhole({ ink: [line, other], path: [50, -20, 50, 20], radius: 9 })!.remove.map(({ piece }) => piece.id),
    ).toEqual(['line'])
    expect(eraseWhole({ ink: [other], path: [50, -20, 50, 20], radius: 9 })).toBeUndefined()
  })

  test('two changes one after the other are the same as one', () => {
    const other = { ...line, id: 'other', points: [0, 50, 1, 100, 50, 1] }
    const cut = eraseAlong({ ink: [line, other], path: [50, -20, 50, 20], radius: 9, freshId })!
    const joint = changesJoined([line, other], cut, (ink) => ({ remove: [{ at: 0, piece: ink[0]! }], add: [] }))!
    expect(changeInk([line, other], joint)).toEqual(
      changeInk(changeInk([line, other], cut), { remove: [{ at: 0, piece: cut.add[0]!.piece }], add: [] }),
    )
    expect(changesJoined([line], undefined, () => undefined)).toBeUndefined()
  })

  test('taking out a line that is gone is refused', () => {
    expect(() => changeInk([], { remove: [{ at: 0, piece: line }], add: [] })).toThrow(/no longer/)
    expect(() => changeInk([line], { remove: [], add: [{ at: 1, piece: line }] })).toThrow(/already/)
  })
})

test('a steady pen follows slowly, a free one exactly; outlines close around the line', () => {
  const free = steadyPen(0)
  free.move(0, 0, 0.5)
  expect(free.move(10, 0, 0.5)[0]).toBe(10)
  const steady = steadyPen(1)
  steady.move(0, 0, 0.5)
  expect(steady.move(10, 0, 0.5)[0]).toBeLessThan(2)
  const [x] = steady.lift().at(-1)!
  expect(Math.abs(x - 10)).toBeLessThan(0.31)
  expect(free.lift()).toEqual([])
  expect(pressed(0.5, 1)).toBeLessThan(0.25)
  const [outline] = strokeOutlines({ size: 10, points: [0, 0, 1, 50, 0, 1, 100, 0, 1] })
  expect(Math.max(...outline!.map(([, y]) => y)) - Math.min(...outline!.map(([, y]) => y))).toBeGreaterThan(5)
})

test('figures: a line to the nearest eighth of a turn, a circle about its middle, a box with its corners', () => {
  const pull = { from: [100, 100] as const, even: true, fromMiddle: false }
  expect(
    figurePoints('line', { ...pull, to: [200, 108] })
      .slice(-3, -1)
      .map(Math.round),
  ).toEqual([200, 100])
  const circle = figurePoints('circle', { ...pull, to: [130, 110], fromMiddle: true })
  for (let i = 0; i < circle.length; i += 3)
    expect(Math.hypot(circle[i]! - 100, circle[i + 1]! - 100)).toBeCloseTo(30, 6)
  const box = figurePoints('box', { ...pull, even: false, to: [180, 60] })
  for (const corner of [
    [100, 100],
    [180, 100],
    [180, 60],
    [100, 60],
  ])
    expect(box.some((x, i) => i % 3 === 0 && x === corner[0] && box[i + 1] === corner[1])).toBe(true)
  expect(box.slice(0, 2)).toEqual(box.slice(-3, -1))
})

test('fitted to a hand, half of its pressures lie below the middle and half above, as far as a curve can', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.15, max: 0.78, noNaN: true }), fc.integer({ min: 1, max: 40 }), (middle, count) => {
      const spread = Array.from({ length: 2 * count + 1 }, (_, i) => middle + ((i - count) / count) * 0.1)
      expect(pressed(middle, curveOfHand(spread))).toBeCloseTo(0.5, 6)
    }),
  )
  // A hand lighter or heavier than any curve helps gets the most there is.
  expect([curveOfHand([0.001]), curveOfHand([0.999]), curveOfHand([]), curveOfHand([0, 1])]).toEqual([-1, 1, 0, 0])
})

test('a pencil that leans shades: wider and lighter the flatter it lies; other brushes do not', () => {
  expect([leaning('pencil', 0), leaning('pencil', 0.4)]).toEqual([
    { wider: 1, lighter: 1 },
    { wider: 1, lighter: 1 },
  ])
  expect(leaning('pencil', 1)).toEqual({ wider: 9, lighter: 0.55 })
  expect(leaning('pencil', 0.7)).toEqual({ wider: expect.closeTo(5), lighter: expect.closeTo(0.775) })
  expect(leaning('pen', 1)).toEqual({ wider: 1, lighter: 1 })
})

describe('what changed between two states of a pass', () => {
  const pile = (names: string): InkPiece[] => [...names].map(pieceOf)
  const pieces = new Map<string, InkPiece>()
  const pieceOf = (id: string): InkPiece => {
    const piece: InkPiece = pieces.get(id) ?? { kind: 'fill', id, swatch: 'pencil', outline: [0, 0, 9, 0, 9, 9] }
    pieces.set(id, piece)
    return piece
  }
  const names = (was: string, now: string) => {
    const change = changeBetween(pile(was), pile(now))
    const word = (each: InkChange['add']) => each.map(({ at, piece }) => `${piece.id}${at}`).join(' ')
    return change && [word(change.remove), word(change.add)]
  }

  test('is the pieces that came and went, wherever they lie; of other order all of them', () => {
    expect(names('abc', 'abc')).toBeUndefined()
    expect(names('abcde', 'acd')).toEqual(['b1 e4', ''])
    expect(names('ab', 'xaby')).toEqual(['', 'x0 y3'])
    expect(names('abc', 'bac')).toEqual(['a0 b1 c2', 'b0 a1 c2'])
  })

  test('makes the one of the other, whatever they are', () => {
    const some = fc.uniqueArray(fc.constantFrom(...'abcdefgh'), { maxLength: 8 }).map((all) => all.join(''))
    fc.assert(
      fc.property(some, some, (was, now) => {
        const change = changeBetween(pile(was), pile(now)) ?? { remove: [], add: [] }
        expect(changeInk(pile(was), change)).toEqual(pile(now))
        expect(isLaidOnTop(pile(now), change)).toBe(was !== now && now.startsWith(was))
      }),
    )
  })
})
