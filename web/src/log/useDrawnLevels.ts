import { drawnLevels } from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../session/scene'

/** Levels of the open scene that are drawn, by name. */
export function useDrawnLevels() {
  const store = useScene()
  return computed(() => drawnLevels(store.scene!).map((id) => ({ id, name: store.scene!.levels[id]!.name })))
}
