import type { GuideShape } from '../../scene/schema'
import type { Point } from '../../geometry/matrix'
import type { MouthShape } from '../../sound/mouths'
import { lineThrough } from './figure'

interface Lips {
  /** In shares of half the mouth's width at rest: how wide, and how far the lips part up and down. */
  readonly wide: number
  readonly up: number
  readonly down: number
  readonly teeth?: 'together' | 'upper'
  readonly tongue?: true
}

const LIPS: Readonly<Record<MouthShape, Lips>> = {
  shut: { wide: 1, up: 0, down: 0 },
  teeth: { wide: 1.06, up: 0.16, down: 0.22, teeth: 'together' },
  narrow: { wide: 0.92, up: 0.14, down: 0.26 },
  open: { wide: 0.96, up: 0.32, down: 0.86, teeth: 'upper' },
  wide: { wide: 1.2, up: 0.2, down: 0.38, teeth: 'upper' },
  round: { wide: 0.66, up: 0.42, down: 0.56 },
  pucker: { wide: 0.42, up: 0.26, down: 0.3 },
  tongue: { wide: 0.94, up: 0.24, down: 0.5, tongue: true },
  bite: { wide: 0.98, up: 0.2, down: 0.1, teeth: 'upper' },
}
const STEPS = 24

/** The lines of a mouth in a shape: a guide to draw over. Pixels of the scene. */
export function mouthFigure(shape: MouthShape, { x, y, width }: Point & { readonly width: number }): GuideShape[] {
  const { wide, up, down, teeth, tongue } = LIPS[shape]
  const half = (width / 2) * wide
  const height = width / 2
  /** A curve from corner to corner, `by` shares of the half width below the line of the mouth. */
  const curve = (by: number, share = 1): Point[] =>
    Array.from({ length: STEPS + 1 }, (_, i) => (i / STEPS) * 2 - 1).map((u) => ({
      x: x + u * half * share,
      y: y + height * by * (1 - (u * share) ** 2),
    }))
  if (up + down === 0) return [lineThrough(curve(0.06))]
  const lips = [...curve(-up), ...curve(down).reverse().slice(1, -1)]
  return [
    lineThrough(lips, { closed: true }),
    ...(teeth === 'together' ? [lineThrough(curve((down - up) / 2, 0.9))] : []),
    ...(teeth === 'upper' ? [lineThrough(curve(shape === 'bite' ? down * 0.2 : -up * 0.35, 0.84))] : []),
    ...(tongue ? [lineThrough(tip(x, y, { half, height, up, down }), { closed: true })] : []),
  ]
}

/** The tip of the tongue behind the upper teeth. */
const tip = (
  x: number,
  y: number,
  { half, height, up, down }: { half: number; height: number; up: number; down: number },
): Point[] =>
  Array.from({ length: STEPS }, (_, i) => (i / STEPS) * 2 * Math.PI).map((angle) => ({
    x: x + half * 0.34 * Math.cos(angle),
    y: y + height * ((down - up) * 0.34 + (down + up) * 0.3 * Math.sin(angle)),
  }))
