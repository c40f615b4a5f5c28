import { isBehind, planFor } from '@unhurried/core'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { inWords } from '../api/in-words'
import { useScene } from '../session/scene'

/** Lettering on the table that writes itself as its lines were before they were changed, and what lays it anew. */
export function useWritingBehind() {
  const store = useScene()
  const inked = ref(0)
  let release: (() => void) | undefined
  watch(
    () => store.ink,
    (ink) => {
      release?.()
      release = ink?.onChange((drawing) => {
        if (drawing === store.drawing) inked.value++
      })
    },
    { immediate: true },
  )
  onScopeDispose(() => release?.())

  const plan = computed(() =>
    store.scene && store.drawing !== undefined ? planFor(store.scene, 'write-on', store.drawing) : undefined,
  )
  const behind = computed(() => {
    void inked.value
    const { drawing, ink } = store
    if (!plan.value || drawing === undefined || !ink?.isLoaded(drawing)) return false
    return isBehind(store.scene!, plan.value, ink.inkOf)
  })
  const trouble = ref('')
  const busy = ref(false)

  async function layAnew() {
    const laid = plan.value
    if (!laid || busy.value) return
    ;[busy.value, trouble.value] = [true, '']
    const here = store.thisScene()
    const { frame, inputs } = laid
    const wish = { scene: store.working!, take: store.take, drawing: String(inputs['of']), frame, inputs }
    const { writingLaid, letteringWorker } = await import('./lay-writing')
    const worker = letteringWorker()
    try {
      here.change((await writingLaid(worker, wish)).edit)
    } catch (error) {
      trouble.value = inWords(error)
    }
    worker.stop()
    busy.value = false
  }
  return { behind, busy, trouble, layAnew }
}
