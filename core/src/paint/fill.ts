import { clamp } from '../base/clamp'
import { onGrid, INK_GRID, type Ink } from '../ink/ink'
import { close, distances, PER_PIXEL, rasterised, type Grid } from '../ink/raster'
import { divided, type Closing, type Regions } from './regions'
import { ringArea, tracedRings } from '../geometry/trace'

/** How far paint goes beneath a line, in pixels, so that no pale seam shows. */
const HAIR = 2
/** How far from a touched line its paper is looked for, in pixels. */
const NEAR = 8
/** A way out is a leak when it is narrower than this share of the widest place it leads from. */
const NECK = 0.8

export interface Painted {
  readonly outline: number[]
  readonly holes: readonly number[][]
  readonly area: number
}
/** Where paint would run out: the middle of the gap, its width in pixels, and the line that closes it. */
export interface Leak {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly closing: Closing
}
export type FillOutcome =
  | ({ readonly outcome: 'filled' } & Painted)
  | { readonly outcome: 'leak'; readonly leak: Leak }
  | { readonly outcome: 'on a line' }
  | { readonly outcome: 'too fine' }

/** A drawing's lines made ready once for every fill of it. */
export interface ReadyLines {
  readonly mask: Uint8Array
  /** The paper as the lines divide it, gaps up to `gap` pixels taken as closed. */
  readonly regions: Regions
  readonly gap: number
}

/** The lines that hold paint, all passes of a drawing together, on paper of `width` × `height` pixels. */
export function readyLines({
  ink,
  width,
  height,
  gap,
}: {
  readonly ink: Ink
  readonly width: number
  readonly height: number
  readonly gap: number
}): ReadyLines {
  const grid: Grid = { left: 0, top: 0, width, height }
  const mask = rasterised(ink, grid)
  return { mask, gap, regions: divided(distances(mask, width, height), grid, gap) }
}

export interface FillOptions {
  readonly lines: ReadyLines
  readonly x: number
  readonly y: number
  /** Gaps closed by hand for this paint. */
  readonly closings?: readonly Closing[]
  /** Paint although it runs out. */
  readonly anyway?: boolean
}

/**
 * Paint put down at a place: the region its lines enclose there, as an outline that reaches a hair
 * beneath them. Where paint would run out to the edge through a gap wider than the lines' `gap`, that gap.
 * Errors: RangeError when the place lies outside the paper.
 */
export function fillAt({ lines, x, y, closings = [], anyway = false }: FillOptions): FillOutcome {
  const { grid } = lines.regions
  const { width, height } = grid
  if (!(x >= 0 && y >= 0 && x < width && y < height))
    throw new RangeError(`x and y must lie on the paper, 0 to ${width} and 0 to ${height}.`)
  if (closings.length === 0 && !lines.mask.includes(1))
    return { outcome: 'filled', outline: [0, 0, width, 0, width, height, 0, height], holes: [], area: width * height }
  const distance = closings.length === 0 ? lines.regions.distance : closed(lines.mask, grid, closings)
  const touched = nearestFree(distance, grid, x, y)
  if (touched === undefined) return { outcome: 'on a line' }
  const seed = climbed(distance, grid, touched)
  // In a place narrower than the gaps to be closed, only such gaps as are narrower still.
  const room = Math.max(0, Math.floor(((2 * distance[seed]!) / PER_PIXEL - 2) * 0.6))
  const regions =
    closings.length === 0 && room >= lines.gap
      ? lines.regions
      : divided(distance, grid, Math.min(lines.gap, room), seed)
  const label = regions.labels[seed]!
  // Where there are more regions than can be counted the last are dust.
  if (label === 0) return { outcome: 'too fine' }
  const edge = anyway ? undefined : widestAtEdge(regions, label)
  const leak = edge === undefined ? undefined : leakOf(regions, seed, edge)
  if (leak) return { outcome: 'leak', leak }
  const painted = paintedRegion(regions, label)
  return painted ? { outcome: 'filled', ...painted } : { outcome: 'too fine' }
}

function closed(mask: Uint8Array, grid: Grid, closings: readonly Closing[]): Uint16Array {
  const marked = mask.slice()
  close(marked, grid, closings)
  return distances(marked, grid.width, grid.height)
}

function nearestFree(
  distance: Uint16Array,
  { left, top, width, height }: Grid,
  x: number,
  y: number,
): number | undefined {
  const [cx, cy] = [clamp(Math.floor(x - left), 0, width - 1), clamp(Math.floor(y - top), 0, height - 1)]
  let [best, nearest] = [undefined as number | undefined, NEAR * NEAR + 1]
  for (let row = Math.max(0, cy - NEAR); row <= Math.min(height - 1, cy + NEAR); row++) {
    for (let column = Math.max(0, cx - NEAR); column <= Math.min(width - 1, cx + NEAR); column++) {
      const far = (row - cy) ** 2 + (column - cx) ** 2
      if (far < nearest && distance[row * width + column]! > 0) [best, nearest] = [row * width + column, far]
    }
  }
  return best
}

/** Uphill from a cell to where the paper around it is widest, never over ink. */
function climbed(distance: Uint16Array, { width, height }: Grid, from: number): number {
  let at = from
  for (;;) {
    const [x, y] = [at % width, Math.floor(at / width)]
    let best = at
    // As far as the nearest ink a straight way is free.
    const reach = clamp(Math.floor(distance[at]! / PER_PIXEL) - 1, 1, 6)
    for (let row = Math.max(0, y - reach); row <= Math.min(height - 1, y + reach); row++) {
      for (let column = Math.max(0, x - reach); column <= Math.min(width - 1, x + reach); column++) {
        if (reach === 1 && row !== y && column !== x) continue
        if (distance[row * width + column]! > distance[best]!) best = row * width + column
      }
    }
    if (best === at) return at
    at = best
  }
}

/** The widest cell of a region at the picture's edge. */
function widestAtEdge({ grid: { width, height }, labels, distance }: Regions, label: number): number | undefined {
  let best: number | undefined
  const look = (at: number) => {
    if (labels[at] === label && (best === undefined || distance[at]! > distance[best]!)) best = at
  }
  for (let x = 0; x < width; x++) {
    look(x)
    look((height - 1) * width + x)
  }
  for (let y = 0; y < height; y++) {
    look(y * width)
    look(y * width + width - 1)
  }
  return best
}

/**
 * The narrowest place of the widest way from `seed` to `edge`, when it is a neck. The widest way is
 * found by always going on from the widest cell at hand.
 */
function leakOf({ grid, labels, distance }: Regions, seed: number, edge: number): Leak | undefined {
  const { width } = grid
  const label = labels[seed]!
  const heaps: number[][] = []
  const seen = new Uint8Array(labels.length)
  let top = distance[seed]!
  const put = (at: number) => {
    seen[at] = 1
    const level = distance[at]!
    ;(heaps[level] ??= []).push(at)
    if (level > top) top = level
  }
  put(seed)
  let [neck, narrowest, peak, peakBefore] = [seed, Infinity, 0, 0]
  for (;;) {
    while (top > 0 && !heaps[top]?.length) top--
    const at = heaps[top]?.pop()
    if (at === undefined) return undefined
    const wide = distance[at]!
    peak = Math.max(peak, wide)
    if (wide <= narrowest) [neck, narrowest, peakBefore] = [at, wide, peak]
    if (at === edge) break
    const x = at % width
    if (x > 0 && !seen[at - 1] && labels[at - 1] === label) put(at - 1)
    if (x < width - 1 && !seen[at + 1] && labels[at + 1] === label) put(at + 1)
    if (at >= width && !seen[at - width] && labels[at - width] === label) put(at - width)
    if (at < labels.length - width && !seen[at + width] && labels[at + width] === label) put(at + width)
  }
  return narrowest < peakBefore * NECK && neck !== edge ? gapAt(grid, distance, neck) : undefined
}

/** Ways across a gap that are longer than the shortest by no more than this, in pixels, count as equal. */
const EQUAL = 0.75

/** The shortest way across a narrow place, from ink to ink; of several as short their middle. */
function gapAt({ left, top, width, height }: Grid, distance: Uint16Array, neck: number): Leak | undefined {
  const [nx, ny] = [neck % width, Math.floor(neck / width)]
  const reach = Math.ceil(distance[neck]! / PER_PIXEL) + 6
  const inked: { x: number; y: number; far: number }[] = []
  for (let y = Math.max(0, ny - reach); y <= Math.min(height - 1, ny + reach); y++) {
    for (let x = Math.max(0, nx - reach); x <= Math.min(width - 1, nx + reach); x++) {
      // Only ink that has paper beside it can be an edge of the gap.
      const at = y * width + x
      if (
        distance[at] !== 0 ||
        !(
          (x > 0 && distance[at - 1]) ||
          (x < width - 1 && distance[at + 1]) ||
          (y > 0 && distance[at - width]) ||
          (y < height - 1 && distance[at + width])
        )
      )
        continue
      inked.push({ x, y, far: Math.hypot(x - nx, y - ny) })
    }
  }
  inked.sort((a, b) => a.far - b.far)
  const [one] = inked
  if (!one) return undefined
  const side = ({ x, y, far }: { x: number; y: number; far: number }) =>
    ((x - nx) * (one.x - nx) + (y - ny) * (one.y - ny)) / (far * one.far || 1)
  const [here, across] = [inked.filter((each) => side(each) > 0.3), inked.filter((each) => side(each) < -0.3)]
  if (across.length === 0) return undefined
  let shortest = Infinity
  for (const a of here) for (const b of across) shortest = Math.min(shortest, Math.hypot(a.x - b.x, a.y - b.y))
  let [count, ax, ay, bx, by] = [0, 0, 0, 0, 0]
  for (const a of here) {
    for (const b of across) {
      if (Math.hypot(a.x - b.x, a.y - b.y) > shortest + EQUAL) continue
      count++
      ax += a.x
      ay += a.y
      bx += b.x
      by += b.y
    }
  }
  ;[ax, ay, bx, by] = [left + ax / count + 0.5, top + ay / count + 0.5, left + bx / count + 0.5, top + by / count + 0.5]
  return {
    x: (ax + bx) / 2,
    y: (ay + by) / 2,
    width: Math.max(1, Math.hypot(bx - ax, by - ay) - 1),
    closing: [ax, ay, bx, by],
  }
}

/** A region as an outline with its holes, a hair beneath the lines around it. Undefined: too fine to paint. */
export function paintedRegion({ grid, labels, distance }: Regions, label: number): Painted | undefined {
  const { width, height, left, top } = grid
  let [x0, y0, x1, y1] = [width, height, -1, -1]
  const [first, last] = [labels.indexOf(label), labels.lastIndexOf(label)]
  if (first < 0) return undefined
  for (let y = Math.floor(first / width); y <= Math.floor(last / width); y++) {
    const row = labels.subarray(y * width, (y + 1) * width)
    const from = row.indexOf(label)
    if (from < 0) continue
    x0 = Math.min(x0, from)
    x1 = Math.max(x1, row.lastIndexOf(label))
    y0 = Math.min(y0, y)
    y1 = y
  }
  ;[x0, y0, x1, y1] = [
    Math.max(0, x0 - HAIR - 1),
    Math.max(0, y0 - HAIR - 1),
    Math.min(width - 1, x1 + HAIR + 1),
    Math.min(height - 1, y1 + HAIR + 1),
  ]
  const [w, h] = [x1 - x0 + 1, y1 - y0 + 1]
  const mask = new Uint8Array(w * h)
  for (let y = 0, to = 0; y < h; y++)
    for (let from = (y + y0) * width + x0, end = from + w; from < end; from++, to++)
      if (labels[from] === label) mask[to] = 1
  const inked = (cell: number) => distance[(Math.floor(cell / w) + y0) * width + (cell % w) + x0] === 0
  beneathLines(mask, inked, w, h)
  const rings = tracedRings(mask, w, h, (cell) => holdsPaper(mask, inked, w, h, cell)).map((ring) =>
    ring.map((value, i) => onGrid(value + (i % 2 === 0 ? x0 + left : y0 + top), INK_GRID.place)),
  )
  const outlines = rings.filter((ring) => ringArea(ring) > 0).sort((a, b) => ringArea(b) - ringArea(a))
  const holes = rings.filter((ring) => ringArea(ring) < -2)
  const [outline] = outlines
  if (!outline || ringArea(outline) < 1) return undefined
  return { outline, holes, area: ringArea(outline) + holes.reduce((sum, ring) => sum + ringArea(ring), 0) }
}

/** Steps to every cell within a hair by the measure of {@link distances}. */
const WITHIN_HAIR = [-2, -1, 0, 1, 2].flatMap((dy) =>
  [-2, -1, 0, 1, 2].flatMap((dx) => {
    const [long, short] = [Math.max(Math.abs(dx), Math.abs(dy)), Math.min(Math.abs(dx), Math.abs(dy))]
    return long > 0 && long * PER_PIXEL + short <= HAIR * PER_PIXEL ? [[dx, dy] as const] : []
  }),
)

/** Paint spreads a hair under the ink it meets, and nowhere else. */
function beneathLines(mask: Uint8Array, inked: (cell: number) => boolean, w: number, h: number) {
  const spread: number[] = []
  for (let y = 0, at = 0; y < h; y++) {
    for (let x = 0; x < w; x++, at++) {
      if (
        mask[at] === 0 ||
        (x > 0 &&
          mask[at - 1] !== 0 &&
          x < w - 1 &&
          mask[at + 1] !== 0 &&
          y > 0 &&
          mask[at - w] !== 0 &&
          y < h - 1 &&
          mask[at + w] !== 0)
      )
        continue
      for (const [dx, dy] of WITHIN_HAIR) {
        if (x + dx < 0 || x + dx >= w || y + dy < 0 || y + dy >= h) continue
        const there = at + dy * w + dx
        if (mask[there] === 0 && inked(there)) spread.push(there)
      }
    }
  }
  for (const at of spread) mask[at] = 1
}

/** Marks cells of a hole that were looked at. */
const LOOKED = 2

/** Whether a hole holds more than ink: where it does not, the paint goes on beneath the line. */
function holdsPaper(mask: Uint8Array, inked: (cell: number) => boolean, w: number, h: number, cell: number): boolean {
  const stack = [cell]
  while (stack.length > 0) {
    const at = stack.pop()!
    if (mask[at] !== 0) continue
    const x = at % w
    if (!inked(at) || x === 0 || x === w - 1 || at < w || at >= w * (h - 1)) return true
    mask[at] = LOOKED
    stack.push(at - 1, at + 1, at - w, at + w)
  }
  return false
}
