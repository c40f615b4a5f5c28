<script lang="ts">
import { isScrolling, restfulQueue } from '../parts/stillness'

// All pencil tests together: they are fetched and painted one by one, and wait while the shelf is scrolled.
const whenStill = restfulQueue()
</script>

<script setup lang="ts">
import { drawingsShown, mainSheet, PENCIL_TEST_FRAMES, type Scene } from '@unhurried/core'
import { useIntersectionObserver, usePreferredReducedMotion } from '@vueuse/core'
import { onUnmounted, ref } from 'vue'
import { api, type ShelvedScene } from '../api/api'
import { createInkStore } from '../session/ink-store'
import { composedPictures } from '../stage/player'
import { playFrames } from '../stage/play-frames'

const props = defineProps<{ entry: ShelvedScene; width: number }>()
const canvas = ref<HTMLCanvasElement>()
const calm = usePreferredReducedMotion()
const scale =
  Math.min(props.width / props.entry.width, (props.width * 0.5625) / props.entry.height) *
  Math.min(2, window.devicePixelRatio || 1)
let test: { scene: Scene; inkOf: ReturnType<typeof createInkStore>['inkOf'] } | undefined
/** Composed while it is on screen alone: a long shelf would fill the memory. */
let pictures: ReturnType<typeof composedPictures> | undefined
let stop: (() => void) | undefined

function lay(frame: number) {
  if (!test || isScrolling()) return
  pictures ??= composedPictures({ ...test, scale })
  canvas.value?.getContext('2d')?.drawImage(pictures.at(frame), 0, 0)
}
const layCover = () => lay(test?.scene.settings.cover ?? 1)
function start() {
  if (stop || !test) return
  const { fps, length } = test.scene.settings
  stop = playFrames({ fps, length: Math.min(length, PENCIL_TEST_FRAMES), show: lay })
}
/** At rest it shows its cover. */
function pause() {
  if (!stop) return
  stop()
  stop = undefined
  layCover()
}
function release() {
  stop?.()
  stop = undefined
  pictures?.end()
  pictures = undefined
}
/** Whether it is on screen. */
let visible = false
function show() {
  layCover()
  if (calm.value !== 'reduce') start()
}
useIntersectionObserver(canvas, ([entry]) => {
  visible = entry?.isIntersecting ?? false
  if (!visible) release()
  else if (test) show()
  else whenStill(fetchTest, () => visible && !test)
})
/** What it shows is asked for when it is first seen. One that cannot be had stays empty paper; opening the scene says why. */
async function fetchTest() {
  const { scene } = await api.readTest(props.entry.id, props.entry.version)
  const ink = createInkStore(props.entry.id)
  await ink.ensure(
    scene.levelOrder.flatMap((level) => drawingsShown(mainSheet(scene, level))).map(({ drawing }) => drawing),
  )
  test = { scene, inkOf: ink.inkOf }
  if (visible) show()
}
onUnmounted(() => {
  visible = false
  release()
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
