import type { Character } from '@unhurried/core'
import { ref, shallowRef, watch } from 'vue'
import { inWords } from '../api/in-words'
import { productionsApi } from '../api/productions'
import { useScene } from './scene'

/** The library of the production of the scene that is open, read when it is first asked for. */
export function useSceneLibrary() {
  const store = useScene()
  const entries = shallowRef<readonly Character[]>([])
  const trouble = ref('')
  watch(
    () => store.production,
    async (production) => {
      if (!production) return
      try {
        entries.value = (await productionsApi.read(production)).document.characters
        trouble.value = ''
      } catch (error) {
        trouble.value = inWords(error)
      }
    },
    { immediate: true },
  )
  return { entries, trouble }
}
