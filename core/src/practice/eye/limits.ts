import { clamp } from '../../base/clamp'
import type { Limits } from '../../checks/finding'
import { checkOf } from '../../checks/register'
import type { PracticeResult } from '../results'
import { EYE_KINDS } from './register'

/** The limits of Second look below which an eye sees nothing, by the last of its results of each kind. */
export function eyeLimits(results: readonly PracticeResult[]): Limits {
  const limits: Record<string, Record<string, number>> = {}
  for (const { id, limit } of EYE_KINDS) {
    const last = results
      .filter((result) => result.kind === 'eye' && result.what === id)
      .reduce<PracticeResult | undefined>((a, b) => (a && a.at > b.at ? a : b), undefined)
    if (!limit || last?.kind !== 'eye') continue
    const { min, max } = checkOf(limit.check)!.limits[limit.limit]!
    limits[limit.check] = { [limit.limit]: Number(clamp(limit.from(last.threshold), min, max).toFixed(2)) }
  }
  return limits
}
