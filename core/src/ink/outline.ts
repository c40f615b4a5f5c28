import { getStroke } from 'perfect-freehand'
import { brushKind } from './brushes'
import type { Stroke } from './ink'

export type StrokeShape = Pick<Stroke, 'points' | 'size' | 'brush' | 'taper'>
export type Ring = readonly (readonly [number, number])[]

/** The flat brush holds its edge at this angle, and is this thin across it, as a share of its width. */
const FLAT = { angle: -Math.PI / 4, thin: 0.16 } as const

/** Half the width of a line at a pressure of 0…1, in pixels; the pen's own law, so that all agree. */
export function halfWidth(stroke: Pick<Stroke, 'size' | 'brush'>, pressure: number): number {
  return stroke.size * (0.5 - brushKind(stroke).thinning * (0.5 - pressure))
}

/** Lengths along a stroke from its first point to each point, in pixels. */
export function cumulativeLengths(points: readonly number[]): number[] {
  const lengths = [0]
  for (let i = 3; i < points.length; i += 3)
    lengths.push(lengths.at(-1)! + Math.hypot(points[i]! - points[i - 3]!, points[i + 1]! - points[i - 2]!))
  return lengths
}

/** What the taper leaves of a line's width at each of its points, 0…1. */
export function taperShares({ points, taper }: Pick<Stroke, 'points' | 'taper'>): readonly number[] {
  if (!taper) return new Array<number>(points.length / 3).fill(1)
  const lengths = cumulativeLengths(points)
  const whole = lengths.at(-1)!
  const [start, end] = taper
  // Tapers longer than the line share it between them.
  const fit = start + end > whole ? whole / (start + end) : 1
  const ease = (t: number) => (t >= 1 ? 1 : t * (2 - t))
  return lengths.map((at) =>
    Math.min(start > 0 ? ease(at / (start * fit || 1)) : 1, end > 0 ? ease((whole - at) / (end * fit || 1)) : 1),
  )
}

/**
 * The outlines of a stroke as closed rings of [x, y] points, in pixels, from its brush, width,
 * pressure and taper; several rings are one shape, all wound the same way. `done` false is a stroke
 * still being drawn, whose end may yet move.
 */
export function strokeOutlines(stroke: StrokeShape, done = true): Ring[] {
  return brushKind(stroke).tip === 'edge' ? flatOutlines(stroke) : [roundOutline(stroke, done)]
}

function roundOutline(stroke: StrokeShape, done: boolean): Ring {
  const { points, size, taper } = stroke
  const input: [number, number, number][] = []
  for (let i = 0; i < points.length; i += 3) input.push([points[i]!, points[i + 1]!, points[i + 2]!])
  const [start, end] = taper ?? [0, 0]
  return getStroke(input, {
    size,
    thinning: brushKind(stroke).thinning,
    smoothing: 0.5,
    streamline: 0.1,
    simulatePressure: false,
    last: done,
    ...(start > 0 && { start: { taper: start, cap: true } }),
    ...(end > 0 && done && { end: { taper: end, cap: true } }),
  }) as [number, number][]
}

/** A straight edge held at one angle, swept from point to point. */
function flatOutlines(stroke: StrokeShape): Ring[] {
  const { points, size } = stroke
  const shares = taperShares(stroke)
  const [along, across] = [
    [Math.cos(FLAT.angle), Math.sin(FLAT.angle)],
    [-Math.sin(FLAT.angle) * FLAT.thin, Math.cos(FLAT.angle) * FLAT.thin],
  ] as const
  const edge = (i: number): [number, number][] => {
    const half = halfWidth(stroke, points[i + 2]!) * shares[i / 3]!
    const thin = Math.min(half, size / 2)
    return (
      [
        [1, 1],
        [-1, 1],
        [-1, -1],
        [1, -1],
      ] as const
    ).map(([a, b]) => [
      points[i]! + a * along[0]! * half + b * across[0]! * thin,
      points[i + 1]! + a * along[1]! * half + b * across[1]! * thin,
    ])
  }
  if (points.length === 3) return [edge(0)]
  const rings: Ring[] = []
  for (let i = 3; i < points.length; i += 3) rings.push(hull([...edge(i - 3), ...edge(i)]))
  return rings
}

/** The convex hull of a few points, wound one way (Andrew's monotone chain). */
function hull(points: [number, number][]): [number, number][] {
  const sorted = points.toSorted((a, b) => a[0] - b[0] || a[1] - b[1])
  const half = (order: [number, number][]) => {
    const chain: [number, number][] = []
    for (const p of order) {
      while (chain.length > 1) {
        const [a, b] = [chain.at(-2)!, chain.at(-1)!]
        if ((b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0]) > 0) break
        chain.pop()
      }
      chain.push(p)
    }
    return chain.slice(0, -1)
  }
  return [...half(sorted), ...half(sorted.toReversed())]
}
