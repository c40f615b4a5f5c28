import type { Point } from '../../geometry/matrix'
import type { Way } from './ways'

/** Where points of a line of the first drawing lie: a line of the second, and the place along it (a fraction of points). */
export interface Seat {
  readonly way: number
  readonly at: number
}
/** By point of a line; undefined where it lies nowhere. */
export type Seats = (Seat | undefined)[]

/** Both drawings, and what is known so far of where the first one's lines lie on the second's. */
export interface Seating {
  readonly a: readonly Way[]
  readonly b: readonly Way[]
  /** By line of the first. */
  readonly seats: Seats[]
  /** By line of the second: 1 at points where something lies. */
  readonly taken: readonly Uint8Array[]
  /** Of the drawings, in pixels. */
  readonly size: number
}
export const noSeats = (way: Way): Seats => new Array<Seat | undefined>(way.points.length / 2).fill(undefined)

/** A line of the first drawing lies so. */
export function seat({ seats, taken }: Seating, i: number, own: Seats): void {
  seats[i] = own
  for (const each of own) if (each) taken[each.way]![placeIn(taken[each.way]!, each.at)] = 1
}
/** Whether something lies at a place of the second drawing. */
export const isTaken = ({ taken }: Seating, { way, at }: Seat): boolean => taken[way]![placeIn(taken[way]!, at)] === 1
const placeIn = (points: Uint8Array, at: number) => Math.round(at) % points.length

export const mod = (value: number, by: number): number => ((value % by) + by) % by

export function pointAt({ points, closed }: Way, at: number): Point {
  const count = points.length / 2
  const low = Math.floor(at)
  const k = closed ? mod(low, count) : Math.min(count - 1, Math.max(0, low))
  const next = closed ? (k + 1) % count : Math.min(count - 1, k + 1)
  const t = at - low
  return {
    x: points[2 * k]! + (points[2 * next]! - points[2 * k]!) * t,
    y: points[2 * k + 1]! + (points[2 * next + 1]! - points[2 * k + 1]!) * t,
  }
}

/** Which way a line goes at a point of it, of length one. */
export function directionAt({ points, closed }: Way, k: number): Point {
  const count = points.length / 2
  const [p, q] = closed ? [mod(k - 2, count), (k + 2) % count] : [Math.max(0, k - 2), Math.min(count - 1, k + 2)]
  const [x, y] = [points[2 * q]! - points[2 * p]!, points[2 * q + 1]! - points[2 * p + 1]!]
  const long = Math.sqrt(x * x + y * y) || 1
  return { x: x / long, y: y / long }
}

/** The middle of all points. */
export function middleOf(ways: readonly Pick<Way, 'points'>[]): Point {
  let [x, y, count] = [0, 0, 0]
  for (const { points } of ways)
    for (let i = 0; i < points.length; i += 2) {
      x += points[i]!
      y += points[i + 1]!
      count++
    }
  return { x: x / count, y: y / count }
}

type Look = Pick<Way, 'swatch' | 'brush'>
export const drawnAlike = (p: Look, q: Look): boolean => p.swatch === q.swatch && p.brush === q.brush

/** By what factor the longer of two lines is longer. */
export const timesAsLong = (p: Pick<Way, 'length'>, q: Pick<Way, 'length'>): number =>
  Math.max(p.length, q.length) / Math.min(p.length, q.length)
