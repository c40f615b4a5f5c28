/** Pure functions worked out once for as long as what they are asked of is there. */

/** By an object that never changes once it is made. */
export function memo<K extends object, V>(make: (key: K) => V): (key: K) => V {
  const made = new WeakMap<K, { readonly value: V }>()
  return (key) => {
    let entry = made.get(key)
    if (!entry) made.set(key, (entry = { value: make(key) }))
    return entry.value
  }
}

/** By an object and what else is asked of it, named by `keyOf`. */
export function memoBy<K extends object, R extends readonly unknown[], V>(
  keyOf: (...rest: R) => string,
  make: (object: K, ...rest: R) => V,
): (object: K, ...rest: R) => V {
  const made = memo((_: K) => new Map<string, { readonly value: V }>())
  return (object, ...rest) => {
    const own = made(object)
    const key = keyOf(...rest)
    let entry = own.get(key)
    if (!entry) own.set(key, (entry = { value: make(object, ...rest) }))
    return entry.value
  }
}

/** The same, but only what was asked last of an object is kept: where what else is asked seldom changes. */
export function memoLast<K extends object, R extends readonly unknown[], V>(
  keyOf: (...rest: R) => string,
  make: (object: K, ...rest: R) => V,
): (object: K, ...rest: R) => V {
  const made = new WeakMap<K, { readonly key: string; readonly value: V }>()
  return (object, ...rest) => {
    const key = keyOf(...rest)
    const last = made.get(object)
    if (last?.key === key) return last.value
    const value = make(object, ...rest)
    made.set(object, { key, value })
    return value
  }
}

/** By a list of lists that never change; kept by the first that is not empty, which lists it is found by again. */
export function memoLists<T, V>(make: (lists: readonly (readonly T[])[]) => V) {
  const made = new WeakMap<readonly T[], { readonly lists: readonly (readonly T[])[]; readonly value: V }>()
  const same = (a: readonly T[], b: readonly T[] | undefined) => a === b || (a.length === 0 && b?.length === 0)
  return (lists: readonly (readonly T[])[]): V => {
    const first = lists.find((list) => list.length > 0)
    const last = first && made.get(first)
    if (last && last.lists.length === lists.length && last.lists.every((list, i) => same(list, lists[i])))
      return last.value
    const value = make(lists)
    if (first) made.set(first, { lists, value })
    return value
  }
}
