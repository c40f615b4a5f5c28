<script setup lang="ts">
import { onUnmounted, ref, watch } from 'vue'
import { composedPictures } from '../stage/player'
import { playFrames } from '../stage/play-frames'
import type { ShownMoment } from './useMoment'

/** A scene as it stood, to be looked at frame by frame and played. */
const { shown } = defineProps<{ shown: ShownMoment }>()
/** The largest it is shown, in CSS pixels. */
const MOST = { width: 640, height: 360, scale: 2 }

const canvas = ref<HTMLCanvasElement>()
const size = ref({ width: 0, height: 0 })
const frame = ref(1)
let stopPlaying: (() => void) | undefined
const isPlaying = ref(false)
let show: (at: number) => void = () => undefined

watch(
  [() => shown, canvas],
  () => {
    if (!canvas.value) return
    stop()
    const { scene, ink } = shown
    const { width, height, length } = scene.settings
    const scale = Math.min(MOST.scale, MOST.width / width, MOST.height / height)
    size.value = { width: Math.round(width * scale), height: Math.round(height * scale) }
    Object.assign(canvas.value, size.value)
    const pictures = composedPictures({ scene, inkOf: ink.inkOf, scale })
    show = (at) => {
      frame.value = at
      canvas.value?.getContext('2d')!.drawImage(pictures.at(at), 0, 0)
    }
    show(Math.min(frame.value, length))
  },
  { flush: 'post' },
)
function play() {
  const { fps, length } = shown.scene.settings
  isPlaying.value = true
  stopPlaying = playFrames({ fps, length, from: frame.value, show: (at) => show(at) })
}
function stop() {
  stopPlaying?.()
  isPlaying.value = false
}
function scrub(event: Event) {
  stop()
  show(Number((event.target as HTMLInputElement).value))
}
onUnmounted(stop)
</script>

<template>
  <canvas ref="canvas" role="img" aria-label="The scene at this moment" data-test="moment" />
  <div class="line">
    <button class="word" :aria-pressed="isPlaying" @click="isPlaying ? stop() : play()">
      {{ isPlaying ? 'Stop' : 'Play' }}
    </button>
    <input
      type="range"
      class="scrub"
      min="1"
      :max="shown.scene.settings.length"
      :value="frame"
      aria-label="Frame"
      @input="scrub"
    />
    <span class="note">frame {{ frame }}</span>
  </div>
</template>

<style scoped>
.line {
  width: 100%;
}

.scrub {
  flex: 1;
  height: 24px;
  max-width: 380px;
  accent-color: var(--persimmon);
}

canvas {
  max-width: 100%;
  border: 1px solid var(--rule);
}
</style>
