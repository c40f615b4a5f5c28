import { clamp } from '../base/clamp'
import { boundsOf } from '../ink/select/select'
import type { Ink } from '../ink/ink'
import type { Point } from '../geometry/matrix'
import { distances, PER_PIXEL, rasterised, stampRings, type Grid } from '../ink/raster'
import { requireNumber } from '../base/ranges'

/** How much ink around a landmark tells it from others: points of it, and pixels between them. */
const MARKS = 90
const APART = 3
/** Ink is looked for around the landmark this far and then farther, in pixels. */
const REACHES = [40, 70, 120, 200] as const
const ENOUGH = 30
/** Ink that lies this far from where it should is no better than none, in pixels. */
const LOST = 14
/** The ink around a landmark may have turned by as much, in radians. */
const TURNS = [0, -0.17, 0.17, -0.35, 0.35] as const
/** A place is rivalled by another farther than this from it that fits as well, in pixels. */
const RIVAL = 12

export interface Proposal {
  readonly x: number
  readonly y: number
  /** 0 a guess, 1 sure. */ readonly confidence: number
}

/** Places along the ink near a point, relative to it. */
function marksAround(ink: Ink, at: Point): Point[] {
  const places: Point[] = []
  for (const piece of ink) {
    const [flat, stride] =
      piece.kind === 'stroke'
        ? ([piece.points, 3] as const)
        : piece.kind === 'fill'
          ? ([piece.outline, 2] as const)
          : ([[], 2] as const)
    for (let i = stride; i < flat.length; i += stride) {
      const [ax, ay, bx, by] = [flat[i - stride]!, flat[i - stride + 1]!, flat[i]!, flat[i + 1]!]
      const parts = Math.max(1, Math.round(Math.hypot(bx - ax, by - ay) / APART))
      for (let n = 0; n < parts; n++)
        places.push({ x: ax + ((bx - ax) * n) / parts - at.x, y: ay + ((by - ay) * n) / parts - at.y })
    }
  }
  for (const reach of REACHES) {
    const near = places.filter(({ x, y }) => x * x + y * y <= reach * reach)
    if (near.length < ENOUGH && reach !== REACHES.at(-1)) continue
    const every = Math.max(1, Math.floor(near.length / MARKS))
    return near.filter((_, i) => i % every === 0)
  }
  return []
}

/**
 * Where a landmark of one drawing may lie on the next: the ink around it is laid over the other drawing's,
 * about where its motion so far would take it, and shifted and turned to where it fits best (least mean
 * distance to the other's ink, cut off so that what is hidden there costs no more than what is lost).
 * `from` is its place on the first drawing, `motion` its last step, `reach` how far around the place foretold
 * it is looked for, all in pixels. Undefined: no ink near it, or none on the other drawing.
 * Errors: RangeError for a reach outside 1 to 1000.
 */
export function followLandmark({
  ink,
  from,
  onto,
  motion = { x: 0, y: 0 },
  reach = 80,
}: {
  readonly ink: Ink
  readonly from: Point
  readonly onto: Ink
  readonly motion?: Point
  readonly reach?: number
}): Proposal | undefined {
  requireNumber('reach', reach, 1, 1000)
  const marks = marksAround(ink, from)
  if (marks.length < 6 || !boundsOf(onto)) return undefined
  const foretold = { x: from.x + motion.x, y: from.y + motion.y }
  const search = searchOver(onto, { marks, foretold, reach })
  const step = Math.max(3, reach / 16)
  const tried = triedAround(search, { foretold, reach, step })
  const best = tried
    .slice(0, 4)
    .map((start) => refined(search, start, step))
    .reduce((a, b) => (b.cost < a.cost ? b : a))
  const rival = tried.find(({ x, y }) => Math.hypot(x - best.x, y - best.y) > Math.max(RIVAL, 2 * step))
  const fits = Math.max(0, 1 - best.cost / (LOST / 2))
  const alone = rival ? clamp((rival.cost - best.cost) / 2, 0, 1) : 1
  return { x: best.x, y: best.y, confidence: fits * (0.4 + 0.6 * alone) }
}

/** A place the landmark may have gone to, and how badly its ink fits there. */
interface Fit {
  readonly x: number
  readonly y: number
  readonly cost: number
}

/** What it costs to lie at a place, at each of the turns. */
interface Search {
  /** The ink around the landmark as it is turned, flat x, y. */
  readonly turnings: readonly Float64Array[]
  readonly cost: (x: number, y: number, turned: Float64Array) => number
}
function searchOver(
  onto: Ink,
  { marks, foretold, reach }: { marks: readonly Point[]; foretold: Point; reach: number },
): Search {
  const wide = Math.max(...marks.map(({ x, y }) => Math.hypot(x, y))) + reach + LOST
  const grid: Grid = {
    left: Math.floor(foretold.x - wide),
    top: Math.floor(foretold.y - wide),
    width: Math.ceil(2 * wide),
    height: Math.ceil(2 * wide),
  }
  const misses = missOver(distances(edgesOf(onto, grid), grid.width, grid.height), grid)
  return {
    turnings: TURNS.map((turn) =>
      Float64Array.from(
        marks.flatMap(({ x, y }) => [x * Math.cos(turn) - y * Math.sin(turn), x * Math.sin(turn) + y * Math.cos(turn)]),
      ),
    ),
    // Far from where the motion leads a place must fit better to be believed.
    cost: (x, y, turned) => misses(x, y, turned) + Math.hypot(x - foretold.x, y - foretold.y) / reach,
  }
}

/** Cells of the grid with ink in them; of paint only its edge can be told from what lies beside it. */
function edgesOf(onto: Ink, grid: Grid): Uint8Array {
  const mask = rasterised(onto, grid)
  for (const piece of onto)
    if (piece.kind === 'cells')
      for (let i = 0; i < piece.runs.length; i += 3)
        stampRings(mask, grid, [
          [
            piece.runs[i]!,
            piece.runs[i + 1]!,
            piece.runs[i]! + piece.runs[i + 2]!,
            piece.runs[i + 1]!,
            piece.runs[i]! + piece.runs[i + 2]!,
            piece.runs[i + 1]! + 1,
            piece.runs[i]!,
            piece.runs[i + 1]! + 1,
          ],
        ])
  const edges: Ink = onto.flatMap((piece) =>
    piece.kind !== 'fill'
      ? []
      : [{ kind: 'stroke' as const, id: piece.id, swatch: piece.swatch, size: 2, points: ringPoints(piece.outline) }],
  )
  const edged = rasterised(edges, grid)
  for (let i = 0; i < mask.length; i++) if (edged[i] !== 0) mask[i] = 1
  return mask
}

/** Mean distance of turned marks, put at a place, from the ink, in pixels; what is lost counts as `LOST`. */
function missOver(distance: ArrayLike<number>, grid: Grid): Search['cost'] {
  return (x, y, turned) => {
    let sum = 0
    for (let i = 0; i < turned.length; i += 2) {
      const column = Math.floor(x + turned[i]! - grid.left)
      const row = Math.floor(y + turned[i + 1]! - grid.top)
      const far =
        column >= 0 && row >= 0 && column < grid.width && row < grid.height
          ? distance[row * grid.width + column]! / PER_PIXEL
          : LOST
      sum += far < LOST ? far : LOST
    }
    return (2 * sum) / turned.length
  }
}

/** Fits on a raster about the place foretold, the best first. */
function triedAround(
  { turnings, cost }: Search,
  { foretold, reach, step }: { foretold: Point; reach: number; step: number },
): Fit[] {
  const tried: Fit[] = []
  for (let dx = -reach; dx <= reach; dx += step) {
    for (let dy = -reach; dy <= reach; dy += step) {
      const [x, y] = [foretold.x + dx, foretold.y + dy]
      for (const turned of turnings) tried.push({ x, y, cost: cost(x, y, turned) })
    }
  }
  return tried.sort((a, b) => a.cost - b.cost)
}

const AROUND = [
  [-1, 0],
  [1, 0],
  [0, -1],
  [0, 1],
  [-1, -1],
  [1, 1],
  [-1, 1],
  [1, -1],
] as const
/** The fit gone on from, in steps halved down to half a pixel. */
function refined({ turnings, cost }: Search, start: Fit, step: number): Fit {
  let best = start
  for (let size = step / 2; size >= 0.5; size /= 2) {
    const centre = best
    for (const [dx, dy] of AROUND) {
      const [x, y] = [centre.x + dx * size, centre.y + dy * size]
      for (const turned of turnings) {
        const here = cost(x, y, turned)
        if (here < best.cost) best = { x, y, cost: here }
      }
    }
  }
  return best
}

function ringPoints(outline: readonly number[]): number[] {
  const points: number[] = []
  for (let i = 0; i < outline.length; i += 2) points.push(outline[i]!, outline[i + 1]!, 0.5)
  points.push(outline[0]!, outline[1]!, 0.5)
  return points
}
