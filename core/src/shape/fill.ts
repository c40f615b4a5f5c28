import { boundsOf } from './select'
import { onGrid, INK_GRID, type Ink } from './ink'
import { distances, PER_PIXEL, rasterised, type Grid } from './raster'
import { divided, type Closing, type Regions } from './regions'
import { ringArea, tracedRings } from './trace'

/** The passes whose lines hold paint. */
export const LINE_PASSES = ['rough', 'tie-down', 'line'] as const

/** How far around the place touched the lines are looked at, in pixels, before all of them are. */
const REACHES = [110, 300] as const
/** How far paint goes beneath a line, in pixels, so that no pale seam shows. */
const HAIR = 2
/** How far from a touched line its paper is looked for, in pixels. */
const NEAR = 8
/** A way out is a leak when it is narrower than this share of the widest place it leads from. */
const NECK = 0.8

export interface Painted { readonly outline: number[]; readonly holes: readonly number[][]; readonly area: number }
/** Where paint would run out: the middle of the gap, its width in pixels, and the line that closes it. */
export interface Leak { readonly x: number; readonly y: number; readonly width: number; readonly closing: Closing }
export type FillOutcome =
  | ({ readonly outcome: 'filled' } & Painted)
  | { readonly outcome: 'leak'; readonly leak: Leak }
  | { readonly outcome: 'on a line' }
  | { readonly outcome: 'too fine' }

export interface FillOptions {
  /** The drawing's lines, all passes that hold paint together. */
  readonly ink: Ink
  readonly width: number
  readonly height: number
  readonly x: number
  readonly y: number
  /** Gaps up to this many pixels hold paint. */
  readonly gap: number
  /** Gaps closed by hand for this paint. */
  readonly closings?: readonly Closing[]
  /** Paint although it runs out. */
  readonly anyway?: boolean
}

/**
 * Paint put down at a place: the region its lines enclose there, as an outline that reaches a hair
 * beneath them. Where paint would run out to the edge through a gap wider than `gap`, that gap.
 * Errors: RangeError when the place lies outside the paper.
 */
export function fillAt(options: FillOptions): FillOutcome {
  const { ink, width, height, x, y, closings = [] } = options
  if (!(x >= 0 && y >= 0 && x < width && y < height)) throw new RangeError(`x and y must lie on the paper, 0 to ${width} and 0 to ${height}.`)
  const paper: Grid = { left: 0, top: 0, width, height }
  const box = boundsOf(ink)
  const close = box && around(box, 24, paper)
  // What lies outside the figure's box is open: only a fill that gets there needs the whole paper.
  if (close && x > close.left && y > close.top && x < close.left + close.width - 1 && y < close.top + close.height - 1) {
    // Most parts are small: what lies near is looked at first.
    for (const reach of REACHES) {
      const near = around({ left: x - reach, top: y - reach, right: x + reach, bottom: y + reach }, 0, close)
      const found = near.width * near.height < 0.6 * close.width * close.height ? fillOn(options, near, paper, false) : undefined
      if (found) return found
    }
    const found = fillOn(options, close, paper, true)
    if (found) return found
  }
  const mask = rasterised(ink, paper, closings)
  if (mask.every((cell) => cell === 0)) return { outcome: 'filled', outline: [0, 0, width, 0, width, height, 0, height], holes: [], area: width * height }
  return fillOn(options, paper, paper, true)!
}

function around(box: { left: number; top: number; right: number; bottom: number }, margin: number, within: Grid): Grid {
  const [left, top] = [Math.max(within.left, Math.floor(box.left - margin)), Math.max(within.top, Math.floor(box.top - margin))]
  return { left, top, width: Math.max(1, Math.min(within.left + within.width, Math.ceil(box.right + margin)) - left), height: Math.max(1, Math.min(within.top + within.height, Math.ceil(box.bottom + margin)) - top) }
}

/** Undefined: the paint reaches beyond `grid` and more of the paper has to be looked at. `whole`: all lines lie in it. */
function fillOn({ ink, x, y, gap, closings = [], anyway = false }: FillOptions, grid: Grid, paper: Grid, whole: boolean): FillOutcome | undefined {
  const mask = rasterised(ink, grid, closings)
  const distance = distances(mask, grid.width, grid.height)
  const touched = nearestFree(distance, grid, x, y)
  if (touched === undefined) return whole ? { outcome: 'on a line' } : undefined
  const seed = climbed(distance, grid, touched)
  // In a place narrower than the gaps to be closed, only such gaps as are narrower still.
  const room = (2 * distance[seed]!) / PER_PIXEL - 2
  const regions = divided(distance, grid, Math.max(0, Math.min(gap, Math.floor(room * 0.6))), seed)
  const edge = widestAtEdge(regions, 1)
  if (edge !== undefined && !whole) return undefined
  if (edge !== undefined && !anyway) {
    const leak = leakOf(regions, seed, edge)
    if (leak) return { outcome: 'leak', leak }
  }
  if (edge !== undefined && (grid.width < paper.width || grid.height < paper.height)) return undefined
  const painted = paintedRegion(regions, 1)
  return painted ? { outcome: 'filled', ...painted } : { outcome: 'too fine' }
}

function nearestFree(distance: Uint16Array, { left, top, width, height }: Grid, x: number, y: number): number | undefined {
  const [cx, cy] = [Math.min(width - 1, Math.max(0, Math.floor(x - left))), Math.min(height - 1, Math.max(0, Math.floor(y - top)))]
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
    const reach = Math.max(1, Math.min(6, Math.floor(distance[at]! / PER_PIXEL) - 1))
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
    while (top > 0 && !(heaps[top]?.length)) top--
    const at = heaps[top]?.pop()
    if (at === undefined) return undefined
    const wide = distance[at]!
    peak = Math.max(peak, wide)
    if (wide <= narrowest) [neck, narrowest, peakBefore] = [at, wide, peak]
    if (at === edge) break
    const x = at % width
    if (x > 0 && !seen[at - 1] && labels[at - 1] === 1) put(at - 1)
    if (x < width - 1 && !seen[at + 1] && labels[at + 1] === 1) put(at + 1)
    if (at >= width && !seen[at - width] && labels[at - width] === 1) put(at - width)
    if (at < labels.length - width && !seen[at + width] && labels[at + width] === 1) put(at + width)
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
      if (distance[at] !== 0 || !((x > 0 && distance[at - 1]) || (x < width - 1 && distance[at + 1]) || (y > 0 && distance[at - width]) || (y < height - 1 && distance[at + width]))) continue
      inked.push({ x, y, far: Math.hypot(x - nx, y - ny) })
    }
  }
  inked.sort((a, b) => a.far - b.far)
  const [one] = inked
  if (!one) return undefined
  const side = ({ x, y, far }: { x: number; y: number; far: number }) => ((x - nx) * (one.x - nx) + (y - ny) * (one.y - ny)) / (far * one.far || 1)
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
  return { x: (ax + bx) / 2, y: (ay + by) / 2, width: Math.max(1, Math.hypot(bx - ax, by - ay) - 1), closing: [ax, ay, bx, by] }
}

/** A region as an outline with its holes, a hair beneath the lines around it. Undefined: too fine to paint. */
export function paintedRegion({ grid, labels, distance }: Regions, label: number): Painted | undefined {
  const { width, height, left, top } = grid
  let [x0, y0, x1, y1] = [width, height, -1, -1]
  for (let y = 0, at = 0; y < height; y++) {
    for (let x = 0; x < width; x++, at++) {
      if (labels[at] !== label) continue
      if (x < x0) x0 = x
      if (x > x1) x1 = x
      if (y < y0) y0 = y
      y1 = y
    }
  }
  if (x1 < 0) return undefined
  ;[x0, y0, x1, y1] = [Math.max(0, x0 - HAIR - 1), Math.max(0, y0 - HAIR - 1), Math.min(width - 1, x1 + HAIR + 1), Math.min(height - 1, y1 + HAIR + 1)]
  const [w, h] = [x1 - x0 + 1, y1 - y0 + 1]
  const mask = new Uint8Array(w * h)
  const free = new Uint8Array(w * h)
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const at = (y + y0) * width + x + x0
      if (labels[at] === label) mask[y * w + x] = 1
      if (distance[at]! > 0) free[y * w + x] = 1
    }
  }
  beneathLines(mask, free, w, h)
  withoutInkHoles(mask, free, w, h)
  const rings = tracedRings((x, y) => mask[y * w + x] === 1, w, h)
    .map((ring) => ring.map((value, i) => onGrid(value + (i % 2 === 0 ? x0 + left : y0 + top), INK_GRID.place)))
  const outlines = rings.filter((ring) => ringArea(ring) > 0).sort((a, b) => ringArea(b) - ringArea(a))
  const holes = rings.filter((ring) => ringArea(ring) < -2)
  const [outline] = outlines
  if (!outline || ringArea(outline) < 1) return undefined
  return { outline, holes, area: ringArea(outline) + holes.reduce((sum, ring) => sum + ringArea(ring), 0) }
}

/** Paint spreads a hair under the ink it meets, and nowhere else. */
function beneathLines(mask: Uint8Array, free: Uint8Array, w: number, h: number) {
  const far = distances(mask, w, h)
  for (let at = 0; at < mask.length; at++) if (free[at] === 0 && far[at]! <= HAIR * PER_PIXEL) mask[at] = 1
}

/** A hole that holds nothing but ink is no hole: the paint goes on beneath the line. */
function withoutInkHoles(mask: Uint8Array, free: Uint8Array, w: number, h: number) {
  const seen = new Uint8Array(mask.length)
  const hole = new Int32Array(mask.length)
  for (let start = 0; start < mask.length; start++) {
    if (mask[start] !== 0 || seen[start] !== 0) continue
    let [looked, count, open] = [0, 1, false]
    hole[0] = start
    seen[start] = 1
    while (looked < count) {
      const at = hole[looked++]!
      const x = at % w
      if (x === 0 || x === w - 1 || at < w || at >= w * (h - 1) || free[at] !== 0) open = true
      if (x > 0 && mask[at - 1] === 0 && seen[at - 1] === 0) seen[(hole[count++] = at - 1)] = 1
      if (x < w - 1 && mask[at + 1] === 0 && seen[at + 1] === 0) seen[(hole[count++] = at + 1)] = 1
      if (at >= w && mask[at - w] === 0 && seen[at - w] === 0) seen[(hole[count++] = at - w)] = 1
      if (at < w * (h - 1) && mask[at + w] === 0 && seen[at + w] === 0) seen[(hole[count++] = at + w)] = 1
    }
    if (!open) for (let i = 0; i < count; i++) mask[hole[i]!] = 1
  }
}
