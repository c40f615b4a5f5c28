import { onMounted, ref } from 'vue'
import { api, type Production } from '../api/api'
import { useScene } from '../session/scene'

/** The scene a move goes on in: those of the same production, and which of them it is. */
export function useNextScene(onChange: () => void) {
  const store = useScene()
  const beside = ref<Production['scenes']>([])
  onMounted(async () => {
    // Without the shelf there is nothing to choose from; the list of findings stands.
    const shelf = await api.shelf().catch(() => [])
    beside.value = shelf.find(({ id }) => id === store.production)?.scenes.filter(({ id }) => id !== store.id) ?? []
  })

  function handOnTo(id: string) {
    if (store.change({ type: 'scene.set', settings: { handsOnTo: id === 'none' ? null : id } })) onChange()
  }

  return { beside, handOnTo }
}
