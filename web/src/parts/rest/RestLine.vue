<script setup lang="ts">
import { useRest } from './rest'

const { isTime, minutes, later } = useRest()
</script>

<template>
  <span v-if="isTime" class="rest" role="status" data-test="rest">
    {{ minutes }} minutes at the table: look far, stand up, move your hands.
    <button class="word" @click="later">Later</button>
  </span>
</template>

<style scoped>
.rest {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  margin-left: auto;
  color: var(--graphite);
  font-size: 14px;
  white-space: nowrap;
}

.word {
  min-height: 24px;
}

@media (max-width: 1000px) {
  .rest {
    display: none;
  }
}
</style>
