<script setup lang="ts">
import { nameSchema, type Character } from '@unhurried/core'
import { ref } from 'vue'
import { freshId } from '../api/ids'
import type { UsedLibrary } from './useLibrary'

/** The named points of an entry: scenes it is brought into get them, and model sheets are measured by them. */
const { library, entry } = defineProps<{ library: UsedLibrary; entry: Character }>()
const name = ref('')
function add() {
  const parsed = nameSchema.safeParse(name.value)
  if (!parsed.success) return
  const landmarks = [...(entry.landmarks ?? []), { id: freshId(), name: parsed.data }]
  if (library.changeEntry(entry, { landmarks })) name.value = ''
}
function remove(id: string) {
  const landmarks = (entry.landmarks ?? []).filter((each) => each.id !== id)
  library.changeEntry(entry, { landmarks: landmarks.length > 0 ? landmarks : undefined })
}
</script>

<template>
  <form class="line" aria-label="Landmarks" @submit.prevent="add">
    <span>Landmarks</span>
    <button
      v-for="each in entry.landmarks"
      :key="each.id"
      type="button"
      class="word"
      :aria-label="`Take the landmark ${each.name} out`"
      :title="`Take ${each.name} out`"
      @click="remove(each.id)"
    >
      {{ each.name }} ×
    </button>
    <ElInput v-model="name" size="small" class="name" placeholder="Crown, chin …" aria-label="Name of a new landmark" />
    <button class="word">Add</button>
  </form>
</template>

<style scoped>
.name {
  width: 150px;
}
</style>
