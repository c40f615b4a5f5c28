import { usePreferredReducedMotion } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { beginsOf, firstSeen, type MotionShown } from './motion-shown'

/** A motion that ends rests a while before it begins again, in seconds. */
const REST = 0.5

/** Which exposure of a motion is shown: all of it at the scene's rate, round and round, or one and the next. */
export function useMotionPlay(props: MotionShown, onFrame: (frame: number) => void) {
  const calm = usePreferredReducedMotion()
  const playing = ref(calm.value !== 'reduce')
  const at = ref(playing.value ? 0 : firstSeen(props.motion))
  const begins = computed(() => beginsOf(props.motion))
  const total = computed(() => props.motion.exposures.reduce((sum, { frames }) => sum + frames, 0))
  /** A shorter motion may have come meanwhile. */
  const shown = computed(() => Math.min(at.value, props.motion.exposures.length - 1))

  let ticking = 0
  let started = 0
  function tick(now: number) {
    if (started === 0) started = now
    const rest = props.motion.cycle ? 0 : Math.round(REST * props.fps)
    const gone = Math.floor(((now - started) / 1000) * props.fps)
    show(Math.min(total.value - 1, gone % (total.value + rest)))
    ticking = requestAnimationFrame(tick)
  }
  /** @param frame - from 0 */
  function show(frame: number) {
    const i = begins.value.findLastIndex((begin) => begin <= frame)
    if (i === at.value) return
    at.value = Math.max(0, i)
    onFrame(frame + 1)
  }
  const stop = () => cancelAnimationFrame(ticking)
  watch(playing, (now) => {
    stop()
    started = 0
    if (now) ticking = requestAnimationFrame(tick)
  })
  onMounted(() => {
    if (playing.value) ticking = requestAnimationFrame(tick)
    else onFrame(frame.value)
  })
  onBeforeUnmount(stop)

  function step(by: 1 | -1) {
    playing.value = false
    const count = props.motion.exposures.length
    show(begins.value[(shown.value + by + count) % count]!)
  }

  /** The frame it began to be shown at, from 1. */
  const frame = computed(() => (begins.value[shown.value] ?? 0) + 1)

  return { playing, shown, frame, total, step }
}
