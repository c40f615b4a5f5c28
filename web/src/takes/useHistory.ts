import { computed, ref, shallowRef, watch } from 'vue'
import { api, type HistoryStep } from '../api/api'
import { useFetching } from '../api/fetching'
import { useScene } from '../session/scene'
import { sittings } from './history'

const AT_ONCE = 400

/** What was done to the scene, newest first, as far back as it was asked for. */
export function useHistory() {
  const store = useScene()
  const { trouble, fetching } = useFetching()
  const steps = shallowRef<HistoryStep[]>([])
  const hasMore = ref(false)

  const read = (before?: number) =>
    fetching(async () => {
      const next = await api.history(store.id, before)
      steps.value = before === undefined ? next : [...steps.value, ...next]
      hasMore.value = next.length === AT_ONCE
    })
  // What was just done appears as soon as it is kept.
  watch(
    () => store.keeping.state,
    (state) => state === 'kept' && void read(),
  )
  const numberOf = (drawing: string) => store.scene?.drawings[drawing]?.number ?? 'no longer here'
  return {
    trouble,
    hasMore,
    numberOf,
    read,
    readEarlier: () => read(steps.value.at(-1)?.version),
    sittings: computed(() => sittings(steps.value, numberOf)),
  }
}
