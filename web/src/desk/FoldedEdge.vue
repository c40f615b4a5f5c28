<script setup lang="ts">
import type { Layout, Panel } from './useLayout'

/** The edge of a folded panel: pressed, it comes back. */
const { layout, panel, words } = defineProps<{ layout: Layout; panel: Panel; words: string }>()
</script>

<template>
  <button
    v-if="layout.folded.value.has(panel)"
    class="folded"
    :aria-expanded="layout.isShown(panel)"
    @click="layout.bring(panel)"
  >
    {{ words }}
  </button>
</template>

<style scoped>
.folded {
  min-width: 24px;
  min-height: 24px;
  padding: 8px 2px;
  border: 1px solid var(--rule);
  background: var(--paper);
  color: var(--graphite);
  font: 400 13px/1.3 var(--text);
  cursor: pointer;
}

.folded[aria-expanded='true'] {
  color: var(--ink);
  box-shadow: inset 0 -2px 0 var(--lagoon);
}
</style>
