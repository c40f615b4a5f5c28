import type { Point } from '../geometry/matrix'
import { correlation, spectrumOf, type Field } from './correlate'
import { shrunk, type Grey } from './grey'
import { lineArt, paperLevels } from './levels'
import type { PegHoles } from './pegs'

/** How one page comes to lie on another: turned about its own middle, then moved. */
export interface Lie {
  /** Pixels of the page. */
  readonly dx: number
  readonly dy: number
  /** Radians; clockwise, as y grows downward. */
  readonly turn: number
}

/** A page laid on another, by what, and how sure that is, 0 … 1. */
export interface Registered extends Lie {
  readonly by: 'pegs' | 'drawing'
  readonly confidence: number
}

/** Why a page could not be laid: nothing is guessed. */
export interface NotRegistered {
  readonly refused: string
}

/** Pegs of two pages may lie so much further apart on one than on the other, in pixels and as a share. */
const PEGS_OFF = { pixels: 2.5, share: 0.004 }
/** A page that lies further turned, or moved by more of its longer side, was not meant to lie there. */
const MOST_TURN = (8 * Math.PI) / 180
const MOST_MOVE = 0.12
/** Looked for at first: turns up to here, in such steps, on pages so large. */
const TURNS = { reach: (7 * Math.PI) / 180, step: (0.6 * Math.PI) / 180 }
const COARSE = { side: 256, longest: 216 }
/** Then found ever more exactly on pages of these longest sides. */
const FINER = [320, 640, 1280]
/** So many of the likeliest places are followed. */
const FOLLOWED = 4
/** Of the line of both pages so much must fall together, and so much more than by chance. */
const LEAST_SHARED = 0.25
const LEAST_SURE = 0.19

/**
 * Lays one page on another: by their pegs when both show all three holes, else by what is drawn on both.
 *
 * @param page - both pages at one scale
 * @param pegs - from `pegHoles`, of the page and of the other
 * @returns a place p of the page lies at turn(p − middle) + middle + (dx, dy) on the other, middle being the page's own
 */
export function registerPage(
  page: Grey,
  onto: Grey,
  { pegs }: { pegs?: readonly [page: PegHoles, onto: PegHoles] } = {},
): Registered | NotRegistered {
  const [own, other] = pegs ?? []
  if (own?.round && other?.round && own.slots.length === 2 && other.slots.length === 2) return byPegs(page, own, other)
  return byDrawing(page, onto)
}

function byPegs(page: Grey, own: PegHoles, other: PegHoles): Registered | NotRegistered {
  const [from, to] = [own, other].map(({ slots: [a, b] }) => Math.hypot(b!.x - a!.x, b!.y - a!.y)) as [number, number]
  const off = Math.abs(from - to)
  if (off > Math.max(PEGS_OFF.pixels, PEGS_OFF.share * to))
    return { refused: 'The pegs of this page lie further apart than those of the other: it is of another scale.' }
  // A page that was read upside down has its pegs at the other edge.
  const slots = own.edge === other.edge ? own.slots : [...own.slots].reverse()
  const angle = ([a, b]: readonly Point[]) => Math.atan2(b!.y - a!.y, b!.x - a!.x)
  const turn = within(angle(other.slots) - angle(slots))
  const centre = (holes: PegHoles): Point => ({
    x: (holes.round!.x + holes.slots[0]!.x + holes.slots[1]!.x) / 3,
    y: (holes.round!.y + holes.slots[0]!.y + holes.slots[1]!.y) / 3,
  })
  const moved = whereLaid(centre(own), page, { dx: 0, dy: 0, turn })
  const meant = centre(other)
  return { dx: meant.x - moved.x, dy: meant.y - moved.y, turn, by: 'pegs', confidence: Math.max(0, 1 - off / 10) }
}

const within = (turn: number): number => Math.atan2(Math.sin(turn), Math.cos(turn))

/** Where a place of a page lies on the other. */
export function whereLaid(
  { x, y }: Point,
  { width, height }: Pick<Grey, 'width' | 'height'>,
  { dx, dy, turn }: Lie,
): Point {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  const [u, v] = [x - width / 2, y - height / 2]
  return { x: cos * u - sin * v + width / 2 + dx, y: sin * u + cos * v + height / 2 + dy }
}

function byDrawing(page: Grey, onto: Grey): Registered | NotRegistered {
  const [own, other] = [inked(page), inked(onto)]
  if (own.ink === 0 || other.ink === 0) return { refused: 'There is nothing drawn on this page to lay it by.' }
  const longest = Math.max(page.width, page.height)
  for (const half of [0, Math.PI]) {
    const likeliest = coarsely(own, other, half)
      .map((lie) => followed(own, other, lie, FINER.slice(0, 1)))
      .sort((a, b) => b.sure - a.sure)[0]
    if (!likeliest || likeliest.sure < LEAST_SURE / 2) continue
    const found = followed(own, other, likeliest.lie, FINER.slice(1))
    if (found.shared < LEAST_SHARED || found.sure < LEAST_SURE) continue
    const { dx, dy, turn } = found.lie
    if (Math.abs(within(turn - half)) > MOST_TURN || Math.hypot(dx, dy) > MOST_MOVE * longest) continue
    return { dx, dy, turn: within(turn), by: 'drawing', confidence: Math.min(1, found.sure) }
  }
  return { refused: 'Too little of this page is drawn on the other as well to lay it there. Lay it by hand.' }
}

/** The line of a page at ever smaller sizes, made as they are asked for. */
interface Inked {
  readonly width: number
  readonly height: number
  readonly ink: number
  readonly at: (longest: number) => Level
}
interface Level {
  readonly width: number
  readonly height: number
  /** Pixels of the page to one of this. */
  readonly factor: number
  readonly line: Float32Array
}

function inked(page: Grey): Inked {
  const own = Math.max(1, Math.ceil(Math.max(page.width, page.height) / FINER.at(-1)!))
  const finest = shrunk(page, own)
  const art = lineArt(finest, paperLevels(finest))
  const levels = new Map<number, Level>()
  const at = (longest: number): Level => {
    const smaller = Math.max(1, Math.ceil(Math.max(art.width, art.height) / longest))
    const factor = own * smaller
    let level = levels.get(factor)
    if (!level) {
      const small = shrunk(art, smaller)
      const { width, height } = small
      // Thin line pales as it is made smaller; it is line all the same.
      const strength = Math.min(3, 1 + factor / 6) / 255
      const line = new Float32Array(small.data.length)
      for (let i = 0; i < line.length; i++) line[i] = Math.min(1, small.data[i]! * strength)
      levels.set(
        factor,
        (level = { width, height, factor, line: blurred(blurred(line, width, height), width, height) }),
      )
    }
    return level
  }
  const ink = at(COARSE.longest).line.reduce((sum, value) => sum + value, 0)
  return { width: page.width, height: page.height, ink, at }
}

/** Each value with a half of what lies beside it, across and down. */
function blurred(values: Float32Array, width: number, height: number): Float32Array {
  const across = new Float32Array(values.length)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x
      const [left, right] = [x > 0 ? values[at - 1]! : 0, x < width - 1 ? values[at + 1]! : 0]
      across[at] = 0.25 * left + 0.5 * values[at]! + 0.25 * right
    }
  const both = new Float32Array(values.length)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x
      const [above, below] = [y > 0 ? across[at - width]! : 0, y < height - 1 ? across[at + width]! : 0]
      both[at] = 0.25 * above + 0.5 * across[at]! + 0.25 * below
    }
  return both
}

/** The likeliest places, by how well the pages agree for every move at each of many turns. */
function coarsely(own: Inked, other: Inked, half: number): Lie[] {
  const { side } = COARSE
  const [page, onto] = [own.at(COARSE.longest), other.at(COARSE.longest)]
  const factor = Math.max(page.factor, onto.factor)
  const target = spectrumOf(fieldOf(onto, { side, turn: 0, scale: factor / onto.factor }))
  const reach = Math.floor((MOST_MOVE * Math.max(own.width, own.height)) / factor)
  // The fields lie middle on middle; the pages' own middles need not.
  const [offX, offY] = [(other.width - own.width) / 2, (other.height - own.height) / 2]
  const found: { lie: Lie; peak: number }[] = []
  for (let turn = -TURNS.reach; turn <= TURNS.reach + 1e-9; turn += TURNS.step) {
    const field = fieldOf(page, { side, turn: turn + half, scale: factor / page.factor })
    const peak = peakOf(correlation(spectrumOf(field), target, side), side, reach)
    const lie = { dx: peak.x * factor + offX, dy: peak.y * factor + offY, turn: turn + half }
    found.push({ lie, peak: peak.value })
  }
  return found
    .sort((a, b) => b.peak - a.peak)
    .filter(({ lie }, i, all) => all.findIndex((each) => near(each.lie, lie, 2 * factor)) === i)
    .slice(0, FOLLOWED)
    .map(({ lie }) => lie)
}
const near = (a: Lie, b: Lie, pixels: number) =>
  Math.abs(a.turn - b.turn) < 1.5 * TURNS.step && Math.hypot(a.dx - b.dx, a.dy - b.dy) < pixels

/** A page's line in the middle of a square field, turned about its own middle, its mean taken off. */
function fieldOf(level: Level, { side, turn, scale }: { side: number; turn: number; scale: number }): Field {
  const data = new Float32Array(side * side)
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  let sum = 0
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [u, v] = [(x - side / 2) * scale, (y - side / 2) * scale]
      const value = sampled(level, cos * u + sin * v + level.width / 2, -sin * u + cos * v + level.height / 2)
      data[y * side + x] = value
      sum += value
    }
  const mean = sum / data.length
  for (let i = 0; i < data.length; i++) data[i]! -= mean
  return { side, data }
}

/** Between the middles of pixels along straight lines; nothing beyond the edge. */
function sampled({ width, height, line }: Level, x: number, y: number): number {
  const [left, top] = [Math.floor(x - 0.5), Math.floor(y - 0.5)]
  if (left < 0 || top < 0 || left >= width - 1 || top >= height - 1) return 0
  const [across, down] = [x - 0.5 - left, y - 0.5 - top]
  const at = top * width + left
  const above = line[at]! * (1 - across) + line[at + 1]! * across
  const below = line[at + width]! * (1 - across) + line[at + width + 1]! * across
  return above * (1 - down) + below * down
}

function peakOf(values: Float32Array, side: number, reach: number) {
  let best = { x: 0, y: 0, value: -Infinity }
  for (let y = -reach; y <= reach; y++)
    for (let x = -reach; x <= reach; x++) {
      const value = values[((y + side) % side) * side + ((x + side) % side)]!
      if (value > best.value) best = { x, y, value }
    }
  return best
}

/** A place found ever more exactly, and how much of both pages falls together there. */
function followed(own: Inked, other: Inked, from: Lie, sizes: readonly number[]) {
  let lie = from
  const used = new Set<number>()
  for (const longest of sizes) {
    const [page, onto] = [own.at(longest), other.at(longest)]
    if (page.factor !== onto.factor || used.has(page.factor)) continue
    used.add(page.factor)
    lie = settledOn(page, onto, own, lie)
  }
  const looked = Math.min(640, sizes.at(-1)!)
  return { lie, ...agreement(own.at(looked), other.at(looked), own, lie) }
}

/** Steps of Gauss and Newton at one size, and when a step is none. */
const STEPS = 12
const STILL = 0.004
/** A difference as large as this is another drawing's line. */
const STRANGE = 0.3
/** Line as pale as this says nothing of where it lies. */
const PALE = 0.06
/** Places looked at in one step. */
const PLACES = 40_000

/** Where the line of both pages differs least, begun from a place near it; what is drawn on one alone hardly counts. */
function settledOn(page: Level, onto: Level, own: Inked, from: Lie): Lie {
  const { factor } = page
  const places = placesOf(onto)
  let [dx, dy, turn] = [from.dx / factor, from.dy / factor, from.turn]
  const [midX, midY] = [own.width / factor / 2, own.height / factor / 2]
  for (let step = 0; step < STEPS; step++) {
    const by = oneStep(page, onto, places, { dx, dy, turn, midX, midY })
    if (!by) break
    dx += by[0]
    dy += by[1]
    turn += by[2]
    if (Math.hypot(by[0], by[1]) < STILL && Math.abs(by[2]) * midX < STILL) break
  }
  return { dx: dx * factor, dy: dy * factor, turn }
}

/** The pixels of a page that hold line, no more than are of use. */
function placesOf({ line }: Level): Int32Array {
  const found: number[] = []
  for (let i = 0; i < line.length; i++) if (line[i]! > PALE) found.push(i)
  const every = Math.max(1, Math.ceil(found.length / PLACES))
  return Int32Array.from(found.filter((_, i) => i % every === 0))
}

interface At extends Lie {
  readonly midX: number
  readonly midY: number
}

function oneStep(page: Level, onto: Level, places: Int32Array, { dx, dy, turn, midX, midY }: At) {
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  let [xx, xy, xt, yy, yt, tt, bx, by, bt] = [0, 0, 0, 0, 0, 0, 0, 0, 0]
  for (const place of places) {
    // Where this place of the other page lies on the page itself.
    const u = (place % onto.width) + 0.5 - midX - dx
    const v = Math.floor(place / onto.width) + 0.5 - midY - dy
    const [x, y] = [cos * u + sin * v + midX, -sin * u + cos * v + midY]
    const right = sampled(page, x + 0.5, y)
    const left = sampled(page, x - 0.5, y)
    const below = sampled(page, x, y + 0.5)
    const above = sampled(page, x, y - 0.5)
    const [gx, gy] = [right - left, below - above]
    if (gx === 0 && gy === 0) continue
    const off = onto.line[place]! - sampled(page, x, y)
    const weight = 1 / (1 + (off / STRANGE) ** 2) ** 2
    // The slope on the other page, and how a turn moves this place there.
    const [sx, sy] = [-(cos * gx - sin * gy), -(sin * gx + cos * gy)]
    const st = -(sx * v - sy * u)
    xx += weight * sx * sx
    xy += weight * sx * sy
    xt += weight * sx * st
    yy += weight * sy * sy
    yt += weight * sy * st
    tt += weight * st * st
    bx += weight * sx * off
    by += weight * sy * off
    bt += weight * st * off
  }
  return solved([xx, xy, xt, yy, yt, tt], [bx, by, bt])
}

/** Three unknowns of a symmetric system; undefined where it has no one answer. */
function solved(
  [a, b, c, d, e, f]: readonly [number, number, number, number, number, number],
  [x, y, z]: readonly [number, number, number],
): readonly [number, number, number] | undefined {
  const [m0, m1, m2] = [d * f - e * e, c * e - b * f, b * e - c * d]
  const det = a * m0 + b * m1 + c * m2
  if (!(Math.abs(det) > 1e-9 * Math.max(1e-30, a * d * f))) return undefined
  const [m3, m4, m5] = [a * f - c * c, b * c - a * e, a * d - b * b]
  return [(m0 * x + m1 * y + m2 * z) / det, (m1 * x + m3 * y + m4 * z) / det, (m2 * x + m4 * y + m5 * z) / det]
}

/** Line as dark as this is looked for on the other page, and found where it is half as dark. */
const DARK = 0.3
/** Where the page would lie by chance: so many steps of so many pixels away. */
const CHANCE = { steps: 8, far: 14 }

/** How much of the line of both pages falls together, and how much more that is than a little way off. */
function agreement(page: Level, onto: Level, own: Inked, lie: Lie): { shared: number; sure: number } {
  const shared = together(page, onto, own, lie)
  let chance = 0
  for (let n = 0; n < CHANCE.steps; n++) {
    const angle = (n / CHANCE.steps) * 2 * Math.PI
    const far = CHANCE.far * page.factor
    const off = { ...lie, dx: lie.dx + far * Math.cos(angle), dy: lie.dy + far * Math.sin(angle) }
    chance += together(page, onto, own, off) / CHANCE.steps
  }
  return { shared, sure: (shared - chance) / Math.max(1e-6, 1 - chance) }
}

/** The lesser of: how much of the one page's line is on the other, and how much of the other's on the one. */
function together(page: Level, onto: Level, own: Inked, { dx, dy, turn }: Lie): number {
  const { factor } = page
  const [midX, midY] = [own.width / factor / 2, own.height / factor / 2]
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
  let [line, both, own2, own3] = [0, 0, 0, 0]
  for (let i = 0; i < onto.line.length; i++) {
    if (onto.line[i]! < DARK) continue
    const [u, v] = [(i % onto.width) + 0.5 - midX - dx / factor, Math.floor(i / onto.width) + 0.5 - midY - dy / factor]
    line++
    if (sampled(page, cos * u + sin * v + midX, -sin * u + cos * v + midY) > DARK / 2) both++
  }
  for (let i = 0; i < page.line.length; i++) {
    if (page.line[i]! < DARK) continue
    const [u, v] = [(i % page.width) + 0.5 - midX, Math.floor(i / page.width) + 0.5 - midY]
    own2++
    if (sampled(onto, cos * u - sin * v + midX + dx / factor, sin * u + cos * v + midY + dy / factor) > DARK / 2) own3++
  }
  return line === 0 || own2 === 0 ? 0 : Math.min(both / line, own3 / own2)
}
