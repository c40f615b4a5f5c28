/** A flat change of place: x' = a·x + c·y + e, y' = b·x + d·y + f, in the order canvases take it. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number]
export interface Point {
  readonly x: number
  readonly y: number
}

export const STAY: Matrix = [1, 0, 0, 1, 0, 0]
export const isIdentity = (matrix: Matrix): boolean => STAY.every((value, i) => value === matrix[i])

/** First `first`, then `then`. */
export function followedBy(first: Matrix, then: Matrix): Matrix {
  const [a, b, c, d, e, f] = first
  const [A, B, C, D, E, F] = then
  return [A * a + C * b, B * a + D * b, A * c + C * d, B * c + D * d, A * e + C * f + E, B * e + D * f + F]
}

/** What undoes a matrix. Errors: RangeError when it presses everything onto a line. */
export function inverted([a, b, c, d, e, f]: Matrix): Matrix {
  const size = a * d - b * c
  if (Math.abs(size) < 1e-12) throw new RangeError('matrix must keep an area; this one presses everything onto a line.')
  return [d / size, -b / size, -c / size, a / size, (c * f - d * e) / size, (b * e - a * f) / size]
}

export const movedBy = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y]
export const transformPoint = ([a, b, c, d, e, f]: Matrix, { x, y }: Point): Point => ({
  x: a * x + c * y + e,
  y: b * x + d * y + f,
})
/** How much larger areas become; negative when mirrored. */
export const areaScale = ([a, b, c, d]: Matrix): number => a * d - b * c

function about({ x, y }: Point, [a, b, c, d]: readonly [number, number, number, number]): Matrix {
  return [a, b, c, d, x - a * x - c * y, y - b * x - d * y]
}

export const turnedAbout = (pivot: Point, angle: number): Matrix =>
  about(pivot, [Math.cos(angle), Math.sin(angle), -Math.sin(angle), Math.cos(angle)])

/** Scaled along a direction (radians) and across it. */
export function scaledAbout(
  pivot: Point,
  { along, across, axis = 0 }: { along: number; across: number; axis?: number },
): Matrix {
  const [cos, sin] = [Math.cos(axis), Math.sin(axis)]
  return about(pivot, [
    along * cos * cos + across * sin * sin,
    (along - across) * cos * sin,
    (along - across) * cos * sin,
    along * sin * sin + across * cos * cos,
  ])
}

/** Slanted: what lies a pixel across `axis` from the pivot moves `by` pixels along it. */
export function skewedAbout(pivot: Point, { by, axis = 0 }: { by: number; axis?: number }): Matrix {
  const [cos, sin] = [Math.cos(axis), Math.sin(axis)]
  return about(pivot, [1 - by * cos * sin, -by * sin * sin, by * cos * cos, 1 + by * cos * sin])
}

/** Mirrored about the line through `pivot` in the direction `axis`. */
export const mirroredAbout = (pivot: Point, axis: number): Matrix => scaledAbout(pivot, { along: 1, across: -1, axis })

/**
 * Part of a change, from none (0) to all (1): a turn by its share of the angle, a stretch by that power, and the pivot
 * its share of the way (polar decomposition of the linear part). What mirrors has no half: it stays, or is done.
 */
export function shareOf(matrix: Matrix, share: number, pivot: Point): Matrix {
  if (share === 1) return matrix
  const [a, b, c, d] = matrix
  const there = transformPoint(matrix, pivot)
  const moved = movedBy((there.x - pivot.x) * share, (there.y - pivot.y) * share)
  if (areaScale(matrix) <= 0) return share < 1 ? moved : matrix
  const angle = Math.atan2(b - c, a + d)
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
  // The stretch alone is symmetric: its own directions and by how much along each.
  const [xx, xy, yy] = [cos * a + sin * b, cos * c + sin * d, cos * d - sin * c]
  const axis = Math.atan2(2 * xy, xx - yy) / 2
  const [middle, half] = [(xx + yy) / 2, Math.hypot((xx - yy) / 2, xy)]
  const stretched = scaledAbout(pivot, { along: (middle + half) ** share, across: (middle - half) ** share, axis })
  return followedBy(followedBy(stretched, turnedAbout(pivot, angle * share)), moved)
}

interface Size {
  readonly width: number
  readonly height: number
}
/** A picture as large as fits the paper, times `grow`, middle on middle. */
export function fittedInto(picture: Size, paper: Size, grow = 1): Matrix {
  const scale = Math.min(paper.width / picture.width, paper.height / picture.height) * grow
  return [scale, 0, 0, scale, (paper.width - picture.width * scale) / 2, (paper.height - picture.height * scale) / 2]
}
