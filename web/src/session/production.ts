import {
  applyProductionEdit,
  EditRefused,
  inverseOfProduction,
  sameValue,
  type ProductionDocument,
  type ProductionEdit,
} from '@unhurried/core'
import { useEventListener } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { Again } from '../api/again'
import { productionWithScenes } from '../api/all-scenes'
import type { ShelvedScene } from '../api/api'
import { isPassing } from '../api/client'
import { useFetching } from '../api/fetching'
import { productionsApi, type SentProductionEdit } from '../api/productions'
import { freshId } from '../api/ids'
import { inTurn } from '../api/in-turn'

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

/** Sends edits in order until they are kept: those that wait, what the server has then, and why it goes no further. */
function useSending(
  production: string,
  told: { kept: (document: ProductionDocument) => void; refused: () => Promise<void> },
) {
  const waiting = shallowRef<readonly (readonly SentProductionEdit[])[]>([])
  const trouble = ref('')
  let isSending = false
  const again = new Again()

  /** What is refused is let go with its sentence. */
  async function send() {
    again.cancel()
    if (isSending) return
    isSending = true
    try {
      while (waiting.value.length > 0) {
        const { document } = await productionsApi.keep(production, waiting.value[0]!)
        waiting.value = waiting.value.slice(1)
        if (waiting.value.length === 0) told.kept(document)
        again.wentWell()
        if (trouble.value === NOT_KEPT) trouble.value = ''
      }
    } catch (error) {
      lost(error as Error)
    } finally {
      isSending = false
    }
  }
  function lost(error: Error) {
    if (isPassing(error)) {
      trouble.value = NOT_KEPT
      return again.later(() => void send())
    }
    waiting.value = []
    void told.refused().then(() => (trouble.value = error.message))
  }
  function add(edits: readonly ProductionEdit[]) {
    waiting.value = [...waiting.value, edits.map((edit) => ({ id: freshId(), edit }))]
    void send()
  }
  useEventListener(window, 'beforeunload', (event) => waiting.value.length > 0 && event.preventDefault())
  onScopeDispose(() => again.cancel())
  return { trouble, add, isKept: computed(() => waiting.value.length === 0) }
}

/** What a production has beside its scenes, and its scenes as the shelf knows them, on a page that changes them. */
export function useProduction(production: string) {
  const name = ref('')
  const document = shallowRef<ProductionDocument>()
  const scenes = shallowRef<readonly ShelvedScene[]>([])
  const undoable = shallowRef<readonly (readonly ProductionEdit[])[]>([])
  const redoable = shallowRef<readonly (readonly ProductionEdit[])[]>([])
  const sending = useSending(production, {
    kept: (now) => sameValue(document.value, now) || (document.value = now),
    refused: () => load(),
  })
  const { isKept } = sending
  const reading = useFetching()
  const trouble = computed(() => sending.trouble.value || reading.trouble.value)

  const load = inTurn(() => reading.fetching(read))
  async function read() {
    // What was asked for before a change was made or kept is older than the change.
    const [wasKept, was] = [isKept.value, document.value]
    const [found, kept] = await Promise.all([productionWithScenes(production), productionsApi.read(production)])
    name.value = found.name
    // What is as it was is not told anew: whoever looks on would begin from the beginning.
    if (!sameValue(scenes.value, found.scenes)) scenes.value = found.scenes
    const isNewest = wasKept && isKept.value && was === document.value
    if (isNewest && !sameValue(document.value, kept.document)) document.value = kept.document
    sending.trouble.value = ''
  }
  /** Makes edits as one step and gives what takes it back; what cannot be made is told, and nothing has changed. */
  function make(edits: readonly ProductionEdit[]): readonly ProductionEdit[] | undefined {
    if (!document.value || edits.length === 0) return undefined
    try {
      const back = inverseOf(document.value, edits)
      document.value = madeOn(document.value, edits)
      sending.trouble.value = ''
      sending.add(edits)
      return back
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      sending.trouble.value = error.message
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
  /** Takes the last step of one list and puts what takes it back on the other. */
  function step(from: typeof undoable, to: typeof undoable) {
    const last = from.value.at(-1)
    from.value = from.value.slice(0, -1)
    const back = last && make(last)
    if (back) to.value = [...to.value, back]
  }
  const undo = () => step(undoable, redoable)
  const redo = () => step(redoable, undoable)

  void load()
  // What others did meanwhile.
  useEventListener(window, 'focus', () => void load())
  return { name, document, scenes, trouble, isKept, load, change, undo, redo, undoable, redoable }
}
