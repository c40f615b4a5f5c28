import { requireNumber, requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'
import type { Point } from '../../geometry/matrix'

export interface SwingOptions {
  readonly fps: number
  readonly exposure: ExposurePattern
  /** Pixels from where it hangs to its weight. */
  readonly length: number
  /** How far it swings to each side at first, in radians. */
  readonly amplitude: number
  /** Frames of a whole swing there and back; or it follows from its length. */
  readonly period?: number
  /** Pixels to a metre, for a period that follows from the length. */
  readonly pixelsPerMetre?: number
  /** How much of the width each whole swing keeps, 0…1; 1 goes on for ever and closes as a cycle. */
  readonly keeps: number
  readonly swings: number
}
interface SwingDrawing {
  readonly frame: number
  /** From hanging straight down, to the right positive, in radians. */ readonly angle: number
  /** The weight, from where it hangs. */ readonly at: Point
}
export interface SwingPlan {
  readonly drawings: readonly SwingDrawing[]
  /** Frames of a swing on whole drawings, what it should take, and by how much gravity is bent for it, as a share. */
  readonly period: number
  readonly truePeriod: number
  readonly gravityError: number
  readonly closes: boolean
}

const GRAVITY = 9.81

/**
 * A pendulum, lamp or tail: A·cos(2πt/T), each whole swing a share of the one before. The period is
 * 2π√(length/g), drawn out for wide swings by the first terms of its series (1 + A²/16 + 11A⁴/3072), or the
 * frames asked for; either way a whole, even count of drawings, so that both ends and the middle fall on one
 * where they can. Errors: RangeError naming what lies outside its range.
 */
export function planSwing({
  fps,
  exposure,
  length,
  amplitude,
  period,
  pixelsPerMetre = 200,
  keeps,
  swings,
}: SwingOptions): SwingPlan {
  requireWhole('fps', fps, 1, 60)
  const { frameAt } = patternReader(exposure)
  requireNumber('length', length, 1, 20_000)
  requireNumber('amplitude', amplitude, 0, Math.PI / 2)
  if (period !== undefined) requireNumber('period', period, 2, 7200)
  requireNumber('pixelsPerMetre', pixelsPerMetre, 1, 100_000)
  requireNumber('keeps', keeps, 0, 1)
  requireWhole('swings', swings, 1, 200)
  const wide = 1 + amplitude ** 2 / 16 + (11 * amplitude ** 4) / 3072
  const truePeriod = period ?? 2 * Math.PI * Math.sqrt(length / pixelsPerMetre / GRAVITY) * wide * fps
  const off = (drawings: number) => Math.abs(frameAt(drawings) - truePeriod)
  let count = 4
  while (off(count + 2) <= off(count)) count += 2
  const whole = frameAt(count)
  const closes = keeps === 1
  const drawings = Array.from({ length: count * swings + (closes ? 0 : 1) }, (_, i): SwingDrawing => {
    const turns = Math.floor(i / count) + frameAt(i % count) / whole
    const angle = amplitude * (keeps === 0 && turns > 0 ? 0 : keeps ** turns) * Math.cos(2 * Math.PI * turns)
    return {
      frame: whole * Math.floor(i / count) + frameAt(i % count),
      angle,
      at: { x: length * Math.sin(angle), y: length * Math.cos(angle) },
    }
  })
  return { drawings, period: whole, truePeriod, gravityError: (truePeriod / whole) ** 2 - 1, closes }
}
