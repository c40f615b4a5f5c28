<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref, watchEffect } from 'vue'
import { inWords } from '../api/in-words'
import { combined, typing } from '../parts/typing'
import type { PageIn } from './usePages'
import type { useCamera } from './useCamera'

/** The live picture of a camera on a stand, with the last pages over it at half strength. */
const { camera, over, again } = defineProps<{
  camera: ReturnType<typeof useCamera>
  /** Pages that lie over the live picture, the last one uppermost. */
  over: readonly PageIn[]
  /** The page that would be taken again. */
  again: PageIn | undefined
}>()
const emit = defineEmits<{ taken: [page: Blob]; retaken: [page: Blob]; trouble: [sentence: string] }>()
const video = ref<HTMLVideoElement>()
const canvas = ref<HTMLCanvasElement>()
/** What is taken and what is live, one after the other. */
const showTaken = ref(false)
const strength = computed(() => (showTaken.value ? 1 : 0.5))

watchEffect(() => {
  if (!video.value) return
  video.value.srcObject = camera.stream.value ?? null
})
watchEffect(
  () => {
    const surface = canvas.value?.getContext('2d')
    if (!surface || !canvas.value) return
    const [uppermost] = over.slice(-1)
    canvas.value.width = uppermost?.looked?.width ?? 1
    canvas.value.height = uppermost?.looked?.height ?? 1
    for (const page of over)
      if (page.preview) surface.drawImage(page.preview, 0, 0, canvas.value.width, canvas.value.height)
  },
  { flush: 'post' },
)

async function take(act: 'taken' | 'retaken') {
  try {
    const page = await camera.take(video.value!)
    if (act === 'taken') emit('taken', page)
    else emit('retaken', page)
  } catch (error) {
    emit('trouble', inWords(error))
  }
}
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (typing(event.target) || combined(event)) return
  if (event.key === 't') void take('taken')
  else if (event.key === 'r' && again) void take('retaken')
  else if (event.key === 'f') showTaken.value = !showTaken.value
})
</script>

<template>
  <section class="camera" aria-label="Camera">
    <div class="live">
      <video ref="video" autoplay muted playsinline data-test="camera" />
      <canvas ref="canvas" aria-hidden="true" :style="{ opacity: strength }" :class="{ taken: showTaken }" />
    </div>
    <div class="line">
      <button class="word main" title="Key T" @click="take('taken')">Take this page</button>
      <button v-if="again" class="word" title="Key R" @click="take('retaken')">Take {{ again.name }} again</button>
      <button class="word" title="Key F" :aria-pressed="showTaken" @click="showTaken = !showTaken">
        {{ showTaken ? 'taken' : 'live' }}
      </button>
      <button class="word end" @click="camera.stop()">Close the camera</button>
    </div>
  </section>
</template>

<style scoped>
.camera {
  display: grid;
  /* The pages over the live picture lie exactly on it: what holds both is no higher than it. */
  align-content: start;
  gap: 8px;
}

.live {
  position: relative;
  background: var(--table);
  border: 1px solid var(--rule);
}

video {
  display: block;
  width: 100%;
  max-height: 58vh;
  object-fit: contain;
}

canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  object-fit: contain;
}

canvas.taken {
  background: var(--paper);
}

.end {
  margin-left: auto;
}
</style>
