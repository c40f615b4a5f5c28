import type { Scene } from '@unhurried/core'
import { computed, shallowRef } from 'vue'
import { useFetching } from '../api/fetching'
import type { InkStore } from '../session/ink-store'

/** A moment of a scene's history, told by what was done last. */
export interface Moment {
  readonly version: number
  readonly to: Date
  readonly words: string
}

/** A moment with the scene and its ink as they stood then: one value, so that none is taken for another's. */
export interface ShownMoment {
  readonly moment: Moment
  readonly scene: Scene
  readonly ink: InkStore
}

/**
 * The moment looked at: chosen at once, shown when it is here. The last chosen wins, whichever arrives first; what the
 * server cannot give just now is fetched again by itself.
 */
export function useMoment(fetchMoment: (version: number) => Promise<{ scene: Scene; ink: InkStore }>) {
  const { trouble, fetching, forget } = useFetching()
  const chosen = shallowRef<Moment>()
  const arrived = shallowRef<ShownMoment>()
  /** Nothing older stands in for one that does not come. */
  const shown = computed(() => (trouble.value === '' ? arrived.value : undefined))
  const isComing = computed(() => chosen.value !== arrived.value?.moment && trouble.value === '')

  function look(moment: Moment) {
    forget()
    chosen.value = moment
    return fetching(async () => {
      const there = await fetchMoment(moment.version)
      if (chosen.value === moment) arrived.value = { moment, ...there }
    })
  }
  function leave() {
    forget()
    chosen.value = arrived.value = undefined
  }
  return { chosen, shown, isComing, trouble, look, leave }
}
