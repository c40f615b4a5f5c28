import { clamp } from '../../base/clamp'
import { requireNumber, requireWhole } from '../../base/ranges'
import { spacingLaw } from '../../timing/chart'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'

export interface TurnOptions {
  /** Drawings from one side to the other, both ends among them. */
  readonly drawings: number
  readonly exposure: ExposurePattern
  /** Where the head looks before and after, in radians; 0 to the front, positive to the right. */
  readonly from: number
  readonly to: number
  readonly radius: number
  /** How far it dips on the way, in pixels. */
  readonly dip: number
  /** Points of the face when it looks to the front: across and down from its middle, in shares of the radius. */
  readonly features: readonly { readonly name: string; readonly across: number; readonly down: number }[]
}
export interface TurnDrawing {
  readonly frame: number
  readonly yaw: number
  /** Pixels below where it would be without the dip. */
  readonly dip: number
  /** From the middle of the head; `wide` is how much of its width a feature shows, below 0 it is behind. */
  readonly features: readonly { readonly name: string; readonly x: number; readonly y: number; readonly wide: number }[]
}

/**
 * A head turned from one side to the other by way of a dip: it gathers speed and loses it, is lowest half way,
 * and its features ride on a round head, so that they crowd where it curves away. Errors: RangeError
 * naming what lies outside its range.
 */
export function planTurn({ drawings, exposure, from, to, radius, dip, features }: TurnOptions): TurnDrawing[] {
  requireWhole('drawings', drawings, 2, 240)
  const { frameAt } = patternReader(exposure)
  for (const [name, value] of [
    ['from', from],
    ['to', to],
  ] as const)
    requireNumber(name, value, -Math.PI, Math.PI)
  requireNumber('radius', radius, 1, 4000)
  requireNumber('dip', dip, -4000, 4000)
  for (const { name, across, down } of features) {
    if (across * across + down * down > 1)
      throw new RangeError(`features: ${name} must lie on the head, across and down together at most 1.`)
  }
  return Array.from({ length: drawings }, (_, i) => {
    const t = frameAt(i) / frameAt(drawings - 1)
    const share = spacingLaw('slow-out-in', t)
    const yaw = from + (to - from) * share
    const low = dip * Math.sin(Math.PI * share)
    return {
      frame: frameAt(i),
      yaw,
      dip: low,
      features: features.map(({ name, across, down }) => {
        // The round of the head at that height, and where on it the feature sits.
        const round = Math.sqrt(1 - down * down)
        const angle = Math.asin(round === 0 ? 0 : clamp(across / round, -1, 1)) + yaw
        return { name, x: radius * round * Math.sin(angle), y: radius * down + low, wide: Math.cos(angle) }
      }),
    }
  })
}
