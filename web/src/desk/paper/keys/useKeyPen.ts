import { clamp, type Point } from '@unhurried/core'
import { computed, ref, shallowRef } from 'vue'
import type { Table } from '../../../stage/surface'
import { ARROWS, combined } from '../../../parts/typing'

/** Scene pixels an arrow leads the pen, alone and with Shift. */
const STEP = { far: 10, near: 1 }

interface Paper {
  readonly pen: () => Table['keyPen'] | undefined
  readonly size: () => { readonly width: number; readonly height: number }
  /** What is selected is what arrows move, unless the pen is down. */
  readonly isSelected: () => boolean
}

/** The tool in hand led by keys while the paper has the focus: arrows lead it, Enter puts it down and lifts it, Escape gives up. */
export function useKeyPen({ pen, size, isSelected }: Paper) {
  const isHere = ref(false)
  const isDown = ref(false)
  const place = shallowRef<Point>()
  /** In the middle of the paper at first, and never off it. */
  const at = computed<Point>(() => {
    const { width, height } = size()
    const { x, y } = place.value ?? { x: width / 2, y: height / 2 }
    return { x: clamp(x, 0, width), y: clamp(y, 0, height) }
  })

  function lead([dx, dy]: readonly [number, number], step: number) {
    place.value = { x: at.value.x + dx * step, y: at.value.y + dy * step }
    if (isDown.value) pen()?.lead(at.value)
  }
  function press() {
    if (isDown.value) pen()?.letGo()
    isDown.value = !isDown.value && pen()?.putDown(at.value) === true
  }
  function giveUp() {
    if (isDown.value) pen()?.giveUp()
    isDown.value = false
  }

  return {
    isHere,
    isDown,
    at,
    begin: () => (isHere.value = true),
    /** What was begun by keys cannot go on without them. */
    end() {
      giveUp()
      isHere.value = false
    },
    onKey(event: KeyboardEvent) {
      if (combined(event)) return
      const way = ARROWS[event.key]
      if (way && (isDown.value || !isSelected())) lead(way, event.shiftKey ? STEP.near : STEP.far)
      else if (event.key === 'Enter') press()
      else if (event.key === 'Escape' && isDown.value) giveUp()
      else return
      event.preventDefault()
      event.stopPropagation()
    },
  }
}
export type KeyPen = ReturnType<typeof useKeyPen>
