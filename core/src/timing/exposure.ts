import { LIMITS } from '../base/limits'
import { requireNumber, requireWhole } from '../base/ranges'

/**
 * Repeats `pattern` (frames each drawing is held) until `frames` frames are used; the last one is
 * clipped. (13, [2]) → 2 2 2 2 2 2 1. Errors: RangeError for frames below 1, an empty pattern, or
 * an entry outside 1…24.
 */
export function exposePattern(frames: number, pattern: readonly number[]): number[] {
  requireWhole('frames', frames, 1, 1e6)
  requirePattern(pattern)
  const result: number[] = []
  for (let used = 0; used < frames;) {
    const next = Math.min(pattern[result.length % pattern.length]!, frames - used)
    result.push(next)
    used += next
  }
  return result
}

export function requirePattern(pattern: readonly number[]): readonly number[] {
  requireWhole('pattern.length', pattern.length, 1, 200)
  for (const entry of pattern) {
    requireWhole('exposure', entry, LIMITS.exposure.min, LIMITS.exposure.max)
  }
  return pattern
}

/**
 * Shares `total` frames among drawings in proportion to `weights` by largest remainder, never less
 * than one frame each, order kept. Errors: RangeError when there are more drawings than frames.
 */
export function shareFrames(total: number, weights: readonly number[]): number[] {
  requireWhole('total', total, weights.length, 1e6)
  const sum = weights.reduce((a, weight) => a + requireNumber('weight', weight, 1e-9, 1e9), 0)
  const exact = weights.map((weight) => (weight * total) / sum)
  const shares = exact.map((value) => Math.max(1, Math.floor(value)))
  const byRemainder = exact
    .map((value, index) => ({ index, remainder: value - Math.max(1, Math.floor(value)) }))
    .sort((a, b) => b.remainder - a.remainder || a.index - b.index)
  let left = total - shares.reduce((a, b) => a + b, 0)
  for (let turn = 0; left > 0; turn++, left--) shares[byRemainder[turn % byRemainder.length]!.index]!++
  // Raising small shares to one frame can overspend: take it back where there is most beyond its due.
  while (left < 0) {
    let most = -1
    for (let i = 0; i < shares.length; i++) {
      if (shares[i]! > 1 && (most < 0 || shares[i]! - exact[i]! > shares[most]! - exact[most]!)) most = i
    }
    shares[most]!--
    left++
  }
  return shares
}
