/** Throws a RangeError naming the argument unless `value` is a finite number in [min, max]. */
export function requireNumber(name: string, value: number, min: number, max: number): number {
  if (typeof value !== 'number' || !Number.isFinite(value) || value < min || value > max) {
    throw new RangeError(`${name} must be a number from ${min} to ${max}; it is ${value}.`)
  }
  return value
}

/** Throws a RangeError naming the argument unless `value` is a whole number in [min, max]. */
export function requireWhole(name: string, value: number, min: number, max: number): number {
  if (!Number.isInteger(value) || value < min || value > max) {
    throw new RangeError(`${name} must be a whole number from ${min} to ${max}; it is ${value}.`)
  }
  return value
}
