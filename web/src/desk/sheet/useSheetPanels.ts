import { nextTick, ref, shallowRef, watch } from 'vue'
import { useScene } from '../../session/scene'

/** What opens beside the sheet: acts on frames, helpers, sounds, a level's panel, a note; one at a time where they share a place. */
export function useSheetPanels() {
  const store = useScene()
  const acting = ref(false)
  const helping = ref(false)
  const sounding = ref(false)
  /** The level whose panel is open, and its head on the sheet. */
  const head = shallowRef<{ level: string; at: HTMLElement }>()
  const noting = ref<number>()
  const note = ref('')
  let noteField: { focus: () => void } | null = null
  const setNoteField = (field: unknown) => (noteField = field as typeof noteField)
  const besides = [acting, helping, sounding]
  for (const one of besides)
    watch(one, (open) => open && besides.filter((other) => other !== one).forEach((other) => (other.value = false)))

  async function writeNote(frame: number) {
    note.value = store.scene!.takes[store.take]?.notes?.find((each) => each.frame === frame)?.text ?? ''
    noting.value = frame
    await nextTick()
    noteField?.focus()
  }
  function keepNote() {
    if (
      noting.value === undefined ||
      store.change({ type: 'take.note', take: store.take, frame: noting.value, text: note.value })
    )
      noting.value = undefined
  }

  const toggleHead = (level: string, at: HTMLElement) =>
    (head.value = head.value?.level === level ? undefined : { level, at })

  /** Closes whatever is open; false when nothing was. */
  function closeAll(): boolean {
    const open = besides.some((one) => one.value) || head.value !== undefined || noting.value !== undefined
    besides.forEach((one) => (one.value = false))
    head.value = undefined
    noting.value = undefined
    return open
  }
  return { acting, helping, sounding, head, toggleHead, noting, note, setNoteField, writeNote, keepNote, closeAll }
}
