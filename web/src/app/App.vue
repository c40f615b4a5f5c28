<script setup lang="ts">
import { defineAsyncComponent, onUnmounted, ref } from 'vue'
import { useFirstSteps } from '../session/first-steps'
import { typing } from '../parts/typing'
import TopEdge from './TopEdge.vue'

// Only while they are taken.
const FirstSteps = defineAsyncComponent(() => import('./FirstSteps.vue'))
const steps = useFirstSteps()
// Fetched when something is first looked for.
const FindLine = defineAsyncComponent(() => import('./find/FindLine.vue'))
const finds = ref(false)
function onKey(event: KeyboardEvent) {
  if (event.key !== '/' || event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
  event.preventDefault()
  finds.value = true
}
window.addEventListener('keydown', onKey)
onUnmounted(() => window.removeEventListener('keydown', onKey))
</script>

<template>
  <div class="app">
    <TopEdge @find="finds = true" />
    <main class="place"><RouterView /></main>
    <FindLine v-if="finds" @close="finds = false" />
    <FirstSteps v-if="steps.isOn" />
  </div>
</template>

<style scoped>
.app {
  display: flex;
  flex-direction: column;
  height: 100%;
}

.place {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
</style>
