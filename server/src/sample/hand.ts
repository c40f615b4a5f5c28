import { clamp, seededRandom, quantized, type Fill, type InkPiece, type Stroke } from '@unhurried/core'

/** A drawing hand made of arithmetic: curves through a few points, with weight and a little life in them. */
export type Point = readonly [number, number]

/** A smooth curve through points (uniform Catmull–Rom), sampled about every `step` pixels. */
export function smoothCurve(
  points: readonly Point[],
  { closed = false, step = 4 }: { closed?: boolean; step?: number } = {},
): Point[] {
  const count = points.length
  const at = (i: number): Point => (closed ? points[(i + count) % count]! : points[clamp(i, 0, count - 1)]!)
  const result: Point[] = []
  for (let i = 0; i < (closed ? count : count - 1); i++) {
    const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)]
    const parts = Math.max(2, Math.round(Math.hypot(c[0] - b[0], c[1] - b[1]) / step))
    for (let part = 0; part < parts; part++) {
      const t = part / parts
      const along = (k: 0 | 1) =>
        0.5 *
        (2 * b[k] +
          (c[k] - a[k]) * t +
          (2 * a[k] - 5 * b[k] + 4 * c[k] - d[k]) * t * t +
          (3 * b[k] - a[k] - 3 * c[k] + d[k]) * t ** 3)
      result.push([along(0), along(1)])
    }
  }
  if (!closed) result.push(points.at(-1)!)
  return result
}

/** Moves points from a thing's own space onto the paper: turned by `turn`, then placed. */
export const placed =
  (at: Point, turn = 0, scale = 1) =>
  ([x, y]: Point): Point => {
    const [sin, cos] = [Math.sin(turn) * scale, Math.cos(turn) * scale]
    return [at[0] + x * cos - y * sin, at[1] + x * sin + y * cos]
  }

/** Points from their coordinates one after the other: x, y, x, y … */
export const pairs = (flat: readonly number[]): Point[] =>
  Array.from({ length: flat.length / 2 }, (_, i): Point => [flat[2 * i]!, flat[2 * i + 1]!])

export const oval = (at: Point, rx: number, ry: number, points = 14): Point[] =>
  Array.from({ length: points }, (_, i) => [
    at[0] + rx * Math.cos((i / points) * 2 * Math.PI),
    at[1] + ry * Math.sin((i / points) * 2 * Math.PI),
  ])

/** One drawing's pieces, passes apart, ready to become ink edits. */
export function sheetOfPaper(seed: number) {
  const random = seededRandom(seed)
  let count = 0
  const freshId = () => `p${seed.toString(36)}n${(count++).toString(36)}`
  const passes = { colour: [] as InkPiece[], shadow: [] as InkPiece[], line: [] as InkPiece[] }

  function stroke(
    path: readonly Point[],
    swatch: string,
    size: number,
    pressure: (share: number, i: number) => number,
  ): void {
    const drift = [random() * 6, random() * 6, random() * 6]
    const points = path.flatMap(([x, y], i) => {
      const s = i / Math.max(1, path.length - 1)
      const life = Math.sin(i / 17 + drift[0]!) * 0.5
      return [
        x + life * 0.6,
        y + Math.sin(i / 13 + drift[1]!) * 0.35,
        clamp(pressure(s, i) + 0.05 * Math.sin(i / 9 + drift[2]!), 0.03, 1),
      ]
    })
    passes.line.push(quantized<Stroke>({ kind: 'stroke', id: freshId(), swatch, size, points }))
  }

  /** Paint; what is cast on the ground goes on the pass of shadows. */
  function fill(
    points: readonly Point[],
    swatch: string,
    { sharp = false, pass = 'colour' }: { sharp?: boolean; pass?: 'colour' | 'shadow' } = {},
  ): void {
    const path = sharp ? points : smoothCurve(points, { closed: true, step: 6 })
    passes[pass].push(quantized<Fill>({ kind: 'fill', id: freshId(), swatch, outline: path.flat() as number[] }))
  }

  return {
    passes,
    /** A line that starts lightly, swells and leaves lightly. */
    line(
      points: readonly Point[],
      {
        size = 7,
        swatch = 'ink',
        weight = 0.8,
        tail = 0.22,
      }: { size?: number; swatch?: string; weight?: number; tail?: number } = {},
    ) {
      stroke(
        smoothCurve(points),
        swatch,
        size,
        (s) => weight * Math.min(1, 0.25 + s / 0.16) * Math.min(1, 0.15 + (1 - s) / tail),
      )
    },
    /** A closed line, heavier where it turns from the light, which falls from the upper left. */
    contour(points: readonly Point[], { size = 8, swatch = 'ink' }: { size?: number; swatch?: string } = {}) {
      const path = smoothCurve(points, { closed: true })
      const round = [...path, ...path.slice(0, 5)]
      stroke(round, swatch, size, (_, i) => {
        const [a, b] = [round[Math.max(0, i - 1)]!, round[Math.min(round.length - 1, i + 1)]!]
        const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1
        const shade = ((b[1] - a[1]) / length) * 0.5 - ((b[0] - a[0]) / length) * 0.8
        return 0.5 + 0.38 * shade
      })
    },
    fill,
    /** The whole paper of one colour. */
    wash: (swatch: string) => fill(pairs([0, 0, 1280, 0, 1280, 720, 0, 720]), swatch, { sharp: true }),
  }
}

export type Paper = ReturnType<typeof sheetOfPaper>
