import {
  clamp,
  favoured,
  middleOfWidestGap,
  placeForMark,
  planOfWork,
  SAME_PLACE,
  settledMark,
  type Chart,
  type Edit,
} from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { freshId } from '../api/ids'
import { followDrag } from '../parts/drag'
import { useScene } from '../session/scene'
import { reachOf } from './ladder'

/** A mark on its way along the ladder. `perPixel`: share of the way for each CSS pixel, as when it was taken in hand. */
interface Dragged {
  readonly drawing: string
  readonly from: number
  readonly perPixel: number
  to?: number
}

/** The marks of a chart: the one in hand, and all that is done with one. */
export function useMarks(chart: () => Chart) {
  const store = useScene()
  const picked = ref<string>()
  watch(
    () => [chart().id, store.drawing],
    () => (picked.value = chart().marks.find((mark) => mark.drawing === store.drawing)?.drawing),
    { immediate: true },
  )
  const inHand = computed(() => chart().marks.find((mark) => mark.drawing === picked.value))
  const step = computed(
    () =>
      inHand.value && planOfWork(store.scene!, chart().level, store.take).find((each) => each.drawing === picked.value),
  )
  const isEnd = (drawing: string) => drawing === chart().from || drawing === chart().to

  /** The edit that puts a mark at the place that `place` gives for it; none where it is no longer on the chart. */
  function put(drawing: string, place: (fractions: readonly number[], at: number) => number) {
    // Where the marks are, not where one of them is tried.
    const marks = store.working?.charts[chart().id]?.marks ?? []
    const fractions = marks.map((mark) => mark.fraction)
    const at = marks.findIndex((mark) => mark.drawing === drawing)
    if (at < 0) return undefined
    return { type: 'chart.fractions' as const, chart: chart().id, fractions: fractions.with(at, place(fractions, at)) }
  }
  function putAt(drawing: string, wanted: number) {
    const edit = put(drawing, (fractions, at) => placeForMark(fractions, at, wanted))
    if (edit) store.change(edit)
  }

  function putIn() {
    const drawing = freshId()
    const fraction = middleOfWidestGap(chart().marks.map((mark) => mark.fraction))
    if (store.change({ type: 'chart.put-in', chart: chart().id, take: store.take, drawing, fraction }))
      picked.value = drawing
  }
  function favour(toward: 'first' | 'second') {
    const between = step.value?.between
    if (!between || !inHand.value) return
    const { from, to, marks } = chart()
    const ends = [
      { drawing: from, fraction: 0 },
      { drawing: to, fraction: 1 },
    ]
    const [a, b] = between.parents.map(
      (parent) => [...ends, ...marks].find(({ drawing }) => drawing === parent)!.fraction,
    )
    const ratio = clamp((inHand.value.fraction - a!) / (b! - a!), 0, 1)
    putAt(inHand.value.drawing, a! + (b! - a!) * favoured(ratio, toward))
  }

  const follow = useMarkDrag(chart, put)
  return {
    picked,
    inHand,
    step,
    isEnd,
    /** Takes a mark in hand; let go where it was it opens its drawing. */
    grab(event: PointerEvent, mark: { drawing: string; fraction: number }, open: (drawing: string) => void) {
      picked.value = mark.drawing
      if (!isEnd(mark.drawing) && event.button <= 0) follow(event, mark, open)
    },
    putIn,
    favour,
    nudge: ({ drawing, fraction }: { drawing: string; fraction: number }, by: number) => putAt(drawing, fraction + by),
    expose: (drawing: string, frames: number) =>
      frames >= 1 && store.change({ type: 'chart.expose', chart: chart().id, take: store.take, drawing, frames }),
    takeOff: (drawing: string) => store.change({ type: 'chart.take-out', chart: chart().id, drawing }),
  }
}
export type Marks = ReturnType<typeof useMarks>

type Put = (drawing: string, place: (fractions: readonly number[], at: number) => number) => Edit | undefined

/** A mark taken in hand and drawn along the ladder; let go where it was it opens its drawing. */
function useMarkDrag(chart: () => Chart, put: Put) {
  const store = useScene()
  let dragged: Dragged | undefined
  function grab(event: PointerEvent, mark: { drawing: string; fraction: number }, open: (drawing: string) => void) {
    const picture = (event.currentTarget as SVGElement).ownerSVGElement!
    const unitsPerPixel = picture.viewBox.baseVal.width / picture.getBoundingClientRect().width
    const perPixel = unitsPerPixel * reachOf(chart()).perUnit
    dragged = { drawing: mark.drawing, from: mark.fraction, perPixel }
    followDrag(event, { onMove: ({ dy }, { altKey }) => pull(dy, altKey), onEnd: (lifted) => letGo(lifted, open) })
  }
  function pull(dy: number, freely: boolean) {
    if (!dragged) return
    const { drawing, from, perPixel } = dragged
    const place = freely ? placeForMark : settledMark
    let to = from
    const edit = put(drawing, (fractions, at) => (to = place(fractions, at, from + dy * perPixel)))
    if (!edit || (Math.abs(to - from) < SAME_PLACE && dragged.to === undefined)) return
    dragged.to = to
    // The sheet, the arc and the card follow while it is dragged.
    store.attempt(edit)
  }
  function letGo(lifted: boolean, open: (drawing: string) => void) {
    const last = dragged
    dragged = undefined
    if (!last) return
    const { drawing, to } = last
    const edit = lifted && to !== undefined && put(drawing, () => to)
    if (edit) store.change(edit)
    else store.attempt()
    if (lifted && to === undefined) open(drawing)
  }
  return grab
}
