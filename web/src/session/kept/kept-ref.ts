import { computed, shallowRef, type WritableComputedRef } from 'vue'
import type { z } from 'zod'
import { keptHere } from '../record/person'

/** A value that this machine keeps for the page, shared by all who ask for it; what is kept and cannot be read is `fallback`. */
export function keptRef<T extends object>(
  name: string,
  schema: z.ZodType<T>,
  fallback: T,
): () => WritableComputedRef<T> {
  const value = shallowRef<T>()
  const read = (): T => {
    try {
      return schema.parse(JSON.parse(keptHere()?.getItem(name) ?? ''))
    } catch {
      return fallback
    }
  }
  return () =>
    computed({
      get: () => (value.value ??= read()),
      set(own) {
        value.value = own
        try {
          keptHere()?.setItem(name, JSON.stringify(own))
        } catch {
          // A full storage: it holds for as long as this page is open.
        }
      },
    })
}
