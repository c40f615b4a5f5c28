/** Whether a list begins with the very items of another, in their order. */
export const beginsWith = <T>(list: readonly T[], start: readonly T[]): boolean =>
  start.length <= list.length && start.every((item, i) => item === list[i])

/** Whether two lists hold the very same items in the same order. */
export const sameItems = <T>(one: readonly T[], other: readonly T[] | undefined): boolean =>
  other !== undefined && one.length === other.length && beginsWith(one, other)
