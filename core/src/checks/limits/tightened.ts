import type { Limits } from '../finding'
import { checkOf } from '../register'

/** A production’s limits, and one’s own where they are tighter: an eye makes nothing pass that would be found without it. */
export function tightened(limits: Limits, own: Limits): Limits {
  const result: Record<string, Readonly<Record<string, number | undefined>> | undefined> = { ...limits }
  for (const [check, values] of Object.entries(own)) {
    const known = checkOf(check)?.limits ?? {}
    for (const [name, value] of Object.entries(values ?? {})) {
      const entry = known[name]
      if (!entry || value === undefined) continue
      const now = result[check]?.[name] ?? entry.value
      const tighter = entry.loosens === 'up' ? Math.min(now, value) : Math.max(now, value)
      result[check] = { ...result[check], [name]: tighter }
    }
  }
  return result
}
