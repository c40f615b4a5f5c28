import { memo } from '../../base/memo'
import { distance } from '../../motion/arc'
import type { Measured } from '../measured'
import { median } from './median'

/** Painted parts smaller than this say nothing of a size, in square pixels. */
const DOT = 150

/**
 * How large drawings one after the other are, as most of what is on them says: from one to the next by the middle of what
 * the silhouette and each colour grew by. Undefined where a drawing has no bulk.
 */
export function sizesOf(shots: readonly { readonly measured: Measured }[]): (number | undefined)[] {
  const sizes: (number | undefined)[] = []
  for (const [i, { measured }] of shots.entries()) {
    const bulk = bulkOf(measured)
    const before = shots[i - 1]?.measured
    const last = sizes[i - 1]
    if (bulk === undefined || !before || last === undefined) sizes.push(bulk)
    else sizes.push(last * Math.exp(median(grownBy(before, measured, bulk))))
  }
  return sizes
}

/** By how much the silhouette and each colour grew from one drawing to the next, as natural logarithms. */
function grownBy(before: Measured, after: Measured, bulk: number): number[] {
  const parts = [...after.areas].flatMap(([swatch, area]) => {
    const was = before.areas.get(swatch) ?? 0
    return Math.min(area, was) >= DOT ? [Math.log(area / was)] : []
  })
  return [Math.log(bulk / bulkOf(before)!), ...parts]
}

/** A shape that is less than so many times its own line is all line. */
const ALL_LINE = 2.5

/** The length of a stroke's points, x, y and pressure each. */
function lengthOf(points: readonly number[]): number {
  let long = 0
  for (let i = 3; i < points.length; i += 3)
    long += distance({ x: points[i - 3]!, y: points[i - 2]! }, { x: points[i]!, y: points[i + 1]! })
  return long
}

/** The area of a drawing's shape; none where it is but lines, which have no bulk. */
const bulkOf = memo(({ shape, areas, pieces, lineWidth = 0 }: Measured): number | undefined => {
  if (!shape || areas.size > 0) return shape?.area
  const line = pieces.reduce(
    (sum, piece) => sum + (piece.kind === 'stroke' ? lengthOf(piece.points) * lineWidth : 0),
    0,
  )
  return shape.area < ALL_LINE * line ? undefined : shape.area
})
