/** The value, or the nearer end of [min, max] where it lies outside; `max` where the two cross. */
export const clamp = (value: number, min: number, max: number): number => Math.min(max, Math.max(min, value))
