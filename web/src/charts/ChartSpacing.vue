<script setup lang="ts">
import { counted, spacingInWords, type Chart } from '@unhurried/core'
import { computed, onUnmounted, ref, watch } from 'vue'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'
import { useSpacingForm } from './spacing-form'
import SpacingFields from './SpacingFields.vue'

const props = defineProps<{ chart: Chart }>()
const emit = defineEmits<{ done: [] }>()
const store = useScene()
const was = props.chart
const spacing = useSpacingForm(was)
const { form, wished, pattern } = spacing
const sentence = ref('')
// Kept from one try to the next, so that a drawing tried twice is the same drawing.
const spare = Array.from({ length: 300 }, freshId)

/** The edit that is wished for; undefined where it is none, and why is said. */
function edit() {
  if ('sentence' in pattern.value) {
    sentence.value = pattern.value.sentence
    return undefined
  }
  return {
    type: 'chart.space' as const,
    ...{ chart: was.id, take: store.take, spacing: wished.value },
    exposure: pattern.value.frames,
    drawings: spare,
  }
}
watch(
  form,
  () => {
    sentence.value = ''
    const wish = edit()
    if (wish) sentence.value = store.attempt(wish) ?? ''
  },
  { deep: true },
)
const marks = computed(() => store.scene!.charts[was.id]?.marks.length ?? 0)
function take() {
  const wish = edit()
  if (wish && store.change(wish)) emit('done')
}
onUnmounted(() => store.attempt())
</script>

<template>
  <div class="spacing">
    <h3>Space the chart anew</h3>
    <p class="note">
      Now {{ spacingInWords(was.spacing) }}. The sheet and the ladder show what you choose before you take it.
    </p>
    <SpacingFields :spacing="spacing" />
    <div class="line">
      <label for="space-pattern">Held on</label>
      <ElInput id="space-pattern" v-model="form.exposure" class="pattern" size="small" />
      <span class="note">2, or a pattern such as 3 2</span>
    </div>
    <p v-if="sentence" class="sentence" role="alert">{{ sentence }}</p>
    <p v-else class="note">{{ counted(marks, 'inbetween') }}.</p>
    <div class="line">
      <button class="word main" :disabled="sentence !== ''" @click="take">Space it so</button>
      <button class="word" @click="emit('done')">Leave it as it was</button>
    </div>
  </div>
</template>

<style scoped>
.spacing {
  display: grid;
  gap: 9px;
  justify-items: start;
}

.pattern {
  width: 84px;
}

.sentence {
  color: var(--plum);
}
</style>
