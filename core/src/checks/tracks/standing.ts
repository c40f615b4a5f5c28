import { distance } from '../../motion/arc'
import { memoLast } from '../../base/memo'
import type { Ink, InkPiece } from '../../ink/ink'
import { boundsOf, courseOf } from '../../ink/select/select'
import { blobsOf } from '../../paper/blobs'
import { measuredOf, type InkOf } from '../measured'
import { upperMedian } from '../size/median'
import type { Shot } from '../subject'

/**
 * What moves, where the line of its ground is traced on every drawing of the level itself: a ball over its floor. With the
 * ground the drawing would hardly seem to go, and to go as unevenly as the hand trembles that traced it.
 */

/** What stands is drawn over the same cells, so many along the longer side of the frame, or beside them, on so many of all drawings. */
const CELLS = 214
const MOSTLY = 0.8
/** Of so few spread over all drawings, so many may do. */
const FEW = 8
const SOME = 0.6
/** So much of a piece lies on such cells. */
const ALL_BUT = 0.92
/** On every drawing there is so much of what stands, by what the middle one has: the rest may be hidden. */
const HALF = 0.5
/** A body is seldom so many times as large as what it moves. */
const TWICE = 2
/** Of what is so told to be a ground there is as much on each drawing, but for what is hidden. */
const ALIKE = 0.9
/** Fewer drawings tell of nothing that it stands. */
const LEAST = 4

export interface Frame {
  readonly width: number
  readonly height: number
}

/** What stands on all of some drawings, and what is left beside it. */
export interface Standing {
  /** Of each drawing, what of it stands, and what does not. */
  readonly pieces: readonly Ink[]
  readonly rest: readonly Ink[]
  /** Whether it is a ground the rest goes over, or stands on; else it may be the body of a figure that moves a limb. */
  readonly isGround: boolean
}

/** What of a level stands on all its drawings. */
export interface StandingOnLevel {
  /** The showings without what stands. */
  readonly rest: () => readonly Shot[]
  readonly isGround: boolean
}

/** What stands on all drawings of a level; undefined where nothing does, or nothing else is there. */
export function standingOf(shots: readonly Shot[], frame: Frame, inkOf: InkOf): StandingOnLevel | undefined {
  if (shots.length < LEAST) return undefined
  const found = standingAmong(
    shots.map(({ measured }) => measured.pieces),
    frame,
  )
  return (
    found && {
      rest: () =>
        shots.map((shot, i) => {
          const ids = new Set(found.pieces[i]!.map(({ id }) => id))
          return { ...shot, measured: measuredOf(shot.drawing, (drawing, pass) => without(inkOf(drawing, pass), ids))! }
        }),
      isGround: found.isGround,
    }
  )
}

/** What stands on all of some drawings, each given by its ink; undefined where nothing does, or nothing else is there. */
export function standingAmong(drawings: readonly Ink[], frame: Frame): Standing | undefined {
  // A few of many drawings tell that nothing stands, as on most levels.
  if (!cellsDrawnOn(someOf(drawings), frame, SOME).some(Boolean)) return undefined
  const cells = cellsDrawnOn(drawings, frame, MOSTLY)
  const all = dividedBy(cells, drawings, frame)
  if (all && leavesItsPlace(all.boxes)) return { ...all, isGround: true }
  const large = dividedBy(largeOf(cells, frame), drawings, frame)
  if (large && isFarLarger(large, frame)) return { ...large, isGround: true }
  return all && { ...all, isGround: false }
}

interface Divided {
  /** Of each drawing, what lies on the cells, the rest, and the box of that. */
  readonly pieces: readonly Ink[]
  readonly rest: readonly Ink[]
  readonly boxes: readonly Box[]
}

/** Drawings divided by whether a piece lies on some cells; undefined where most drawings lack one of both. */
function dividedBy(cells: Uint8Array, drawings: readonly Ink[], frame: Frame): Divided | undefined {
  const pieces = drawings.map((ink) => ink.filter((piece) => shareOn(piece, frame, cells) >= ALL_BUT))
  const rest = drawings.map((ink, i) => {
    const still = new Set(pieces[i])
    return ink.filter((piece) => !still.has(piece))
  })
  const boxes = rest.flatMap((ink) => boundsOf(ink) ?? [])
  return isThroughout(pieces, frame) && boxes.length === drawings.length ? { pieces, rest, boxes } : undefined
}

/** Of some cells the largest that hang together, and those half as large. */
function largeOf(cells: Uint8Array, frame: Frame): Uint8Array {
  const { columns, rows } = gridOf(frame)
  const blobs = blobsOf(cells, columns, rows).map((blob) => ({ blob, size: Math.hypot(blob.width, blob.height) }))
  const least = HALF * Math.max(...blobs.map(({ size }) => size))
  const large = new Uint8Array(cells.length)
  for (const { blob, size } of blobs) if (size >= least) for (const cell of blob.pixels) large[cell] = 1
  return large
}

/** Whether it is so much larger than the rest, and as much of it on each drawing: a foot that stands on it is no part of it. */
function isFarLarger({ pieces, boxes }: Divided, frame: Frame): boolean {
  const sizes = pieces.map((ink) => sizeOf(ink, frame))
  return (
    Math.min(...sizes) >= ALIKE * Math.max(...sizes) &&
    pieces.every((ink, i) => longest(boundsOf(ink)!) >= TWICE * longest(boxes[i]!))
  )
}

const without = memoLast(
  (ids: ReadonlySet<string>) => [...ids].join(' '),
  (ink: Ink, ids): Ink => ink.filter(({ id }) => !ids.has(id)),
)

/** The frame in cells; `cell` is how many pixels one has a side. */
function gridOf({ width, height }: Frame) {
  const cell = Math.max(width, height) / CELLS
  return { cell, columns: Math.ceil(width / cell), rows: Math.ceil(height / cell) }
}

const someOf = (drawings: readonly Ink[]): readonly Ink[] => {
  const every = Math.max(1, Math.floor(drawings.length / FEW))
  return drawings.filter((_, i) => i % every === 0)
}

/** The cells of the frame that such a share of the drawings have something drawn on or beside, 1 each. */
function cellsDrawnOn(drawings: readonly Ink[], frame: Frame, share: number): Uint8Array {
  const { columns, rows } = gridOf(frame)
  const [counts, last] = [new Uint16Array(columns * rows), new Uint16Array(columns * rows)]
  for (const [n, ink] of drawings.entries())
    for (const piece of ink)
      alongCells(piece, frame, (column, row) => {
        for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
          for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) {
            const cell = y * columns + x
            if (last[cell] === n + 1) continue
            last[cell] = n + 1
            counts[cell]!++
          }
      })
  return Uint8Array.from(counts, (count) => (count >= share * drawings.length ? 1 : 0))
}

/** Walks along what is drawn, from cell to cell; what lies outside the frame is left out. */
function alongCells(piece: InkPiece, frame: Frame, on: (column: number, row: number) => void): void {
  if (piece.kind === 'scan') return
  const { cell: side, columns, rows } = gridOf(frame)
  const [flat, stride] = courseOf(piece)
  let [before, x, y] = [-1, flat[0]!, flat[1]!]
  const visit = (px: number, py: number) => {
    const [column, row] = [Math.floor(px / side), Math.floor(py / side)]
    if (column < 0 || row < 0 || column >= columns || row >= rows) return
    const cell = row * columns + column
    if (cell !== before) on(column, row)
    before = cell
  }
  visit(x, y)
  for (let i = stride; i < flat.length; i += stride) {
    const [nextX, nextY] = [flat[i]!, flat[i + 1]!]
    // Cells of a sprite lie by themselves; along a line no cell is leapt over.
    const steps = piece.kind === 'cells' ? 1 : Math.max(1, Math.ceil(Math.hypot(nextX - x, nextY - y) / (side / 2)))
    for (let k = 1; k <= steps; k++) visit(x + ((nextX - x) * k) / steps, y + ((nextY - y) * k) / steps)
    ;[x, y] = [nextX, nextY]
  }
}

/** How much of a piece lies on the cells marked; 0 of one that lies outside the frame. */
function shareOn(piece: InkPiece, frame: Frame, marked: Uint8Array): number {
  const { columns } = gridOf(frame)
  let [on, all] = [0, 0]
  alongCells(piece, frame, (column, row) => {
    all++
    on += marked[row * columns + column]!
  })
  return all === 0 ? 0 : on / all
}

/** Whether no drawing lacks most of what stands. */
function isThroughout(standing: readonly Ink[], frame: Frame): boolean {
  const sizes = standing.map((ink) => sizeOf(ink, frame))
  const middle = upperMedian(sizes)
  return middle > 0 && sizes.every((size) => size >= HALF * middle)
}
/** How much there is of some pieces, in cells along them: points would say less, a long line may have few. */
function sizeOf(ink: Ink, frame: Frame): number {
  let size = 0
  for (const piece of ink) alongCells(piece, frame, () => size++)
  return size
}

type Box = NonNullable<ReturnType<typeof boundsOf>>
const longest = ({ left, top, right, bottom }: Box): number => Math.hypot(right - left, bottom - top)

/** Whether some boxes, one a drawing, go farther than the middle one is large. */
function leavesItsPlace(boxes: readonly Box[]): boolean {
  const middles = boxes.map(({ left, top, right, bottom }) => ({ x: (left + right) / 2, y: (top + bottom) / 2 }))
  const size = upperMedian(boxes.map(longest))
  return middles.some((middle) => distance(middle, middles[0]!) > size)
}
