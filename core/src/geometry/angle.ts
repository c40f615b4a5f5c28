/** The turn from one direction to another by the shorter way, −π … π radians. */
export const turnBetween = (from: number, to: number): number => {
  const by = (to - from) % (2 * Math.PI)
  return by > Math.PI ? by - 2 * Math.PI : by < -Math.PI ? by + 2 * Math.PI : by
}
