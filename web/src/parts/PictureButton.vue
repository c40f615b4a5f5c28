<script setup lang="ts">
import { ref } from 'vue'
import { sayWhy } from '../session/scene'
import { keepPicture, PICTURE_ACCEPT } from './picture-file'

defineProps<{ word: string }>()
const emit = defineEmits<{ picture: [{ picture: string; width: number; height: number; name: string }] }>()
const field = ref<HTMLInputElement>()
const busy = ref(false)
async function take(files: Iterable<File> | null | undefined) {
  busy.value = true
  for (const file of files ?? []) await keepPicture(file).then((kept) => emit('picture', kept), sayWhy)
  busy.value = false
  if (field.value) field.value.value = ''
}
</script>

<template>
  <button
    class="word"
    :disabled="busy"
    @click="field!.click()"
    @dragover.prevent
    @drop.prevent="take($event.dataTransfer?.files)"
  >
    {{ busy ? 'Reading …' : word }}
  </button>
  <input
    ref="field"
    class="unseen"
    type="file"
    :accept="PICTURE_ACCEPT"
    multiple
    tabindex="-1"
    :aria-label="word"
    @change="take(($event.target as HTMLInputElement).files)"
  />
</template>
