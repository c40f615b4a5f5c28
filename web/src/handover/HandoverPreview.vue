<script setup lang="ts">
import { counted } from '@unhurried/core'
import { useDebounceFn, usePreferredReducedMotion, useResizeObserver } from '@vueuse/core'
import { onMounted, onUnmounted, ref, toRefs, watch } from 'vue'
import { filmsUnder } from '../footage/films-under'
import { framesAndSeconds } from '../parts/frames'
import { useScene } from '../session/scene'
import { composedPictures } from '../stage/player'
import { playFrames } from '../stage/play-frames'
import type { HandoverWork } from './useHandover'

/** Exactly the frames that go out, playing. */
const { work } = defineProps<{ work: HandoverWork }>()
const store = useScene()
const { form } = work
const { scene, length, count, runs } = toRefs(work)

const canvas = ref<HTMLCanvasElement>()
const stage = ref<HTMLElement>()
/** What the page needs above and below the preview, in pixels. */
const BESIDE = 170
/** As large as there is room, never wider than its own paper asks for twice over. */
function previewScale(): number {
  const { width, height } = scene.value.settings
  const room = { width: (stage.value?.clientWidth ?? 700) - 24, height: Math.max(160, window.innerHeight - BESIDE) }
  return Math.min(room.width / width, room.height / height)
}
const calm = usePreferredReducedMotion()
const now = ref(1)
let stopPreview: (() => void) | undefined
/** Films are fetched when they are to go out too. */
async function filmed() {
  if (!form.footage) return {}
  const { pictureOrFilm } = await import('../footage/films')
  return { pictureOf: pictureOrFilm, under: (frame: number) => filmsUnder(scene.value, frame) }
}
/** Of several asked for while films are fetched the last is shown. */
let asked = 0
async function preview() {
  const mine = ++asked
  const under = await filmed()
  if (mine !== asked) return
  stopPreview?.()
  const { fps, width, height } = scene.value.settings
  const scale = previewScale()
  if (!canvas.value) return
  canvas.value.width = Math.round(width * scale)
  canvas.value.height = Math.round(height * scale)
  const pictures = composedPictures({
    scene: scene.value,
    inkOf: store.ink!.inkOf,
    scale,
    take: form.take,
    clear: form.clear,
    ...under,
  })
  const show = (frame: number) => {
    now.value = frame
    const surface = canvas.value?.getContext('2d')
    surface?.clearRect(0, 0, canvas.value!.width, canvas.value!.height)
    surface?.drawImage(pictures.at(frame), 0, 0)
  }
  show(form.first)
  const showWithin = (frame: number) => show(form.first + frame - 1)
  if (calm.value !== 'reduce') stopPreview = playFrames({ fps, length: count.value, show: showWithin })
}
onMounted(async () => {
  await store.loadInk()
  preview()
})
watch(
  () => [store.scene, form.level, form.clear, form.footage, form.take, form.first, form.last],
  () => store.scene && preview(),
)
useResizeObserver(stage, useDebounceFn(preview, 120))
onUnmounted(() => {
  asked++
  stopPreview?.()
})
</script>

<template>
  <section class="paper show" aria-label="Preview">
    <div ref="stage" class="stage" :class="{ clear: form.clear }">
      <canvas ref="canvas" role="img" :aria-label="`Preview, frame ${now}`" />
    </div>
    <p class="note">
      Frame {{ now }} of {{ framesAndSeconds(length, scene.settings.fps) }} at {{ scene.settings.fps }} a second ·
      {{ counted(runs.length, 'different picture') }} in a row
    </p>
  </section>
</template>

<style scoped>
.show {
  position: sticky;
  top: 0;
  display: grid;
  gap: 10px;
  padding: 16px;
}

.stage {
  display: grid;
  place-items: center;
  padding: 12px;
  background: var(--table);
  border-radius: 4px;
}

.stage.clear {
  background: repeating-conic-gradient(var(--card) 0 25%, var(--chequer) 0 50%) 0 0 / 22px 22px;
}

canvas {
  max-width: 100%;
}
</style>
