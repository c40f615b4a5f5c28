import { exposureAt } from '@unhurried/core'
import { useEventListener } from '@vueuse/core'
import { onUnmounted, type Ref } from 'vue'
import { useScene } from '../../../session/scene'
import type { Laying, LayingOptions } from './useLaying'

/** The paper first: a frame's drawing is laid at once, what is written around it a frame of the screen later. */
export function useGoAhead(
  { view, flipped, slid }: LayingOptions,
  { onTableAt, underOf, now }: Laying,
  { playing, selected }: { playing: Ref<boolean>; selected: Ref<unknown> },
) {
  const store = useScene()
  /** What is to be done once the paper is seen, and what was put on it. */
  let pending: (() => void) | undefined
  let handle = 0
  let ahead: string | undefined

  function catchUp() {
    cancelAnimationFrame(handle)
    const go = pending
    pending = undefined
    go?.()
  }

  /** Whether only the paper changes: nothing else lies on it that would have to go first. */
  function isPlain(frame: number): boolean {
    return !(
      playing.value ||
      view.table.value!.drawing() ||
      flipped.value !== undefined ||
      slid.value.size > 0 ||
      selected.value ||
      frame === store.frame
    )
  }

  function goAhead(frame: number) {
    catchUp()
    const { scene } = store
    const table = view.table.value
    if (!scene || !table || !isPlain(frame)) return store.goTo(frame)
    const drawing = exposureAt(store.exposures, frame)?.drawing ?? undefined
    const next = onTableAt(scene, { frame, drawing, under: underOf(scene, drawing) })
    table.show(next)
    ahead = JSON.stringify(next)
    pending = () => store.goTo(frame)
    handle = requestAnimationFrame(() => (handle = requestAnimationFrame(catchUp)))
  }

  /** Whether what should lie on the table was put there already. */
  function isAhead(): boolean {
    const was = ahead
    ahead = undefined
    return (
      was !== undefined &&
      slid.value.size === 0 &&
      store.scene !== undefined &&
      was === JSON.stringify(now(store.scene))
    )
  }

  // Whatever is done next is done where the paper is.
  for (const type of ['keydown', 'pointerdown'] as const) useEventListener(window, type, catchUp, { capture: true })
  onUnmounted(() => cancelAnimationFrame(handle))

  function flip(direction: 1 | -1) {
    catchUp()
    const target = store.besideOf(direction)
    if (target !== undefined) goAhead(target)
  }
  return { goAhead, isAhead, flip }
}
