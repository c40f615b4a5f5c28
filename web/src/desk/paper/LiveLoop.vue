<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { livePicture } from '../../stage/live-picture'
import { onMounted, onUnmounted, ref, watch } from 'vue'
import { useScene } from '../../session/scene'
import type { Live } from '../tools/hand/hands'

const props = defineProps<{ from: number; to: number; live: Live | undefined; silhouettes: boolean }>()
const emit = defineEmits<{ close: [] }>()
const store = useScene()
const canvas = ref<HTMLCanvasElement>()
const WIDE = 190
const { width, height, cells } = store.scene!.settings
const scale = Math.min(WIDE / width, 150 / height)
const now = ref(props.from)
/** Where it was put, from the lower right corner of the table, in CSS pixels; kept on this machine. */
const place = useLocalStorage('unhurried-loop-place', { right: 8, bottom: 8 })
let grip: { x: number; y: number; right: number; bottom: number } | undefined
function take(event: PointerEvent) {
  if (event.target instanceof Element && event.target.closest('button')) return
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  grip = { x: event.clientX, y: event.clientY, ...place.value }
}
function drag(event: PointerEvent) {
  if (!grip) return
  const { right, bottom } = {
    right: grip.right - (event.clientX - grip.x),
    bottom: grip.bottom - (event.clientY - grip.y),
  }
  place.value = { right: Math.max(0, right), bottom: Math.max(0, bottom) }
}
let picture: ReturnType<typeof livePicture> | undefined

onMounted(() => {
  picture = livePicture({
    canvas: canvas.value!,
    scale,
    cells: Boolean(cells),
    onFrame: (frame) => (now.value = frame),
  })
  watch(
    () => [store.scene, store.take, store.solo, props.from, props.to, props.silhouettes] as const,
    ([scene, take, only, from, to, silhouettes]) => {
      if (scene && store.ink) picture!.play({ scene, take, only, inkOf: store.ink.inkOf, from, to, silhouettes })
    },
    { immediate: true },
  )
  watch(
    () => props.live,
    (live) => picture!.draw(live),
  )
})
const release = store.ink!.onChange((drawing) => picture?.changed(drawing))
onUnmounted(() => {
  release()
  picture?.stop()
})
</script>

<template>
  <div
    class="paper loop"
    data-test="live-loop"
    title="Drag it where it is out of the way"
    :style="{ right: `${place.right}px`, bottom: `${place.bottom}px` }"
    @pointerdown="take"
    @pointermove="drag"
    @pointerup="grip = undefined"
    @pointercancel="grip = undefined"
  >
    <canvas
      ref="canvas"
      :width="Math.max(1, Math.round(width * scale))"
      :height="Math.max(1, Math.round(height * scale))"
      role="img"
      aria-label="Small playing loop"
    />
    <p class="note">
      <span data-test="loop-frames">frames {{ from }}–{{ to }}</span
      ><button class="word" aria-label="Put the small loop away" @click="emit('close')">×</button>
    </p>
  </div>
</template>

<style scoped>
.loop {
  position: absolute;
  z-index: 2;
  padding: 5px 5px 3px;
  touch-action: none;
  cursor: grab;
}

canvas {
  display: block;
  border-radius: 3px;
}

p {
  display: flex;
  align-items: center;
  justify-content: space-between;
  font-size: 12.5px;
}

.word {
  min-height: 20px;
  padding: 0 6px;
}
</style>
