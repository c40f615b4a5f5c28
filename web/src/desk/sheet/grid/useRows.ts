import { clamp } from '@unhurried/core'
import { watchDebounced } from '@vueuse/core'
import { computed, shallowRef, watch, type Ref } from 'vue'

/** Rows beyond the edges of the view that are there already. */
const BEYOND = 3
/** Milliseconds without a scroll after which one has come to rest. */
const REST = 250
/** Rows that come into view at once when a sheet goes by too fast to be read: more than a notch of a wheel brings. */
const FAST = 6

export interface Row {
  /** Which of the rows in the page it is: the same for as long as it stays in view. */
  readonly slot: number
  readonly frame: number
  /** It came while the sheet went by fast, and is written out once that rests. */
  readonly passing: boolean
}

/**
 * The frames of a sheet that are in view, the first among them, and the rows that show them. A row that goes out of
 * view at one edge is taken up again at the other: filled anew it costs half of what a new one does. While one scrolls
 * rows stay where they are among each other in the page; at rest they come in order, for those who hear the sheet.
 */
export function useRows({
  top,
  height,
  rowHeight,
  length,
}: {
  readonly top: Ref<number>
  readonly height: Ref<number>
  readonly rowHeight: number
  readonly length: Ref<number>
}) {
  const count = computed(() => Math.min(length.value, Math.ceil(height.value / rowHeight) + 2 * BEYOND + 1))
  const first = computed(() =>
    clamp(Math.floor(top.value / rowHeight) - BEYOND + 1, 1, Math.max(1, length.value - count.value + 1)),
  )
  const slotsByFrame = () => Array.from({ length: count.value }, (_, i) => (first.value + i) % count.value)
  const order = shallowRef(slotsByFrame())
  const putInOrder = () => (order.value = slotsByFrame())
  watch(count, putInOrder)
  /** The frames in view when it began to go by fast. */
  const stood = shallowRef<{ readonly from: number; readonly to: number }>()
  watch(
    first,
    (now, was) => {
      if (!stood.value && Math.abs(now - was) >= FAST) stood.value = { from: was, to: was + count.value - 1 }
    },
    { flush: 'sync' },
  )
  watchDebounced(
    first,
    () => {
      putInOrder()
      stood.value = undefined
    },
    { debounce: REST },
  )
  const isPassing = (frame: number) => stood.value !== undefined && (frame < stood.value.from || frame > stood.value.to)

  const rows = computed<readonly Row[]>(() => {
    const slots = order.value.length === count.value ? order.value : slotsByFrame()
    return slots.map((slot) => {
      const frame = first.value + modulo(slot - first.value, count.value)
      return { slot, frame, passing: isPassing(frame) }
    })
  })
  return { first, count, rows }
}

const modulo = (value: number, by: number) => ((value % by) + by) % by
