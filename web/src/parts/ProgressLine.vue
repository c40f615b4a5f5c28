<script setup lang="ts">
/** How far long work is, and a word to stop it. */
const { quiet = false } = defineProps<{
  /** Of 1. */
  share: number
  words: string
  /** The words are for those alone who do not see the bar. */
  quiet?: boolean
}>()
defineEmits<{ stop: [] }>()
</script>

<template>
  <div class="progress">
    <ElProgress :percentage="Math.round(100 * share)" :stroke-width="8" :aria-label="words" />
    <button type="button" class="word" @click="$emit('stop')">Stop</button>
    <p v-if="!quiet" class="note" role="status">{{ words }}</p>
  </div>
</template>

<style scoped>
.progress {
  display: grid;
  flex: 1 1 150px;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 2px 8px;
  align-items: center;
  max-width: 420px;
}

.note {
  grid-column: 1 / -1;
}
</style>
