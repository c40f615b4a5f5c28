import type { Scene } from '@unhurried/core'
import { computed, ref, shallowRef } from 'vue'
import { inWords } from '../api/in-words'
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

/** The moment looked at: chosen at once, shown when it is here. The last chosen wins, whichever arrives first. */
export function useMoment(fetchMoment: (version: number) => Promise<{ scene: Scene; ink: InkStore }>) {
  const chosen = shallowRef<Moment>()
  const shown = shallowRef<ShownMoment>()
  const trouble = ref('')
  const isComing = computed(() => chosen.value !== shown.value?.moment && trouble.value === '')

  async function look(moment: Moment) {
    chosen.value = moment
    trouble.value = ''
    try {
      const there = await fetchMoment(moment.version)
      if (chosen.value === moment) shown.value = { moment, ...there }
    } catch (error) {
      if (chosen.value !== moment) return
      shown.value = undefined
      trouble.value = inWords(error)
    }
  }
  function leave() {
    chosen.value = shown.value = undefined
    trouble.value = ''
  }
  return { chosen, shown, isComing, trouble, look, leave }
}
