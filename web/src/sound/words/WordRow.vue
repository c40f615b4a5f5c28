<script setup lang="ts">
import { isUnsure, type SaidWord } from '@unhurried/core'

/** One word: where it is heard, and what it is said with. */
const { word } = defineProps<{
  word: SaidWord
  /** Frames under which it is heard. */
  from: number
  to: number
  /** Whether it lies in the part of the sound that is heard. */
  heard: boolean
}>()
const emit = defineEmits<{ go: []; sounds: [written: string]; free: [] }>()
</script>

<template>
  <li class="row">
    <button class="word" :title="`Go to frame ${from}`" :disabled="!heard" @click="emit('go')">{{ word.text }}</button>
    <span class="note">{{ heard ? `${from}–${to}` : 'cut away' }}</span>
    <span v-if="word.held" class="note"
      >by hand
      <button class="word" :aria-label="`Find ${word.text} by ear again`" @click="emit('free')">free</button></span
    >
    <span v-else-if="isUnsure(word)" class="note unsure">not sure</span>
    <span v-else class="note" />
    <ElInput
      size="small"
      :model-value="word.sounds.join(' ')"
      :model-modifiers="{ lazy: true }"
      :aria-label="`Sounds of ${word.text}`"
      @change="(written: string) => emit('sounds', written)"
    />
  </li>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 96px 62px 92px 1fr;
  gap: 4px;
  align-items: center;
}

.row > .word {
  overflow: hidden;
  text-align: left;
  text-overflow: ellipsis;
}

.unsure {
  border-bottom: 2px dotted var(--plum);
}
</style>
