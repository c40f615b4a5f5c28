<script setup lang="ts">
import TopEdge from './TopEdge.vue'
</script>

<template>
  <div class="app">
    <TopEdge />
    <main class="place"><RouterView /></main>
  </div>
</template>

<style scoped>
.app {
  display: grid;
  grid-template-rows: auto 1fr;
  height: 100%;
}

.place {
  min-height: 0;
  overflow: auto;
}
</style>
