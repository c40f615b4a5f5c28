<script setup lang="ts">
import { counted } from '@unhurried/core'
import { onMounted, shallowRef } from 'vue'
import { copiesHere } from '../session/copies/copies'

/** What can be drawn on while the server is away. */
const copies = shallowRef<Awaited<ReturnType<typeof copiesHere>>>([])
onMounted(async () => (copies.value = await copiesHere().catch(() => [])))
</script>

<template>
  <section v-if="copies.length > 0" aria-label="On this machine">
    <h2>On this machine</h2>
    <p>Draw on: it is sent when the server answers again.</p>
    <ul>
      <li v-for="{ id, name, settings } in copies" :key="id">
        <RouterLink :to="{ name: 'draw', params: { scene: id } }">{{ name }}</RouterLink>
        <span class="note">{{ counted(settings.length, 'frame') }}, {{ settings.width }} × {{ settings.height }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  gap: 12px;
  padding: 3px 0;
}
</style>
