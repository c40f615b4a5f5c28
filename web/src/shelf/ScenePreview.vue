<script lang="ts">
import type { Scene } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { isScrolling, restfulQueue } from '../parts/stillness'
import { createInkStore } from '../session/ink-store'

interface PencilTest {
  readonly scene: Scene
  readonly inkOf: ReturnType<typeof createInkStore>['inkOf']
}

// All pencil tests together: they are fetched and painted one by one, and wait while the shelf is scrolled.
const whenStill = restfulQueue()
/** Those seen before, so that a card scrolled back to asks for nothing. */
const seen = new LRUCache<string, PencilTest>({ max: 200 })
</script>

<script setup lang="ts">
import { drawingsShown, mainSheet, PENCIL_TEST_FRAMES } from '@unhurried/core'
import { usePreferredReducedMotion } from '@vueuse/core'
import { onMounted, onUnmounted, ref } from 'vue'
import { api, type ShelvedScene } from '../api/api'
import { composedPictures } from '../stage/player'
import { playFrames } from '../stage/play-frames'

/** The pencil test of a card that is on the screen: a long shelf of canvases would fill the memory. */
const props = defineProps<{ entry: ShelvedScene; width: number }>()
const canvas = ref<HTMLCanvasElement>()
const calm = usePreferredReducedMotion()
const scale =
  Math.min(props.width / props.entry.width, (props.width * 0.5625) / props.entry.height) *
  Math.min(2, window.devicePixelRatio || 1)
const name = `${props.entry.id} ${props.entry.version}`
let test = seen.get(name)
let pictures: ReturnType<typeof composedPictures> | undefined
let stop: (() => void) | undefined
let gone = false

/** The picture that lies on the canvas, once it will not be composed anew: while it is held nothing is laid. */
let laid: HTMLCanvasElement | undefined
function lay(frame: number) {
  if (!test || isScrolling()) return
  pictures ??= composedPictures({ ...test, scale })
  const picture = pictures.at(frame)
  if (picture === laid) return
  canvas.value?.getContext('2d')?.drawImage(picture, 0, 0)
  laid = pictures.isWhole(frame) ? picture : undefined
}
/** Seconds from now on by a clock whose frames all cards share: cards that change together cost one renewal of the screen. */
function sharedClock(fps: number): () => number {
  const now = () => Number(document.timeline.currentTime) / 1000
  const began = Math.floor(now() * fps) / fps
  return () => now() - began
}
/** Milliseconds after which a cover is laid again that lacked something, each time twice as many, and the most. */
const AGAIN = { first: 80, most: 10_000 }
/** Where nothing moves, a cover that came while the shelf was scrolled, or before its pictures, is laid again. */
function layCover(again = AGAIN.first): void {
  if (gone || stop || !test) return
  if (isScrolling())
    return whenStill(
      async () => layCover(again),
      () => !gone,
    )
  const frame = test.scene.settings.cover ?? 1
  lay(frame)
  if (!pictures?.isWhole(frame) && again < AGAIN.most) setTimeout(() => layCover(2 * again), again)
}
function start() {
  if (stop || !test) return
  const { fps, length } = test.scene.settings
  stop = playFrames({ fps, length: Math.min(length, PENCIL_TEST_FRAMES), clock: sharedClock(fps), show: lay })
}
/** At rest it shows its cover. */
function pause() {
  if (!stop) return
  stop()
  stop = undefined
  layCover()
}
function show() {
  layCover()
  if (calm.value !== 'reduce') start()
}
onMounted(() => (test ? show() : whenStill(fetchTest, () => !gone)))
/** What it shows is asked for when it is first seen. One that cannot be had stays empty paper; opening the scene says why. */
async function fetchTest() {
  const { scene } = await api.readTest(props.entry.id, props.entry.version)
  const ink = createInkStore(props.entry.id)
  await ink.ensure(
    scene.levelOrder.flatMap((level) => drawingsShown(mainSheet(scene, level))).map(({ drawing }) => drawing),
  )
  test = { scene, inkOf: ink.inkOf }
  seen.set(name, test)
  if (!gone) show()
}
onUnmounted(() => {
  gone = true
  stop?.()
  pictures?.end()
})
defineExpose({ start, pause })
</script>

<template>
  <div class="loop" @pointerenter="start" @pointerleave="calm === 'reduce' && pause()">
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
.loop {
  display: grid;
  height: 100%;
}

canvas {
  width: 100%;
  height: 100%;
  min-height: 0;
  object-fit: contain;
}
</style>
