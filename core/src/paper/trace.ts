import { contours } from 'd3-contour'
import { clamp } from '../base/clamp'
import { cornersBetween } from '../geometry/simplify'
import { ringArea } from '../geometry/trace'
import { BRUSH_TABLE } from '../ink/brushes'
import type { Grey } from './grey'
import { thinned, waysOf } from './thin'

/** A line found in a picture: its middle with a pressure a point (flat x, y, pressure), and its width at middling pressure. */
export interface TracedLine {
  readonly points: readonly number[]
  readonly size: number
}

/** Line as dark as this is line, of 255. */
const LINE = 128
/** Ways that meet are one line when they turn by less than this where they meet, in radians. */
const STRAIGHT_ON = 0.75
/** Directions are taken so many points back. */
const BACK = 6
/** A spur shorter than this many times the line's width is no line but its edge. */
const SPUR = 0.9
/** Points are kept where leaving them out would move the line or its width by more, in pixels. */
const TOLERANCE = 0.22
/** Specks shorter than this, in pixels, that touch nothing are dust. */
const DUST = 4
const LEAST_SIZE = 0.5

interface Way {
  readonly points: readonly number[]
  readonly closed: boolean
}

/**
 * The lines of line art as strokes: where their middle runs and how wide they are.
 *
 * @param art - from `lineArt`; 0 paper … 255 line
 * @returns in pixels of the picture
 */
export function tracedLines(art: Grey): TracedLine[] {
  const { width, height, data } = art
  const mask = data.map((value) => (value >= LINE ? 1 : 0))
  const ways = joined(withoutSpurs(waysOf(thinned(mask, width, height), width), art))
  return ways.filter((way) => lengthOf(way) >= DUST).map((way) => strokeOf(art, smoothed(centred(art, way))))
}

const lengthOf = ({ points }: Way): number => {
  let sum = 0
  for (let i = 2; i < points.length; i += 2)
    sum += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!)
  return sum
}
const keyOf = (x: number, y: number) => `${x} ${y}`
const startOf = ({ points }: Way) => keyOf(points[0]!, points[1]!)
const endOf = ({ points }: Way) => keyOf(points.at(-2)!, points.at(-1)!)

/** Ways without the short ones that hang at a crossing by one end alone. */
function withoutSpurs(ways: readonly Way[], art: Grey): Way[] {
  const meets = countOf(ways.flatMap((way) => [startOf(way), endOf(way)]))
  return ways.filter((way) => {
    if (way.closed) return true
    const [start, end] = [meets.get(startOf(way))!, meets.get(endOf(way))!]
    const hangs = (start === 1) !== (end === 1)
    if (!hangs) return true
    const [x, y] = start === 1 ? way.points.slice(-2) : way.points.slice(0, 2)
    return lengthOf(way) > SPUR * widthAcross(art, x!, y!)
  })
}
function countOf(keys: readonly string[]): Map<string, number> {
  const counts = new Map<string, number>()
  for (const key of keys) counts.set(key, (counts.get(key) ?? 0) + 1)
  return counts
}

/** About how wide the line is here: the least of four ways across. */
function widthAcross(art: Grey, x: number, y: number): number {
  return Math.min(
    ...[0, 1, 2, 3].map((n) => {
      const angle = (n * Math.PI) / 4
      return inkAcross(art, { x, y }, { x: Math.cos(angle), y: Math.sin(angle) }, 24).sum
    }),
  )
}

/** Ways that lead straight on into one another made one, the straightest first. */
function joined(ways: readonly Way[]): Way[] {
  const open = ways.filter(({ closed }) => !closed)
  const ends = open.flatMap((way, i) => [
    { way: i, start: true, key: startOf(way), angle: outwards(way.points) },
    { way: i, start: false, key: endOf(way), angle: outwards(reversed(way.points)) },
  ])
  const byKey = new Map<string, typeof ends>()
  for (const end of ends) byKey.set(end.key, [...(byKey.get(end.key) ?? []), end])
  const pairs = [...byKey.values()].flatMap((meeting) =>
    meeting.flatMap((one, i) =>
      meeting.slice(i + 1).map((other) => ({ one, other, bend: bendOf(one.angle, other.angle) })),
    ),
  )
  const partner = new Map<(typeof ends)[number], (typeof ends)[number]>()
  for (const { one, other, bend } of pairs.sort((a, b) => a.bend - b.bend)) {
    if (bend > STRAIGHT_ON || partner.has(one) || partner.has(other) || one === other) continue
    partner.set(one, other)
    partner.set(other, one)
  }
  return [...ways.filter(({ closed }) => closed), ...chained(open, ends, partner)]
}

interface End {
  readonly way: number
  readonly start: boolean
}

function chained<E extends End>(ways: readonly Way[], ends: readonly E[], partner: ReadonlyMap<E, E>): Way[] {
  const seen = new Set<number>()
  const endOfWay = (way: number, start: boolean) => ends[2 * way + (start ? 0 : 1)]!
  const walk = (from: E): Way => {
    const points: number[] = []
    let entry: E | undefined = from
    while (entry && !seen.has(entry.way)) {
      seen.add(entry.way)
      const own = ways[entry.way]!.points
      const along = entry.start ? own : reversed(own)
      points.push(...(points.length > 0 ? along.slice(2) : along))
      entry = partner.get(endOfWay(entry.way, !entry.start))
    }
    return { points, closed: entry !== undefined && entry.way === from.way }
  }
  const begins = ends.filter((end) => !partner.has(end))
  const chains = begins.flatMap((end) => (seen.has(end.way) ? [] : [walk(end)]))
  // What is left are rings of several ways.
  return [...chains, ...ways.flatMap((_, i) => (seen.has(i) ? [] : [walk(endOfWay(i, true))]))]
}

function reversed(points: readonly number[]): number[] {
  const back: number[] = []
  for (let i = points.length - 2; i >= 0; i -= 2) back.push(points[i]!, points[i + 1]!)
  return back
}
/** The direction in which a way leaves its first point. */
function outwards(points: readonly number[]): number {
  const at = 2 * Math.min(BACK, points.length / 2 - 1)
  const skip = points.length > 8 ? 2 : 0
  return Math.atan2(points[at + 1]! - points[skip + 1]!, points[at]! - points[skip]!)
}
/** How far from straight on it is to come by one end and leave by the other. */
const bendOf = (a: number, b: number) => Math.abs(Math.abs(Math.atan2(Math.sin(a - b), Math.cos(a - b))) - Math.PI)

interface Centred extends Way {
  readonly widths: readonly number[]
}

/** Every point moved across the line to the middle of its ink, with how wide the ink is there. */
function centred(art: Grey, { points, closed }: Way): Centred {
  const count = points.length / 2
  const placed: number[] = []
  const widths: number[] = []
  for (let i = 0; i < count; i++) {
    const [a, b] = closed
      ? [(i - 3 + count - 1) % (count - 1), (i + 3) % (count - 1)]
      : [Math.max(0, i - 3), Math.min(count - 1, i + 3)]
    const along = { x: points[2 * b]! - points[2 * a]!, y: points[2 * b + 1]! - points[2 * a + 1]! }
    const long = Math.hypot(along.x, along.y) || 1
    const across = { x: -along.y / long, y: along.x / long }
    const { middle, sum } = inkAcross(art, { x: points[2 * i]!, y: points[2 * i + 1]! }, across, 40)
    const by = clamp(middle, -1.5, 1.5)
    placed.push(points[2 * i]! + across.x * by, points[2 * i + 1]! + across.y * by)
    widths.push(sum)
  }
  return { points: placed, closed, widths }
}

/** Finely, in pixels: steps across a line. */
const STEP = 0.25

/** The ink on a cut across a line: its middle, as a distance along the cut, and how much there is in pixels. */
function inkAcross(art: Grey, at: { x: number; y: number }, across: { x: number; y: number }, reach: number) {
  let [sum, moment] = [0, 0]
  for (const side of [1, -1]) {
    for (let far = side > 0 ? 0 : STEP; far <= reach; far += STEP) {
      const value = valueAt(art, at.x + across.x * far * side, at.y + across.y * far * side)
      if (value < 0.12) break
      sum += value * STEP
      moment += value * STEP * far * side
    }
  }
  return { sum, middle: sum > 0 ? moment / sum : 0 }
}

/** 0 … 1, between pixels' middles along straight lines. */
function valueAt({ width, height, data }: Grey, x: number, y: number): number {
  const [left, top] = [Math.floor(x - 0.5), Math.floor(y - 0.5)]
  if (left < 0 || top < 0 || left >= width - 1 || top >= height - 1) return 0
  const [u, v] = [x - 0.5 - left, y - 0.5 - top]
  const at = top * width + left
  const above = data[at]! * (1 - u) + data[at + 1]! * u
  const below = data[at + width]! * (1 - u) + data[at + width + 1]! * u
  return (above * (1 - v) + below * v) / 255
}

/** The middle and the width without the stairs of pixels: each the mean of those around it. */
function smoothed({ points, widths, closed }: Centred): Centred {
  const count = widths.length
  const mean = (values: (i: number) => number, i: number, reach: number) => {
    const own = closed ? reach : Math.min(reach, i, count - 1 - i)
    let sum = 0
    for (let n = -own; n <= own; n++) sum += values(closed ? (i + n + count - 1) % (count - 1) : i + n)
    return sum / (2 * own + 1)
  }
  const x = (i: number) => points[2 * i]!
  const y = (i: number) => points[2 * i + 1]!
  const placed: number[] = []
  const wide: number[] = []
  for (let i = 0; i < count; i++) {
    placed.push(mean(x, i, 2), mean(y, i, 2))
    wide.push(middleOf(widths, i, 4))
  }
  return { points: placed, widths: wide, closed }
}
/** The middle value of those around: where lines cross a width is that of the crossing. */
function middleOf(values: readonly number[], i: number, reach: number): number {
  const near = values.slice(Math.max(0, i - reach), i + reach + 1).sort((a, b) => a - b)
  return near[Math.floor((near.length - 1) / 2)]!
}

/** The pen's own law of width and pressure turned round. */
const { thinning } = BRUSH_TABLE.pen

function strokeOf(art: Grey, { points, widths, closed }: Centred): TracedLine {
  const size = Math.max(LEAST_SIZE, middleOf(widths, Math.floor(widths.length / 2), widths.length))
  const last = widths.length - 1
  const pressure = (i: number) => clamp(0.5 - (1 - widths[i]! / size) / (2 * thinning), 0, 1)
  const kept = [0, ...keptBetween(points, widths, last), last].sort((a, b) => a - b)
  const line = kept.flatMap((i) => [points[2 * i]!, points[2 * i + 1]!, pressure(i)])
  return { points: closed ? [...line.slice(0, -3), ...line.slice(0, 3)] : withEnds(art, line, size), size }
}

/** Corners of the course, and of its width as it changes along it. */
function keptBetween(points: readonly number[], widths: readonly number[], last: number): number[] {
  const places = cornersBetween(
    0,
    last,
    TOLERANCE,
    (i) => points[2 * i]!,
    (i) => points[2 * i + 1]!,
  )
  const wide = cornersBetween(
    0,
    last,
    3 * TOLERANCE,
    (i) => i,
    (i) => widths[i]!,
  )
  return [...new Set([...places, ...wide])]
}

/** A worn line ends half its width too early: its ends are drawn out to where the ink ends. */
function withEnds(art: Grey, line: readonly number[], size: number): number[] {
  if (line.length < 6) return [...line]
  const out = [...line]
  const ends = [
    [0, 3],
    [line.length - 3, line.length - 6],
  ] as const
  for (const [at, next] of ends) {
    const [dx, dy] = [out[at]! - line[next]!, out[at + 1]! - line[next + 1]!]
    const long = Math.hypot(dx, dy) || 1
    const way = { x: dx / long, y: dy / long }
    let far = 0
    while (far < size && valueAt(art, out[at]! + way.x * (far + STEP), out[at + 1]! + way.y * (far + STEP)) > 0.5)
      far += STEP
    const by = Math.max(0, far - size / 2)
    out[at] = out[at]! + way.x * by
    out[at + 1] = out[at + 1]! + way.y * by
  }
  return out
}

/** Smaller shapes and holes than this, in square pixels, are grain. */
const SPECK = 6

/** The shapes of line art as rings, each with its holes, flat x, y in pixels of the picture. */
export function tracedShapes({ width, height, data }: Grey): { outline: number[]; holes: number[][] }[] {
  const [found] = contours().size([width, height]).thresholds([LINE])(data as unknown as number[])
  return found!.coordinates.flatMap((rings) => {
    const [outline, ...holes] = rings.map((ring) => simplified(ring as [number, number][]))
    if (isSpeck(outline!)) return []
    return [{ outline: outline!, holes: holes.filter((hole) => !isSpeck(hole)) }]
  })
}
const isSpeck = (ring: readonly number[]) => ring.length < 6 || Math.abs(ringArea(ring)) < SPECK
function simplified(ring: readonly [number, number][]): number[] {
  const last = ring.length - 1
  const half = Math.floor(last / 2)
  const [x, y] = [(i: number) => ring[i]![0], (i: number) => ring[i]![1]]
  const kept = [
    0,
    ...cornersBetween(0, half, TOLERANCE, x, y),
    half,
    ...cornersBetween(half, last, TOLERANCE, x, y),
  ].sort((a, b) => a - b)
  return kept.flatMap((i) => [...ring[i]!])
}
