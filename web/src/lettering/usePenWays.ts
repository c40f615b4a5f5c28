import { simplerWay, type PenPathDrawn } from '@unhurried/core'
import { ref, type Ref } from 'vue'
import { freshId } from '../api/ids'
import { followDrag } from '../parts/drag'
import type { LetteringWork } from './useLettering'
import { isNearerEnd, turned, wentOn } from './ways'

interface Pen {
  readonly work: LetteringWork
  /** What the pen draws on: as wide as the paper is seen. */
  readonly field: Ref<SVGSVGElement | undefined>
  readonly onBegin: () => void
  readonly choose: (path: string) => void
}

/** Ways of the pen drawn over lettering, and turned round by their beginnings. */
export function usePenWays({ work, field, onBegin, choose }: Pen) {
  /** The way that is being drawn; flat places, in scene pixels. */
  const drawn = ref<number[]>()

  function placeOf({ clientX, clientY }: { clientX: number; clientY: number }) {
    const { left, top, width } = field.value!.getBoundingClientRect()
    const by = work.scene.value.settings.width / width
    return [(clientX - left) * by, (clientY - top) * by] as const
  }

  function begin(event: PointerEvent) {
    if (event.button !== 0 || work.drawing.value === undefined) return
    event.preventDefault()
    onBegin()
    const points = [...placeOf(event)]
    drawn.value = points
    followDrag(event, {
      on: field.value!,
      onMove(_, moved) {
        for (const each of moved.getCoalescedEvents?.() ?? [moved]) wentOn(points, placeOf(each))
        drawn.value = [...points]
      },
      onEnd(lifted) {
        drawn.value = undefined
        if (lifted) add(points)
      },
    })
  }
  function add(points: readonly number[]) {
    const tenth = simplerWay(points).map((value) => Math.round(value * 10) / 10)
    const path: PenPathDrawn = { id: freshId(), points: tenth }
    work.setPaths([...work.paths.value, path])
    choose(path.id)
  }

  /** The beginning of a way dragged over to its end turns it round. */
  function dragStart(event: PointerEvent, path: PenPathDrawn) {
    choose(path.id)
    followDrag(event, {
      on: field.value!,
      onMove: () => undefined,
      onEnd(lifted, up) {
        if (lifted && isNearerEnd(path, placeOf(up)))
          work.setPaths(work.paths.value.map((each) => (each === path ? turned(each) : each)))
      },
    })
  }

  return { drawn, begin, dragStart }
}
