import { Clipper64, ClipperOffset, ClipType, EndType, FillRule, JoinType, PathType, type Path64 } from 'clipper2-ts'

// The engine is asked itself: the package's list of shorthands brings all of the package into a page.

/** A closed way, flat x, y in pixels. */
type Ring = readonly number[]

/** Areas are worked out on whole numbers: this many to a pixel. */
const FINE = 64

const inWholes = (ring: Ring): Path64 =>
  Array.from({ length: ring.length / 2 }, (_, i) => ({
    x: Math.round(ring[2 * i]! * FINE),
    y: Math.round(ring[2 * i + 1]! * FINE),
  }))
const inPixels = (path: Path64): number[] => path.flatMap(({ x, y }) => [x / FINE, y / FINE])

function combined(type: ClipType, areas: readonly Ring[], others: readonly Ring[], rule: FillRule): number[][] {
  const engine = new Clipper64()
  const result: Path64[] = []
  engine.addPaths(areas.map(inWholes), PathType.Subject)
  engine.addPaths(others.map(inWholes), PathType.Clip)
  engine.execute(type, rule, result)
  return result.map(inPixels)
}

/** Rings that overlap made one area: outlines run one way, holes the other. */
export const joined = (rings: readonly Ring[], rule: 'nonzero' | 'evenodd' = 'nonzero'): number[][] =>
  combined(ClipType.Union, rings, [], rule === 'evenodd' ? FillRule.EvenOdd : FillRule.NonZero)

/** What of an area no other covers, as `joined`. Holes of the area run the other way than its outlines. */
export const uncovered = (area: readonly Ring[], others: readonly Ring[]): number[][] =>
  combined(ClipType.Difference, area, others, FillRule.NonZero)

/** Whether two areas share any of their paper. */
export const overlap = (area: readonly Ring[], other: readonly Ring[]): boolean =>
  combined(ClipType.Intersection, area, other, FillRule.NonZero).length > 0

/** What a round tip of `radius` pixels covers on its way along a path. */
export function brushed(path: Ring, radius: number): number[][] {
  const brush = new ClipperOffset(2, FINE / 8)
  const result: Path64[] = []
  brush.addPaths([inWholes(path)], JoinType.Round, EndType.Round)
  brush.execute(radius * FINE, result)
  return result.map(inPixels)
}
