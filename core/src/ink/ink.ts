import { clamp } from '../base/clamp'
import { z } from 'zod'
import { inThousands } from '../base/counted'
import { LIMITS } from '../base/limits'
import { transformPoint } from '../geometry/matrix'
import { flatPlaces, idSchema } from '../scene/schema'
import { refuse } from '../scene/refusal'
import { BRUSHES, PLAIN_BRUSH } from './brushes'

/**
 * Ink: what lies on one pass of one drawing, bottom piece first. A stroke's points are x, y,
 * pressure (0…1) in one flat list; a fill's outline is x, y in one flat list, closed by itself, and
 * so is each of its holes. Cells are whole pixels of a sprite, as runs x, y, length.
 */
function flatPoints(dimensions: number, least: number, what: string) {
  return flatPlaces()
    .min(least * dimensions, `${what} needs at least ${least} point${least > 1 ? 's' : ''}.`)
    .max(
      LIMITS.strokePoints * dimensions,
      `${what} can hold at most ${inThousands(LIMITS.strokePoints)} points. Draw it in parts.`,
    )
    .refine((values) => values.length % dimensions === 0, `${what} needs ${dimensions} numbers for each point.`)
}

const brushSchema = z.enum(BRUSHES)
const taperSchema = z
  .number()
  .min(0, 'A taper cannot be shorter than nothing.')
  .max(LIMITS.taper, `A taper is at most ${LIMITS.taper} pixels long.`)

const strokeSchema = z.strictObject({
  kind: z.literal('stroke'),
  id: idSchema,
  swatch: idSchema,
  /** Absent: the plain brush. */
  brush: brushSchema.exclude([PLAIN_BRUSH]).optional(),
  /** Width in pixels at middling pressure. */
  size: z.number().min(0.25).max(400),
  /** Over how many pixels the line swells at its beginning and thins out at its end. */
  taper: z.tuple([taperSchema, taperSchema]).optional(),
  points: flatPoints(3, 1, 'A stroke'),
})
const fillSchema = z.strictObject({
  kind: z.literal('fill'),
  id: idSchema,
  swatch: idSchema,
  outline: flatPoints(2, 3, 'A fill'),
  holes: z
    .array(flatPoints(2, 3, 'A hole'))
    .min(1)
    .max(LIMITS.holes, `A fill has at most ${LIMITS.holes} holes.`)
    .optional(),
})
const cell = z
  .int('A cell lies at whole pixels.')
  .min(-LIMITS.reach, 'A cell lies too far from the paper.')
  .max(LIMITS.reach, 'A cell lies too far from the paper.')
const cellsSchema = z.strictObject({
  kind: z.literal('cells'),
  id: idSchema,
  swatch: idSchema,
  runs: z
    .array(cell)
    .min(3)
    .max(LIMITS.cellRuns * 3, 'Too many cells at once.')
    .refine(
      (runs) => runs.length % 3 === 0 && runs.every((value, i) => i % 3 !== 2 || value > 0),
      'A run of cells needs its place and its length.',
    ),
})
const matrixNumber = z
  .number()
  .min(-LIMITS.reach, 'This lies too far from the paper.')
  .max(LIMITS.reach, 'This lies too far from the paper.')
/** A page of paper: its line as it was read, in one colour. */
const scanSchema = z.strictObject({
  kind: z.literal('scan'),
  id: idSchema,
  swatch: idSchema,
  /** The scene's page it shows. */
  page: idSchema,
  /** Its size in pixels of its own, and from those to scene pixels. */
  width: z.int().min(1).max(LIMITS.pictureSide),
  height: z.int().min(1).max(LIMITS.pictureSide),
  matrix: z.tuple([matrixNumber, matrixNumber, matrixNumber, matrixNumber, matrixNumber, matrixNumber]),
})
export const pieceSchema = z.discriminatedUnion('kind', [strokeSchema, fillSchema, cellsSchema, scanSchema])
export type Stroke = z.infer<typeof strokeSchema>
export type Fill = z.infer<typeof fillSchema>
export type Cells = z.infer<typeof cellsSchema>
export type Scan = z.infer<typeof scanSchema>
export type InkPiece = z.infer<typeof pieceSchema>
export type Ink = readonly InkPiece[]

/** A piece with its place in the pile, counted from the bottom: for removal before, for adding after. */
export const placedPieceSchema = z.strictObject({ at: z.int().min(0), piece: pieceSchema })
export type PlacedPiece = z.infer<typeof placedPieceSchema>

/** What a change needs to know of a piece. */
interface Named {
  readonly id: string
}
interface Placed<P extends Named> {
  readonly at: number
  readonly piece: P
}

export interface InkChange<P extends Named = InkPiece> {
  readonly remove: readonly Placed<P>[]
  readonly add: readonly Placed<P>[]
}

/** Smallest step ink is kept in: an eighth of a pixel, and a 255th of full pressure. */
export const INK_GRID = { place: 8, pressure: 255, size: 16 } as const

/** Steps in which it is kept how a page lies: its turn and size finely, its place as places are. */
export const MATRIX_GRIDS = [65_536, 65_536, 65_536, 65_536, 8, 8] as const

/** Adding zero turns −0 into 0, which is what comes back from the bytes. */
export const onGrid = (value: number, grid: number): number => Math.round(value * grid) / grid + 0

/** The piece with every number on the ink grid, so that keeping it loses nothing. */
export function quantized<T extends InkPiece>(piece: T): T {
  if (piece.kind === 'cells') return piece
  if (piece.kind === 'scan') {
    const matrix = piece.matrix.map((value, i) => onGrid(value, MATRIX_GRIDS[i]!)) as Scan['matrix']
    return { ...piece, matrix }
  }
  const at = (value: number) => onGrid(value, INK_GRID.place)
  if (piece.kind === 'fill')
    return {
      ...piece,
      outline: piece.outline.map(at),
      ...(piece.holes && { holes: piece.holes.map((ring) => ring.map(at)) }),
    }
  const points = piece.points.map((value, i) =>
    i % 3 === 2 ? onGrid(clamp(value, 0, 1), INK_GRID.pressure) : at(value),
  )
  const taper = piece.taper?.map((length) => onGrid(length, INK_GRID.size)) as Stroke['taper']
  return { ...piece, size: onGrid(piece.size, INK_GRID.size), ...(taper && { taper }), points }
}

/** Every x, y of a piece as flat lists: a stroke's course without its pressure, a fill's rings. */
export function placesOf(piece: InkPiece): readonly (readonly number[])[] {
  if (piece.kind === 'fill') return [piece.outline, ...(piece.holes ?? [])]
  if (piece.kind === 'cells') return [cellMiddles(piece)]
  if (piece.kind === 'scan') return [cornersOf(piece)]
  return [piece.points.filter((_, i) => i % 3 !== 2)]
}

/** The corners of a page as it lies, flat x, y. */
export const cornersOf = ({ width, height, matrix }: Pick<Scan, 'width' | 'height' | 'matrix'>): number[] =>
  [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ].flatMap(([x, y]) => {
    const at = transformPoint(matrix, { x: x!, y: y! })
    return [at.x, at.y]
  })

/** The middles of a piece's cells, flat x, y. */
export function cellMiddles({ runs }: Pick<Cells, 'runs'>): number[] {
  const places: number[] = []
  for (let i = 0; i < runs.length; i += 3)
    for (let n = 0; n < runs[i + 2]!; n++) places.push(runs[i]! + n + 0.5, runs[i + 1]! + 0.5)
  return places
}

/** How many numbers a piece holds: what it costs to keep and to send. */
export const numbersOf = (piece: InkPiece): number =>
  piece.kind === 'stroke'
    ? piece.points.length
    : piece.kind === 'cells'
      ? piece.runs.length
      : placesOf(piece).reduce((sum, ring) => sum + ring.length, 0)

/**
 * Ink after a change: the removed pieces are found by id, the added ones laid at their places
 * counted in the result; a keeper that only counts them may know them by their ids. Errors: EditRefused when a piece to remove is gone or one to add is there.
 */
export function changeInk<P extends Named>(ink: readonly P[], { remove, add }: InkChange<P>): readonly P[] {
  if (remove.length === 0 && add.every(({ at }, i) => at >= ink.length + i)) {
    refuseRepeats(ink, add)
    return [...ink, ...add.map(({ piece }) => piece)]
  }
  const gone = new Set(remove.map(({ piece }) => piece.id))
  const result = ink.filter((piece) => !gone.has(piece.id))
  if (result.length !== ink.length - gone.size) {
    refuse('A line to take out is no longer on this drawing; it was changed somewhere else.')
  }
  refuseRepeats(result, add)
  for (const { at, piece } of [...add].sort((a, b) => a.at - b.at)) result.splice(at, 0, piece)
  return result
}

function refuseRepeats<P extends Named>(ink: readonly P[], add: readonly Placed<P>[]) {
  const ids = new Set(ink.map((piece) => piece.id))
  for (const { piece } of add) {
    if (ids.has(piece.id)) refuse('This line is on the drawing already.')
    ids.add(piece.id)
  }
}

/** Two changes of the same ink, one after the other, as one; undefined when neither does anything. */
export function changesJoined(
  ink: Ink,
  first: InkChange | undefined,
  then: (ink: Ink) => InkChange | undefined,
): InkChange | undefined {
  if (!first) return then(ink)
  const between = changeInk(ink, first)
  const second = then(between)
  return second ? changeBetween(ink, changeInk(between, second)) : first
}

/**
 * The change that makes one state of a pass of another, told by the pieces themselves; undefined when it is no other.
 * Where what stays lies in another order all of it goes and comes again.
 */
export function changeBetween(was: Ink, now: Ink): InkChange | undefined {
  const [before, after] = [new Set(was), new Set(now)]
  const staying = now.filter((piece) => before.has(piece))
  const inOrder = was.filter((piece) => after.has(piece)).every((piece, i) => piece === staying[i])
  const placed = (ink: Ink, there: ReadonlySet<InkPiece>) =>
    ink.flatMap((piece, at) => (inOrder && there.has(piece) ? [] : [{ at, piece }]))
  const change = { remove: placed(was, after), add: placed(now, before) }
  return change.remove.length + change.add.length > 0 ? change : undefined
}

/** Whether all that a change did to what is `now` was to lay pieces on top. */
export const isLaidOnTop = (now: Ink, { remove, add }: InkChange): boolean =>
  remove.length === 0 && add[0]?.at === now.length - add.length
