export const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = sorted.length >> 1
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2
}

/** One of the values themselves: of an even number the upper of the two in the middle. None: 0. */
export const upperMedian = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0

export const mean = (values: readonly number[]): number => values.reduce((sum, value) => sum + value, 0) / values.length

/** One off throws three off, those beside it too: of so few drawings the middle one may be one of them. */
const LOW = 0.4

/**
 * How much what is read off drawing after drawing counts: the steadier, the more.
 *
 * @param offs - how far each lies off those beside it
 * @param even - no hand is more even than this
 * @param unknown - how uneven it is taken to be where too few tell
 */
export function weightBySteadiness(offs: readonly number[], even: number, unknown: number): number {
  const sorted = [...offs].sort((a, b) => a - b)
  const usual = sorted.length < 3 ? unknown : sorted[Math.floor(LOW * (sorted.length - 1))]!
  return 1 / (usual + even) ** 2
}

export const weightOf = (all: readonly { readonly weight: number }[]): number =>
  all.reduce((sum, { weight }) => sum + weight, 0)

/** As much weight lies below it as above. */
export function weightedMedian(values: readonly { readonly value: number; readonly weight: number }[]): number {
  const sorted = [...values].sort((a, b) => a.value - b.value)
  const half = weightOf(sorted) / 2
  let below = 0
  for (const [i, { value, weight }] of sorted.entries()) {
    below += weight
    if (below > half + 1e-9) return value
    if (below > half - 1e-9) return (value + sorted[i + 1]!.value) / 2
  }
  return sorted.at(-1)!.value
}

/** Of several the one whose value is nearest to the middle one by weight. None: undefined. */
export function nearestToMiddle<T extends { readonly value: number; readonly weight: number }>(
  all: readonly T[],
): T | undefined {
  if (all.length === 0) return undefined
  const middle = weightedMedian(all)
  return [...all].sort((a, b) => Math.abs(a.value - middle) - Math.abs(b.value - middle))[0]
}
