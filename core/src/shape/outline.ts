import { getStroke } from 'perfect-freehand'
import type { Stroke } from './ink'

/** How a pencil answers pressure; steadiness is taken care of before points are recorded. */
const PENCIL = { thinning: 0.62, smoothing: 0.5, streamline: 0.1, simulatePressure: false } as const

/**
 * The outline of a stroke as a closed ring of [x, y] points, in pixels, from its width and pressure.
 * `done` false is a stroke still being drawn, whose end may yet move.
 */
export function strokeOutline({ points, size }: Pick<Stroke, 'points' | 'size'>, done = true): [number, number][] {
  const input: [number, number, number][] = []
  for (let i = 0; i < points.length; i += 3) input.push([points[i]!, points[i + 1]!, points[i + 2]!])
  return getStroke(input, { ...PENCIL, size, last: done }) as [number, number][]
}
