/**
 * A pen steadied as it moves: each point is drawn toward the pen by a share that falls as
 * `steadiness` (0…1) rises, so tremor is left behind and the line stays where the hand meant it.
 */
export interface Steady {
  move(x: number, y: number, pressure: number): [number, number, number]
}

export function steadyPen(steadiness: number): Steady {
  const follow = 1 - 0.88 * Math.min(1, Math.max(0, steadiness))
  let at: [number, number, number] | undefined
  return {
    move(x, y, pressure) {
      at = at
        ? [at[0] + (x - at[0]) * follow, at[1] + (y - at[1]) * follow, at[2] + (pressure - at[2]) * Math.max(follow, 0.35)]
        : [x, y, pressure]
      return [at[0], at[1], at[2]]
    },
  }
}

/** Pressure after a curve: 0 leaves it as it is, 1 needs a heavy hand, −1 answers to the lightest. */
export function pressed(pressure: number, curve: number): number {
  return Math.min(1, Math.max(0, pressure)) ** 2 ** (1.6 * curve)
}
