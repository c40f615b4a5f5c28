<script lang="ts">
import { restfulQueue } from '../parts/stillness'

// All cards together, one after the other, and none while the list is scrolled.
const whenStill = restfulQueue()
</script>

<script setup lang="ts">
import { PASSES, type Scene } from '@unhurried/core'
import { useIntersectionObserver } from '@vueuse/core'
import { onUnmounted, ref } from 'vue'
import { api } from '../api/api'
import { paintQuick } from '../stage/paint/ink'

/** A drawing as it was at a moment, small. */
const props = defineProps<{
  scene: Scene
  id: string
  drawing: string
  version: number
  words: string
  picked: boolean
}>()
const canvas = ref<HTMLCanvasElement>()
const HEIGHT = 54
/** No line is finer on a card, in its pixels. */
const FINEST = 1.2
const { width, height } = props.scene.settings
const k = HEIGHT / height

let visible = false
let painted = false
async function paint() {
  const ink = await api.readMomentInk(props.id, props.version, [props.drawing])
  const surface = canvas.value?.getContext('2d')
  if (!surface) return
  painted = true
  surface.setTransform(k, 0, 0, k, 0, 0)
  for (const pass of PASSES) {
    const lines = ink.find((each) => each.pass === pass)?.ink
    if (lines) paintQuick(surface, lines, props.scene.palette, FINEST / k)
  }
}
useIntersectionObserver(canvas, ([entry]) => {
  visible = entry?.isIntersecting ?? false
  if (visible && !painted) whenStill(paint, () => visible && !painted)
})
onUnmounted(() => (visible = false))
</script>

<template>
  <button class="moment-card" :aria-pressed="picked" :aria-label="words" :title="words">
    <canvas
      ref="canvas"
      :width="Math.max(1, Math.round(width * k))"
      :height="HEIGHT"
      :style="{ backgroundColor: scene.settings.paper }"
      aria-hidden="true"
    />
    <span>{{ scene.drawings[drawing]?.number ?? '–' }}</span>
  </button>
</template>

<style scoped>
.moment-card {
  padding: 2px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--paper);
  color: var(--ink);
  font: 560 12px/1.4 var(--heading);
  cursor: pointer;
}

.moment-card[aria-pressed='true'] {
  border-color: var(--lagoon);
  box-shadow: inset 0 -3px 0 var(--lagoon);
}

canvas {
  display: block;
  max-width: 110px;
  border-radius: 3px;
}
</style>
