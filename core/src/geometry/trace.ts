import { cornersBetween } from './simplify'

/** Corners nearer than this to a straight run are left out, in pixels. */
const TOLERANCE = 0.2

/** The area of a flat ring in square pixels, negative when it runs the other way. */
export function ringArea(ring: ArrayLike<number>): number {
  let sum = 0
  for (let i = 0, j = ring.length - 2; i < ring.length; j = i, i += 2)
    sum += ring[j]! * ring[i + 1]! - ring[i]! * ring[j + 1]!
  return sum / 2
}

/**
 * The rings around the cells of a picture marked 1, flat x, y in cells: walked along the sides of the
 * cells, through the middles of those sides, straight runs made one. Outlines run one way, holes the other.
 * Of a hole `isHole` is asked, by a cell of it; what is none is left out.
 */
export function tracedRings(
  mask: Uint8Array,
  width: number,
  height: number,
  isHole: (cell: number) => boolean = () => true,
): number[][] {
  const rings: number[][] = []
  const seen = new Uint8Array((width + 1) * (height + 1))
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      // Every ring passes a top side of a marked cell with nothing above it, or below for a hole.
      if (mask[y * width + x] !== 1 || (y > 0 && mask[(y - 1) * width + x] === 1) || seen[y * (width + 1) + x] !== 0)
        continue
      const ring = walked(mask, width, height, seen, x, y)
      if (ringArea(ring) > 0 || isHole((y - 1) * width + x)) rings.push(ring)
    }
  }
  return rings.map((ring) => simplified(smoothed(smoothed(ring)))).filter((ring) => ring.length >= 6)
}

/** Directions in turn: right, down, left, up; the marked side lies to the right of the way. */
const STEPS = [
  [1, 0],
  [0, 1],
  [-1, 0],
  [0, -1],
] as const

function walked(
  mask: Uint8Array,
  width: number,
  height: number,
  seen: Uint8Array,
  startX: number,
  startY: number,
): number[] {
  const ring: number[] = []
  const is = (x: number, y: number) => x >= 0 && y >= 0 && x < width && y < height && mask[y * width + x] === 1
  let [x, y, way] = [startX, startY, 0]
  do {
    if (way === 0) seen[y * (width + 1) + x] = 1
    const [dx, dy] = STEPS[way]!
    ring.push(x + dx / 2, y + dy / 2)
    x += dx
    y += dy
    // The cells ahead of the corner, to the left and to the right of the way.
    const left = way === 0 ? is(x, y - 1) : way === 1 ? is(x, y) : way === 2 ? is(x - 1, y) : is(x - 1, y - 1)
    const right = way === 0 ? is(x, y) : way === 1 ? is(x - 1, y) : way === 2 ? is(x - 1, y - 1) : is(x, y - 1)
    // Cells that touch only at a corner are not joined: at such a corner the way turns right.
    way = !right ? (way + 1) % 4 : left ? (way + 3) % 4 : way
  } while (x !== startX || y !== startY || way !== 0)
  return ring
}

/** Evens out the steps of cells (weights 1 2 1), which leaves slanted sides straight. */
function smoothed(ring: number[]): number[] {
  // A ring of few cells has corners and no steps.
  if (ring.length < 24) return ring
  return ring.map((value, i) => (ring.at(i - 2)! + 2 * value + ring[(i + 2) % ring.length]!) / 4)
}

/** A closed ring simplified, halved at its two farthest corners. */
function simplified(ring: number[]): number[] {
  const count = ring.length / 2
  if (count < 5) return ring
  let far = 0
  for (let i = 1; i < count; i++)
    if (
      Math.hypot(ring[2 * i]! - ring[0]!, ring[2 * i + 1]! - ring[1]!) >
      Math.hypot(ring[2 * far]! - ring[0]!, ring[2 * far + 1]! - ring[1]!)
    )
      far = i
  const [x, y] = [(i: number) => ring[2 * (i % count)]!, (i: number) => ring[2 * (i % count) + 1]!]
  const keep = new Uint8Array(count)
  for (const i of [0, far, ...cornersBetween(0, far, TOLERANCE, x, y), ...cornersBetween(far, count, TOLERANCE, x, y)])
    keep[i] = 1
  const result: number[] = []
  for (let i = 0; i < count; i++) if (keep[i]) result.push(ring[2 * i]!, ring[2 * i + 1]!)
  return result
}
