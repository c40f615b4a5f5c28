import { chartHere, chartSpan, drawingsShown, type LightTable } from '@unhurried/core'
import { useLocalStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useScene } from '../session/scene'
import { useHeard } from '../sound/useHeard'
import { workOf } from '../stage/order-of-work'
import { useFlips } from './commands/useFlips'
import { useAhead } from './next/useAhead'
import { useInbetweenGuide } from './next/useInbetweenGuide'
import { useWalk } from './next/useWalk'
import { useStage } from './paper/useStage'
import { useSheetPanels } from './sheet/useSheetPanels'
import { useSheet } from './sheet/useSheet'
import { usePencil } from './tools/pencil'
import { useLandmarks } from './tools/useLandmarks'
import { useSlides } from './tools/useSlides'
import { useLayout } from './useLayout'
import { useQuietLook } from './useQuietLook'

/** All that is on the desk: the scene, the sheet, the paper, the tool in hand, what comes next. */
export function useDesk() {
  const store = useScene()
  const scene = computed(() => store.apartFromInk!)
  const level = computed(() => scene.value.levels[store.level]!)
  const pencil = usePencil()
  const host = ref<HTMLElement>()
  const keysOpen = ref(false)
  const flipped = useFlipped()
  const layout = useLayout()
  const walk = useWalk()
  const ahead = useAhead()
  /** Nothing planned is left to draw: the drawing after this one comes next. */
  const leadsAhead = computed(() => ahead.isAhead.value && walk.next.value?.between === undefined)
  const slides = useSlides(() => stage.under.value)
  const { chart, span } = useSpan()
  const heard = useHeard()
  const stage = useStage({ host, pencil, flipped, walked: walk.onPegs, slid: slides.slid, span, heard })
  heard.followFrame()
  useQuietLook()
  const steps = computed(() => workOf(scene.value, store.level, store.take))

  function goTo(frame: number, to = store.level) {
    store.chosen = undefined
    if (to === store.level) return stage.goAhead(frame)
    store.level = to
    store.goTo(frame)
  }
  function toggleLight() {
    const { lightTable } = level.value
    // The walk lights the parents even where the table is off: its switch then puts them out.
    const walking = walk.onPegs.value !== undefined && walk.onPegs.value === store.drawing
    if (walking) walk.onPegs.value = undefined
    if (lightTable.on || !walking)
      store.change({
        type: 'level.set',
        level: store.level,
        fields: { lightTable: { ...lightTable, ...nextLight(lightTable, ahead.isAhead.value) } },
      })
  }

  return {
    store,
    scene,
    level,
    drawing: computed(() => (store.drawing ? scene.value.drawings[store.drawing] : undefined)),
    pencil,
    setHost: (element: unknown) => (host.value = (element as HTMLElement | null) ?? undefined),
    layout,
    keysOpen,
    openKeys: () => (keysOpen.value = true),
    flipped,
    chart,
    span,
    stage,
    heard,
    walk,
    ahead,
    leadsAhead,
    slides,
    sheet: useSheet(),
    panels: useSheetPanels(),
    landmarks: useLandmarks(),
    inbetween: useInbetweenGuide(),
    flips: useFlips({ flipped, steps, host }),
    loop: useLoop(chart),
    goTo,
    toggleLight,
  }
}
export type Desk = ReturnType<typeof useDesk>

/** On and off; straight ahead earlier drawings only, both sides, off. */
function nextLight({ on, shows, later }: LightTable, ahead: boolean): Partial<LightTable> {
  if (!ahead) return { on: !on }
  if (!on) return { on: true, shows: 'earlier' }
  return shows === 'earlier' ? { shows: 'around', later: Math.max(1, later) } : { on: false }
}

/** Another drawing shown in place of this one for as long as it is being compared. */
function useFlipped() {
  const store = useScene()
  const flipped = ref<string>()
  watch(
    () => [store.frame, store.level],
    () => (flipped.value = undefined),
    { flush: 'sync' },
  )
  return flipped
}

const CARDS_AROUND = 9

/** The chart we are in, and the drawings of its span; without one those around this drawing. */
function useSpan() {
  const store = useScene()
  /** The chart we are in, else the one that leads to the drawing on the table. */
  const chart = computed(
    () =>
      chartHere(store.apartFromInk!, store.level, store.frame, store.take) ??
      Object.values(store.apartFromInk!.charts).find((each) => each.to === store.drawing),
  )
  const span = computed(() => {
    if (chart.value) return [chart.value.from, ...chart.value.marks.map((mark) => mark.drawing), chart.value.to]
    const order = drawingsShown(store.exposures).map((each) => each.drawing)
    const here = Math.max(0, order.indexOf(store.drawing ?? ''))
    return order.slice(Math.max(0, here - CARDS_AROUND), here + CARDS_AROUND + 1)
  })
  return { chart, span }
}

/** The small loop plays the span we are in, or all of it. */
function useLoop(chart: ReturnType<typeof useSpan>['chart']) {
  const store = useScene()
  const on = useLocalStorage('unhurried-live-loop', false)
  const frames = computed(() => {
    const span = chart.value && chartSpan(store.apartFromInk!, chart.value, store.take)
    const { length } = store.apartFromInk!.settings
    return span
      ? { from: span.fromFrame, to: Math.min(length, Math.max(span.fromFrame + 1, span.toFrame)) }
      : { from: 1, to: length }
  })
  return { on, frames }
}
