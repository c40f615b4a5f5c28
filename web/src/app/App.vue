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
