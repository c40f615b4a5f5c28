import { scaleLinear, type ScaleLinear } from 'd3-scale'
import { line } from 'd3-shape'

/** From what is measured to where it stands on a graph. */
export type Axis = ScaleLinear<number, number>

/** Frames `first` … `last` from left to right; a single frame has the room of two. */
export const frameAxis = (first: number, last: number, [left, right]: readonly [number, number]): Axis =>
  scaleLinear([first, Math.max(first + 1, last)], [left, right])

/** Values `low` … `high` from the bottom up; where they are one value it stands at the bottom. */
export const valueAxis = (low: number, high: number, [bottom, top]: readonly [number, number]): Axis =>
  scaleLinear([low, high === low ? low + 1 : high], [bottom, top])

/** Values with nothing among them, so that what is above it and below is seen. */
export const axisFromNothing = (values: readonly number[], room: readonly [number, number]): Axis =>
  valueAxis(Math.min(0, ...values), Math.max(0, ...values), room)

/** A line through points, as the path of an SVG, with a gap where there is none; empty through none. */
export const pathThrough = (points: readonly (readonly [number, number] | undefined)[]): string =>
  line<(typeof points)[number]>(
    (point) => point![0],
    (point) => point![1],
  ).defined((point) => point !== undefined)(points) ?? ''

/** The frames whose numbers can be written without running into one another, the first of them always. */
export function legible(frames: readonly number[], axis: Axis, room: number): number[] {
  let last = -Infinity
  return frames.filter((frame) => {
    if (axis(frame) - last < room) return false
    last = axis(frame)
    return true
  })
}
