import { z } from 'zod'
import { CHECKS } from '../register'

/**
 * Limits that differ from the checks' own, by check and by the limit's name, each within its range. What is
 * no check's limit is refused, so that a slip of the pen does not quietly judge nothing.
 */
export const limitsSchema = z.strictObject(
  Object.fromEntries(
    CHECKS.filter(({ limits }) => Object.keys(limits).length > 0).map(({ id, name, limits }) => [
      id,
      z
        .strictObject(
          Object.fromEntries(
            Object.entries(limits).map(([key, { words, unit, min, max }]) => {
              const range = `${name}: ${words.toLowerCase()} can be from ${min} to ${max}${unit === '' ? '' : ` ${unit}`}.`
              return [key, z.number(range).min(min, range).max(max, range).optional()]
            }),
          ),
        )
        .optional(),
    ]),
  ),
)
