import fc from 'fast-check'
import { movedBy, mirroredAbout, turnedAbout } from '../geometry/matrix'
import { cellFill, cellSet, cellsOff, drawnCells, GRAINS, penCells, runsOf, type CellPen } from './cells'
import type { Cells } from './ink'
import { packInk, unpackInk } from './packed-ink'
import { transformed } from './transform'

const cells = (id: string, set: ReadonlySet<number>, swatch = 'pencil'): Cells => ({
  kind: 'cells',
  id,
  swatch,
  runs: runsOf(set),
})
const square = cells('s', penCells([3.5, 3.5], 4))
const ring = () => cells('r', penCells([2.5, 2.5, 9.5, 2.5, 9.5, 9.5, 2.5, 9.5, 2.5, 2.5]))

describe('whole cells', () => {
  test('a pen leaves no gap on its way, whatever the way; each cell beside the one before', () => {
    const place = fc.integer({ min: -40, max: 80 })
    fc.assert(
      fc.property(place, place, place, place, (ax, ay, bx, by) => {
        const drawn = penCells([ax + 0.5, ay + 0.5, bx + 0.5, by + 0.5])
        expect(drawn.size).toBe(Math.max(Math.abs(bx - ax), Math.abs(by - ay)) + 1)
        expect(cellSet(cells('a', drawn))).toEqual(drawn)
        expect(unpackInk(packInk([cells('a', drawn)]))).toEqual([cells('a', drawn)])
      }),
    )
  })

  test('moved, mirrored and turned by quarters they stay the same cells, exactly', () => {
    const size = (piece: Cells) => cellSet(piece).size
    const odd = cells('o', penCells([1.5, 1.5, 7.5, 1.5, 7.5, 4.5]))
    expect(transformed(odd, movedBy(5, -2)).runs).toEqual(
      odd.runs.map((value, i) => value + (i % 3 === 0 ? 5 : i % 3 === 1 ? -2 : 0)),
    )
    for (const change of [mirroredAbout({ x: 4, y: 4 }, 0), turnedAbout({ x: 4, y: 4 }, Math.PI / 2)]) {
      expect(size(transformed(odd, change))).toBe(size(odd))
      const again = [1, 2, 3].reduce((piece) => transformed(piece, change), transformed(odd, change))
      expect(again.runs).toEqual(odd.runs)
    }
  })

  test('paint fills what hangs together side by side, and stops at a corner', () => {
    const inside = cellFill({ ink: [ring()], width: 32, height: 32, x: 5, y: 5 })
    expect(inside.size).toBe(36)
    expect(cellFill({ ink: [ring()], width: 32, height: 32, x: 0, y: 0 }).size).toBe(32 * 32 - 64)
    expect(cellFill({ ink: [ring()], width: 32, height: 32, x: 2, y: 2 }).size).toBe(28)
  })

  test('rubbing takes exactly those cells', () => {
    let n = 0
    const change = cellsOff({ ink: [ring(), square], cells: penCells([2.5, 2.5, 2.5, 9.5]), freshId: () => `n${n++}` })!
    const left = change.add.reduce((sum, { piece }) => sum + cellSet(piece as Cells).size, 0)
    const before = change.remove.reduce((sum, { piece }) => sum + cellSet(piece as Cells).size, 0)
    expect([before - left, change.remove.length]).toEqual([12, 2])
    expect(cellsOff({ ink: [square], cells: penCells([90, 90]), freshId: () => 'x' })).toBeUndefined()
  })
})

test('a grain draws the same cells wherever the pen passes; mirrored it draws on both sides of the middle', () => {
  const path = [0.5, 0.5, 7.5, 0.5]
  const runs = (pen: CellPen) => runsOf(drawnCells(path, pen))
  expect(runs({ size: 1 })).toEqual([0, 0, 8])
  expect(runs({ size: 1, grain: 'half' })).toEqual([0, 0, 1, 2, 0, 1, 4, 0, 1, 6, 0, 1])
  expect(runsOf(drawnCells([2.5, 0.5], { size: 1, mirroredIn: 16 }))).toEqual([2, 0, 1, 13, 0, 1])
  const place = fc.integer({ min: -20, max: 60 })
  const way = fc.array(fc.tuple(place, place), { minLength: 1, maxLength: 8 }).map((places) => places.flat())
  fc.assert(
    fc.property(way, way, fc.integer({ min: 1, max: 8 }), fc.constantFrom(...GRAINS), (one, other, size, grain) => {
      const pen: CellPen = { size, grain }
      const [a, b] = [drawnCells(one, pen), drawnCells(other, pen)]
      const covered = new Set([...penCells(one, size), ...penCells(other, size)])
      // Two strokes over one another are as one: nothing drawn by either is thickened by the other.
      const all = drawnCells(one, { size })
      expect([...a].every((cell) => all.has(cell))).toBe(true)
      const isDrawn = (cell: number) => a.has(cell) || b.has(cell)
      const isDrawnAlone = (cell: number) => drawnCells([...placeIn(cell)], { size: 1, grain }).size > 0
      expect([...covered].filter((cell) => isDrawn(cell) !== isDrawnAlone(cell))).toEqual([])
      const both = drawnCells(one, { size, grain, mirroredIn: 40 })
      const swapped = new Set(
        [...both].map((cell) => [...drawnCells([39 - placeIn(cell)[0], placeIn(cell)[1]], { size: 1 })][0]!),
      )
      expect(swapped).toEqual(both)
    }),
    { numRuns: 60 },
  )
})
const placeIn = (cell: number): [number, number] => {
  const [x, y] = runsOf(new Set([cell]))
  return [x!, y!]
}
