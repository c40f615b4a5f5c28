import type { Cells, Ink, InkChange, PlacedPiece } from './ink'
import { inverted, transformPoint, type Matrix } from '../geometry/matrix'

/** Cells by their places, for working on them: `x,y` packed into one number. */
export type CellSet = ReadonlySet<number>
const WIDE = 65_536
const HALF = 32_768
const packed = (x: number, y: number) => (y + HALF) * WIDE + (x + HALF)
const placeOf = (cell: number): [number, number] => [(cell % WIDE) - HALF, Math.floor(cell / WIDE) - HALF]

export function cellSet({ runs }: Pick<Cells, 'runs'>): Set<number> {
  const cells = new Set<number>()
  for (let i = 0; i < runs.length; i += 3)
    for (let n = 0; n < runs[i + 2]!; n++) cells.add(packed(runs[i]! + n, runs[i + 1]!))
  return cells
}

/** Cells as runs, row by row from the top. */
export function runsOf(cells: CellSet): number[] {
  const sorted = [...cells].sort((a, b) => a - b)
  const runs: number[] = []
  for (const cell of sorted) {
    const [x, y] = placeOf(cell)
    const at = runs.length - 3
    if (at >= 0 && runs[at + 1] === y && runs[at]! + runs[at + 2]! === x) runs[at + 2]! += 1
    else runs.push(x, y, 1)
  }
  return runs
}

/** The cells a square pen of `size` cells covers on its way through places (flat x, y), with no gap between them (Bresenham 1965). */
export function penCells(path: readonly number[], size = 1): Set<number> {
  const cells = new Set<number>()
  const back = Math.floor((size - 1) / 2)
  const dot = (x: number, y: number) => {
    for (let dy = 0; dy < size; dy++) for (let dx = 0; dx < size; dx++) cells.add(packed(x + dx - back, y + dy - back))
  }
  let [x, y] = [Math.floor(path[0]!), Math.floor(path[1]!)]
  dot(x, y)
  for (let i = 2; i < path.length; i += 2) {
    const [toX, toY] = [Math.floor(path[i]!), Math.floor(path[i + 1]!)]
    const [dx, dy] = [Math.abs(toX - x), -Math.abs(toY - y)]
    const [stepX, stepY] = [x < toX ? 1 : -1, y < toY ? 1 : -1]
    let error = dx + dy
    while (x !== toX || y !== toY) {
      const twice = 2 * error
      if (twice >= dy) {
        error += dy
        x += stepX
      }
      if (twice <= dx) {
        error += dx
        y += stepY
      }
      dot(x, y)
    }
  }
  return cells
}

/** How densely a cell pen draws: every cell, every second as on a chequerboard, or one in four. */
export const GRAINS = ['every', 'half', 'quarter'] as const
type Grain = (typeof GRAINS)[number]
export interface CellPen {
  readonly size: number
  /** Absent: every cell. */
  readonly grain?: Grain | undefined
  /** Drawn on both sides of the middle of paper so wide. */
  readonly mirroredIn?: number | undefined
}
const DRAWS: Readonly<Record<Grain, (x: number, y: number) => boolean>> = {
  every: () => true,
  // The same cells wherever the pen has been before: strokes side by side leave one even grain.
  half: (x, y) => ((x + y) & 1) === 0,
  quarter: (x, y) => (x & 1) === 0 && (y & 1) === 0,
}

/** The cells a pen draws on its way: those it covers, in its grain, on both sides when mirrored. */
export function drawnCells(path: readonly number[], { size, grain = 'every', mirroredIn }: CellPen): Set<number> {
  const draws = DRAWS[grain]
  const drawn = new Set([...penCells(path, size)].filter((cell) => draws(...placeOf(cell))))
  // The grain is mirrored too: both sides are each other's picture, whatever the width of the paper.
  if (mirroredIn !== undefined)
    for (const cell of [...drawn]) {
      const [x, y] = placeOf(cell)
      drawn.add(packed(mirroredIn - 1 - x, y))
    }
  return drawn
}

/** Takes cells off whatever lies there. Undefined: nothing did. */
export function cellsOff({
  ink,
  cells,
  freshId,
}: {
  ink: Ink
  cells: CellSet
  freshId: () => string
}): InkChange | undefined {
  const remove: PlacedPiece[] = []
  const add: PlacedPiece[] = []
  let at = 0
  ink.forEach((piece, index) => {
    const before = piece.kind === 'cells' ? cellSet(piece) : undefined
    const left = before && new Set([...before].filter((cell) => !cells.has(cell)))
    if (!left || left.size === before.size) {
      at++
      return
    }
    remove.push({ at: index, piece })
    if (left.size > 0)
      add.push({ at: at++, piece: { kind: 'cells', id: freshId(), swatch: piece.swatch, runs: runsOf(left) } })
  })
  return remove.length > 0 ? { remove, add } : undefined
}

/** The colour on top of each cell of some ink. */
function topmost(ink: Ink): Map<number, string> {
  const top = new Map<number, string>()
  for (const piece of ink) if (piece.kind === 'cells') for (const cell of cellSet(piece)) top.set(cell, piece.swatch)
  return top
}

/** The cells that hang together with the one at x, y in the same colour, side by side, on a paper of width × height. */
export function cellFill({
  ink,
  width,
  height,
  x,
  y,
}: {
  ink: Ink
  width: number
  height: number
  x: number
  y: number
}): Set<number> {
  const top = topmost(ink)
  const [startX, startY] = [Math.floor(x), Math.floor(y)]
  const wanted = top.get(packed(startX, startY))
  const found = new Set<number>()
  const stack: [number, number][] = [[startX, startY]]
  while (stack.length > 0) {
    const [cx, cy] = stack.pop()!
    const cell = packed(cx, cy)
    if (cx < 0 || cy < 0 || cx >= width || cy >= height || found.has(cell) || top.get(cell) !== wanted) continue
    found.add(cell)
    stack.push([cx + 1, cy], [cx - 1, cy], [cx, cy + 1], [cx, cy - 1])
  }
  return found
}

/** Cells after a change of place, each again a whole cell: exact for moves by whole cells, mirrors and quarter turns. */
export function movedCells(piece: Cells, matrix: Matrix): Cells {
  const before = cellSet(piece)
  const back = inverted(matrix)
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (const cell of before) {
    const [x, y] = placeOf(cell)
    for (const [dx, dy] of [
      [0, 0],
      [1, 0],
      [0, 1],
      [1, 1],
    ] as const) {
      const at = transformPoint(matrix, { x: x + dx, y: y + dy })
      box.left = Math.min(box.left, at.x)
      box.right = Math.max(box.right, at.x)
      box.top = Math.min(box.top, at.y)
      box.bottom = Math.max(box.bottom, at.y)
    }
  }
  const after = new Set<number>()
  for (let y = Math.floor(box.top); y < Math.ceil(box.bottom); y++) {
    for (let x = Math.floor(box.left); x < Math.ceil(box.right); x++) {
      const from = transformPoint(back, { x: x + 0.5, y: y + 0.5 })
      if (before.has(packed(Math.floor(from.x + 1e-9), Math.floor(from.y + 1e-9)))) after.add(packed(x, y))
    }
  }
  return { ...piece, runs: after.size > 0 ? runsOf(after) : piece.runs }
}
