import { clamp, transformPoint, type Matrix, type Point } from '@unhurried/core'

/** A side or corner of a selection, as signs along x and y. */
export type Side = readonly [number, number]
const SIDES: readonly Side[] = [
  [-1, -1],
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
]
/** Distances in CSS pixels: of the frame from what it holds, of the knob that turns it, and of the one that squashes it. */
const MARGIN = 5
const KNOB = 18
const SQUASH = { least: 46, beyond: 26 }

interface Box {
  readonly left: number
  readonly top: number
  readonly right: number
  readonly bottom: number
}
interface Selected {
  readonly box: Box
  /** What is being done to it. */
  readonly matrix: Matrix
  /** About what, and the angle along which it is squashed. */
  readonly pivot: Point
  readonly axis: number
}

/**
 * The frame about what is selected, with its handles, in scene pixels.
 *
 * @param k - scene pixels for one CSS pixel
 * @param isOnTable - whether a place can be reached
 */
export function selectionFrame({ box, matrix, pivot, axis }: Selected, k: number, isOnTable: (at: Point) => boolean) {
  const { left, top, right, bottom } = box
  const margin = MARGIN * k
  const at = (p: Point) => transformPoint(matrix, p)
  const place = ([x, y]: Side) =>
    at({
      x: (left + right) / 2 + x * ((right - left) / 2 + margin),
      y: (top + bottom) / 2 + y * ((bottom - top) / 2 + margin),
    })
  const middle = at(pivot)
  const along = { x: Math.cos(axis), y: Math.sin(axis) }
  const far = Math.max(SQUASH.least * k, Math.hypot(right - left, bottom - top) / 2 + SQUASH.beyond * k)
  const on = (reach: number) => ({ x: middle.x + along.x * reach, y: middle.y + along.y * reach })
  const reach = reachOnTable(far, (share) => isOnTable(on(share)))
  return {
    middle,
    along,
    outline: SIDES.filter(([x, y]) => x !== 0 && y !== 0)
      .map(place)
      .map(({ x, y }) => `${x},${y}`)
      .join(' '),
    handles: SIDES.map((side) => ({ side, ...place(side) })),
    knob: at({ x: right + margin + KNOB * k, y: top - margin - KNOB * k }),
    top: place([1, -1]),
    /** Where its figures are written from. */
    corner: place([-1, 1]),
    squash: on(reach),
    axis: on(-reach),
  }
}

/** How far along its axis a knob lies so that it can be reached: on this side, the other, or nearer. */
const reachOnTable = (far: number, isOnTable: (reach: number) => boolean): number =>
  [1, -1, 0.7, -0.7, 0.5, -0.5, 0.3, -0.3].map((share) => share * far).find(isOnTable) ?? far

/** Nearer to the pivot than this a side cannot say how far it was pulled, in scene pixels. */
const AT_PIVOT = 1e-6
const SCALES = { least: 0.05, most: 20 }
interface Pulled {
  readonly from: Point
  readonly to: Point
  readonly pivot: Point
}

/** How much larger a selection is pulled by a side or corner, about its pivot; `inProportion` keeps its shape. */
export function scalesOf(
  [sx, sy]: Side,
  { from, to, pivot }: Pulled,
  inProportion: boolean,
): readonly [number, number] {
  const ratio = (now: number, was: number) =>
    Math.abs(was) < AT_PIVOT ? 1 : clamp(now / was, SCALES.least, SCALES.most)
  const along = sx === 0 ? 1 : ratio(to.x - pivot.x, from.x - pivot.x)
  const across = sy === 0 ? 1 : ratio(to.y - pivot.y, from.y - pivot.y)
  if (!inProportion) return [along, across]
  const both = sx === 0 ? across : sy === 0 ? along : Math.max(along, across)
  return [both, both]
}

/** How far a selection is slanted by a side that is pulled along itself, and the angle it is slanted along. */
export function slantOf([sx]: Side, { from, to, pivot }: Pulled): readonly [number, number] {
  const far = sx === 0 ? from.y - pivot.y : from.x - pivot.x
  const by = sx === 0 ? to.x - from.x : from.y - to.y
  return [by / (far || 1), sx === 0 ? 0 : Math.PI / 2]
}
