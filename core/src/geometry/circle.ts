import type { Point } from './matrix'

/** A circle, or a straight line where places lie on one: how far off it a place lies, and what of it is nearest. */
export interface Round {
  /** In pixels, positive outside of the circle and on one side of the line. */
  readonly off: (place: Point) => number
  readonly nearest: (place: Point) => Point
}

/** A circle so large that it is a line, in times of how far the places lie apart. */
const STRAIGHT = 1e4
const STEPS = 40

/**
 * The circle nearest to places, in the mean of squares (Pratt 1987, by Newton's method as Chernov 2010 has it, which
 * ends in a line where they lie on one). At least three places.
 */
export function roundThrough(places: readonly Point[]): Round {
  const middle = meanOf(places)
  const m = momentsOf(places, middle)
  const size = m.xx + m.yy
  const spread = m.xx * m.yy - m.xy * m.xy
  if (spread < 1e-12 * size * size) return lineThrough(middle, m)
  const x = rootOf(m, size, spread)
  const d = x * x - x * size + spread
  const centre = {
    x: (m.xz * (m.yy - x) - m.yz * m.xy) / d / 2,
    y: (m.yz * (m.xx - x) - m.xz * m.xy) / d / 2,
  }
  const radius = Math.sqrt(centre.x ** 2 + centre.y ** 2 + size + 2 * x)
  if (!(radius < STRAIGHT * Math.sqrt(size))) return lineThrough(middle, m)
  return circleAbout({ x: middle.x + centre.x, y: middle.y + centre.y }, radius)
}

function circleAbout(centre: Point, radius: number): Round {
  const away = ({ x, y }: Point) => Math.hypot(x - centre.x, y - centre.y)
  return {
    off: (place) => away(place) - radius,
    nearest(place) {
      const share = radius / Math.max(1e-9, away(place))
      return { x: centre.x + (place.x - centre.x) * share, y: centre.y + (place.y - centre.y) * share }
    },
  }
}

function lineThrough(middle: Point, { xx, yy, xy }: Moments): Round {
  const along = Math.atan2(2 * xy, xx - yy) / 2
  const [nx, ny] = [-Math.sin(along), Math.cos(along)]
  const off = ({ x, y }: Point) => (x - middle.x) * nx + (y - middle.y) * ny
  return { off, nearest: (place) => ({ x: place.x - off(place) * nx, y: place.y - off(place) * ny }) }
}

const meanOf = (places: readonly Point[]): Point => ({
  x: places.reduce((sum, { x }) => sum + x, 0) / places.length,
  y: places.reduce((sum, { y }) => sum + y, 0) / places.length,
})

type Moments = Record<'xx' | 'yy' | 'xy' | 'xz' | 'yz' | 'zz', number>
function momentsOf(places: readonly Point[], middle: Point): Moments {
  const sum: Moments = { xx: 0, yy: 0, xy: 0, xz: 0, yz: 0, zz: 0 }
  for (const place of places) {
    const [x, y] = [place.x - middle.x, place.y - middle.y]
    const z = x * x + y * y
    sum.xx += (x * x) / places.length
    sum.yy += (y * y) / places.length
    sum.xy += (x * y) / places.length
    sum.xz += (x * z) / places.length
    sum.yz += (y * z) / places.length
    sum.zz += (z * z) / places.length
  }
  return sum
}

/** The least root of the fit's characteristic polynomial that is not below 0. */
function rootOf({ xx, yy, xy, xz, yz, zz }: Moments, size: number, spread: number): number {
  const a2 = 4 * spread - 3 * size * size - zz
  const a1 = zz * size + 4 * spread * size - xz * xz - yz * yz - size ** 3
  const a0 = xz * xz * yy + yz * yz * xx - zz * spread - 2 * xz * yz * xy + size * size * spread
  let [x, value] = [0, Infinity]
  for (let step = 0; step < STEPS; step++) {
    const before = value
    value = a0 + x * (a1 + x * (a2 + 4 * x * x))
    if (Math.abs(value) > Math.abs(before)) return 0
    const next = x - value / (a1 + x * (2 * a2 + 16 * x * x))
    if (!(next >= 0)) return 0
    if (Math.abs(next - x) <= 1e-12 * next) return next
    x = next
  }
  return x
}
