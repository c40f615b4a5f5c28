import { clamp, drawingsShown, type WorkStep } from '@unhurried/core'
import { useEventListener } from '@vueuse/core'
import { onUnmounted, ref, watch, type ComputedRef, type Ref } from 'vue'
import { typing } from '../../parts/typing'
import { useScene } from '../../session/scene'
import { keyName, keyOf } from './commands'

/** How long each drawing of a steady beat lies on the pegs, in milliseconds. */
const BEAT = 420
/** Pixels the pen slides for each drawing it riffles through. */
const THUMB = 22

/** Flipping by hand, at a steady beat, and like a thumb through paper. */
export function useFlips({
  flipped,
  steps,
  host,
}: {
  flipped: Ref<string | undefined>
  steps: ComputedRef<WorkStep[]>
  host: Ref<HTMLElement | undefined>
}) {
  const store = useScene()
  const beating = ref<'parents' | 'last'>()
  let timer: ReturnType<typeof setInterval> | undefined
  const parentsOf = () => steps.value.find((step) => step.drawing === store.drawing)?.between?.parents

  function parents() {
    const found = parentsOf()
    if (!found) return store.flip(-1)
    flipped.value = flipped.value === undefined ? found[0] : flipped.value === found[0] ? found[1] : undefined
  }
  function stopBeat() {
    clearInterval(timer)
    if (beating.value) flipped.value = undefined
    beating.value = undefined
  }
  /** Round and round: the earlier parent, this one, the later parent, this one; or the drawing before and this. */
  function beat(among: 'parents' | 'last') {
    const was = beating.value
    stopBeat()
    if (was === among) return
    const order = drawingsShown(store.exposures).map((each) => each.drawing)
    const before = order[order.indexOf(store.drawing ?? '') - 1]
    const found = among === 'parents' ? parentsOf() : undefined
    const round = found ? [found[0], undefined, found[1], undefined] : before === undefined ? [] : [before, undefined]
    if (round.length === 0) return
    let at = 0
    beating.value = among
    timer = setInterval(() => (flipped.value = round[at++ % round.length]), BEAT)
  }
  watch(() => [store.frame, store.level, store.drawing], stopBeat, { flush: 'sync' })
  onUnmounted(stopBeat)

  // ---- riffle ---------------------------------------------------------------------------------------
  let riffling: { x: number; at: number } | undefined
  let last = 0
  const held = ref(false)
  useEventListener(window, 'pointermove', (event: PointerEvent) => {
    last = event.clientX
    if (!riffling) return
    const order = drawingsShown(store.exposures)
    const target = order[clamp(riffling.at + Math.round((event.clientX - riffling.x) / THUMB), 0, order.length - 1)]
    if (target && target.frame !== store.frame) store.goTo(target.frame)
  })
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (event.repeat || typing(event.target) || keyName(event) !== keyOf('riffle')) return
    const order = drawingsShown(store.exposures)
    riffling = {
      x: last,
      at: Math.max(
        0,
        order.findLastIndex((each) => each.frame <= store.frame),
      ),
    }
    held.value = true
    if (host.value) host.value.style.pointerEvents = 'none'
  })
  const letGo = () => {
    riffling = undefined
    held.value = false
    if (host.value) host.value.style.pointerEvents = ''
  }
  useEventListener(
    window,
    'keyup',
    (event: KeyboardEvent) =>
      event.key.toLowerCase() === keyOf('riffle').toLowerCase().replace('shift+', '') && letGo(),
  )
  useEventListener(window, 'blur', letGo)
  return { parents, beat, beating, stopBeat, riffling: held }
}
