import { clamp } from '../../base/clamp'
import type { Point } from '../../geometry/matrix'

/** One part of a figure before a hand draws it: painted within its ring, with a line round it; or a line by itself. */
export interface Part {
  readonly swatch?: string
  readonly ring?: readonly Point[]
  readonly line?: readonly Point[]
  /** What it is, where parts come and go; absent: its place among them says so. */
  readonly name?: string
  /** Painted, but no line goes round it. */
  readonly bare?: true
}
/** What is to be drawn, the lowest part first, and where its landmarks are. */
export interface Pose {
  readonly parts: readonly Part[]
  readonly marks: Readonly<Record<string, Point>>
}

export const at = (x: number, y: number): Point => ({ x, y })
export const add = (a: Point, b: Point): Point => at(a.x + b.x, a.y + b.y)
export const polar = (angle: number, long: number): Point => at(long * Math.cos(angle), long * Math.sin(angle))

/** A full turn, in radians. */
export const TURN = 2 * Math.PI
export const mix = (a: number, b: number, t: number): number => a + (b - a) * t
/** A share of the whole, from 0 to 1 however early or late. */
export const held = (t: number): number => clamp(t, 0, 1)
/** From 0 to 1, slow at both ends. */
export const ease = (t: number): number => t * t * (3 - 2 * t)

export const part = (swatch: string, ring: readonly Point[], name?: string): Part => ({
  ...{ swatch, ring },
  ...(name && { name }),
})
export const line = (points: readonly Point[], name?: string): Part => ({ line: points, ...(name && { name }) })

export const turned = (point: Point, about: Point, by: number): Point => {
  const [x, y, cos, sin] = [point.x - about.x, point.y - about.y, Math.cos(by), Math.sin(by)]
  return at(about.x + x * cos - y * sin, about.y + x * sin + y * cos)
}

export const oval = (centre: Point, rx: number, ry: number, turn = 0, count = 40): Point[] =>
  Array.from({ length: count }, (_, i) => {
    const angle = (i / count) * 2 * Math.PI
    const [x, y] = [rx * Math.cos(angle), ry * Math.sin(angle)]
    return at(centre.x + x * Math.cos(turn) - y * Math.sin(turn), centre.y + x * Math.sin(turn) + y * Math.cos(turn))
  })

/** A limb along some joints, round at its ends, from one half width to another. */
export function limb(joints: readonly Point[], from: number, to: number): Point[] {
  const sides: [Point[], Point[]] = [[], []]
  const way = smooth(joints, 10)
  way.forEach((here, i) => {
    const [a, b] = [way[Math.max(0, i - 1)]!, way[Math.min(way.length - 1, i + 1)]!]
    const long = Math.hypot(b.x - a.x, b.y - a.y) || 1
    const half = from + ((to - from) * i) / (way.length - 1)
    const normal = at((-(b.y - a.y) / long) * half, ((b.x - a.x) / long) * half)
    sides[0].push(add(here, normal))
    sides[1].push(at(here.x - normal.x, here.y - normal.y))
  })
  const cap = (tip: Point, before: Point, half: number) => {
    const turn = Math.atan2(tip.y - before.y, tip.x - before.x)
    return [0.5, 0.25, 0, -0.25, -0.5].map((share) => add(tip, polar(turn + share * Math.PI, half)))
  }
  return [...sides[0], ...cap(way.at(-1)!, way.at(-2)!, to), ...sides[1].reverse(), ...cap(way[0]!, way[1]!, from)]
}

/** A curve through points, `parts` pieces between each two (Catmull–Rom). */
export function smooth(points: readonly Point[], parts: number, closed = false): Point[] {
  const count = points.length
  const pick = (i: number) => points[closed ? (i + count) % count : Math.min(count - 1, Math.max(0, i))]!
  const result: Point[] = []
  for (let i = 0; i < (closed ? count : count - 1); i++)
    for (let k = 0; k < parts; k++) {
      const t = k / parts
      const axis = (key: 'x' | 'y') => {
        const [a, b, c, d] = [pick(i - 1)[key], pick(i)[key], pick(i + 1)[key], pick(i + 2)[key]]
        return 0.5 * (2 * b + (c - a) * t + (2 * a - 5 * b + 4 * c - d) * t * t + (3 * b - a - 3 * c + d) * t ** 3)
      }
      result.push(at(axis('x'), axis('y')))
    }
  return closed ? result : [...result, points.at(-1)!]
}

/** Two bones from a hip toward a foot: hip, knee, foot; the knee forward. */
export function leg(hip: Point, foot: Point, long: number, forward = 1): Point[] {
  const far = Math.min(2 * long - 1, Math.hypot(foot.x - hip.x, foot.y - hip.y))
  const turn = Math.atan2(foot.y - hip.y, foot.x - hip.x)
  const bend = Math.acos(Math.min(1, far / (2 * long)))
  const knee = add(hip, polar(turn - forward * bend, long))
  return [hip, knee, add(hip, polar(turn, far))]
}
