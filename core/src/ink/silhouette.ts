import { closedGaps, type ClosedGap } from './gaps'
import { boundsOf } from './select/select'
import type { Ink } from './ink'
import { cellsNear, eachRun, PER_PIXEL, rasterised, scaledStroke, stampRings, type Grid } from './raster'
import { ringArea, tracedRings } from '../geometry/trace'

/** Longest side of the picture a silhouette is found on, in cells. */
const FINENESS = 800

export interface Silhouette {
  /** Closed rings, outlines and holes, flat x, y in pixels. */
  readonly rings: readonly (readonly number[])[]
  /** In square pixels. */
  readonly area: number
  readonly centre: { readonly x: number; readonly y: number }
  /** Lengths of the principal axes of the same second moments (semi-axes of the like ellipse, in pixels), long one first. */
  readonly axes: readonly [number, number]
  /** Long axis over short. */
  readonly ratio: number
  /** Direction of the long axis, in radians. */
  readonly lean: number
  /** Where it was open and was taken as closed. */
  readonly gaps: readonly ClosedGap[]
}

/**
 * The one dark shape of some ink (arithmetic, 5): all that cannot be reached from outside without
 * crossing a line, gaps up to `tolerance` pixels taken as closed, and all paint. It is found on a picture
 * of at most `fineness` cells a side; each gap closed over is told. Undefined: no ink.
 */
export function silhouette(
  ink: Ink,
  { tolerance, fineness = FINENESS }: { tolerance: number; fineness?: number },
): Silhouette | undefined {
  const box = boundsOf(ink)
  if (!box) return undefined
  const margin = tolerance + 24
  const side = Math.max(box.right - box.left, box.bottom - box.top) + 2 * margin
  const shrink = Math.min(1, fineness / side)
  const grid: Grid = {
    left: Math.floor((box.left - margin) * shrink),
    top: Math.floor((box.top - margin) * shrink),
    width: Math.ceil((box.right - box.left + 2 * margin) * shrink) + 2,
    height: Math.ceil((box.bottom - box.top + 2 * margin) * shrink) + 2,
  }
  const small = shrink === 1 ? ink : ink.map((piece) => (piece.kind === 'stroke' ? scaledStroke(piece, shrink) : piece))
  const mask = rasterised(small, grid)
  for (const piece of ink) {
    if (piece.kind === 'fill')
      stampRings(
        mask,
        grid,
        [piece.outline, ...(piece.holes ?? [])].map((ring) => ring.map((value) => value * shrink)),
      )
    if (piece.kind === 'cells')
      for (let i = 0; i < piece.runs.length; i += 3)
        stampRings(mask, grid, [
          boxRing(piece.runs[i]! * shrink, piece.runs[i + 1]! * shrink, piece.runs[i + 2]! * shrink, shrink),
        ])
  }
  const { figure, near } = notOutside(mask, grid, tolerance * shrink)
  const { width, height } = grid
  const rings = tracedRings(figure, width, height).map((ring) =>
    ring.map((value, i) => (value + (i % 2 === 0 ? grid.left : grid.top)) / shrink),
  )
  const { n, sx, sy, xx, yy, xy } = momentsOf(figure, grid)
  if (n === 0 || rings.every((ring) => ringArea(ring) <= 0)) return undefined
  const [mx, my] = [sx / n, sy / n]
  const placed = (x: number, y: number) => ({ x: (x + 0.5 + grid.left) / shrink, y: (y + 0.5 + grid.top) / shrink })
  const [a, b, c] = [xx / n - mx * mx + 1 / 12, xy / n - mx * my, yy / n - my * my + 1 / 12]
  const spread = Math.hypot((a - c) / 2, b)
  const axes = [(a + c) / 2 + spread, Math.max(1e-9, (a + c) / 2 - spread)].map(
    (spread) => (2 * Math.sqrt(spread)) / shrink,
  ) as [number, number]
  return {
    rings,
    axes,
    ratio: axes[0] / axes[1],
    lean: Math.atan2(2 * b, a - c) / 2,
    area: rings.reduce((sum, ring) => sum + ringArea(ring), 0),
    centre: placed(mx, my),
    gaps: closedGaps({ width, mask, figure, near }).map((gap) => ({
      from: placed(gap.from.x, gap.from.y),
      to: placed(gap.to.x, gap.to.y),
      width: gap.width / shrink,
    })),
  }
}

/** Cells of a figure, and the sums of their places and of the products of those. */
function momentsOf(figure: Uint8Array, { width, height }: Grid) {
  const sums = { n: 0, sx: 0, sy: 0, xx: 0, yy: 0, xy: 0 }
  /** 0² + 1² + … up to a number, that left out. */
  const squares = (to: number) => ((to - 1) * to * (2 * to - 1)) / 6
  for (let y = 0; y < height; y++)
    eachRun(figure, y * width, (y + 1) * width, (first, end) => {
      const [from, to] = [first - y * width, end - y * width]
      const [count, along] = [to - from, ((to - from) * (from + to - 1)) / 2]
      sums.n += count
      sums.sx += along
      sums.sy += count * y
      sums.xx += squares(to) - squares(from)
      sums.yy += count * y * y
      sums.xy += along * y
    })
  return sums
}

const boxRing = (x: number, y: number, w: number, h: number) => [x, y, x + w, y, x + w, y + h, x, y + h]

/** Everything a ball as wide as the tolerance cannot reach from the edge of the picture without touching ink, and what lies too near ink for it. */
function notOutside(mask: Uint8Array, grid: Grid, tolerance: number) {
  const least = Math.round((tolerance / 2) * PER_PIXEL)
  const near = cellsNear(mask, grid, least)
  const outside = reachedFrom(0, near, grid)
  // The ball keeps half the tolerance away from the ink: what lies in between is outside too.
  const beside = cellsNear(outside, grid, least)
  return { figure: inEither(mask, beside), near }
}

/** Where a cell is marked in the one or not marked in the other. */
function inEither(marked: Uint8Array, unmarked: Uint8Array): Uint8Array {
  const found = new Uint8Array(marked.length)
  // Four cells at a time, the last few by themselves.
  const words = marked.length >> 2
  const [all, one, other] = [found, marked, unmarked].map(({ buffer }) => new Uint32Array(buffer, 0, words))
  for (let i = 0; i < words; i++) all![i] = one![i]! | (other![i]! ^ 0x01010101)
  for (let at = 4 * words; at < found.length; at++) found[at] = marked[at]! | (unmarked[at]! ^ 1)
  return found
}

/** All cells that can be reached from one, over cells that are not shut, row by row. */
function reachedFrom(start: number, shut: Uint8Array, { width, height }: Pick<Grid, 'width' | 'height'>) {
  const reached = new Uint8Array(shut.length)
  const taken = shut.slice()
  const rows = Array.from({ length: height }, (_, y) => taken.subarray(y * width, (y + 1) * width))
  const stack = [start]
  while (stack.length > 0) {
    const at = stack.pop()!
    if (taken[at] !== 0) continue
    const y = Math.floor(at / width)
    const row = rows[y]!
    const x = at - y * width
    const from = row.lastIndexOf(1, x) + 1
    const next = row.indexOf(1, x)
    const end = next < 0 ? width : next
    row.fill(1, from, end)
    reached.fill(1, y * width + from, y * width + end)
    for (const beside of [y - 1, y + 1]) {
      const over = rows[beside]
      for (let open = over?.indexOf(0, from) ?? -1; open >= 0 && open < end;) {
        stack.push(beside * width + open)
        const shutAt = over!.indexOf(1, open)
        open = shutAt < 0 ? -1 : over!.indexOf(0, shutAt)
      }
    }
  }
  return reached
}
