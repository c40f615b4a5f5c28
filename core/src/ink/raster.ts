import { brushKind } from './brushes'
import { halfWidth, taperShares } from './outline'
import type { Ink, Stroke } from './ink'

/** Whole pixels of a picture, row by row: cell (x, y) is the pixel whose middle lies at (left + x + ½, top + y + ½). */
export interface Grid {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
}

/** Thinnest half width that keeps a line whole in cells, in pixels. */
const THINNEST = 0.6

/** Marks every cell whose middle lies under ink: strokes by width, pressure and taper. Fills close nothing. */
export function rasterised(
  ink: Ink,
  grid: Grid,
  closings: readonly (readonly [number, number, number, number])[] = [],
): Uint8Array {
  const mask = new Uint8Array(grid.width * grid.height)
  for (const piece of ink) if (piece.kind === 'stroke') stampStroke(mask, grid, piece)
  close(mask, grid, closings)
  return mask
}

/** Marks every cell whose middle lies under a stroke, with `value`. */
export function stampStroke(mask: Uint8Array, grid: Grid, stroke: Stroke, value = 1) {
  if (reaches(stroke, grid)) sweep(mask, grid, stroke, value)
}

/** A stroke as it lies on a picture `by` times as large, never thinner than a quarter of a cell. */
export function scaledStroke(stroke: Stroke, by: number): Stroke {
  const points = stroke.points.map((value, i) => (i % 3 === 2 ? value : value * by))
  return { ...stroke, size: Math.max(0.25, stroke.size * by), points }
}

/** Marks lines of two pixels that close gaps by hand. */
export function close(mask: Uint8Array, grid: Grid, closings: readonly (readonly [number, number, number, number])[]) {
  for (const [ax, ay, bx, by] of closings) {
    stamp(mask, grid, ax, ay, 1, 1)
    sweepLine(mask, grid, ax, ay, 1, bx, by, 1, 1)
  }
}

/** Whether a line comes near a part of the paper at all. */
function reaches({ points, size }: Stroke, { left, top, width, height }: Grid): boolean {
  let [x0, y0, x1, y1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let i = 0; i < points.length; i += 3) {
    const [x, y] = [points[i]!, points[i + 1]!]
    if (x < x0) x0 = x
    if (x > x1) x1 = x
    if (y < y0) y0 = y
    if (y > y1) y1 = y
  }
  return x1 + size >= left && x0 - size <= left + width && y1 + size >= top && y0 - size <= top + height
}

function sweep(mask: Uint8Array, grid: Grid, stroke: Stroke, value: number) {
  const { points } = stroke
  const shares = taperShares(stroke)
  // An edge is as wide as it is only across it; half of that closes what it closes to the eye.
  const share = brushKind(stroke).tip === 'edge' ? 0.5 : 1
  const radius = (i: number) => Math.max(THINNEST, halfWidth(stroke, points[i + 2]!) * shares[i / 3]! * share)
  stamp(mask, grid, points[0]!, points[1]!, radius(0), value)
  for (let i = 3; i < points.length; i += 3)
    sweepLine(mask, grid, points[i - 3]!, points[i - 2]!, radius(i - 3), points[i]!, points[i + 1]!, radius(i), value)
}

/** From one place, which is marked already, to another. */
function sweepLine(
  mask: Uint8Array,
  grid: Grid,
  ax: number,
  ay: number,
  ar: number,
  bx: number,
  by: number,
  br: number,
  value: number,
) {
  const long = Math.hypot(bx - ax, by - ay)
  const steps = Math.max(1, Math.ceil(long / Math.max(0.5, Math.min(ar, br) * 0.35)))
  for (let n = 1; n <= steps; n++) {
    const t = n / steps
    stamp(mask, grid, ax + (bx - ax) * t, ay + (by - ay) * t, ar + (br - ar) * t, value)
  }
}

function stamp(
  mask: Uint8Array,
  { left, top, width, height }: Grid,
  x: number,
  y: number,
  radius: number,
  value: number,
) {
  const [cx, cy] = [x - left - 0.5, y - top - 0.5]
  const last = Math.min(height - 1, Math.floor(cy + radius))
  for (let row = Math.max(0, Math.ceil(cy - radius)); row <= last; row++) {
    const half = Math.sqrt(radius * radius - (row - cy) * (row - cy))
    const from = Math.max(0, Math.ceil(cx - half))
    const to = Math.min(width - 1, Math.floor(cx + half))
    for (let at = row * width + from; at <= row * width + to; at++) mask[at] = value
  }
}

/** Marks every cell whose middle lies within some rings (even-odd), with `value`. */
export function stampRings(mask: Uint8Array, grid: Grid, rings: readonly (readonly number[])[], value = 1) {
  const runs = runsWithin(grid, rings)
  for (let i = 0; i < runs.length; i += 3) {
    const row = runs[i]! * grid.width
    mask.fill(value, row + runs[i + 1]!, row + runs[i + 2]! + 1)
  }
}

/** The cells whose middles lie within some rings (even-odd), as runs in their order: row, first and last cell, flat. */
export function runsWithin(grid: Grid, rings: readonly (readonly number[])[]): readonly number[] {
  const { left, width } = grid
  const { ends, crossings } = crossingsByRow(grid, rings)
  const runs: number[] = []
  for (let row = 0, from = 0; row < grid.height; row++) {
    const end = ends[row]!
    if (end === from) continue
    const own = crossings.subarray(from, end).sort()
    for (let i = 0; i + 1 < own.length; i += 2) {
      const first = Math.max(0, Math.ceil(own[i]! - left - 0.5))
      const last = Math.min(width - 1, Math.floor(own[i + 1]! - left - 0.5))
      if (first <= last) runs.push(row, first, last)
    }
    from = end
  }
  return runs
}

/** How many cells some runs have. */
export function cellsIn(runs: readonly number[]): number {
  let cells = 0
  for (let i = 0; i < runs.length; i += 3) cells += runs[i + 2]! - runs[i + 1]! + 1
  return cells
}

/** Where rings cross the middles of rows, row by row; `ends` tells where each row's crossings end. */
function crossingsByRow(grid: Grid, rings: readonly (readonly number[])[]) {
  const ends = new Int32Array(grid.height)
  eachCrossing(grid, rings, (row) => ends[row]!++)
  for (let row = 1; row < ends.length; row++) ends[row]! += ends[row - 1]!
  const crossings = new Float64Array(ends.at(-1) ?? 0)
  // Each row is filled from its end, and its own end is told anew by the row that follows.
  const next = ends.slice()
  eachCrossing(grid, rings, (row, x) => (crossings[--next[row]!] = x))
  return { ends, crossings }
}

function eachCrossing(
  { top, height }: Grid,
  rings: readonly (readonly number[])[],
  tell: (row: number, x: number) => void,
) {
  for (const ring of rings) {
    for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2) {
      const [ax, ay, bx, by] = [ring[i]!, ring[i + 1]!, ring[j]!, ring[j + 1]!]
      const first = Math.max(0, Math.ceil((ay < by ? ay : by) - top - 0.5))
      const after = Math.min(height, Math.ceil((ay < by ? by : ay) - top - 0.5))
      for (let row = first; row < after; row++) tell(row, ax + ((bx - ax) * (row + top + 0.5 - ay)) / (by - ay))
    }
  }
}

/** Three steps of {@link distances} are one pixel. */
export const PER_PIXEL = 3

/**
 * The cells no farther from a marked one than `most` of {@link distances}, a byte a cell: what those say, without asking
 * how far. The fewer rows `most` spans the quicker.
 */
export function cellsNear(
  mask: Uint8Array,
  { width, height }: Pick<Grid, 'width' | 'height'>,
  most: number,
): Uint8Array {
  const near = new Uint8Array(mask.length)
  const rows = Math.floor(most / PER_PIXEL)
  // Of the chamfer 3-4: three steps for each pixel of the longer way, one more for each of the shorter.
  const aside = Array.from({ length: rows + 1 }, (_, down) => {
    const longer = Math.floor((most - down) / 3)
    return longer > down ? longer : Math.min(down, most - 3 * down)
  })
  for (let y = 0; y < height; y++)
    eachRun(mask, y * width, (y + 1) * width, (from, to) => {
      for (let v = Math.max(0, y - rows); v <= Math.min(height - 1, y + rows); v++) {
        const by = aside[Math.abs(v - y)]!
        const moved = (v - y) * width
        near.fill(1, Math.max(v * width, from + moved - by), Math.min((v + 1) * width, to + moved + by))
      }
    })
  return near
}

/** The marked cells between two places, as runs: where each begins, and the first that is not of it any more. */
export function eachRun(mask: Uint8Array, first: number, end: number, tell: (from: number, to: number) => void) {
  for (let at = mask.indexOf(1, first); at >= 0 && at < end;) {
    let to = at + 1
    while (to < end && mask[to] !== 0) to++
    tell(at, to)
    at = mask.indexOf(1, to)
  }
}

/** No ink at all within reach. */
const FAR = 60_000

/**
 * How far each cell lies from the nearest marked one, in thirds of a pixel (chamfer 3-4, Borgefors
 * 1986: at most 6 % off). The picture's edge is no ink.
 */
export function distances(mask: Uint8Array, width: number, height: number): Uint16Array {
  const found = new Uint16Array(mask.length)
  const nothing = new Uint16Array(width).fill(FAR)
  for (let y = 0; y < height; y++) {
    const above = y > 0 ? found.subarray((y - 1) * width, y * width) : nothing
    let [left, aboveLeft, aboveHere] = [FAR, FAR, above[0]!]
    for (let x = 0, at = y * width; x < width; x++, at++) {
      const aboveRight = x + 1 < width ? above[x + 1]! : FAR
      if (mask[at] !== 0) left = 0
      else {
        let least = left + 3
        if (aboveHere + 3 < least) least = aboveHere + 3
        if (aboveLeft + 4 < least) least = aboveLeft + 4
        if (aboveRight + 4 < least) least = aboveRight + 4
        found[at] = left = least < FAR ? least : FAR
      }
      aboveLeft = aboveHere
      aboveHere = aboveRight
    }
  }
  for (let y = height - 1; y >= 0; y--) {
    const below = y < height - 1 ? found.subarray((y + 1) * width, (y + 2) * width) : nothing
    let [right, belowRight, belowHere] = [FAR, FAR, below[width - 1]!]
    for (let x = width - 1, at = y * width + x; x >= 0; x--, at--) {
      const belowLeft = x > 0 ? below[x - 1]! : FAR
      const known = found[at]!
      if (known === 0) right = 0
      else {
        let least = known
        if (right + 3 < least) least = right + 3
        if (belowHere + 3 < least) least = belowHere + 3
        if (belowRight + 4 < least) least = belowRight + 4
        if (belowLeft + 4 < least) least = belowLeft + 4
        if (least !== known) found[at] = least
        right = least
      }
      belowRight = belowHere
      belowHere = belowLeft
    }
  }
  return found
}
