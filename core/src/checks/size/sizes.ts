import { memo } from '../../base/memo'
import { distance } from '../../motion/arc'
import type { Measured } from '../measured'
import { median } from './median'

/** Painted parts smaller than this say nothing of a size, in square pixels. */
const DOT = 150

/** Natural logarithms of one measure over the drawings, where it has one. */
type Series = readonly (number | undefined)[]

/**
 * How large drawings one after the other are, as most of what is on them says: from one to the next by what the silhouette
 * and each colour grew by, the steadiest of them counting most. Undefined where a drawing has no bulk.
 */
export function sizesOf(shots: readonly { readonly measured: Measured }[]): (number | undefined)[] {
  const bulks = shots.map(({ measured }) => bulkOf(measured))
  const swatches = new Set(shots.flatMap(({ measured }) => [...measured.areas.keys()]))
  const areas = [...swatches].map((swatch) =>
    shots.map(({ measured }) => {
      const area = measured.areas.get(swatch) ?? 0
      return area >= DOT ? Math.log(area) : undefined
    }),
  )
  const all = [bulks.map((bulk) => (bulk ? Math.log(bulk) : undefined)), ...areas].map((series) => ({
    series,
    weight: 1 / (unevenness(series) + EVEN) ** 2,
  }))
  const sizes: (number | undefined)[] = []
  for (const [i, bulk] of bulks.entries()) {
    const last = sizes[i - 1]
    const grown = all.flatMap(({ series, weight }) => {
      const [before, after] = [series[i - 1], series[i]]
      return before === undefined || after === undefined ? [] : [{ value: after - before, weight }]
    })
    sizes.push(bulk === undefined || last === undefined || grown.length === 0 ? bulk : last * Math.exp(middleOf(grown)))
  }
  return sizes
}

/** No hand draws areas more evenly than this, as a natural logarithm. */
const EVEN = 0.01
/** How uneven a measure of too few drawings is taken to be. */
const UNKNOWN = 0.1

/** How far a measure lies off the middle of its neighbours, in the middle of all. */
function unevenness(series: Series): number {
  const off = series.flatMap((value, i) => {
    const [before, after] = [series[i - 1], series[i + 1]]
    return value === undefined || before === undefined || after === undefined
      ? []
      : [Math.abs(value - (before + after) / 2)]
  })
  return off.length < 3 ? UNKNOWN : median(off)
}

/** The weighted median: as much weight below it as above. */
function middleOf(values: readonly { readonly value: number; readonly weight: number }[]): number {
  const sorted = [...values].sort((a, b) => a.value - b.value)
  const half = sorted.reduce((sum, { weight }) => sum + weight, 0) / 2
  let below = 0
  for (const [i, { value, weight }] of sorted.entries()) {
    below += weight
    if (below > half + 1e-9) return value
    if (below > half - 1e-9) return (value + sorted[i + 1]!.value) / 2
  }
  return sorted.at(-1)!.value
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
