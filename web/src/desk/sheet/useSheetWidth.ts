import { clamp } from '@unhurried/core'
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { followDrag } from '../../parts/drag'
import type { Layout } from '../useLayout'

/** How wide the sheet lies beside the paper, in CSS pixels; kept on this machine. */
export const LEAST_SHEET = 172
const MOST_SHEET = 1000
const STEP = 40

export function useSheetWidth({ leftHanded }: Pick<Layout, 'leftHanded'>) {
  const wide = useLocalStorage('unhurried-sheet', LEAST_SHEET)
  const width = computed(() => clamp(Number(wide.value) || LEAST_SHEET, LEAST_SHEET, MOST_SHEET))
  const widen = (event: PointerEvent) =>
    followDrag(event, {
      onMove: (_, { clientX }) =>
        (wide.value = Math.max(LEAST_SHEET, leftHanded.value ? window.innerWidth - clientX : clientX)),
    })
  const step = (by: 1 | -1) => (wide.value = width.value + by * STEP)
  return { width, widen, step, most: MOST_SHEET }
}

/** How wide the sounds' column is, in CSS pixels; kept on this machine. */
const SOUND = { least: 26, usual: 48, most: 320 } as const
const SOUND_STEP = 10

export function useSoundWidth() {
  const wide = useLocalStorage('unhurried-sound-width', SOUND.usual)
  const width = computed(() => clamp(Number(wide.value) || SOUND.usual, SOUND.least, SOUND.most))
  function widen(event: PointerEvent) {
    const was = width.value
    followDrag(event, { onMove: ({ dx }) => (wide.value = clamp(was + dx, SOUND.least, SOUND.most)) })
  }
  const step = (by: 1 | -1) => (wide.value = width.value + by * SOUND_STEP)
  return { width, widen, step, least: SOUND.least, most: SOUND.most }
}
