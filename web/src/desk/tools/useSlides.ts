import { computed, ref, shallowRef } from 'vue'
import { useScene } from '../../session/scene'
import type { UnderLight } from '../../stage/light-table'
import type { Slide } from '../../stage/surface'

const STILL: Slide = { x: 0, y: 0, turn: 0 }
const NONE: ReadonlyMap<string, Slide> = new Map()

/**
 * Drawings slid on the pegs: moved and turned under the light for the eye only, to lay two far poses
 * over each other. Kept for each drawing on the table while the page is open; no drawing changes.
 */
export function useSlides(under: () => readonly UnderLight[]) {
  const store = useScene()
  const all = shallowRef<ReadonlyMap<string, ReadonlyMap<string, Slide>>>(new Map())
  const slid = computed(() => (store.drawing && all.value.get(store.drawing)) || NONE)
  /** What can be slid, in the order of the sheet: what comes earlier first. */
  const ids = computed(() =>
    [...under()]
      .sort((a, b) => (a.style === b.style ? 0 : a.style === 'earlier' ? -1 : 1))
      .map((entry) => entry.drawing),
  )
  const chosen = ref<string>()
  const picked = computed(() =>
    chosen.value !== undefined && ids.value.includes(chosen.value) ? chosen.value : ids.value[0],
  )

  function set(drawing: string, slide: Slide) {
    if (!store.drawing) return
    all.value = new Map(all.value).set(store.drawing, new Map(slid.value).set(drawing, slide))
  }
  return {
    slid,
    ids,
    picked,
    pick: (drawing: string) => (chosen.value = drawing),
    of: (drawing: string): Slide => slid.value.get(drawing) ?? STILL,
    set,
    by(drawing: string, { x = 0, y = 0, turn = 0 }: Partial<Slide>) {
      const from = slid.value.get(drawing) ?? STILL
      set(drawing, { x: from.x + x, y: from.y + y, turn: from.turn + turn })
    },
    putBack() {
      if (!store.drawing) return
      const next = new Map(all.value)
      next.delete(store.drawing)
      all.value = next
    },
  }
}

export type Slides = ReturnType<typeof useSlides>
