import { clamp } from '../base/clamp'
import { BRUSH_TABLE, type Brush, type BrushKind } from './brushes'

/**
 * A pen steadied as it moves: each point is drawn toward the pen by a share that falls as
 * `steadiness` (0…1) rises, so tremor is left behind and the line stays where the hand meant it.
 */
export interface Steady {
  move(x: number, y: number, pressure: number): [number, number, number]
  /** Where `move` would lay the next point, without moving. */
  peek(x: number, y: number, pressure: number): [number, number, number]
  /** The rest of the way to where the pen was lifted: a steadied line still ends where the hand ended it. */
  lift(): [number, number, number][]
}

/** A line that has come this near to the pen, in pixels, has arrived. */
const ARRIVED = 0.3
const MOST_STEPS = 24

export function steadyPen(steadiness: number): Steady {
  const follow = 1 - 0.88 * clamp(steadiness, 0, 1)
  let at: [number, number, number] | undefined
  let pen: [number, number] = [0, 0]
  const next = (x: number, y: number, pressure: number): [number, number, number] =>
    at
      ? [
          at[0] + (x - at[0]) * follow,
          at[1] + (y - at[1]) * follow,
          at[2] + (pressure - at[2]) * Math.max(follow, 0.35),
        ]
      : [x, y, pressure]
  return {
    move(x, y, pressure) {
      pen = [x, y]
      at = next(x, y, pressure)
      return [at[0], at[1], at[2]]
    },
    peek: next,
    lift() {
      const rest: [number, number, number][] = []
      while (at && rest.length < MOST_STEPS && Math.hypot(pen[0] - at[0], pen[1] - at[1]) > ARRIVED) {
        at = [at[0] + (pen[0] - at[0]) * 0.4, at[1] + (pen[1] - at[1]) * 0.4, at[2]]
        rest.push([at[0], at[1], at[2]])
      }
      return rest
    },
  }
}

/** Pressure after a curve: 0 leaves it as it is, 1 needs a heavy hand, −1 answers to the lightest. */
export function pressed(pressure: number, curve: number): number {
  return clamp(pressure, 0, 1) ** (2 ** (1.6 * curve))
}

/**
 * The curve by which a hand's own pressures lie around the middle.
 *
 * @param pressures - 0…1 as the pen told them, of lines drawn as usual
 * @returns −1…1, for `pressed`: the median of them becomes a half, as nearly as a curve can
 */
export function curveOfHand(pressures: readonly number[]): number {
  const sorted = pressures.filter((pressure) => pressure > 0 && pressure < 1).sort((a, b) => a - b)
  const median = sorted[Math.floor(sorted.length / 2)]
  if (median === undefined) return 0
  // pressed(median, curve) = ½, solved for the curve.
  return clamp(Math.log2(Math.log(0.5) / Math.log(median)) / 1.6, -1, 1)
}

/** From this much of the way from upright to flat a pen leans as one does to shade. */
const LEANS = 0.4
/** Of the pressure of a tip as much is left where all of the side lies on the paper. */
const LIGHTEST = 0.55

/**
 * What a leaning pen leaves.
 *
 * @param tilt - 0 upright, 1 flat on the paper
 * @returns how many times wider than its tip a brush draws, and how much of the pressure is left; 1 and 1 for brushes that do not shade
 */
export function leaning(brush: Brush, tilt: number): { wider: number; lighter: number } {
  const { shades = 1 }: BrushKind = BRUSH_TABLE[brush]
  const lies = clamp((tilt - LEANS) / (1 - LEANS), 0, 1)
  return { wider: 1 + (shades - 1) * lies, lighter: shades === 1 || lies === 0 ? 1 : 1 - (1 - LIGHTEST) * lies }
}
