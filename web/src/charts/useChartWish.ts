import {
  chartHere,
  chartLaidLike,
  drawingsShown,
  EditRefused,
  exposuresOf,
  wishedChart,
  type Scene,
} from '@unhurried/core'
import { computed, reactive, ref, watch } from 'vue'
import { freshId } from '../api/ids'
import { sayWhy, useScene } from '../session/scene'
import { copiedChart } from './copied-chart'
import { useSpacingForm } from './spacing-form'

interface Here {
  readonly scene: Scene
  readonly level: string
  readonly frame: number
}

/** The chart at a place of the sheet, and what of others may be joined by a new one. */
export function useChartEnds(here: () => Here) {
  const store = useScene()
  const shown = computed(() => drawingsShown(exposuresOf(here().scene, here().level, store.take)))
  const existing = computed(() => chartHere(here().scene, here().level, here().frame, store.take))
  /** Laying a chart within the one that is here, between two of its own drawings. */
  const isNesting = ref(false)
  watch(
    () => [here().level, existing.value?.id],
    () => (isNesting.value = false),
  )
  /** Drawings a chart may join: everything that is not itself an inbetween of one; within a chart, its own. */
  const ends = computed(() => {
    const outer = isNesting.value ? existing.value : undefined
    if (outer) {
      const own = new Set([outer.from, ...outer.marks.map((mark) => mark.drawing), outer.to])
      return shown.value.filter(({ drawing }) => own.has(drawing))
    }
    const charts = Object.values(here().scene.charts)
    const inbetweens = new Set(charts.flatMap(({ marks }) => marks.map(({ drawing }) => drawing)))
    return shown.value.filter(({ drawing }) => !inbetweens.has(drawing))
  })
  /** The two about the frame we are at: of the last ones the two before it, on a loop the last and the first. */
  const aboutFrame = computed(() => {
    const at = Math.max(
      0,
      ends.value.findLastIndex(({ frame }) => frame <= here().frame),
    )
    const isLoop = here().scene.levels[here().level]!.loop
    const [before, first, second] = [ends.value[at - 1], ends.value[at], ends.value[at + 1]]
    const after = second ?? (isLoop ? ends.value[0] : undefined)
    if (first && after && first !== after) return { from: first.drawing, to: after.drawing }
    if (first && before) return { from: before.drawing, to: first.drawing }
    return { from: first?.drawing ?? '', to: '' }
  })
  return { shown, existing, isNesting, ends, aboutFrame }
}

type Fields = Parameters<typeof wishedChart>[1]
/** What an edit that adds a chart says, with what that gives; or why it gives nothing. */
type Wish =
  | { readonly fields: Fields; readonly plan: ReturnType<typeof wishedChart>; readonly sentence?: never }
  | { readonly fields?: never; readonly plan?: never; readonly sentence: string }

/** A chart that is wished for between two drawings, as far as it can be laid. */
export function useChartWish(here: () => Here, { isNesting, ends, aboutFrame }: ReturnType<typeof useChartEnds>) {
  const store = useScene()
  const joined = reactive({ from: '', to: '' })
  watch([ends, () => here().frame, () => here().level], () => Object.assign(joined, aboutFrame.value), {
    immediate: true,
  })
  const spacing = useSpacingForm({ spacing: { by: 'halves', slowOut: 2, slowIn: 0 }, exposure: [2] })
  const { wished, pattern } = spacing

  const wish = computed<Wish>(() => {
    if (!joined.from || !joined.to)
      return { sentence: 'Put down two keys first: choose a frame on the strip and press “Put a key”.' }
    if ('sentence' in pattern.value) return pattern.value
    const fields = { level: here().level, ...joined, spacing: wished.value, exposure: pattern.value.frames }
    try {
      const plan = wishedChart(here().scene, fields, store.take)
      return plan.inbetweens.length > 0
        ? { fields, plan }
        : { sentence: 'On these exposures there is no inbetween. Choose a shorter exposure or more halves.' }
    } catch (error) {
      return { sentence: whyNot(error) }
    }
  })
  function lay() {
    const { fields, plan } = wish.value
    if (!plan) return
    const drawings = plan.inbetweens.map(() => freshId())
    if (store.change({ type: 'chart.add', id: freshId(), take: store.take, ...fields, drawings }))
      isNesting.value = false
  }
  /** Lays the chart that was copied between the two that are chosen; why it cannot be is said. */
  function layCopied() {
    const span = { id: freshId(), take: store.take, level: here().level, ...joined, freshId }
    try {
      if (store.change(chartLaidLike(here().scene, copiedChart.value!, span))) isNesting.value = false
    } catch (error) {
      sayWhy(new Error(whyNot(error)))
    }
  }
  return { joined, spacing, wish, lay, layCopied }
}

/** Why a chart cannot be laid. Errors: any other. */
function whyNot(error: unknown): string {
  if (error instanceof EditRefused || error instanceof RangeError) return error.message
  throw error
}
