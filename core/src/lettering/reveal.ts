import { requireNumber } from '../base/ranges'
import { courseOf, type Course } from './course'
import { crossSections, type CrossSection } from './cross-sections'
import type { LetterStroke } from './strokes'
import { penWay } from './write-on'

export interface RevealOptions {
  /** Its strokes, apart from one another. */
  readonly lettering: readonly LetterStroke[]
  /** The pen's ways in their order, flat x, y in pixels of the lettering. */
  readonly paths: readonly { readonly points: readonly number[]; readonly overlap?: number | undefined }[]
  /** How far lettering may lie from the pen's way to belong to it, in pixels. */
  readonly reach?: number
  /** As `penWay` takes it. */
  readonly overlap?: number
}
export interface Revealed {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
  /** How far along the whole way the pen shows each pixel; infinite where there is no lettering. */
  readonly times: Float32Array
  /** Pixels of lettering no path reaches, shown with the last drawing: how many, and where. */
  readonly unreached: number
  readonly unreachedMask: Uint8Array
  /** The length of the whole way. */
  readonly whole: number
}

/** How far the pen reaches where nothing is said, in pixels. */
export const USUAL_REACH = 40

/**
 * When each bit of lettering is shown: as the pen passes it, by the place on its way that lies straight across. What
 * lies across is looked for within one stroke of lettering only, and no further than the stroke is wide there, so that
 * a stroke close by or crossing is not uncovered early; where two strokes cross, the first to pass shows what they
 * share. What lies across from no place (ends, corners, swellings) goes with the nearest bit of its stroke that does.
 * Design: arithmetic section 17.
 *
 * @returns times in pixels along the whole way (`penWay`), over the box of all the lettering
 * @throws RangeError when `reach` is below 1, and for what `penWay` refuses
 */
export function revealTimes({ lettering, paths, reach = USUAL_REACH, overlap = 0 }: RevealOptions): Revealed {
  requireNumber('reach', reach, 1, 1e4)
  const courses = paths.map(({ points }) => courseOf(points))
  const stretches = penWay(
    courses.map(({ length }, i) => ({ length, overlap: paths[i]!.overlap })),
    overlap,
  )
  const whole = Math.max(...stretches.map(({ end }) => end))
  const field = emptyField(lettering, whole)
  const sections = crossSections(lettering, courses, reach)
  lettering.forEach((stroke, n) => {
    const passing = new Passing(stroke)
    sections[n]!.forEach((own, path) => passing.pass(courses[path]!, own, { path, begin: stretches[path]!.begin }))
    passing.spread(reach)
    layOn(field, stroke, passing.times)
  })
  return field
}

function emptyField(lettering: readonly LetterStroke[], whole: number): Revealed & { unreached: number } {
  const left = Math.min(...lettering.map((stroke) => stroke.left))
  const top = Math.min(...lettering.map((stroke) => stroke.top))
  const width = Math.max(...lettering.map((stroke) => stroke.left + stroke.width)) - left
  const height = Math.max(...lettering.map((stroke) => stroke.top + stroke.height)) - top
  if (lettering.length === 0) return { left: 0, top: 0, width: 0, height: 0, ...blank(0), unreached: 0, whole }
  return { left, top, width, height, ...blank(width * height), unreached: 0, whole }
}
const blank = (cells: number) => ({
  times: new Float32Array(cells).fill(Infinity),
  unreachedMask: new Uint8Array(cells),
})

/** A pixel in two strokes is shown with whichever the pen passes first. */
function layOn(field: Revealed & { unreached: number }, stroke: LetterStroke, times: Float32Array) {
  for (let y = 0; y < stroke.height; y++) {
    const row = (stroke.top - field.top + y) * field.width + stroke.left - field.left
    for (let x = 0; x < stroke.width; x++) {
      const from = y * stroke.width + x
      if (stroke.cells[from] !== 1) continue
      const at = row + x
      if (times[from]! < Infinity) {
        if (field.unreachedMask[at]) field.unreached -= field.unreachedMask[at] = 0
        field.times[at] = Math.min(field.times[at]!, times[from]!)
      } else if (field.times[at] === Infinity) {
        field.times[at] = field.whole
        field.unreachedMask[at] = 1
        field.unreached++
      }
    }
  }
}

/** Steps across a path, in pixels: fine enough to miss no pixel of a straight one. */
const ACROSS = 0.5
/** Looks at a pixel further apart than this along one path are two passes of the pen, in pixels. */
const ANOTHER_PASS = 3

/** The pen passing over one stroke: when each of its pixels is passed first. */
class Passing {
  readonly times: Float32Array
  /** How far from the path each pixel lies, which path it is and where that was last straight across. */
  readonly #far: Float32Array
  readonly #path: Int16Array
  readonly #last: Float32Array

  constructor(private readonly stroke: LetterStroke) {
    const cells = stroke.cells.length
    this.times = new Float32Array(cells).fill(Infinity)
    this.#far = new Float32Array(cells)
    this.#path = new Int16Array(cells).fill(-1)
    this.#last = new Float32Array(cells)
  }

  pass(course: Course, sections: readonly CrossSection[], { path, begin }: { path: number; begin: number }): void {
    const { left, top, width, height, cells } = this.stroke
    for (const { at, from, to } of sections) {
      const [x, y] = [course.x[at]! - left, course.y[at]! - top]
      const [nx, ny] = [-course.dy[at]!, course.dx[at]!]
      const along = course.at[at]!
      for (let across = from; across <= to; across += ACROSS) {
        const [u, v] = [Math.floor(x + nx * across), Math.floor(y + ny * across)]
        if (u < 0 || v < 0 || u >= width || v >= height) continue
        const cell = v * width + u
        if (cells[cell] === 1) this.#show(cell, { path, along, begin, far: Math.abs(across) })
      }
    }
  }

  #show(cell: number, { path, along, begin, far }: { path: number; along: number; begin: number; far: number }) {
    const time = begin + along
    const mine = this.#path[cell] === path
    const samePass = mine && along - this.#last[cell]! <= ANOTHER_PASS
    if (samePass) this.#last[cell] = along
    const nearer = samePass && far < this.#far[cell]!
    const earlier = !mine && time < this.times[cell]!
    if (!nearer && !earlier) return
    this.times[cell] = time
    this.#far[cell] = far
    this.#path[cell] = path
    this.#last[cell] = along
  }

  /** What was not passed takes the time of the nearest that was, no further than `reach` away. */
  spread(reach: number): void {
    const { cells } = this.stroke
    const { times } = this
    let left: number[] = []
    for (let cell = 0; cell < cells.length; cell++) if (cells[cell] === 1 && times[cell] === Infinity) left.push(cell)
    for (let step = 0; step < reach && left.length > 0; step++) {
      const found = left.map((cell) => this.#timeBeside(cell))
      const still = left.filter((_, i) => found[i] === Infinity)
      if (still.length === left.length) return
      left.forEach((cell, i) => (times[cell] = found[i]!))
      left = still
    }
  }

  #timeBeside(cell: number): number {
    const { width, height } = this.stroke
    const [x, y] = [cell % width, Math.floor(cell / width)]
    let first = Infinity
    for (let v = Math.max(0, y - 1); v <= Math.min(height - 1, y + 1); v++)
      for (let u = Math.max(0, x - 1); u <= Math.min(width - 1, x + 1); u++)
        first = Math.min(first, this.times[v * width + u]!)
    return first
  }
}
