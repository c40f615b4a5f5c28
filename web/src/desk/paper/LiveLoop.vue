<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { LivePicture } from '../../stage/live-picture'
import { onMounted, onUnmounted, ref, watch } from 'vue'
import { useScene } from '../../session/scene'
import type { Live } from '../tools/hand/hands'
import { followDrag } from '../../parts/drag'

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
function take(event: PointerEvent) {
  if (event.target instanceof Element && event.target.closest('button')) return
  const { right, bottom } = place.value
  followDrag(event, {
    onMove: ({ dx, dy }) => (place.value = { right: Math.max(0, right - dx), bottom: Math.max(0, bottom - dy) }),
  })
}
let picture: LivePicture | undefined

onMounted(() => {
  picture = new LivePicture({
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
  min-height: 24px;
  padding: 0 6px;
}
</style>
