/**
 * A list with one of its things moved before another, or last.
 *
 * @param before - the id of the one it goes before; null is last
 * @returns undefined when one of the two is not in the list, or both are the same
 */
export function placedBefore<T extends { readonly id: string }>(
  list: readonly T[],
  id: string,
  before: string | null,
): T[] | undefined {
  const moved = list.find((each) => each.id === id)
  const others = list.filter((each) => each.id !== id)
  const at = before === null ? others.length : others.findIndex((each) => each.id === before)
  return moved && at >= 0 ? others.toSpliced(at, 0, moved) : undefined
}
