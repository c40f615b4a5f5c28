import { useLocalStorage } from '@vueuse/core'

const shown = useLocalStorage('unhurried-cell-grid', false)

/** Whether the lines between the cells of a sprite are shown, remembered on this machine. */
export const useCellGrid = () => shown
