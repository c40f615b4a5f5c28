import type { Ruler } from '@unhurried/core'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { useScene } from '../../../session/scene'
import type { Led, ToolContext } from '../../../stage/tools/tool'
import type { PencilSettings } from '../pencil'
import type * as Reckon from './reckon'

/** The rulers on the paper: which of them lead the hand, and how. */
export function useRulers(pencil: Ref<PencilSettings>) {
  const store = useScene()
  const all = computed<readonly Ruler[]>(() => Object.values(store.scene?.rulers ?? {}))
  const on = computed(() => pencil.value.rulersOff !== true && !store.scene?.settings.cells)
  const inUse = computed(() => (on.value ? all.value.filter(({ aside }) => !aside) : []))
  const reckon = shallowRef<typeof Reckon>()
  watch(
    () => inUse.value.length > 0,
    async (any) => {
      if (any) reckon.value ??= await import('./reckon')
    },
    { immediate: true },
  )
  const picked = ref<string>()
  return {
    all,
    on,
    inUse,
    chosen: computed(() => all.value.find(({ id }) => id === picked.value)),
    choose: (id: string | undefined) => (picked.value = id),
    toggle: () => (pencil.value = { ...pencil.value, rulersOff: on.value }),
    /** What they do to a pen that comes down now; undefined: nothing. */
    led(bench: ToolContext): Led | undefined {
      if (inUse.value.length === 0) return undefined
      return reckon.value?.ledBy(inUse.value, { zoom: bench.zoom(), pan: bench.pan() })
    },
  }
}
export type Rulers = ReturnType<typeof useRulers>
