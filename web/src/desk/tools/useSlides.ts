import { computed, ref, shallowRef } from 'vue'
import { useScene } from '../../session/scene'
import type { Slide } from '../../stage/surface'

const STILL: Slide = { x: 0, y: 0, turn: 0 }
const NONE: ReadonlyMap<string, Slide> = new Map()

/**
 * Drawings slid on the pegs: moved and turned under the light for the eye only, to lay two far poses
 * over each other. Kept for each drawing on the table while the page is open; no drawing changes.
 */
export function useSlides() {
  const store = useScene()
  const all = shallowRef<ReadonlyMap<string, ReadonlyMap<string, Slide>>>(new Map())
  const slid = computed(() => (store.drawing && all.value.get(store.drawing)) || NONE)
  const picked = ref<string>()

  function set(drawing: string, slide: Slide) {
    if (!store.drawing) return
    all.value = new Map(all.value).set(store.drawing, new Map(slid.value).set(drawing, slide))
  }
  return {
    slid,
    picked,
    pick: (drawing: string | undefined) => (picked.value = drawing),
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
