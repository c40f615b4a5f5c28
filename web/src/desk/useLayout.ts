import { useLocalStorage, useWindowSize } from '@vueuse/core'
import { computed, onUnmounted, shallowRef, watch } from 'vue'

/** What lies around the paper. */
export const PANELS = ['sheet', 'chart', 'cards', 'tools'] as const
export type Panel = (typeof PANELS)[number]

/** Narrower or lower than this, in CSS pixels, a panel folds to the edge it lives on: the paper comes first. */
const NEEDS: Readonly<Record<Panel, { width: number; height: number }>> = {
  sheet: { width: 780, height: 300 },
  chart: { width: 1120, height: 440 },
  cards: { width: 600, height: 600 },
  tools: { width: 0, height: 0 },
}

/**
 * How the desk is laid out: which panels lie around the paper, which are folded to their edge because there is no room
 * or the table was cleared, and which of those were brought back. Kept on this machine but for what is open now.
 */
export function useLayout() {
  const { width, height } = useWindowSize({ window })
  const leftHanded = useLocalStorage('unhurried-left-handed', false)
  /** Laid away by one key. */
  const cleared = shallowRef(false)
  /** Folded, but laid over the paper or brought back one by one. */
  const brought = shallowRef<ReadonlySet<Panel>>(new Set())

  const fits = (panel: Panel) => width.value >= NEEDS[panel].width && height.value >= NEEDS[panel].height
  const folded = computed(
    () => new Set<Panel>(PANELS.filter((panel) => cleared.value || !fits(panel))) as ReadonlySet<Panel>,
  )
  const isShown = (panel: Panel) => !folded.value.has(panel) || brought.value.has(panel)
  /** It lies over the paper, not beside it, where there is no room. */
  const isOver = (panel: Panel) => isShown(panel) && !fits(panel)

  function bring(panel: Panel, back = !brought.value.has(panel)) {
    const next = new Set(brought.value)
    if (back) next.add(panel)
    else next.delete(panel)
    brought.value = next
  }
  function clear() {
    cleared.value = !cleared.value
    brought.value = new Set()
  }
  /** Folds away what lies over the paper; false when nothing does. */
  function foldOver(): boolean {
    const over = PANELS.filter(isOver)
    over.forEach((panel) => bring(panel, false))
    return over.length > 0
  }

  // The edge above belongs to the page, not to the desk: it is told.
  const tell = (now: boolean) => document.documentElement.toggleAttribute('data-cleared', now)
  watch(cleared, tell)
  onUnmounted(() => tell(false))

  async function fullScreen() {
    if (document.fullscreenElement) await document.exitFullscreen()
    else await document.documentElement.requestFullscreen().catch(() => undefined)
  }

  const changeHands = () => (leftHanded.value = !leftHanded.value)

  return { leftHanded, changeHands, cleared, folded, isShown, isOver, bring, clear, foldOver, fullScreen }
}
export type Layout = ReturnType<typeof useLayout>
