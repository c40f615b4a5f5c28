import type Sortable from 'sortablejs'
import { useEventListener } from '@vueuse/core'
import { computed, onUnmounted, ref, watch, type Ref } from 'vue'

interface Sorting {
  /** Lists of one group take from each other. */
  readonly group: string
  readonly draggable: string
  /** What it is dragged by; absent: all of it but what is pressed. */
  readonly handle?: string
  readonly onStart?: (item: HTMLElement, ghost: HTMLElement | null) => void
  /** Where it was let go; what is shown is the owner's to change. */
  readonly onMoved: (item: HTMLElement, to: HTMLElement, at: number) => void
}

/** Lets the things of a list be dragged to another place by mouse, pen or finger. */
export function useSorted(list: Ref<HTMLElement | undefined>, sorting: Sorting): void {
  const { group, draggable, handle, onStart, onMoved } = sorting
  let sortable: Sortable | undefined
  const isDragged = ref(false)
  // Beyond the window there is nothing to be dragged over, and the package could not tell what scrolls there.
  useEventListener(
    computed(() => (isDragged.value ? window : undefined)),
    'pointermove',
    (event: PointerEvent) => {
      if (!document.elementFromPoint(event.clientX, event.clientY)) event.stopPropagation()
    },
    { capture: true },
  )
  const stop = () => {
    const leaving = sortable
    sortable = undefined
    // A list that goes away under what is dragged takes its picture along.
    if (isDragged.value) document.dispatchEvent(new PointerEvent('pointercancel'))
    leaving?.destroy()
  }

  function moved({ item, from, to, oldIndex = 0, newIndex = 0 }: Sortable.SortableEvent) {
    isDragged.value = false
    // The list is Vue's: what was dragged goes back, and comes where it belongs by itself.
    item.remove()
    from.insertBefore(item, from.children[oldIndex] ?? null)
    if (!sortable) return
    if (from !== to || oldIndex !== newIndex) onMoved(item, to, newIndex)
  }
  watch(
    list,
    async (element) => {
      stop()
      if (!element) return
      const { default: make } = await import('sortablejs')
      if (list.value !== element) return
      sortable = make.create(element, {
        group,
        draggable,
        ...(handle && { handle }),
        filter: '.acts, button, input, select',
        preventOnFilter: false,
        // The same for mouse, pen and finger.
        forceFallback: true,
        fallbackOnBody: true,
        fallbackTolerance: 6,
        delay: 200,
        delayOnTouchOnly: true,
        animation: 0,
        ghostClass: 'goes-here',
        onStart({ item }) {
          isDragged.value = true
          onStart?.(item, make.ghost)
        },
        onEnd: moved,
      })
    },
    { flush: 'post' },
  )
  onUnmounted(stop)
}
