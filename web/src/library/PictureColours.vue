<script setup lang="ts">
import type { LibraryColour, ProposedColour } from '@unhurried/core'
import { onUnmounted, ref, watch } from 'vue'
import { inWords } from '../api/in-words'
import { WorkerClient } from '../workers/client'
import { coloursReportSchema, type ColoursOrder, type ColoursReport } from '../workers/colours/messages'

/** The colours of a picture, to choose from. */
const { file } = defineProps<{ file: File }>()
const emit = defineEmits<{ add: [colours: Omit<LibraryColour, 'id'>[]]; close: [] }>()
const count = ref(6)
const proposed = ref<readonly (ProposedColour & { wanted: boolean })[]>([])
const trouble = ref('')
const client = new WorkerClient<ColoursOrder, ColoursReport>({
  start: () => new Worker(new URL('../workers/colours/worker.ts', import.meta.url), { type: 'module' }),
  reportSchema: coloursReportSchema,
  died: 'Looking at the picture stopped unexpectedly. Choose it again.',
})
watch(
  count,
  async (wanted) => {
    try {
      const { colours } = await client.ask({ kind: 'propose', file, count: wanted })
      if (wanted === count.value) proposed.value = colours.map((each) => ({ ...each, wanted: true }))
      trouble.value = colours.length === 0 ? 'Nothing in this picture is opaque.' : ''
    } catch (error) {
      trouble.value = inWords(error)
    }
  },
  { immediate: true },
)
onUnmounted(() => client.stop())
const toggle = (at: number) =>
  (proposed.value = proposed.value.map((each, i) => (i === at ? { ...each, wanted: !each.wanted } : each)))
function add() {
  const wanted = proposed.value.filter((each) => each.wanted)
  emit(
    'add',
    wanted.map(({ colour }, i) => ({
      name: `${file.name.replace(/\.\w+$/, '').slice(0, 60) || 'Picture'} ${i + 1}`,
      colour,
    })),
  )
}
</script>

<template>
  <div class="line" role="group" :aria-label="`Colours of ${file.name}`">
    <label><NumberField v-model="count" size="small" :min="1" :max="24" aria-label="How many colours" /> colours</label>
    <button
      v-for="(each, i) in proposed"
      :key="each.colour"
      class="word pot"
      :aria-pressed="each.wanted"
      :aria-label="`${each.colour}, ${Math.round(100 * each.share)} % of the picture`"
      @click="toggle(i)"
    >
      <span class="dot" :style="{ backgroundColor: each.colour }" /> {{ Math.round(100 * each.share) }} %
    </button>
    <button class="word main" :disabled="!proposed.some((each) => each.wanted)" @click="add">Add these</button>
    <button class="word" @click="emit('close')">Leave it</button>
    <span v-if="trouble" class="wrong" role="alert">{{ trouble }}</span>
  </div>
</template>

<style scoped>
.dot {
  forced-color-adjust: none;
  display: inline-block;
  width: 16px;
  height: 16px;
  border: 1px solid var(--rule);
  border-radius: 50%;
  vertical-align: middle;
}

.wrong {
  color: var(--plum);
}
</style>
