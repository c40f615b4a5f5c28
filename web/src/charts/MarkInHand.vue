<script setup lang="ts">
import { fractionInWords } from '@unhurried/core'
import { Minus, Plus } from '@lucide/vue'
import { computed } from 'vue'
import { useScene } from '../session/scene'
import type { Marks } from './useMarks'

const { marks } = defineProps<{ marks: Marks }>()
const scene = computed(() => useScene().scene!)
const mark = computed(() => marks.inHand.value)
const step = computed(() => marks.step.value)
const numberOf = (drawing: string) => scene.value.drawings[drawing]?.number ?? ''
</script>

<template>
  <div v-if="mark" class="hand line" role="group" :aria-label="`Mark of drawing ${numberOf(mark.drawing)}`">
    <span
      ><b>{{ numberOf(mark.drawing) }}</b> {{ fractionInWords(mark.fraction) }}, held {{ step?.exposure ?? 0 }}</span
    >
    <button
      class="word small"
      :aria-label="`Hold ${numberOf(mark.drawing)} one frame shorter`"
      @click="marks.expose(mark.drawing, (step?.exposure ?? 1) - 1)"
    >
      <Minus :size="13" />
    </button>
    <button
      class="word small"
      :aria-label="`Hold ${numberOf(mark.drawing)} one frame longer`"
      @click="marks.expose(mark.drawing, (step?.exposure ?? 0) + 1)"
    >
      <Plus :size="13" />
    </button>
    <template v-if="step?.between">
      <button class="word small" @click="marks.favour('first')">favour {{ numberOf(step.between.parents[0]) }}</button>
      <button class="word small" @click="marks.favour('second')">favour {{ numberOf(step.between.parents[1]) }}</button>
    </template>
    <button class="word small" title="Take it off the chart" aria-label="take off" @click="marks.takeOff(mark.drawing)">
      off
    </button>
  </div>
</template>

<style scoped>
.hand {
  gap: 4px;
  padding: 3px 0;
  border-top: 1px solid var(--rule);
  font-size: 14px;
}

.hand span {
  margin-right: auto;
}
</style>
