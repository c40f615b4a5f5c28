import { clamp } from '../base/clamp'
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
