import { counted, drawingsShown, isDrawn, nextPlace, usualExposure } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { freshId } from '../../api/ids'
import { framesAndSeconds, USUAL_EXPOSURES } from '../../parts/frames'
import { sayWhy, useScene } from '../../session/scene'
import { useLastSteps } from './useLastSteps'

let saidCopied = false

/** Drawing straight ahead: draw, next, draw. */
export function useAhead() {
  const store = useScene()
  const settings = computed(() => store.apartFromInk!.settings)
  const isAhead = computed(() => settings.value.approach !== 'pose-to-pose')
  const exposure = computed(() => usualExposure(settings.value))
  /** What the last act did, for the line beside it, until one goes elsewhere or the sheet is another. */
  const done = ref('')
  watch(
    () => [store.level, store.frame, store.exposures.map(({ frames }) => frames).join()],
    () => (done.value = ''),
    { flush: 'sync' },
  )

  const where = () => ({ take: store.take, level: store.level, frame: store.frame, frames: exposure.value })
  /** Where the next drawing would come to lie; undefined where none can. */
  const place = computed(() => {
    try {
      return nextPlace(store.apartFromInk!, where())
    } catch {
      return undefined
    }
  })

  /** Makes an edit that puts a drawing in after this one, goes there and says what moved. */
  function putIn(edit: Parameters<typeof store.change>[0]): boolean {
    const { length } = settings.value
    const to = place.value
    if (!store.change(edit)) return false
    if (!to) return true
    store.goTo(to.frame)
    const now = settings.value.length
    done.value = [
      to.moves > 0 && `${counted(to.later, 'drawing')} after it moved on by ${counted(to.moves, 'frame')}`,
      now !== length && `the scene lasts ${framesAndSeconds(now, settings.value.fps)} now`,
    ]
      .filter(Boolean)
      .join('; ')
    return true
  }

  /** The drawing first shown after this one on the level. */
  function after(): { readonly drawing: string; readonly frame: number } | undefined {
    const order = drawingsShown(store.exposures)
    return order[order.findIndex((each) => each.drawing === store.drawing) + 1]
  }

  /** The next drawing: one that waits there empty, else a new one on the usual exposure. */
  function next(): void {
    const here = store.drawing === undefined ? undefined : store.scene!.drawings[store.drawing]
    if (here && !isDrawn(here))
      return sayWhy(new Error(`Drawing ${here.number} is still empty. Draw on it, then go on.`))
    const waiting = here && after()
    if (waiting && !isDrawn(store.scene!.drawings[waiting.drawing]!)) return store.goTo(waiting.frame)
    putIn({ type: 'drawing.next', ...where(), drawing: { id: freshId(), role: 'key' } })
  }

  /** A copy to go on from: within a hold from this very frame, else as the drawing after this one. */
  function carryOn(): void {
    const { drawing: source, here, frame, take } = store
    if (source === undefined || !here)
      return sayWhy(new Error('There is no drawing here to carry on from. Go to one first.'))
    const drawing = { id: freshId(), role: store.scene!.drawings[source]!.role }
    const made =
      frame > here.frame
        ? store.change({ type: 'drawing.copy', take, frame, source, drawing })
        : putIn({ type: 'drawing.carry-on', take, frame, frames: exposure.value, source, drawing })
    if (!made || saidCopied) return
    saidCopied = true
    done.value = ['copied, not shown again: it is a drawing of its own', done.value].filter(Boolean).join('; ')
  }

  const nextExposure = () =>
    store.change({
      type: 'scene.set',
      settings: { exposure: USUAL_EXPOSURES[USUAL_EXPOSURES.findIndex((each) => each === exposure.value) + 1] ?? 1 },
    })

  return { isAhead, exposure, place, done, after, next, carryOn, nextExposure, steps: useLastSteps() }
}
export type Ahead = ReturnType<typeof useAhead>
