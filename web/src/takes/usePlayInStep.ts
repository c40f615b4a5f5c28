import type { Scene } from '@unhurried/core'
import { usePreferredReducedMotion } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref, watch } from 'vue'
import { useScene } from '../session/scene'
import { useHeard } from '../sound/useHeard'
import { composedPictures } from '../stage/player'

/** The largest a take is shown, in CSS pixels: by itself, and beside others. */
const ALONE = { width: 720, height: 420 }
const BESIDE = { width: 460, height: 260 }

interface Playing {
  readonly scene: () => Scene
  /** Takes shown beside each other. */
  readonly beside: () => readonly string[]
  /** Frames of the longest of them: one that ends before stays on its last picture. */
  readonly length: () => number
}

/** Takes that play beside each other in step, each on a canvas of its own. */
export function usePlayInStep({ scene, beside, length }: Playing) {
  const store = useScene()
  const heard = useHeard()
  const calm = usePreferredReducedMotion()
  const canvases = new Map<string, HTMLCanvasElement>()
  const now = ref(1)
  const isPlaying = ref(false)
  let stopPlaying: (() => void) | undefined
  let show: (frame: number) => void = () => undefined

  const size = computed(() => {
    const { width, height } = scene().settings
    const most = beside().length === 1 ? ALONE : BESIDE
    const scale = Math.min(1, most.width / width, most.height / height)
    return { scale, width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) }
  })
  function lay() {
    const { inkOf } = store.ink!
    const reels = beside().map((take) => ({
      take,
      pictures: composedPictures({ scene: scene(), inkOf, scale: size.value.scale, take }),
    }))
    show = (frame) => {
      now.value = frame
      for (const { take, pictures } of reels) canvases.get(take)?.getContext('2d')!.drawImage(pictures.at(frame), 0, 0)
    }
    show(Math.min(now.value, length()))
    if (isPlaying.value) play()
  }
  function play() {
    stopPlaying?.()
    isPlaying.value = true
    stopPlaying = heard.playAlong({ from: now.value, length: length(), show: (frame) => show(frame) })
  }
  function stop() {
    stopPlaying?.()
    isPlaying.value = false
  }
  onMounted(async () => {
    lay()
    await store.loadInk()
    if (!store.scene) return
    lay()
    if (calm.value !== 'reduce') play()
  })
  watch([scene, beside, size], () => store.scene && lay(), { flush: 'post' })
  onUnmounted(() => stopPlaying?.())

  return {
    size,
    now,
    isPlaying,
    play,
    stop,
    goTo(frame: number) {
      stop()
      show(frame)
    },
    /** Told of the canvas of a take as it comes and goes. */
    keep: (take: string, canvas: unknown) =>
      canvas instanceof HTMLCanvasElement ? canvases.set(take, canvas) : canvases.delete(take),
  }
}
