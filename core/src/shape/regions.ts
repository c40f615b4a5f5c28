import { distances, PER_PIXEL, rasterised, type Grid } from './raster'
import type { Ink } from './ink'

export type Closing = readonly [ax: number, ay: number, bx: number, by: number]

/** The paper divided by the lines on it. */
export interface Regions {
  readonly grid: Grid
  /** Region of each cell: 0 under ink or in a corner of no region, else its number from 1. */
  readonly labels: Int32Array
  /** Thirds of a pixel to the nearest ink. */
  readonly distance: Uint16Array
  readonly count: number
}

/**
 * Divides a picture into the regions its lines enclose, gaps up to `gap` pixels taken as closed: a
 * ball just too large for them rolls through each region, and what it cannot reach goes to the region
 * nearest by (the trapped-ball way, Zhang et al. 2009). With `only` just the region of that cell gets
 * a number, 1, and all others share 2, which is quicker.
 */
export function regionsOf({ ink, grid, gap, closings = [], only }: {
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
  const labels = new Int32Array(distance.length)
  const stack: number[] = []
  function put(at: number, label: number) {
    labels[at] = label
    stack.push(at)
  }
  function flood(from: number, label: number, least: number) {
    put(from, label)
    while (stack.length > 0) {
      const at = stack.pop()!
      const x = at % width
      if (x > 0 && labels[at - 1] === 0 && distance[at - 1]! > least) put(at - 1, label)
      if (x < width - 1 && labels[at + 1] === 0 && distance[at + 1]! > least) put(at + 1, label)
      if (at >= width && labels[at - width] === 0 && distance[at - width]! > least) put(at - width, label)
      if (at < labels.length - width && labels[at + width] === 0 && distance[at + width]! > least) put(at + width, label)
    }
  }
  let count = 0
  if (only !== undefined) {
    flood(only, 1, ball)
    count = 2
    for (let at = 0; at < labels.length; at++) if (labels[at] === 0 && distance[at]! > ball) labels[at] = 2
  } else {
    for (let at = 0; at < labels.length; at++) if (labels[at] === 0 && distance[at]! > ball) flood(at, ++count, ball)
  }
  if (ball > 0) grow(labels, distance, width, height)
  // Slivers no ball fits into are regions of their own.
  if (only === undefined) for (let at = 0; at < labels.length; at++) if (labels[at] === 0 && distance[at]! > 0) flood(at, ++count, 0)
  return { grid, labels, distance, count }
}

/** Lets every region grow at the same pace into what the ball could not reach. */
function grow(labels: Int32Array, distance: Uint16Array, width: number, height: number) {
  let edge: number[] = []
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      if (labels[at] !== 0 || distance[at] === 0) continue
      if ((x > 0 && labels[at - 1] !== 0) || (x < width - 1 && labels[at + 1] !== 0) || (y > 0 && labels[at - width] !== 0) || (y < height - 1 && labels[at + width] !== 0)) edge.push(at)
    }
  }
  const beside = [-1, 1, -width, width]
  while (edge.length > 0) {
    const next: number[] = []
    const given: number[] = []
    for (const at of edge) {
      if (labels[at] !== 0) continue
      const x = at % width
      for (const step of beside) {
        const other = at + step
        if ((step === -1 && x === 0) || (step === 1 && x === width - 1) || other < 0 || other >= labels.length) continue
        if (labels[other]! > 0) {
          given.push(at, labels[other]!)
          break
        }
      }
    }
    // All of a round at once, or the first region to be looked at would run ahead.
    for (let i = 0; i < given.length; i += 2) labels[given[i]!] = given[i + 1]!
    for (let i = 0; i < given.length; i += 2) {
      const at = given[i]!
      const x = at % width
      for (const step of beside) {
        const other = at + step
        if ((step === -1 && x === 0) || (step === 1 && x === width - 1) || other < 0 || other >= labels.length) continue
        if (labels[other] === 0 && distance[other]! > 0) next.push(other)
      }
    }
    edge = next
  }
}
