import { distance } from '../../motion/arc'
import { memoLast } from '../../base/memo'
import type { Ink, InkPiece } from '../../ink/ink'
import { boundsOf, courseOf } from '../../ink/select/select'
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
/** Fewer drawings tell of nothing that it stands. */
const LEAST = 4

export interface Frame {
  readonly width: number
  readonly height: number
}

/** What of a level stands on all its drawings, and what is left beside it. */
export interface Standing {
  /** The showings without what stands. */
  readonly rest: () => readonly Shot[]
  /** Whether the rest goes farther than it is large: else it is a figure that moves a limb. */
  readonly leavesItsPlace: boolean
}

/** What stands on all drawings of a level; undefined where nothing does, or nothing else is there. */
export function standingOf(shots: readonly Shot[], frame: Frame, inkOf: InkOf): Standing | undefined {
  if (shots.length < LEAST) return undefined
  // A few of many drawings tell that nothing stands, as on most levels.
  if (!cellsDrawnOn(someOf(shots), frame, SOME).some(Boolean)) return undefined
  const cells = cellsDrawnOn(shots, frame, MOSTLY)
  const isStanding = (piece: InkPiece) => shareOn(piece, frame, cells) >= ALL_BUT
  const standing = shots.map(({ measured }) => measured.pieces.filter(isStanding))
  const boxes = shots.flatMap(({ measured }, i) => {
    const still = new Set(standing[i])
    return boundsOf(measured.pieces.filter((piece) => !still.has(piece))) ?? []
  })
  if (!isThroughout(standing) || boxes.length < shots.length) return undefined
  return {
    rest: () =>
      shots.map((shot, i) => {
        const ids = new Set(standing[i]!.map(({ id }) => id))
        return { ...shot, measured: measuredOf(shot.drawing, (drawing, pass) => without(inkOf(drawing, pass), ids))! }
      }),
    leavesItsPlace: goFar(boxes),
  }
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

const someOf = (shots: readonly Shot[]): readonly Shot[] => {
  const every = Math.max(1, Math.floor(shots.length / FEW))
  return shots.filter((_, i) => i % every === 0)
}

/** The cells of the frame that such a share of the drawings have something drawn on or beside, 1 each. */
function cellsDrawnOn(shots: readonly Shot[], frame: Frame, share: number): Uint8Array {
  const { columns, rows } = gridOf(frame)
  const [counts, last] = [new Uint16Array(columns * rows), new Uint16Array(columns * rows)]
  for (const [n, { measured }] of shots.entries())
    for (const piece of measured.pieces)
      alongCells(piece, frame, (column, row) => {
        for (let y = Math.max(0, row - 1); y <= Math.min(rows - 1, row + 1); y++)
          for (let x = Math.max(0, column - 1); x <= Math.min(columns - 1, column + 1); x++) {
            const cell = y * columns + x
            if (last[cell] === n + 1) continue
            last[cell] = n + 1
            counts[cell]!++
          }
      })
  return Uint8Array.from(counts, (count) => (count >= share * shots.length ? 1 : 0))
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
function isThroughout(standing: readonly Ink[]): boolean {
  const sizes = standing.map(sizeOf)
  const middle = upperMedian(sizes)
  return middle > 0 && sizes.every((size) => size >= HALF * middle)
}
/** How much there is of some pieces: points would say less, a long line may have few. */
const sizeOf = (ink: Ink): number => ink.reduce((sum, piece) => sum + longest(boundsOf([piece])!), 0)

type Box = NonNullable<ReturnType<typeof boundsOf>>
const longest = ({ left, top, right, bottom }: Box): number => Math.hypot(right - left, bottom - top)

/** Whether some boxes, one a drawing, go farther than the middle one is large. */
function goFar(boxes: readonly Box[]): boolean {
  const middles = boxes.map(({ left, top, right, bottom }) => ({ x: (left + right) / 2, y: (top + bottom) / 2 }))
  const size = upperMedian(boxes.map(longest))
  return middles.some((middle) => distance(middle, middles[0]!) > size)
}
