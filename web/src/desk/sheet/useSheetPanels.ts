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
  /** Where the note is put: its own frame until another is said. */
  const noteAt = ref(1)
  let noteField: { focus: () => void } | null = null
  const setNoteField = (field: unknown) => (noteField = field as typeof noteField)
  const besides = [acting, helping, sounding]
  for (const one of besides)
    watch(one, (open) => open && besides.filter((other) => other !== one).forEach((other) => (other.value = false)))

  async function writeNote(frame: number) {
    note.value = store.scene!.takes[store.take]?.notes?.find((each) => each.frame === frame)?.text ?? ''
    noting.value = noteAt.value = frame
    await nextTick()
    noteField?.focus()
  }
  /** Writes the note where it is put; one put at another frame moves there, or stays as well when copied. */
  function keepNote({ copied = false } = {}) {
    const from = noting.value
    if (from === undefined) return
    const write = (frame: number, text: string) => ({ type: 'take.note' as const, take: store.take, frame, text })
    const there = write(noteAt.value, note.value)
    const moves = noteAt.value !== from && !copied
    const edit = moves
      ? { type: 'together' as const, words: `a note moved to frame ${noteAt.value}`, edits: [write(from, ''), there] }
      : there
    if (store.change(edit)) noting.value = undefined
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
  return {
    acting,
    helping,
    sounding,
    head,
    toggleHead,
    noting,
    note,
    noteAt,
    setNoteField,
    writeNote,
    keepNote,
    closeAll,
  }
}
