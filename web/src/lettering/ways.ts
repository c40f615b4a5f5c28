import type { Motion, PenPathDrawn } from '@unhurried/core'

/** A lettering's motion, and how far along the whole way the pen is on each of its drawings, in pixels. */
interface Found {
  readonly motion: Pick<Motion, 'exposures'>
  readonly ways: readonly number[]
}

/**
 * How far along the pen is at a frame of the plan, or that of whoever runs ahead of it; beyond all of it where all is
 * written.
 *
 * @param at - frames from the beginning of the plan, from 0
 * @param ahead - in drawings
 */
export function wayAt({ motion, ways }: Found, at: number, ahead = 0): number {
  let first = 0
  const drawing = motion.exposures.findIndex(({ frames }) => (first += frames) > at)
  const last = ways.length - 1
  const on = Math.min(last, (drawing < 0 ? last : drawing) + ahead)
  return on === last ? Infinity : ways[on]!
}

const placesOf = (points: readonly number[]) =>
  Array.from({ length: points.length / 2 }, (_, i) => [points[2 * i]!, points[2 * i + 1]!] as const)

/** Flat places as the points of an SVG line. */
export const lineOf = (points: readonly number[]): string => placesOf(points).join(' ')

/** A way the other way round. */
export const turned = (path: PenPathDrawn): PenPathDrawn => ({
  ...path,
  points: placesOf(path.points).reverse().flat(),
})

/** Whether a place is nearer to where a way ends than to where it begins. */
export function isNearerEnd({ points }: Pick<PenPathDrawn, 'points'>, [x, y]: readonly [number, number]): boolean {
  const toStart = Math.hypot(x - points[0]!, y - points[1]!)
  const toEnd = Math.hypot(x - points.at(-2)!, y - points.at(-1)!)
  return toEnd < toStart
}

/** Points nearer to the last than this say nothing new, in scene pixels. */
const STEP = 1.5
const MOST_POINTS = 4000

/** A place the pen went on to, put down where it says something new. */
export function wentOn(points: number[], [x, y]: readonly [number, number]): void {
  const isNew = Math.hypot(x - points.at(-2)!, y - points.at(-1)!) >= STEP
  if (isNew && points.length < 2 * MOST_POINTS) points.push(x, y)
}
