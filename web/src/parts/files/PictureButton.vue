<script setup lang="ts">
import { ref } from 'vue'
import { sayWhy } from '../../session/scene'
import FilesButton from './FilesButton.vue'
import { keepPicture, PICTURE_ACCEPT } from './picture-file'

defineProps<{ word: string }>()
const emit = defineEmits<{ picture: [{ picture: string; width: number; height: number; name: string }] }>()
const busy = ref(false)
async function take(files: Iterable<File>) {
  busy.value = true
  for (const file of files) await keepPicture(file).then((kept) => emit('picture', kept), sayWhy)
  busy.value = false
}
</script>

<template>
  <FilesButton
    :name="word"
    :accept="PICTURE_ACCEPT"
    multiple
    :disabled="busy"
    @files="take"
    @dragover.prevent
    @drop.prevent="take($event.dataTransfer?.files ?? [])"
  >
    {{ busy ? 'Reading …' : word }}
  </FilesButton>
</template>
