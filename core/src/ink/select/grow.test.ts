import fc from 'fast-check'
import { partsOf, touching } from './grow'
import type { Ink, InkPiece } from '../ink'

const line = (id: string, ...places: number[]): InkPiece => ({
  ...{ kind: 'stroke', id, swatch: 'pencil', size: 4 },
  points: places.flatMap((value, i) => (i % 2 === 0 ? [value, places[i + 1]!, 0.5] : [])),
})
const paint = (id: string, left: number, top: number, right: number, bottom: number): InkPiece => ({
  ...{ kind: 'fill', id, swatch: 'tide', outline: [left, top, right, top, right, bottom, left, bottom] },
})
const names = (pieces: Ink) => pieces.map(({ id }) => id)

/** A square of four lines, painted; a line across it, one that only meets its corner, one far away. */
const ink: Ink = [
  paint('paint', 0, 0, 100, 100),
  line('top', 0, 0, 50, 0, 100, 0),
  line('right', 100, 0, 100, 50, 100, 100),
  line('bottom', 100, 100, 50, 100, 0, 100),
  line('left', 0, 100, 0, 50, 0, 0),
  line('across', 20, 50, 50, 50, 80, 50),
  line('tail', 103, 103, 150, 150, 200, 200),
  line('far', 400, 400, 500, 400),
]

test('a part is its paint and the lines drawn round it, not what crosses or only meets it', () => {
  expect(names(partsOf(ink, new Set(['paint']), 3))).toEqual(['paint', 'top', 'right', 'bottom', 'left'])
  expect(partsOf(ink, new Set(['top']), 3)).toEqual([])
})

test('a hole has its own line round it', () => {
  const ring = { ...paint('ring', 0, 0, 100, 100), holes: [[40, 40, 60, 40, 60, 60, 40, 60]] } as InkPiece
  const eye = line('eye', 40, 40, 60, 40, 60, 60, 40, 60, 40, 40)
  expect(names(partsOf([ring, eye], new Set(['ring']), 3))).toEqual(['ring', 'eye'])
})

test('what touches grows by what is near, edge to edge, and by what lies on its paint', () => {
  expect(names(touching(ink, new Set(['tail']), 2))).toEqual(['right', 'bottom', 'tail'])
  expect(names(touching(ink, new Set(['paint']), 2))).toEqual(names(ink).filter((id) => id !== 'far' && id !== 'tail'))
  expect(names(touching(ink, new Set(['far']), 2))).toEqual(['far'])
})

test('growing keeps what was selected, never shrinks, and with more reach takes no less', () => {
  const place = fc.integer({ min: 0, max: 60 })
  const drawn = fc
    .array(fc.tuple(place, place, place, place), { minLength: 2, maxLength: 8 })
    .map((lines) => lines.map((places, i) => line(`l${i}`, ...places)))
  fc.assert(
    fc.property(drawn, fc.nat(), fc.integer({ min: 0, max: 9 }), (pieces, at, reach) => {
      const ids = new Set([pieces[at % pieces.length]!.id])
      const once = names(touching(pieces, ids, reach))
      expect(once).toEqual(expect.arrayContaining([...ids]))
      expect(names(touching(pieces, new Set(once), reach))).toEqual(expect.arrayContaining(once))
      expect(names(touching(pieces, ids, reach + 5))).toEqual(expect.arrayContaining(once))
    }),
  )
})
