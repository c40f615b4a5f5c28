<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { useRoute } from 'vue-router'
import LackingPart from './LackingPart.vue'

defineEmits<{ find: [] }>()
const route = useRoute()
// The shelf has no scene open and needs nothing of one.
const SceneEdge = defineAsyncComponent(() => import('./SceneEdge.vue'))
// What is on the page comes first.
const rested = () => new Promise<void>((resolve) => requestIdleCallback(() => resolve(), { timeout: 5000 }))
const NewerVersion = defineAsyncComponent(() => rested().then(() => import('./NewerVersion.vue')))
const isBuilt = import.meta.env.PROD
</script>

<template>
  <header class="edge no-print">
    <RouterLink class="home" to="/" data-thing="home">Unhurried Sketch</RouterLink>
    <SceneEdge v-if="route.params['scene'] !== undefined" />
    <NewerVersion v-if="isBuilt" />
    <LackingPart />
    <button
      class="find"
      :class="{ alone: route.params['scene'] === undefined }"
      title="Find anything, and the guide: key /"
      aria-keyshortcuts="/"
      @click="$emit('find')"
    >
      Find <kbd>/</kbd>
    </button>
  </header>
</template>

<style scoped>
.edge {
  display: flex;
  align-items: baseline;
  gap: 18px;
  overflow: hidden;
  padding: 7px 18px 5px;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
}

@media (max-width: 760px) {
  .edge {
    gap: 8px;
    padding-inline: 10px;
  }
}

/* The table cleared: only the paper is left. */
:global(:root[data-cleared] header.edge) {
  display: none;
}

.find.alone {
  margin-left: auto;
}

.find {
  min-height: 24px;
  padding: 1px 6px;
  border: 0;
  background: none;
  color: var(--graphite);
  font: inherit;
  white-space: nowrap;
  cursor: pointer;
}

kbd {
  padding: 0 5px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  font: inherit;
}

@media (max-height: 520px) {
  .edge {
    padding: 2px 12px 1px;
  }
}

.home {
  padding-block: 1px;
  font: 560 17px/1.3 var(--heading);
  color: var(--ink);
  text-decoration: none;
  white-space: nowrap;
}
</style>
