import {
  applyProductionEdit,
  EditRefused,
  inverseOfProduction,
  type ProductionDocument,
  type ProductionEdit,
} from '@unhurried/core'
import { useEventListener } from '@vueuse/core'
import { computed, onUnmounted, ref, shallowRef } from 'vue'
import { productionWithScenes } from '../api/all-scenes'
import { api, ApiProblem, type SentProductionEdit, type ShelvedScene } from '../api/api'
import { freshId } from '../api/ids'

/** While the server does not answer it is asked again after so many milliseconds. */
const AGAIN = 2000
const NOT_KEPT =
  'The server is not answering: what you changed here is not kept yet. Leave this page open; it is sent again.'

/** Makes edits one after the other. Errors: EditRefused. */
const madeOn = (document: ProductionDocument, edits: readonly ProductionEdit[]) =>
  edits.reduce(applyProductionEdit, document)

/** Edits that take back others, the last first. */
function inverseOf(document: ProductionDocument, edits: readonly ProductionEdit[]): ProductionEdit[] {
  const back: ProductionEdit[][] = []
  let before = document
  for (const edit of edits) {
    back.unshift(inverseOfProduction(before, edit))
    before = applyProductionEdit(before, edit)
  }
  return back.flat()
}

/** What a production has beside its scenes, and its scenes as the shelf knows them, on a page that changes them. */
export function useProduction(production: string) {
  const name = ref('')
  const document = shallowRef<ProductionDocument>()
  const scenes = shallowRef<readonly ShelvedScene[]>([])
  const trouble = ref('')
  const undoable = shallowRef<readonly (readonly ProductionEdit[])[]>([])
  const redoable = shallowRef<readonly (readonly ProductionEdit[])[]>([])
  const waiting = shallowRef<readonly (readonly SentProductionEdit[])[]>([])
  let isSending = false
  let timer: ReturnType<typeof setTimeout> | undefined

  async function load() {
    try {
      const [found, kept] = await Promise.all([productionWithScenes(production), api.readProduction(production)])
      name.value = found.name
      scenes.value = found.scenes
      if (waiting.value.length === 0) document.value = kept.document
      trouble.value = ''
    } catch (error) {
      trouble.value = (error as Error).message
    }
  }

  /** Sends what waits, in order; what is refused is let go with its sentence. */
  async function send() {
    clearTimeout(timer)
    if (isSending) return
    isSending = true
    try {
      while (waiting.value.length > 0) {
        const { document: kept } = await api.keepProduction(production, waiting.value[0]!)
        waiting.value = waiting.value.slice(1)
        if (waiting.value.length === 0) document.value = kept
        if (trouble.value === NOT_KEPT) trouble.value = ''
      }
    } catch (error) {
      lost(error as Error)
    } finally {
      isSending = false
    }
  }
  function lost(error: Error) {
    if (error instanceof ApiProblem && (error.status === 0 || error.status === 503)) {
      trouble.value = NOT_KEPT
      timer = setTimeout(() => void send(), AGAIN)
      return
    }
    waiting.value = []
    void load().then(() => (trouble.value = error.message))
  }

  /** Makes edits as one step; what cannot be made is told, and nothing has changed. */
  function make(edits: readonly ProductionEdit[]): readonly ProductionEdit[] | undefined {
    if (!document.value || edits.length === 0) return undefined
    try {
      const back = inverseOf(document.value, edits)
      document.value = madeOn(document.value, edits)
      waiting.value = [...waiting.value, edits.map((edit) => ({ id: freshId(), edit }))]
      trouble.value = ''
      void send()
      return back
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      trouble.value = error.message
      return undefined
    }
  }
  function change(...edits: readonly ProductionEdit[]): boolean {
    const back = make(edits)
    if (!back) return false
    undoable.value = [...undoable.value, back]
    redoable.value = []
    return true
  }
  function undo() {
    const step = undoable.value.at(-1)
    undoable.value = undoable.value.slice(0, -1)
    const back = step && make(step)
    if (back) redoable.value = [...redoable.value, back]
  }
  function redo() {
    const step = redoable.value.at(-1)
    redoable.value = redoable.value.slice(0, -1)
    const back = step && make(step)
    if (back) undoable.value = [...undoable.value, back]
  }

  void load()
  // What others did meanwhile.
  useEventListener(window, 'focus', () => void load())
  useEventListener(window, 'beforeunload', (event) => waiting.value.length > 0 && event.preventDefault())
  onUnmounted(() => clearTimeout(timer))

  const isKept = computed(() => waiting.value.length === 0)
  return { name, document, scenes, trouble, isKept, load, change, undo, redo, undoable, redoable }
}
export type UsedProduction = ReturnType<typeof useProduction>
