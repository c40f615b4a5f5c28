import { LINE_PASSES, PASSES, type Pass } from '../scene/schema'
import type { Ink, InkPiece, Stroke } from '../ink/ink'
import { halfWidth } from '../ink/outline'
import { silhouette, type Silhouette } from '../ink/silhouette'
import { memoLists } from '../base/memo'
import type { Point } from '../geometry/matrix'

export type InkOf = (drawing: string, pass: Pass) => Ink

/** Gaps in an outline up to this leave its shape closed, in pixels. */
const SHAPE_GAP = 14
/** Cells along the longest side of the picture a shape is measured on: enough for a hundredth of its area. */
const FINENESS = 125

/** A painted part: its area, its middle, and how it lies about that (central second moments over the area, in square pixels). */
export interface Body extends Point {
  readonly area: number
  readonly xx: number
  readonly xy: number
  readonly yy: number
}

/** One fill and how it lies. */
export interface FillBody extends Body {
  readonly piece: InkPiece
}

/** Painted parts smaller than this say neither where a drawing is nor how large, in square pixels. */
export const DOT = 150

/** What is painted in one colour. */
export const paintOf = ({ pieces }: Measured, swatch: string): Ink =>
  pieces.filter((piece) => piece.kind !== 'stroke' && piece.swatch === swatch)

/** Width of a line in the middle of all its widths and its length, in pixels. */
export interface Line {
  readonly wide: number
  readonly long: number
}

/** What one drawing's ink says by itself; worked out once for as long as its ink stays the same. */
export interface Measured {
  /** Its one dark shape, cast shadows left out; undefined without ink. */
  readonly shape: Silhouette | undefined
  /** Painted area of each colour, cast shadows left out, in square pixels. */
  readonly areas: ReadonlyMap<string, number>
  /** What is painted in each colour, as one body. */
  readonly parts: ReadonlyMap<string, Body>
  /** What was painted in one go each, by its colour: an arm beside the body that has the same. */
  readonly fills: ReadonlyMap<string, readonly FillBody[]>
  /** Width of its line in the middle, in pixels, by length; of the finest pass that has one. */
  readonly lineWidth: number | undefined
  /** Each stroke of that pass. */
  readonly strokes: readonly Line[]
  readonly passes: readonly Pass[]
  readonly pieces: readonly InkPiece[]
}

/** The measures of a drawing; undefined while it has no ink. */
export function measuredOf(drawing: string, inkOf: InkOf): Measured | undefined {
  const parts = PASSES.map((pass) => inkOf(drawing, pass))
  return parts.some((ink) => ink.length > 0) ? measuredParts(parts) : undefined
}

/** The passes a drawing's shape is made of: all but the shadow it casts. */
const SHAPED: readonly Pass[] = PASSES.filter((pass) => pass !== 'shadow')

/** What a drawing's shape is made of. */
export const inkWithShape = (drawing: string, inkOf: InkOf): Ink => SHAPED.flatMap((pass) => inkOf(drawing, pass))

export const hasShape = (drawing: string, inkOf: InkOf): boolean =>
  SHAPED.some((pass) => inkOf(drawing, pass).length > 0)

/** The dark shape of some ink; undefined where there is none. */
const shapeOf = (ink: Ink): Silhouette | undefined => silhouette(ink, { tolerance: SHAPE_GAP, fineness: FINENESS })

/** The middle of the shape of some ink, in scene pixels; undefined where it has none. */
export const middleOfShape = (ink: Ink): Point | undefined => shapeOf(ink)?.centre

/** By the ink of each pass, in order of `PASSES`. */
const measuredParts = memoLists((parts: readonly Ink[]): Measured => {
  const of = (pass: Pass) => parts[PASSES.indexOf(pass)]!
  const unshadowed = SHAPED.flatMap(of)
  const fills = sumsIn(unshadowed)
  const painted = new Map([...fills].map(([swatch, each]) => [swatch, each.map(({ sum }) => sum).reduce(together)]))
  const lined = LINE_PASSES.toReversed().find((pass) => of(pass).some(({ kind }) => kind === 'stroke'))
  const lines = linesOf(lined ? of(lined).filter((piece) => piece.kind === 'stroke') : [])
  return {
    shape: shapeOf(unshadowed),
    areas: new Map([...painted].map(([swatch, { area }]) => [swatch, area])),
    parts: new Map([...painted].flatMap(([swatch, sums]) => bodyOf(sums).map((body) => [swatch, body] as const))),
    fills: new Map(
      [...fills].map(([swatch, each]) => [
        swatch,
        each.flatMap(({ sum, piece }) => bodyOf(sum).map((body) => ({ ...body, piece }))),
      ]),
    ),
    lineWidth: lines.all?.wide,
    strokes: lines.each,
    passes: PASSES.filter((pass) => of(pass).length > 0),
    pieces: parts.flat(),
  }
})

/** Area and moments of each fill, by its colour; cells of one colour are one. */
function sumsIn(ink: Ink): Map<string, { sum: Sums; piece: InkPiece }[]> {
  const sums = new Map<string, { sum: Sums; piece: InkPiece }[]>()
  for (const piece of ink) {
    if (piece.kind !== 'fill' && piece.kind !== 'cells') continue
    const sum = { ...NOTHING }
    if (piece.kind === 'cells') for (const run of runsOf(piece.runs)) addRing(sum, run, 1)
    else {
      addRing(sum, piece.outline, 1)
      for (const hole of piece.holes ?? []) addRing(sum, hole, -1)
    }
    const own = sums.get(piece.swatch)
    if (own) own.push({ sum, piece })
    else sums.set(piece.swatch, [{ sum, piece }])
  }
  return sums
}
/** What was summed up as a body; none of what has no area. */
function bodyOf({ area, ...sum }: Sums): [] | [Body] {
  if (area < 1) return []
  const [x, y] = [sum.x / area, sum.y / area]
  return [{ area, x, y, xx: sum.xx / area - x * x, xy: sum.xy / area - x * y, yy: sum.yy / area - y * y }]
}

/** Each run of cells as a ring. */
const runsOf = (runs: readonly number[]): number[][] =>
  Array.from({ length: runs.length / 3 }, (_, i) => {
    const [x, y, wide] = [runs[3 * i]!, runs[3 * i + 1]!, runs[3 * i + 2]!]
    return [x, y, x + wide, y, x + wide, y + 1, x, y + 1]
  })

type Sums = { area: number; x: number; y: number; xx: number; xy: number; yy: number }
const NOTHING: Sums = { area: 0, x: 0, y: 0, xx: 0, xy: 0, yy: 0 }
const KEYS = ['area', 'x', 'y', 'xx', 'xy', 'yy'] as const
const together = (a: Sums, b: Sums): Sums => {
  const sum = { ...a }
  for (const key of KEYS) sum[key] += b[key]
  return sum
}

/** Adds a ring's area and moments, by Green's theorem over its edges; `sign` −1 takes them away. */
function addRing(sum: Sums, ring: readonly number[], sign: 1 | -1): void {
  let [area, x, y, xx, xy, yy] = [0, 0, 0, 0, 0, 0]
  let [ax, ay] = [ring.at(-2)!, ring.at(-1)!]
  for (let i = 0; i < ring.length; i += 2) {
    const [bx, by] = [ring[i]!, ring[i + 1]!]
    const cross = ax * by - bx * ay
    area += cross / 2
    x += ((ax + bx) * cross) / 6
    y += ((ay + by) * cross) / 6
    xx += ((ax * ax + ax * bx + bx * bx) * cross) / 12
    yy += ((ay * ay + ay * by + by * by) * cross) / 12
    xy += ((2 * ax * ay + ax * by + bx * ay + 2 * bx * by) * cross) / 24
    ax = bx
    ay = by
  }
  // Either way round a ring is as much.
  const by = sign * Math.sign(area)
  const own: Sums = { area, x, y, xx, xy, yy }
  for (const key of KEYS) sum[key] += by * own[key]
}

/** Each of some strokes as a line, and all of them as one; none of what has no length. */
function linesOf(strokes: readonly Stroke[]): { each: Line[]; all: Line | undefined } {
  const [wide, long, owner]: [number[], number[], number[]] = [[], [], []]
  for (const [n, stroke] of strokes.entries()) {
    const { points } = stroke
    for (let i = 3; i < points.length; i += 3) {
      wide.push(2 * halfWidth(stroke, (points[i + 2]! + points[i - 1]!) / 2))
      long.push(Math.hypot(points[i]! - points[i - 3]!, points[i + 1]! - points[i - 2]!))
      owner.push(n)
    }
  }
  const all = new MiddleHalf()
  const each = strokes.map(() => new MiddleHalf())
  for (let i = 0; i < long.length; i++) {
    all.whole += long[i]!
    each[owner[i]!]!.whole += long[i]!
  }
  for (const i of inOrder(wide)) {
    all.add(wide[i]!, long[i]!)
    each[owner[i]!]!.add(wide[i]!, long[i]!)
  }
  return { each: each.flatMap((line) => line.line ?? []), all: all.line }
}

/**
 * A line's width: a line that swells and thins has two common widths, and the middle half of all tells more than its
 * very middle. `whole` is its length; its widths are added from the finest up.
 */
class MiddleHalf {
  whole = 0
  #from = 0
  #sum = 0
  #counted = 0

  add(wide: number, long: number): void {
    const within = Math.min(this.#from + long, 0.75 * this.whole) - Math.max(this.#from, 0.25 * this.whole)
    if (within > 0) {
      this.#sum += wide * within
      this.#counted += within
    }
    this.#from += long
  }

  get line(): Line | undefined {
    return this.#counted > 0 ? { wide: this.#sum / this.#counted, long: this.whole } : undefined
  }
}

/** Widths nearer than this, in pixels, come in any order. */
const APART = 1 / 4096

/** Places of values from the least up: sorted as whole numbers, which needs no comparing by a function of ours. */
function inOrder(values: readonly number[]): Float64Array {
  const count = values.length
  const keys = new Float64Array(count)
  for (let i = 0; i < count; i++) keys[i] = Math.round(values[i]! / APART) * count + i
  keys.sort()
  for (let n = 0; n < count; n++) keys[n]! %= count
  return keys
}
