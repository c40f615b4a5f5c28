import { distances, PER_PIXEL, rasterised, type Grid } from '../ink/raster'
import type { Ink } from '../ink/ink'

export type Closing = readonly [ax: number, ay: number, bx: number, by: number]

/** The paper divided by the lines on it. */
export interface Regions {
  readonly grid: Grid
  /** Region of each cell: 0 under ink or in a corner of no region, else its number from 1. */
  readonly labels: Uint16Array
  /** Thirds of a pixel to the nearest ink. */
  readonly distance: Uint16Array
  readonly count: number
}

/** More regions than this are dust. */
const MOST = 65_000

/**
 * Divides a picture into the regions its lines enclose, gaps up to `gap` pixels taken as closed: a
 * ball just too large for them rolls through each region, and what it cannot reach goes to the region
 * nearest by (the trapped-ball way, Zhang et al. 2009). With `only` just the region of that cell gets
 * a number, 1, and those it meets share 2, which is quicker.
 */
export function regionsOf({
  ink,
  grid,
  gap,
  closings = [],
  only,
}: {
  ink: Ink
  grid: Grid
  gap: number
  closings?: readonly Closing[]
  only?: number
}): Regions {
  const mask = rasterised(ink, grid, closings)
  return divided(distances(mask, grid.width, grid.height), grid, gap, only)
}

/** {@link regionsOf} when the distances are known. */
export function divided(distance: Uint16Array, grid: Grid, gap: number, only?: number): Regions {
  const { width, height } = grid
  const ball = gap > 0 ? Math.round(((gap + 1) / 2) * PER_PIXEL) : 0
  const labels = new Uint16Array(distance.length)
  const free = (at: number, least: number) => labels[at] === 0 && distance[at]! > least
  /** Row by row, a whole run of a row at once. What lies beside it and is too narrow for the ball is added to `narrow`. */
  function flood(from: number, label: number, least: number, narrow?: number[]) {
    const stack = [from]
    while (stack.length > 0) {
      const seed = stack.pop()!
      if (!free(seed, least)) continue
      const row = seed - (seed % width)
      let [first, last] = [seed, seed]
      while (first > row && free(first - 1, least)) first--
      while (last < row + width - 1 && free(last + 1, least)) last++
      labels.fill(label, first, last + 1)
      if (narrow && first > row && free(first - 1, 0)) narrow.push(first - 1)
      if (narrow && last < row + width - 1 && free(last + 1, 0)) narrow.push(last + 1)
      for (const beside of [-width, width]) {
        if (first + beside < 0 || first + beside >= labels.length) continue
        let within = false
        for (let at = first + beside; at <= last + beside; at++) {
          const open = free(at, least)
          if (open && !within) stack.push(at)
          if (narrow && !open && free(at, 0)) narrow.push(at)
          within = open
        }
      }
    }
  }
  if (only !== undefined) {
    const narrow: number[] = []
    flood(only, 1, ball, narrow)
    if (ball > 0) grow({ labels, distance, width, edge: besideFirst(labels, distance, width, ball, narrow) })
    return { grid, labels, distance, count: 2 }
  }
  let count = 0
  for (let at = 0; at < labels.length && count < MOST; at++) if (free(at, ball)) flood(at, ++count, ball)
  if (ball > 0) grow({ labels, distance, width, edge: besideAny(labels, distance, width, height) })
  // Slivers no ball fits into are regions of their own.
  for (let at = 0; at < labels.length && count < MOST; at++) if (free(at, 0)) flood(at, ++count, 0)
  return { grid, labels, distance, count }
}

/** Cells of no region yet that lie beside one. */
function besideAny(labels: Uint16Array, distance: Uint16Array, width: number, height: number): number[] {
  const edge: number[] = []
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      if (labels[at] !== 0 || distance[at] === 0) continue
      if (
        (x > 0 && labels[at - 1] !== 0) ||
        (x < width - 1 && labels[at + 1] !== 0) ||
        (y > 0 && labels[at - width] !== 0) ||
        (y < height - 1 && labels[at + width] !== 0)
      )
        edge.push(at)
    }
  }
  return edge
}

/**
 * The same for the first region alone: only what hangs together with it can become its own. What the ball
 * reaches on the far side of that gets number 2.
 */
function besideFirst(
  labels: Uint16Array,
  distance: Uint16Array,
  width: number,
  ball: number,
  narrow: readonly number[],
): number[] {
  const seen = new Uint8Array(labels.length)
  const stack: number[] = []
  const edge: number[] = []
  const offer = (at: number) => {
    if (seen[at] !== 0 || labels[at] !== 0 || distance[at] === 0 || distance[at]! > ball) return
    seen[at] = 1
    stack.push(at)
  }
  /** Whether a cell of a region lies there; a wide one of none yet becomes the far side's. */
  const meets = (at: number): boolean => {
    if (labels[at] === 0 && distance[at]! > ball) labels[at] = 2
    return labels[at] !== 0
  }
  narrow.forEach(offer)
  while (stack.length > 0) {
    const at = stack.pop()!
    const x = at % width
    let beside = x > 0 && meets(at - 1)
    beside = (x < width - 1 && meets(at + 1)) || beside
    beside = (at >= width && meets(at - width)) || beside
    beside = (at < labels.length - width && meets(at + width)) || beside
    if (beside) edge.push(at)
    if (x > 0) offer(at - 1)
    if (x < width - 1) offer(at + 1)
    if (at >= width) offer(at - width)
    if (at < labels.length - width) offer(at + width)
  }
  return edge
}

/** Lets every region grow at the same pace into what the ball could not reach, beginning with `edge`. */
function grow({
  labels,
  distance,
  width,
  edge: first,
}: {
  labels: Uint16Array
  distance: Uint16Array
  width: number
  edge: number[]
}) {
  let edge = first
  // Each cell stands in line once.
  const queued = new Uint8Array(labels.length)
  for (const at of edge) queued[at] = 1
  const given: number[] = []
  while (edge.length > 0) {
    // All of a round at once, or the first region to be looked at would run ahead.
    given.length = 0
    for (const at of edge) {
      const x = at % width
      given.push(
        (x > 0 && labels[at - 1]) ||
          (x < width - 1 && labels[at + 1]) ||
          (at >= width && labels[at - width]) ||
          (at < labels.length - width && labels[at + width]) ||
          0,
      )
    }
    const next: number[] = []
    const offer = (at: number) => {
      if (labels[at] !== 0 || distance[at] === 0 || queued[at] !== 0) return
      queued[at] = 1
      next.push(at)
    }
    edge.forEach((at, i) => (labels[at] = given[i]!))
    for (const at of edge) {
      const x = at % width
      if (x > 0) offer(at - 1)
      if (x < width - 1) offer(at + 1)
      if (at >= width) offer(at - width)
      if (at < labels.length - width) offer(at + width)
    }
    edge = next
  }
}
