<script setup lang="ts">
import { clamp, reelTimes } from '@unhurried/core'
import { computed, ref } from 'vue'
import { inWords } from '../api/in-words'
import type { ShelvedScene } from '../api/api'
import { keepPicture } from '../parts/files/picture-file'
import { ReelPictures } from '../parts/reel/reel-pictures'

/** A frame of a scene as it is drawn there, taken as a model sheet. */
const { scenes } = defineProps<{ scenes: readonly ShelvedScene[] }>()
const emit = defineEmits<{ picture: [{ picture: string; width: number; height: number; name: string }] }>()
const chosen = ref('')
const frame = ref(1)
const busy = ref(false)
const trouble = ref('')
const scene = computed(() => scenes.find(({ id }) => id === chosen.value))

/** The picture of a frame as a file, as large as its scene. Errors: with a sentence. */
async function fileOf(entry: ShelvedScene, at: number): Promise<File> {
  const { width, height, fps } = entry
  const pictures = new ReelPictures({ width, height }, { onReady: () => undefined, onTrouble: () => undefined })
  try {
    const shots = [{ id: 'sheet', scene: entry.id, first: at }]
    pictures.show(
      reelTimes({ id: 'sheet', name: entry.name, fps, shots }, () => entry),
      [entry],
    )
    const image = (await pictures.small(0, width, height))!
    const canvas = new OffscreenCanvas(width, height)
    canvas.getContext('2d')!.drawImage(image, 0, 0)
    image.close()
    return new File([await canvas.convertToBlob({ type: 'image/png' })], `${entry.name} ${at}.png`, {
      type: 'image/png',
    })
  } finally {
    pictures.end()
  }
}
async function take() {
  const entry = scene.value!
  busy.value = true
  trouble.value = ''
  try {
    emit('picture', await keepPicture(await fileOf(entry, clamp(frame.value, 1, entry.length))))
  } catch (error) {
    trouble.value = inWords(error)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="line" role="group" aria-label="A model sheet from a scene">
    <ElSelect
      v-model="chosen"
      size="small"
      class="scene"
      filterable
      placeholder="Drawn in …"
      aria-label="Scene it is drawn in"
    >
      <ElOption v-for="each in scenes" :key="each.id" :value="each.id" :label="each.name" />
    </ElSelect>
    <template v-if="scene">
      <label>
        frame
        <NumberField v-model="frame" size="small" :min="1" :max="scene.length" aria-label="Frame of that scene" />
      </label>
      <button class="word" :disabled="busy" @click="take">{{ busy ? 'Taking it …' : 'Take it' }}</button>
    </template>
    <span v-if="trouble" class="wrong" role="alert">{{ trouble }}</span>
  </div>
</template>

<style scoped>
.scene {
  width: 170px;
}

.wrong {
  color: var(--plum);
}
</style>
