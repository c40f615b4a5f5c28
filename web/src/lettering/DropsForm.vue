<script setup lang="ts">
import { MOST_DROPS, type Drops } from '@unhurried/core'
import { computed } from 'vue'
import type { LetteringWork } from './useLettering'

/** What flies off where the pen ends: guides on a level of their own, to be drawn by hand. */
const { work } = defineProps<{ work: LetteringWork }>()
const drops = computed(() => work.drops.value)
const KINDS: readonly { readonly id: Drops['kind']; readonly words: string; readonly count: number }[] = [
  { id: 'drops', words: 'Drops', count: 7 },
  { id: 'sparks', words: 'Sparks', count: 14 },
]
</script>

<template>
  <div class="line" role="group" aria-label="At the end">
    <button
      v-for="{ id, words, count } in KINDS"
      :key="id"
      class="word"
      :aria-pressed="drops?.kind === id"
      @click="work.setDrops(drops?.kind === id ? undefined : { kind: id, count })"
    >
      {{ words }}
    </button>
    <NumberField
      v-if="drops"
      :model-value="drops.count"
      :min="1"
      :max="MOST_DROPS"
      size="small"
      class="count"
      aria-label="How many fly off"
      @change="(count?: number) => count !== undefined && work.setDrops({ ...drops!, count })"
    />
    <span class="note">{{ drops ? 'guides on a level above' : 'fly off where the pen ends' }}</span>
  </div>
</template>

<style scoped>
.count {
  width: 84px;
}
</style>
