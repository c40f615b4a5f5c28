<script setup lang="ts">
import { ref } from 'vue'

/** A button that asks for files. The same ones can be chosen again at once. */
defineOptions({ inheritAttrs: false })
const { multiple = false } = defineProps<{
  /** What the files are for. */
  name: string
  accept: string
  multiple?: boolean
}>()
const emit = defineEmits<{ files: [File[]] }>()
const field = ref<HTMLInputElement>()
/** Its panel may have been closed since the browser was asked: then nobody wants them any more. */
function take({ currentTarget }: Event) {
  const chosen = currentTarget as HTMLInputElement
  const files = [...(chosen.files ?? [])]
  chosen.value = ''
  if (files.length > 0) emit('files', files)
}
</script>

<template>
  <button type="button" class="word" v-bind="$attrs" @click="field!.click()"><slot /></button>
  <input ref="field" hidden type="file" :accept :multiple :aria-label="name" @change="take" />
</template>
