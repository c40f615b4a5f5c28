import { checkOf, type Limits } from '@unhurried/core'

/** Limits with one of them changed; its own value, or none, leaves it out: what is not named is as the check has it. */
export function withLimit(limits: Limits, check: string, name: string, value: number | undefined): Limits {
  const { [check]: changed, ...rest } = limits
  const { [name]: _, ...others } = changed ?? {}
  const own = checkOf(check)!.limits[name]!.value
  const named = value === undefined || value === own ? others : { ...others, [name]: value }
  return Object.keys(named).length > 0 ? { ...rest, [check]: named } : rest
}
