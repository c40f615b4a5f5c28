<script setup lang="ts">
defineProps<{ day: string }>()
defineEmits<{ day: [day: string] }>()
</script>

<template>
  <input type="date" :value="day" @change="$emit('day', ($event.target as HTMLInputElement).value)" />
</template>

<style scoped>
input {
  padding: 2px 6px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--card);
  color: var(--ink);
  font: inherit;
}
</style>
