<script setup lang="ts">
import { computed } from 'vue'
import { legible, type Axis } from './axes'

/** The frames under a graph: their numbers, none over another, and a rule up from each where `rules` says how high. */
const props = defineProps<{ axis: Axis; frames: readonly number[]; at: number; rules?: number }>()
/** Pixels a number wants for itself. */
const NUMBER = 17
const shown = computed(() => legible(props.frames, props.axis, NUMBER))
</script>

<template>
  <g aria-hidden="true">
    <template v-for="frame in shown" :key="frame">
      <line v-if="rules" class="rule" :x1="axis(frame)" :x2="axis(frame)" y1="0" :y2="rules" />
      <text :x="axis(frame)" :y="at" text-anchor="middle">{{ frame }}</text>
    </template>
  </g>
</template>

<style scoped>
.rule {
  stroke: var(--rule);
  stroke-width: 0.6;
}

text {
  font-size: 11px;
  fill: var(--graphite);
}
</style>
