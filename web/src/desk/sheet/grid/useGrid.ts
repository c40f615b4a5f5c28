import { clamp, type Level, type Scene } from '@unhurried/core'
import { useElementSize, useScroll } from '@vueuse/core'
import { computed, watch, type Ref } from 'vue'
import { useSoundWidth } from '../useSheetWidth'
import { gridMeasures, HEAD, ROW, type GridMeasures } from './grid-measures'
import { useColumns } from './useColumns'
import { useRows } from './useRows'

/** Height and width taken before the page has been laid out, so that the sheet is never empty. */
const UNMEASURED = { width: 320, height: 800 }

interface Shown {
  readonly scene: Scene
  readonly take: string
  readonly frame: number
  readonly level: string
}

/** Where everything stands on the sheet: its columns and rows as far as they are in view, and which square lies where. */
export function useGrid(props: Shown, host: Ref<HTMLElement | undefined>) {
  const size = useElementSize(host)
  const { x: left, y: top } = useScroll(host)
  const settings = computed(() => props.scene.settings)
  const length = computed(() => settings.value.length)
  const room = computed(() => size.width.value || UNMEASURED.width)
  const sound = useSoundWidth()
  const hasCamera = computed(() => Boolean(props.scene.takes[props.take]?.camera) && !settings.value.cells)
  const hasSound = computed(() => props.scene.sounds !== undefined)
  const count = computed(() => props.scene.levelOrder.length)
  const measures = computed(() =>
    gridMeasures({
      ...{ room: room.value, levels: count.value, camera: hasCamera.value },
      sound: hasSound.value ? sound.width.value : 0,
    }),
  )
  const shown = useColumns({ scene: () => props.scene, take: () => props.take, measures, left, room })
  const rows = useRows({
    ...{ top, length, rowHeight: ROW },
    height: computed(() => size.height.value || UNMEASURED.height),
  })

  /** The square under a place on the screen, or the nearest one. */
  function placeOf({ clientX, clientY }: { readonly clientX: number; readonly clientY: number }) {
    const view = host.value!
    const box = view.getBoundingClientRect()
    const { before, across } = measures.value
    const frame = Math.floor((clientY - box.top - HEAD + view.scrollTop) / ROW) + 1
    const level = Math.floor((clientX - box.left + view.scrollLeft - before) / across)
    return { level: clamp(level, 0, count.value - 1), frame: clamp(frame, 1, length.value) }
  }

  // Reading where it is scrolled to would lay out the page twice in the frame of a flip.
  watch(
    [() => props.frame, () => props.level, size.height],
    () =>
      void requestAnimationFrame(() => {
        const at = { frame: props.frame, index: indexOf(shown.levels.value, props.level) }
        if (host.value) bringIntoView(host.value, at, measures.value)
      }),
    { flush: 'post' },
  )

  return { settings, length, measures, sound, placeOf, ...shown, ...rows }
}

export const indexOf = (levels: readonly Level[], id: string): number => levels.findIndex((each) => each.id === id)

/** Scrolls a square to the middle when it is out of view. */
function bringIntoView(view: HTMLElement, { frame, index }: { frame: number; index: number }, grid: GridMeasures) {
  const top = (frame - 1) * ROW
  if (top < view.scrollTop || top > view.scrollTop + view.clientHeight - 3 * ROW)
    view.scrollTop = top - view.clientHeight / 2
  const left = grid.before + index * grid.across
  if (left < view.scrollLeft + grid.before || left + grid.across > view.scrollLeft + view.clientWidth)
    view.scrollLeft = left - view.clientWidth / 2
}
