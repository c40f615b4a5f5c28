import type { Ink } from '../ink/ink'
import { tracedLines } from '../paper/trace'
import { cornersBetween } from '../geometry/simplify'
import type { LetterStroke } from './strokes'

/** Corners of a way nearer than this to a straight run are left out, in pixels. */
const TOLERANCE = 0.6
/** Letters whose beginnings lie within this many pixels down are on one line. */
const LINE = 60

/** A way without the corners it can do without, flat x, y. */
export function simplerWay(flat: readonly number[]): number[] {
  const last = flat.length / 2 - 1
  if (last < 2) return [...flat]
  const kept = cornersBetween(
    0,
    last,
    TOLERANCE,
    (i) => flat[2 * i]!,
    (i) => flat[2 * i + 1]!,
  )
  return [0, ...kept.sort((a, b) => a - b), last].flatMap((i) => [flat[2 * i]!, flat[2 * i + 1]!])
}

/** The ways along which strokes of ink were drawn, in their order, flat x, y. */
export const waysOfInk = (ink: Ink): number[][] =>
  ink.flatMap((piece) => (piece.kind === 'stroke' ? [simplerWay(piece.points.filter((_, i) => i % 3 !== 2))] : []))

/** Ways along the middle of shapes, flat x, y in their pixels: from the left, or the top, line by line. A hand may know better. */
export function waysAlong(stroke: LetterStroke): number[][] {
  const { left, top, width, height, cells } = stroke
  const data = Uint8Array.from(cells, (cell) => 255 * cell)
  const ways = tracedLines({ width, height, data }).map(({ points }) =>
    begunWell(simplerWay(points.filter((_, i) => i % 3 !== 2).map((value, i) => value + (i % 2 === 0 ? left : top)))),
  )
  if (ways.length === 0) return [dab(stroke)]
  const row = (way: readonly number[]) => Math.round(way[1]! / LINE)
  return ways.sort((a, b) => row(a) - row(b) || a[0]! - b[0]!)
}

/** A dot has no middle line: the pen dabs across it. */
function dab({ left, top, width, height }: LetterStroke): number[] {
  const [x, y] = [left + width / 2, top + height / 2]
  return [x - width / 4, y - height / 4, x + width / 4, y + height / 4]
}

/** A stroke goes right or down. */
function begunWell(way: number[]): number[] {
  const [dx, dy] = [way.at(-2)! - way[0]!, way.at(-1)! - way[1]!]
  if (dx + dy >= 0) return way
  return Array.from({ length: way.length / 2 }, (_, i) => way.slice(way.length - 2 * i - 2, way.length - 2 * i)).flat()
}
