import type { Point } from '../geometry/matrix'

/** A place where an outline was open and was taken as closed: its two ends and the clear way between them, in pixels. */
export interface ClosedGap {
  readonly from: Point
  readonly to: Point
  readonly width: number
}
interface Closed {
  readonly width: number
  /** What is ink, and what is within the shape once gaps are closed, a byte a cell. */
  readonly mask: Uint8Array
  readonly figure: Uint8Array
  /** What is so near ink that a gap may be closed over it. */
  readonly near: Uint8Array
}

/**
 * The gaps over which a shape was closed, in cells. What of the shape is neither ink nor shut off from the outside was
 * closed off by the reach alone; where it has room in it (a notch has none) it met the outside in a gap.
 */
export function closedGaps({ width, mask, figure, near }: Closed): ClosedGap[] {
  const open = (at: number) => figure[at] !== 0 && mask[at] === 0
  const beside = [-1, 1, -width, width]
  const seen = new Uint8Array(mask.length)
  const gaps: ClosedGap[] = []
  for (let at = 0; at < mask.length; at++) {
    if (figure[at] === 0 || mask[at] !== 0 || seen[at] !== 0 || !meetsNothing(figure, at, width)) continue
    const part = spread(at, (next) => open(next) && seen[next] === 0 && (seen[next] = 1) === 1, beside)
    if (!part.some((cell) => near[cell] === 0)) continue
    const edge = new Set(part.filter((cell) => meetsNothing(figure, cell, width)))
    gaps.push(...groupsOf(edge, width).map((group) => gapAcross(group, mask, width)))
  }
  return gaps
}

/** Whether a cell has an unmarked one beside it; what is marked never reaches the edge of its picture. */
const meetsNothing = (marked: Uint8Array, at: number, width: number): boolean =>
  marked[at - 1] === 0 || marked[at + 1] === 0 || marked[at - width] === 0 || marked[at + width] === 0

/** All cells reached from one by steps `beside`, each taken once by `take`. */
function spread(from: number, take: (at: number) => boolean, beside: readonly number[]): number[] {
  const reached = take(from) ? [from] : []
  for (let i = 0; i < reached.length; i++)
    for (const by of beside) if (take(reached[i]! + by)) reached.push(reached[i]! + by)
  return reached
}

/** Cells that touch, also by their corners. */
function groupsOf(cells: Set<number>, width: number): number[][] {
  const around = [-width - 1, -width, -width + 1, -1, 1, width - 1, width, width + 1]
  return [...cells].flatMap((cell) => {
    const group = spread(cell, (at) => cells.delete(at), around)
    return group.length > 0 ? [group] : []
  })
}

/** The two ends of the ink on both sides of a gap: of all places of it near each end, the two nearest to one another. */
function gapAcross(group: readonly number[], mask: Uint8Array, width: number): ClosedGap {
  const placeOf = (at: number): Point => ({ x: at % width, y: Math.floor(at / width) })
  const places = group.map(placeOf)
  const furthest = (from: Point) =>
    places.reduce((best, each) => (apart(each, from) > apart(best, from) ? each : best), places[0]!)
  const one = furthest(places[0]!)
  const other = furthest(one)
  const near = Math.max(2, Math.ceil(apart(one, other) / 2))
  const [here, there] = [inkNear(one, near, mask, width), inkNear(other, near, mask, width)]
  let best = { from: one, to: other, width: Infinity }
  for (const from of here)
    for (const to of there) {
      const far = apart(from, to)
      // The same end is near both when the gap is a hair.
      if (far > 0.5 && far < best.width) best = { from, to, width: far }
    }
  // From the middle of one cell of ink to that of another; the clear way begins at their edges.
  return { ...best, width: Math.max(0, Math.min(best.width, apart(one, other) + 2) - 1) }
}
const apart = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)

/** Cells at the edge of the ink, not further than so many from a place. */
function inkNear({ x, y }: Point, reach: number, mask: Uint8Array, width: number): Point[] {
  const found: Point[] = []
  for (let v = y - reach; v <= y + reach; v++)
    for (let u = x - reach; u <= x + reach; u++) {
      const at = v * width + u
      if (u < 1 || u >= width - 1 || mask[at] !== 1 || Math.hypot(u - x, v - y) > reach) continue
      if (meetsNothing(mask, at, width)) found.push({ x: u, y: v })
    }
  return found
}
