import { clamp } from '../base/clamp'
import type { Point } from '../geometry/matrix'

/** One piece of a path, from one of its points to the next. */
export interface Segment {
  readonly length: number
  /** The place `along` pixels from the piece's start (0 … length), and the unit direction there. */
  readonly at: (along: number) => Place
}

export interface Place extends Point {
  readonly direction: Point
}

/** Closer together than this two points have no direction between them, in pixels. */
export const TOUCHING = 1e-9
/** A path bowed out less than this is a line, in pixels. */
const FLAT = 0.01

export const minus = (a: Point, b: Point): Point => ({ x: a.x - b.x, y: a.y - b.y })
export const plus = (a: Point, b: Point, times = 1): Point => ({ x: a.x + b.x * times, y: a.y + b.y * times })
export const distance = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y)
export const cross = (a: Point, b: Point): number => a.x * b.y - a.y * b.x
export const unit = (v: Point): Point => {
  const size = Math.hypot(v.x, v.y)
  return size < TOUCHING ? { x: 1, y: 0 } : { x: v.x / size, y: v.y / size }
}

export function line(a: Point, b: Point): Segment {
  const direction = unit(minus(b, a))
  return { length: distance(a, b), at: (along) => ({ ...plus(a, direction, along), direction }) }
}

/** The part of a circle from angle `start` turning by `turn` (radians, growing clockwise on the paper). */
export function roundArc(centre: Point, radius: number, start: number, turn: number): Segment {
  const length = Math.abs(turn) * radius
  const sense = Math.sign(turn)
  return {
    length,
    at(along) {
      const angle = start + (length === 0 ? 0 : (along / length) * turn)
      const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
      return { x: centre.x + radius * cos, y: centre.y + radius * sin, direction: { x: -sin * sense, y: cos * sense } }
    },
  }
}

/** The circular arc from `a` to `b` that bows out by `sagitta` pixels, to the left of the way when positive. */
export function bent(a: Point, b: Point, sagitta: number): Segment {
  const chord = distance(a, b)
  if (Math.abs(sagitta) < FLAT || chord < TOUCHING) return line(a, b)
  const way = unit(minus(b, a))
  const left = { x: way.y, y: -way.x }
  const radius = (chord * chord) / (8 * Math.abs(sagitta)) + Math.abs(sagitta) / 2
  const centre = plus(plus(a, way, chord / 2), left, sagitta - Math.sign(sagitta) * radius)
  // Bowing to the left, the hand goes clockwise round a centre on the right.
  const turn = 4 * Math.atan((2 * Math.abs(sagitta)) / chord) * Math.sign(sagitta)
  return roundArc(centre, radius, Math.atan2(a.y - centre.y, a.x - centre.x), turn)
}

/** Gauss–Legendre abscissae and weights of order 5 on −1 … 1. */
const GAUSS = [
  [0, 0.5688888888888889],
  [-0.5384693101056831, 0.47862867049936647],
  [0.5384693101056831, 0.47862867049936647],
  [-0.906179845938664, 0.23692688505618908],
  [0.906179845938664, 0.23692688505618908],
] as const
const STEPS = 16

/**
 * Centripetal Catmull–Rom from `b` to `c` with neighbours `a` and `d` (Barry and Goldman 1988; α = ½
 * after Yuksel, Schaefer and Keyser 2011), as a cubic with a table of its length.
 */
export function smooth(a: Point, b: Point, c: Point, d: Point): Segment {
  const knot = (p: Point, q: Point) => Math.max(Math.sqrt(distance(p, q)), 1e-6)
  const [before, here, after] = [knot(a, b), knot(b, c), knot(c, d)]
  const tangent = (p: Point, q: Point, r: Point, first: number, second: number, axis: 'x' | 'y') =>
    here * ((q[axis] - p[axis]) / first - (r[axis] - p[axis]) / (first + second) + (r[axis] - q[axis]) / second)
  const cubic = (axis: 'x' | 'y') => {
    const [m, n] = [tangent(a, b, c, before, here, axis), tangent(b, c, d, here, after, axis)]
    const [p, q] = [b[axis], c[axis]]
    return [p, m, 3 * (q - p) - 2 * m - n, 2 * (p - q) + m + n] as const
  }
  const [cx, cy] = [cubic('x'), cubic('y')]
  const value = ([k0, k1, k2, k3]: readonly [number, number, number, number], u: number) =>
    k0 + u * (k1 + u * (k2 + u * k3))
  const slope = ([, k1, k2, k3]: readonly [number, number, number, number], u: number) => k1 + u * (2 * k2 + 3 * u * k3)
  // Asked for some hundred times a segment: the plain root is several times as quick as Math.hypot.
  const speed = (u: number) => Math.sqrt(slope(cx, u) ** 2 + slope(cy, u) ** 2)
  const lengthBetween = (from: number, to: number) => {
    const [middle, half] = [(from + to) / 2, (to - from) / 2]
    let sum = 0
    for (const [at, weight] of GAUSS) sum += weight * speed(middle + at * half)
    return sum * half
  }
  const table = [0]
  for (let i = 0; i < STEPS; i++) table.push(table[i]! + lengthBetween(i / STEPS, (i + 1) / STEPS))
  const length = table[STEPS]!
  return {
    length,
    at(along) {
      const wanted = clamp(along, 0, length)
      let i = 0
      while (i < STEPS - 1 && table[i + 1]! < wanted) i++
      const room = table[i + 1]! - table[i]!
      let u = (i + (room < TOUCHING ? 0 : (wanted - table[i]!) / room)) / STEPS
      for (let turn = 0; turn < 3; turn++) {
        const fast = speed(u)
        if (fast < TOUCHING) break
        u = Math.min(
          (i + 1) / STEPS,
          Math.max(i / STEPS, u - (table[i]! + lengthBetween(i / STEPS, u) - wanted) / fast),
        )
      }
      return { x: value(cx, u), y: value(cy, u), direction: unit({ x: slope(cx, u), y: slope(cy, u) }) }
    },
  }
}
