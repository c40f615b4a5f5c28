import { closedGaps, type ClosedGap } from './gaps'
import { boundsOf } from './select/select'
import type { Ink } from './ink'
import { distances, PER_PIXEL, rasterised, stampRings, type Grid } from './raster'
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
  const small =
    shrink === 1
      ? ink
      : ink.map((piece) =>
          piece.kind === 'stroke'
            ? {
                ...piece,
                size: piece.size * shrink,
                points: piece.points.map((value, i) => (i % 3 === 2 ? value : value * shrink)),
              }
            : piece,
        )
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
  const { figure, distance, reach } = notOutside(mask, grid, tolerance * shrink)
  const { width, height } = grid
  const rings = tracedRings(figure, width, height).map((ring) =>
    ring.map((value, i) => (value + (i % 2 === 0 ? grid.left : grid.top)) / shrink),
  )
  let [n, sx, sy, xx, yy, xy] = [0, 0, 0, 0, 0, 0]
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      if (figure[at] === 0) continue
      n++
      sx += x
      sy += y
      xx += x * x
      yy += y * y
      xy += x * y
    }
  }
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
    gaps: closedGaps({ width, mask, figure, distance, reach }).map((gap) => ({
      from: placed(gap.from.x, gap.from.y),
      to: placed(gap.to.x, gap.to.y),
      width: gap.width / shrink,
    })),
  }
}

const boxRing = (x: number, y: number, w: number, h: number) => [x, y, x + w, y, x + w, y + h, x, y + h]

/** Everything a ball as wide as the tolerance cannot reach from the edge of the picture without touching ink. */
function notOutside(mask: Uint8Array, { width, height }: Grid, tolerance: number) {
  const distance = distances(mask, width, height)
  const least = Math.round((tolerance / 2) * PER_PIXEL)
  const outside = reachedFrom(0, distance, least, { width, height })
  // The ball keeps half the tolerance away from the ink: what lies in between is outside too.
  const reach = distances(outside, width, height)
  const figure = new Uint8Array(mask.length)
  for (let at = 0; at < mask.length; at++)
    if (mask[at] !== 0 || (outside[at] === 0 && reach[at]! > least)) figure[at] = 1
  return { figure, distance, reach: least }
}

/** All cells that can be reached from one, over cells farther from ink than `least`, row by row. */
function reachedFrom(
  start: number,
  distance: Uint16Array,
  least: number,
  { width, height }: Pick<Grid, 'width' | 'height'>,
) {
  const reached = new Uint8Array(distance.length)
  const stack = [start]
  while (stack.length > 0) {
    const at = stack.pop()!
    if (reached[at] !== 0) continue
    const row = at - (at % width)
    let [from, to] = [at, at]
    while (from > row && reached[from - 1] === 0 && distance[from - 1]! > least) from--
    while (to < row + width - 1 && reached[to + 1] === 0 && distance[to + 1]! > least) to++
    reached.fill(1, from, to + 1)
    for (const beside of [row - width, row + width]) {
      if (beside < 0 || beside >= width * height) continue
      let open = false
      for (let x = from - row; x <= to - row; x++) {
        const free = reached[beside + x] === 0 && distance[beside + x]! > least
        if (free && !open) stack.push(beside + x)
        open = free
      }
    }
  }
  return reached
}
