import { drawingsShown, type Pass, type Ink } from '@unhurried/core'
import { onUnmounted, type Ref } from 'vue'
import { useScene } from '../../../session/scene'
import type { Bitmaps } from '../../../stage/paint/bitmaps'
import { warmAround } from '../../../stage/prepaint'
import type { ViewOf } from '../useView'
import type { Laying } from './useLaying'

/** Once the hand has paused, the drawings beside the one on the pegs are made ready to be flipped to. */
export function useWarming(
  view: ViewOf,
  { onTableAt, underOf }: Laying,
  {
    bitmaps,
    inkOf,
    playing,
  }: { bitmaps: () => Bitmaps | undefined; inkOf: (drawing: string, pass: Pass) => Ink; playing: Ref<boolean> },
) {
  const store = useScene()
  let stop = () => {}

  function warm() {
    stop()
    const { scene, drawing, take, level } = store
    const own = bitmaps()
    if (!scene || drawing === undefined || playing.value || !view.table.value || !own) return
    stop = warmAround({ scene, take, level, drawing, bitmaps: own, inkOf, onWarm: () => readyBeside(drawing) })
  }

  /** Composes the tables of the next, the last and this drawing when nothing else is to be done. */
  function readyBeside(drawing: string) {
    const { scene } = store
    const order = drawingsShown(store.exposures)
    const here = order.findIndex((each) => each.drawing === drawing)
    const jobs = [order[here + 1], order[here - 1], order[here]].filter((each) => each !== undefined)
    let handle = requestIdleCallback(function ready() {
      const next = jobs.shift()
      if (!next || !scene || store.scene !== scene || !view.table.value) return
      view.table.value.ready(onTableAt(scene, { ...next, under: underOf(scene, next.drawing) }))
      handle = requestIdleCallback(ready)
    })
    stop = () => cancelIdleCallback(handle)
  }

  onUnmounted(() => stop())
  return warm
}
