import { requireNumber, requireWhole } from '../../base/ranges'
import { patternReader, type ExposurePattern } from '../../timing/exposure-pattern'

export interface DriftOptions {
  /** Drawings of the loop, and frames each is held. */
  readonly drawings: number
  readonly exposure: ExposurePattern
  /** How far a puff rises in its life, in pixels. */
  readonly rise: number
  /** Puffs on the way at once. */
  readonly puffs: number
  /** Turns of the loop a puff lives; whole, or the loop would not close. */
  readonly life: number
  /** How far it sways to each side in its life, in pixels. */
  readonly sway: number
  /** Its size at the end of its life, its size at the start being 1. */
  readonly grow: number
  /** Share of its life, at each end, over which it comes and goes. */
  readonly fade: number
}
interface Puff {
  readonly puff: number
  readonly x: number
  /** Upwards is negative. */ readonly y: number
  readonly size: number
  readonly strength: number
}
export interface DriftPlan {
  readonly drawings: readonly (readonly Puff[])[]
  /** Pixels between neighbouring puffs, and pixels a puff goes from drawing to drawing. */
  readonly apart: number
  readonly step: number
  /** Turns a puff really lives: a whole number of puffs goes on in one, or the loop would not close. */
  readonly life: number
  /** Step over distance: what the eye pairs by. */
  readonly share: number
  readonly warning?: 'stands still' | 'runs backward'
}

/** Outside these the eye pairs the wrong puffs. */
const STILL = 0.15
const BACKWARD = 0.45

/**
 * A loop of things that drift (arithmetic, 12): smoke, mist, bubbles. Puffs a distance P apart go on by a
 * step s from drawing to drawing. The eye pairs nearest shapes: with s near 0 or near P the drift looks
 * still, with s above half of P it looks backward; it is told where s/P (the nearest pairing's) lies outside
 * 0.15 to 0.45. After all drawings every puff is where another began: the loop closes exactly.
 * Errors: RangeError naming what lies outside its range.
 */
export function planDrift({ drawings, exposure, rise, puffs, life, sway, grow, fade }: DriftOptions): DriftPlan {
  requireWhole('drawings', drawings, 2, 240)
  const { frameAt } = patternReader(exposure)
  requireNumber('rise', rise, 1, 20_000)
  requireWhole('puffs', puffs, 1, 400)
  requireWhole('life', life, 1, 100)
  requireNumber('sway', sway, 0, 4000)
  requireNumber('grow', grow, 0.05, 20)
  requireNumber('fade', fade, 0, 0.5)
  // In one turn of the loop a puff goes a whole number of places on, so that another takes its own.
  const places = Math.max(1, Math.round(puffs / life))
  const perTurn = places / puffs
  const at = (puff: number, drawing: number): Puff => {
    const age = (((puff / puffs + (perTurn * frameAt(drawing)) / frameAt(drawings)) % 1) + 1) % 1
    const end = Math.min(age, 1 - age)
    return {
      puff,
      x: sway * Math.sin(2 * Math.PI * age),
      y: -rise * age,
      size: 1 + (grow - 1) * age,
      strength: fade > 0 ? Math.min(1, end / fade) : 1,
    }
  }
  const apart = rise / puffs
  const step = (perTurn * rise) / drawings
  const share = step / apart
  const paired = share % 1
  const warning =
    paired < STILL || paired > 1 - STILL ? 'stands still' : paired > BACKWARD ? 'runs backward' : undefined
  return {
    drawings: Array.from({ length: drawings }, (_, drawing) =>
      Array.from({ length: puffs }, (_, puff) => at(puff, drawing)),
    ),
    apart,
    step,
    life: puffs / places,
    share,
    ...(warning && { warning }),
  }
}
