import type { Point } from '../geometry/matrix'
import { shrunk, type Grey } from '../paper/grey'

/** Where a spot of a film is on one of its pictures, in pixels of that, and how alike it looks: 1 the same, 0 nothing alike. */
export interface Spotted extends Point {
  readonly alike: number
}

/** Half the side of what is followed, and how far it may go from one picture to the next beyond where it was going, in pixels. */
const HALF = 12
const REACH = 30
/** The first look is at pictures so many times smaller. */
const COARSE = 2
/** Less alike than this it is lost; as alike as that, what it looks like now is learned. */
const LOST = 0.55
const SURE = 0.85
const LEARNED = 0.12
/** Where it could lie somewhere else as well, by so little in likeness and so far from there in the small pictures, it is lost too. */
const DOUBT = { alike: 0.05, apart: 6 } as const

/**
 * Follows a spot of a film from picture to picture: what lies around it is looked for about where it was going, by
 * normalised cross-correlation, first on small pictures, then finely and between pixels. What it looks like is learned
 * as it turns.
 * Source: J. P. Lewis, Fast Normalized Cross-Correlation (1995).
 */
export class SpotFollower {
  #fine: Patch
  #coarse: Patch
  #at: Point
  #going: Point = { x: 0, y: 0 }

  /** @param image - the picture it is shown on first; `at` in its pixels */
  constructor(image: Grey, at: Point) {
    this.#at = at
    this.#fine = patchOf(image, at, HALF)
    this.#coarse = patchOf(shrunk(image, COARSE), scaled(at, 1 / COARSE), HALF / COARSE)
  }

  /** The same spot on the next picture; undefined when it cannot be told where it is. */
  next(image: Grey): Spotted | undefined {
    const guess = { x: this.#at.x + this.#going.x, y: this.#at.y + this.#going.y }
    const small = shrunk(image, COARSE)
    const about = looked(small, this.#coarse, scaled(guess, 1 / COARSE), REACH / COARSE)
    if (aside(about) > about.best.alike - DOUBT.alike) return undefined
    const found = between(image, this.#fine, looked(image, this.#fine, scaled(about.best, COARSE), COARSE + 1).best)
    if (found.alike < LOST) return undefined
    this.#going = { x: found.x - this.#at.x, y: found.y - this.#at.y }
    this.#at = found
    if (found.alike >= SURE) {
      this.#fine = learned(this.#fine, patchOf(image, found, HALF))
      this.#coarse = learned(this.#coarse, patchOf(small, scaled(found, 1 / COARSE), HALF / COARSE))
    }
    return found
  }
}

const scaled = ({ x, y }: Point, by: number): Point => ({ x: x * by, y: y * by })

/** Values about a spot less their mean, and their length. */
interface Patch {
  readonly half: number
  readonly values: Float32Array
  readonly length: number
}

const centred = (half: number, values: Float32Array): Patch => {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length
  let squares = 0
  for (let i = 0; i < values.length; i++) squares += (values[i] = values[i]! - mean) ** 2
  return { half, values, length: Math.sqrt(squares) }
}

function patchOf(image: Grey, { x, y }: Point, half: number): Patch {
  const side = 2 * half + 1
  const values = new Float32Array(side * side)
  const [left, top] = [x - half - 0.5, y - half - 0.5]
  for (let v = 0; v < side; v++) for (let u = 0; u < side; u++) values[v * side + u] = valueAt(image, left + u, top + v)
  return centred(half, values)
}

/** Between pixels, and beyond the edge as at it. */
function valueAt({ width, height, data }: Grey, x: number, y: number): number {
  const [i, j] = [Math.floor(x), Math.floor(y)]
  const [s, t] = [x - i, y - j]
  const column = (u: number) => Math.min(width - 1, Math.max(0, u))
  const row = (v: number) => Math.min(height - 1, Math.max(0, v)) * width
  const [a, b] = [data[row(j) + column(i)]!, data[row(j) + column(i + 1)]!]
  const [c, d] = [data[row(j + 1) + column(i)]!, data[row(j + 1) + column(i + 1)]!]
  return a + (b - a) * s + (c - a + (a - b - c + d) * s) * t
}

function learned(old: Patch, now: Patch): Patch {
  const values = old.values.map(
    (value, i) =>
      value / (old.length || 1) + LEARNED * (now.values[i]! / (now.length || 1) - value / (old.length || 1)),
  )
  return centred(old.half, values)
}

/** How alike the places within reach of a guess look, row by row from one corner, and which of them looks most like it. */
interface Looked {
  readonly corner: Point
  readonly side: number
  readonly alike: Float32Array
  readonly best: Spotted
}

function looked(image: Grey, patch: Patch, guess: Point, reach: number): Looked {
  const corner = { x: Math.floor(guess.x) + 0.5 - reach, y: Math.floor(guess.y) + 0.5 - reach }
  const side = 2 * reach + 1
  const place = (i: number) => ({ x: corner.x + (i % side), y: corner.y + Math.floor(i / side) })
  const alike = Float32Array.from({ length: side * side }, (_, i) => likeness(image, patch, place(i).x, place(i).y))
  const at = alike.reduce((best, value, i) => (value > alike[best]! ? i : best), 0)
  return { corner, side, alike, best: { ...place(at), alike: alike[at]! } }
}

/** How alike the place looks that does so most among those apart from the best. */
function aside({ corner, side, alike, best }: Looked): number {
  const [x, y] = [best.x - corner.x, best.y - corner.y]
  return alike.reduce(
    (most, value, i) =>
      Math.hypot((i % side) - x, Math.floor(i / side) - y) < DOUBT.apart ? most : Math.max(most, value),
    -1,
  )
}

/** A place told between pixels, by the parabolas through how alike those beside it look. */
function between(image: Grey, patch: Patch, { x, y, alike }: Spotted): Spotted {
  const off = (dx: number, dy: number) => {
    const [before, after] = [likeness(image, patch, x - dx, y - dy), likeness(image, patch, x + dx, y + dy)]
    const bend = before - 2 * alike + after
    return bend < 0 ? Math.max(-0.5, Math.min(0.5, (0.5 * (before - after)) / bend)) : 0
  }
  return { x: x + off(1, 0), y: y + off(0, 1), alike }
}

function likeness({ width, height, data }: Grey, { half, values, length }: Patch, x: number, y: number): number {
  const side = 2 * half + 1
  const [left, top] = [Math.floor(x) - half, Math.floor(y) - half]
  if (left < 0 || top < 0 || left + side > width || top + side > height) return -1
  let [sum, squares, dot] = [0, 0, 0]
  for (let v = 0, i = 0; v < side; v++)
    for (let u = 0, at = (top + v) * width + left; u < side; u++, i++, at++) {
      const value = data[at]!
      sum += value
      squares += value * value
      dot += value * values[i]!
    }
  const spread = squares - (sum * sum) / values.length
  return spread > 1e-6 && length > 1e-6 ? dot / (Math.sqrt(spread) * length) : -1
}
