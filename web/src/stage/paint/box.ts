import { boundsOf, clamp, transformPoint, type Ink, type Matrix } from '@unhurried/core'

export interface Box {
  left: number
  top: number
  right: number
  bottom: number
}

/** The box a path of x, y (and more) takes, grown by `margin`. */
export function boxOf(points: readonly number[], stride: number, margin: number): Box {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (let i = 0; i < points.length; i += stride) {
    box.left = Math.min(box.left, points[i]! - margin)
    box.right = Math.max(box.right, points[i]! + margin)
    box.top = Math.min(box.top, points[i + 1]! - margin)
    box.bottom = Math.max(box.bottom, points[i + 1]! + margin)
  }
  return box
}

/** The box some pieces take on the paper, their width among it. */
export function boxOfPieces(pieces: Ink): Box {
  const box = boundsOf(pieces) ?? { left: 0, top: 0, right: 0, bottom: 0 }
  const margin = Math.max(...pieces.map((piece) => (piece.kind === 'stroke' ? piece.size + 2 : 2)))
  return {
    left: box.left - margin,
    top: box.top - margin,
    right: box.right + margin,
    bottom: box.bottom + margin,
  }
}

/** All pixels a box touches, and two around it: whole ones, so that what is cut off there is cut cleanly. */
export const wholePixels = ({ left, top, right, bottom }: Box): Box => ({
  left: Math.floor(left) - 2,
  top: Math.floor(top) - 2,
  right: Math.ceil(right) + 2,
  bottom: Math.ceil(bottom) + 2,
})

/** What of a box lies on a canvas. */
export const within = (
  { left, top, right, bottom }: Box,
  { width, height }: { width: number; height: number },
): Box => ({
  left: clamp(left, 0, width),
  top: clamp(top, 0, height),
  right: clamp(right, 0, width),
  bottom: clamp(bottom, 0, height),
})

export const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/** The box a box of scene pixels takes after a change of place. */
export function boxThrough(matrix: Matrix, { left, top, right, bottom }: Box): Box {
  const corners = [
    { x: left, y: top },
    { x: right, y: top },
    { x: left, y: bottom },
    { x: right, y: bottom },
  ].map((corner) => transformPoint(matrix, corner))
  return {
    left: Math.min(...corners.map(({ x }) => x)),
    top: Math.min(...corners.map(({ y }) => y)),
    right: Math.max(...corners.map(({ x }) => x)),
    bottom: Math.max(...corners.map(({ y }) => y)),
  }
}
