<script setup lang="ts">
import { drawingsShown, mainSheet, type Scene } from '@unhurried/core'
import { useIntersectionObserver, usePreferredReducedMotion } from '@vueuse/core'
import { onUnmounted, ref } from 'vue'
import { api, type ShelvedScene } from '../api/api'
import { createInkStore } from '../session/ink-store'
import { composedPictures, playFrames } from '../stage/player'

const props = defineProps<{ entry: ShelvedScene; width: number }>()
const canvas = ref<HTMLCanvasElement>()
const calm = usePreferredReducedMotion()
const scale =
  Math.min(props.width / props.entry.width, (props.width * 0.5625) / props.entry.height) *
  Math.min(2, window.devicePixelRatio || 1)
let scene: Scene | undefined
let pictures: ReturnType<typeof composedPictures> | undefined
let stop: (() => void) | undefined

function lay(frame: number) {
  const surface = canvas.value?.getContext('2d')
  if (surface && pictures) surface.drawImage(pictures.at(frame), 0, 0)
}
function start() {
  if (stop || !pictures || !scene) return
  const { fps, length } = scene.settings
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
  if (visible) void fetchTest()
  if (visible && calm.value !== 'reduce') start()
  else pause()
})
let fetching = false
/** What it shows is asked for when it is first seen. */
async function fetchTest() {
  if (fetching) return
  fetching = true
  try {
    const { scene: test } = await api.readTest(props.entry.id, props.entry.version)
    const ink = createInkStore(props.entry.id)
    await ink.ensure(
      test.levelOrder.flatMap((level) => drawingsShown(mainSheet(test, level))).map(({ drawing }) => drawing),
    )
    if (gone) return
    scene = test
    pictures = composedPictures({ scene: test, inkOf: ink.inkOf, scale })
    lay(1)
    if (visible && calm.value !== 'reduce') start()
  } catch {
    // It stays empty paper; opening the scene says what is the matter.
    fetching = false
  }
}
let gone = false
onUnmounted(() => {
  gone = true
  pause()
})
defineExpose({ start, pause })
</script>

<template>
  <div
    class="test"
    :style="{ backgroundColor: entry.paper }"
    @pointerenter="start"
    @pointerleave="calm === 'reduce' && pause()"
  >
    <canvas
      ref="canvas"
      :width="Math.max(1, Math.round(entry.width * scale))"
      :height="Math.max(1, Math.round(entry.height * scale))"
      role="img"
      :aria-label="`Pencil test of ${entry.name}`"
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
