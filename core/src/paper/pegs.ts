import type { Point } from '../geometry/matrix'
import { blobsOf, withoutThin, type Blob } from './blobs'
import { shrunk, type Grey } from './grey'
import { flattened, lightAlong, paperLevels } from './levels'

/** What was found of the holes by which a page lies on its pegs: a round one midway between two slots. */
export interface PegHoles {
  readonly round: Point | undefined
  /** Both, the first to the left when the page lies as it was read; fewer when fewer were found. */
  readonly slots: readonly Point[]
  /** The edge of the page they lie near; undefined unless all three are there. */
  readonly edge: 'top' | 'bottom' | 'left' | 'right' | undefined
  /** All of the three, as ellipses about them: half their axes in pixels, and the direction of the longer one. */
  readonly shapes: readonly (Point & { readonly long: number; readonly wide: number; readonly angle: number })[]
}

/** Holes are looked for on a page no larger than this, and then found exactly on the page itself. */
const LOOKED_AT = 900
/** On a flattened page what is darker than this may be a hole. */
const DARK = 110
/** A hole fills the ellipse of its own spread, a slot nearly so; drawn lines do not. */
const SOLID = { least: 0.8, most: 1.25 }
/** Sides of holes as shares of the page's longer side. */
const THICK = { least: 0.006, most: 0.05 }
/** Half of how thick a drawn line may be, as a share of the page's longer side. */
const LINE = 0.0022
/** How much longer than wide a hole is that is round, and one that is a slot. */
const ROUND_MOST = 1.35
const SLOT = { least: 1.6, most: 7 }
/** How far the round hole may lie from midway, as a share of half the way between the slots; and slots askew, in radians. */
const OFF_MIDDLE = 0.08
const ASKEW = 0.16
/** How much wider one hole may be than another. */
const UNLIKE = 1.6

const BESIDE = [
  [0, 0],
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
] as const

/** A hole with its edge and its shadow, beside the ellipse of its spread. */
const AROUND = 1.5

interface Hole extends Point {
  readonly blob: Blob
  /** Axes of the ellipse of the same spread, in pixels, and the direction of the longer one. */
  readonly long: number
  readonly wide: number
  readonly angle: number
  /** Whether a place is of the hole, or right beside it. */
  readonly reach: (x: number, y: number) => boolean
}

/** The holes by which a page lies on pegs, in its own pixels, or what was found of them. */
export function pegHoles(image: Grey): PegHoles {
  const factor = Math.ceil(Math.max(image.width, image.height) / LOOKED_AT)
  const small = shrunk(image, factor)
  const flat = flattened(small, paperLevels(small))
  const mask = flat.data.map((value) => (value < DARK ? 1 : 0))
  const side = Math.max(small.width, small.height)
  // A line that runs into a hole is no part of it.
  const thick = withoutThin(mask, small.width, small.height, Math.max(1, Math.round(LINE * side)))
  const holes = blobsOf(thick, small.width, small.height)
    .filter((blob) => isSized(blob, side))
    .flatMap((blob) => holeOf(blob, small.width) ?? [])
  const rounds = holes.filter(({ long, wide }) => long / wide <= ROUND_MOST)
  const slots = holes.filter(({ long, wide }) => long / wide >= SLOT.least && long / wide <= SLOT.most)
  const exact = (hole: Hole) => middleOf(image, hole, factor)
  const three = bestThree(rounds, slots)
  if (!three)
    return { round: rounds.length === 1 ? exact(rounds[0]!) : undefined, slots: [], edge: undefined, shapes: [] }
  const round = exact(three.round)
  const exactSlots = three.slots.map(exact)
  const around = (hole: Hole, at: Point) => ({
    ...at,
    ...{ long: AROUND * (hole.long / 2) * factor, wide: AROUND * (hole.wide / 2) * factor, angle: hole.angle },
  })
  const shapes = [around(three.round, round), ...three.slots.map((slot, i) => around(slot, exactSlots[i]!))]
  return { round, slots: exactSlots, edge: edgeNear(round, image, three.slots), shapes }
}

/** The page without its holes: they are no drawing. */
export function withoutPegs(image: Grey, { shapes }: Pick<PegHoles, 'shapes'>): Grey {
  if (shapes.length === 0) return image
  const { light } = paperLevels(image)
  const data = Uint8Array.from(image.data)
  const row = new Float32Array(image.width)
  for (const { x, y, long, wide, angle } of shapes) {
    const reach = Math.ceil(long)
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
    for (let v = Math.max(0, Math.floor(y - reach)); v < Math.min(image.height, y + reach); v++) {
      lightAlong(light, { y: (v + 0.5) / image.height, width: image.width }, row)
      for (let u = Math.max(0, Math.floor(x - reach)); u < Math.min(image.width, x + reach); u++) {
        const [along, across] = [cos * (u - x) + sin * (v - y), -sin * (u - x) + cos * (v - y)]
        if ((along / long) ** 2 + (across / wide) ** 2 <= 1) data[v * image.width + u] = row[u]!
      }
    }
  }
  return { ...image, data }
}

const isSized = ({ area, width, height }: Blob, side: number): boolean =>
  area >= (THICK.least * side) ** 2 * 0.6 &&
  Math.min(width, height) >= THICK.least * side &&
  Math.max(width, height) <= SLOT.most * THICK.most * side

function holeOf(blob: Blob, across: number): Hole | undefined {
  let [x, y] = [0, 0]
  for (const at of blob.pixels) {
    x += at % across
    y += Math.floor(at / across)
  }
  x /= blob.area
  y /= blob.area
  let [xx, yy, xy] = [0, 0, 0]
  for (const at of blob.pixels) {
    const [dx, dy] = [(at % across) - x, Math.floor(at / across) - y]
    xx += dx * dx
    yy += dy * dy
    xy += dx * dy
  }
  // A pixel has a spread of its own: a twelfth of its side squared.
  ;[xx, yy, xy] = [xx / blob.area + 1 / 12, yy / blob.area + 1 / 12, xy / blob.area]
  const middle = (xx + yy) / 2
  const half = Math.hypot((xx - yy) / 2, xy)
  const [long, wide] = [4 * Math.sqrt(middle + half), 4 * Math.sqrt(Math.max(1e-9, middle - half))]
  const solid = blob.area / ((Math.PI / 4) * long * wide)
  if (solid < SOLID.least || solid > SOLID.most) return undefined
  const own = new Set(blob.pixels)
  const reach = (u: number, v: number) => BESIDE.some(([dx, dy]) => own.has((v + dy) * across + u + dx))
  return { x: x + 0.5, y: y + 0.5, blob, long, wide, angle: Math.atan2(2 * xy, xx - yy) / 2, reach }
}

/** The three that lie most as pegs do. */
function bestThree(rounds: readonly Hole[], slots: readonly Hole[]) {
  let best: { round: Hole; slots: [Hole, Hole]; off: number } | undefined
  for (const [i, one] of slots.entries())
    for (const other of slots.slice(i + 1)) {
      const direction = Math.atan2(other.y - one.y, other.x - one.x)
      if (askew(one.angle, direction) > ASKEW || askew(other.angle, direction) > ASKEW) continue
      const half = Math.hypot(other.x - one.x, other.y - one.y) / 2
      for (const round of rounds) {
        if (unlike(round.wide, one.wide) > UNLIKE || unlike(round.wide, other.wide) > UNLIKE) continue
        const off = Math.hypot(round.x - (one.x + other.x) / 2, round.y - (one.y + other.y) / 2) / half
        if (off > OFF_MIDDLE || (best && best.off <= off)) continue
        best = { round, slots: inOrder(one, other), off }
      }
    }
  return best
}

const unlike = (a: number, b: number) => Math.max(a / b, b / a)
/** Between two lines without a direction, in radians. */
function askew(a: number, b: number): number {
  const turn = Math.abs(a - b) % Math.PI
  return Math.min(turn, Math.PI - turn)
}
/** From left to right; one below the other, from top to bottom. */
function inOrder(one: Hole, other: Hole): [Hole, Hole] {
  const upright = Math.abs(other.y - one.y) > Math.abs(other.x - one.x)
  return (upright ? one.y <= other.y : one.x <= other.x) ? [one, other] : [other, one]
}

function edgeNear({ x, y }: Point, { width, height }: Grey, [one, other]: readonly Hole[]): PegHoles['edge'] {
  const lying = Math.abs(other!.x - one!.x) >= Math.abs(other!.y - one!.y)
  if (lying) return y < height / 2 ? 'top' : 'bottom'
  return x < width / 2 ? 'left' : 'right'
}

/**
 * The middle of a hole on the page itself: the middle of what its rows and its columns say, so that a line that runs
 * into it, and moves a few of them, does not move it.
 */
function middleOf(image: Grey, { blob, reach }: Hole, factor: number): Point {
  const margin = factor + 1
  const [left, top] = [Math.max(0, blob.x * factor - margin), Math.max(0, blob.y * factor - margin)]
  const width = Math.min(image.width, (blob.x + blob.width) * factor + margin) - left
  const height = Math.min(image.height, (blob.y + blob.height) * factor + margin) - top
  let paper = 0
  for (let y = top; y < top + height; y++)
    for (let x = left; x < left + width; x++) paper = Math.max(paper, image.data[y * image.width + x]!)
  // What is hardly darker than the paper is its grain.
  const dark = (x: number, y: number) =>
    reach(Math.floor((left + x) / factor), Math.floor((top + y) / factor))
      ? Math.max(0, 0.7 * paper - image.data[(top + y) * image.width + left + x]!)
      : 0
  return {
    x: left + middleAcross(width, height, dark),
    y: top + middleAcross(height, width, (y, x) => dark(x, y)),
  }
}

/** The middle of the middles of all rows that cross the hole well. */
function middleAcross(width: number, rows: number, dark: (x: number, row: number) => number): number {
  const found = Array.from({ length: rows }, (_, row) => {
    let [sum, moment] = [0, 0]
    for (let x = 0; x < width; x++) {
      const value = dark(x, row)
      sum += value
      moment += value * (x + 0.5)
    }
    return { sum, middle: moment / sum }
  })
  const most = Math.max(...found.map(({ sum }) => sum))
  const middles = found.filter(({ sum }) => sum > most / 2).map(({ middle }) => middle)
  middles.sort((a, b) => a - b)
  return (middles[(middles.length - 1) >> 1]! + middles[middles.length >> 1]!) / 2
}
