import { inverted, transformPoint, type Point } from '@unhurried/core'
import { computed, type Ref } from 'vue'
import type { PaperPlacement } from '../../stage/surface'
import { useScene } from '../../session/scene'

/** Lays what is written over the paper exactly on it, however it is turned, and finds places on it. */
export function usePaperPlace(placement: () => PaperPlacement, host: Ref<Element | null | undefined>) {
  const store = useScene()
  return {
    /** Scene pixels for one CSS pixel, so that what is written on the paper keeps its size. */
    k: computed(() => 1 / placement().zoom),
    style: computed(() => ({
      left: 0,
      top: 0,
      width: `${store.apartFromInk!.settings.width}px`,
      height: `${store.apartFromInk!.settings.height}px`,
      transformOrigin: '0 0',
      transform: `matrix(${placement().matrix.join(',')})`,
    })),
    onPaper(event: { clientX: number; clientY: number }): Point {
      const box = host.value!.parentElement!.getBoundingClientRect()
      return transformPoint(inverted(placement().matrix), { x: event.clientX - box.left, y: event.clientY - box.top })
    },
  }
}
