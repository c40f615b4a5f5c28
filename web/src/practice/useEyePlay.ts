import type { EyeTrial } from '@unhurried/core'
import { onScopeDispose, ref, watch, type Ref } from 'vue'

/** Plays what moves in a trial: by itself, or when asked where motion is unwelcome or is shown once only. */
export function useEyePlay(trial: Ref<EyeTrial>) {
  const frame = ref(0)
  const plays = ref(false)
  /** It was seen: it may be answered. */
  const isSeen = ref(false)
  const isCalm = matchMedia('(prefers-reduced-motion: reduce)').matches
  let ticking = 0

  function stop() {
    cancelAnimationFrame(ticking)
    plays.value = false
  }
  function play() {
    stop()
    const { fps = 24, once, pictures } = trial.value
    const count = Math.max(...pictures.map(({ frames }) => frames.length))
    const began = performance.now()
    plays.value = true
    const tick = (now: number) => {
      const at = Math.max(0, Math.floor(((now - began) / 1000) * fps))
      if (once && at >= count) {
        frame.value = count - 1
        isSeen.value = true
        return stop()
      }
      if (!once) isSeen.value = true
      frame.value = at
      ticking = requestAnimationFrame(tick)
    }
    ticking = requestAnimationFrame(tick)
  }
  watch(
    trial,
    ({ fps, once }) => {
      stop()
      frame.value = 0
      isSeen.value = fps === undefined
      if (fps !== undefined && !once && !isCalm) play()
    },
    { immediate: true },
  )
  onScopeDispose(stop)
  return { frame, plays, isSeen, play, stop }
}
