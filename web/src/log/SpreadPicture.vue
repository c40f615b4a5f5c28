<script setup lang="ts">
import type { Minutes } from '@unhurried/core'
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'

const props = defineProps<{ minutes: Minutes; name: string }>()
const [WIDE, HIGH] = [220, 26]
const axis = computed(() => scaleLinear([0, Math.max(1, ...props.minutes.all)], [4, WIDE - 4]))
const [low, high] = [computed(() => props.minutes.quartiles[0]), computed(() => props.minutes.quartiles[1])]
const words = computed(() => {
  const { all, median } = props.minutes
  const round = (value: number) => Math.round(value * 10) / 10
  return `Minutes a drawing, ${props.name}: from ${round(all[0]!)} to ${round(all.at(-1)!)}, half of them from ${round(low.value)} to ${round(high.value)}, ${round(median)} in the middle`
})
</script>

<template>
  <svg :viewBox="`0 0 ${WIDE} ${HIGH}`" :width="WIDE" :height="HIGH" role="img" :aria-label="words">
    <title>{{ words }}</title>
    <line class="axis" :x1="axis(0)" :x2="WIDE - 4" :y1="HIGH - 6" :y2="HIGH - 6" />
    <rect class="half" :x="axis(low)" :width="Math.max(1, axis(high) - axis(low))" y="5" :height="HIGH - 14" rx="2" />
    <circle v-for="(each, i) in minutes.all" :key="i" :cx="axis(each)" :cy="HIGH - 12" r="2.4" />
    <line class="middle" :x1="axis(minutes.median)" :x2="axis(minutes.median)" y1="3" :y2="HIGH - 6" />
  </svg>
</template>

<style scoped>
svg {
  display: block;
  max-width: 100%;
}

.axis {
  stroke: var(--edge);
}

.half {
  fill: var(--lagoon-mist);
}

circle {
  fill: var(--lagoon);
  fill-opacity: 0.55;
}

.middle {
  stroke: var(--persimmon);
  stroke-width: 1.5;
}
</style>
