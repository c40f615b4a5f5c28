<script setup lang="ts">
import { drawingsShown, mainSheet, type Scene } from '@unhurried/core'
import { useIntersectionObserver, usePreferredReducedMotion } from '@vueuse/core'
import { onMounted, onUnmounted, ref } from 'vue'
import { createInkStore } from '../../ink/ink-store'
import { composedPictures, playFrames } from '../../stage/player'

const props = defineProps<{ id: string; scene: Scene; width: number }>()
const canvas = ref<HTMLCanvasElement>()
const calm = usePreferredReducedMotion()
const scale = Math.min(props.width / props.scene.settings.width, (props.width * 0.5625) / props.scene.settings.height) * Math.min(2, window.devicePixelRatio || 1)
let pictures: ReturnType<typeof composedPictures> | undefined
let stop: (() => void) | undefined

function lay(frame: number) {
  const surface = canvas.value?.getContext('2d')
  if (surface && pictures) surface.drawImage(pictures.at(frame), 0, 0)
}
function start() {
  if (stop || !pictures) return
  const { fps, length } = props.scene.settings
  stop = playFrames({ fps, length, show: lay })
}
function pause() {
  stop?.()
  stop = undefined
}
// Only what is on screen plays.
let visible = false
useIntersectionObserver(canvas, ([entry]) => {
  visible = entry?.isIntersecting ?? false
  if (visible && calm.value !== 'reduce') start()
  else pause()
})
onMounted(async () => {
  const ink = createInkStore(props.id)
  const shown = props.scene.levelOrder.flatMap((level) => drawingsShown(mainSheet(props.scene, level))).map((entry) => entry.drawing)
  await ink.ensure(shown).catch(() => undefined)
  pictures = composedPictures({ scene: props.scene, inkOf: ink.inkOf, scale })
  lay(1)
  if (visible && calm.value !== 'reduce') start()
})
onUnmounted(pause)
defineExpose({ start, pause })
</script>

<template>
  <div class="test" :style="{ backgroundColor: scene.settings.paper }" @pointerenter="start" @pointerleave="calm === 'reduce' && pause()">
    <canvas
      ref="canvas"
      :width="Math.max(1, Math.round(scene.settings.width * scale))"
      :height="Math.max(1, Math.round(scene.settings.height * scale))"
      role="img"
      :aria-label="`Pencil test of ${scene.settings.name}`"
    />
  </div>
</template>

<style scoped>
.test {
  display: grid;
  aspect-ratio: 16 / 9;
  overflow: hidden;
  border-bottom: 1px solid var(--rule);
}

canvas {
  width: 100%;
  height: 100%;
  min-height: 0;
  object-fit: contain;
}
</style>
