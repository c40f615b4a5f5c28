<script setup lang="ts">
import { type Exercise } from '@unhurried/core'
import { computed } from 'vue'
import { pathThrough } from '../parts/svg-path'

/** An exercise as it begins: its first frame and its ground. */
const { exercise } = defineProps<{ exercise: Exercise }>()
const ideal = computed(() => exercise.schools(1)[0]!.ideal)
const lines = computed(() => ideal.value.frames[0]!.shapes.filter(({ tone }) => tone !== 'help'))
/** As much of the paper as it takes, in the shape of the card. */
const box = computed(() => {
  const points = lines.value.flatMap((shape) => shape.points)
  const [xs, ys] = [points.filter((_, i) => i % 2 === 0), points.filter((_, i) => i % 2 === 1)]
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)]
  const high = Math.max(180, bottom - top + 50, (right - left + 50) / 2.6)
  return { x: (left + right) / 2 - 1.3 * high, y: (top + bottom) / 2 - high / 2, wide: 2.6 * high, high }
})
</script>

<template>
  <svg :viewBox="`${box.x} ${box.y} ${box.wide} ${box.high}`" aria-hidden="true">
    <line v-if="ideal.ground" :x1="box.x" :x2="box.x + box.wide" :y1="ideal.ground" :y2="ideal.ground" />
    <path v-for="(each, i) in lines" :key="i" :d="pathThrough(each.points, each.closed)" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  height: 92px;
  background: var(--card);
  border-radius: 4px;
}

path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}

line {
  stroke: var(--rule);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
</style>
