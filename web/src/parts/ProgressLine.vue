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
  grid-template-columns: minmax(120px, 1fr) auto;
  gap: 2px 8px;
  align-items: center;
  width: 100%;
  max-width: 420px;
}

/* It says how far the work is now, not how far it was. */
:deep(.el-progress-bar__inner) {
  transition: none;
}

.note {
  grid-column: 1 / -1;
}
</style>
