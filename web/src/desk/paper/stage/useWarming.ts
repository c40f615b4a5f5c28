import { drawingsShown, type Ink, type Pass } from '@unhurried/core'
import { onUnmounted, type Ref } from 'vue'
import { useScene } from '../../../session/scene'
import { bitmapsBeside, passesBeside } from '../../../stage/prepaint'
import type { ViewOf } from '../useView'
import type { Laying } from './useLaying'

/** Pauses may fail to come for long: then it begins all the same, after so many milliseconds. */
const PATIENCE = 400
/** A hand that drew may draw on at once: so many milliseconds without a stroke are a pause. */
export const CALM = 350

/** Once the hand has paused, the drawings beside the one on the pegs are made ready to be flipped to. */
export function useWarming(
  view: ViewOf,
  { onTableAt, underOf }: Laying,
  { inkOf, playing }: { inkOf: (drawing: string, pass: Pass) => Ink; playing: Ref<boolean> },
) {
  const store = useScene()
  let waiting = 0
  let calm: ReturnType<typeof setTimeout> | undefined
  const stop = () => {
    clearTimeout(calm)
    cancelIdleCallback(waiting)
    view.table.value?.queue.rest()
  }

  /** Begins at the next pause, once nothing was drawn for so many milliseconds. */
  function warm(after = 0) {
    stop()
    const atPause = () => (waiting = requestIdleCallback(begin, { timeout: PATIENCE }))
    if (after === 0) atPause()
    else calm = setTimeout(atPause, after)
  }

  function begin() {
    const { scene, drawing, take, level } = store
    const queue = view.table.value?.queue
    if (!scene || !queue || drawing === undefined || playing.value) return
    const beside = { scene, take, level, drawing }
    queue.warm(bitmapsBeside(beside, inkOf), () => readyBeside(drawing))
    queue.paintSmall(passesBeside(beside))
  }

  /** Composes the tables of the next, the last and this drawing when nothing else is to be done. */
  function readyBeside(drawing: string) {
    const { scene } = store
    const order = drawingsShown(store.exposures)
    const here = order.findIndex((each) => each.drawing === drawing)
    const jobs = [order[here + 1], order[here - 1], order[here]].filter((each) => each !== undefined)
    waiting = requestIdleCallback(function ready() {
      const next = jobs.shift()
      if (!next || !scene || store.scene !== scene || !view.table.value) return
      view.table.value.ready(onTableAt(scene, { ...next, under: underOf(scene, next.drawing) }))
      waiting = requestIdleCallback(ready)
    })
  }

  onUnmounted(stop)
  return warm
}
