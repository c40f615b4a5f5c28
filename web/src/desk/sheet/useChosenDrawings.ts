import { placed } from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../../session/scene'

/** The drawings of the level in hand on the frames that are chosen, each once, in their order. */
export function useChosenDrawings() {
  const store = useScene()
  return computed(() => {
    const { chosen: frames, exposures } = store
    if (!frames || !frames.levels.includes(store.level)) return []
    const within = placed(exposures).filter(
      (exposure) => exposure.frame <= frames.to && exposure.frame + exposure.frames - 1 >= frames.from,
    )
    return [...new Set(within.flatMap(({ drawing }) => drawing ?? []))]
  })
}
