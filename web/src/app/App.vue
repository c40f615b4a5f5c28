<script setup lang="ts">
import { defineAsyncComponent } from 'vue'
import { useFirstSteps } from '../parts/first-steps'
import TopEdge from './TopEdge.vue'

// Only while they are taken.
const FirstSteps = defineAsyncComponent(() => import('./FirstSteps.vue'))
const steps = useFirstSteps()
</script>

<template>
  <div class="app">
    <TopEdge />
    <main class="place"><RouterView /></main>
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
