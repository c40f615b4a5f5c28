<script setup lang="ts">
import { errorOf, type PracticeResult } from '@unhurried/core'
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import { axisFromNothing, pathThrough } from '../parts/axes'
import { amountInWords } from './amounts'

/** How it went over the weeks: lower is nearer. */
const { results, name } = defineProps<{ results: readonly PracticeResult[]; name: string }>()
const [WIDE, HIGH] = [220, 54]
const times = computed(() => results.map(({ at }) => at))
const x = computed(() => {
  const [from, to] = [Math.min(...times.value), Math.max(...times.value)]
  return scaleLinear([from, Math.max(from + 1, to)], [5, WIDE - 5])
})
const y = computed(() => axisFromNothing(results.map(errorOf), [HIGH - 5, 6]))
const dots = computed(() => results.map((result) => [x.value(result.at), y.value(errorOf(result))] as const))
const words = computed(
  () => `${name}, ${results.length} times: first ${amountInWords(results[0]!)}, last ${amountInWords(results.at(-1)!)}`,
)
</script>

<template>
  <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" role="img" :aria-label="words">
    <title>{{ words }}</title>
    <line :x1="4" :x2="WIDE - 4" :y1="y(0)" :y2="y(0)" />
    <path :d="pathThrough(dots)" />
    <circle v-for="([cx, cy], i) in dots" :key="i" :cx="cx" :cy="cy" r="2.6" />
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 260px;
}

line {
  stroke: var(--rule);
}

path {
  fill: none;
  stroke: var(--lagoon);
  stroke-width: 1.6;
}

circle {
  fill: var(--lagoon);
}
</style>
