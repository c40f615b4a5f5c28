<script setup lang="ts">
import type { Graph } from '@unhurried/core'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed } from 'vue'

/** One measure of a motion over its frames. */
const props = defineProps<{ graph: Graph; frame: number; frames: number }>()
const SIZE = { width: 270, height: 84, left: 6, right: 6, top: 8, bottom: 14 }
const x = computed(() => scaleLinear([1, Math.max(2, props.frames)], [SIZE.left, SIZE.width - SIZE.right]))
const y = computed(() => {
  const values = props.graph.points.map(({ value }) => value)
  const [low, high] = [Math.min(0, ...values), Math.max(0, ...values)]
  return scaleLinear([low, high === low ? low + 1 : high], [SIZE.height - SIZE.bottom, SIZE.top])
})
const path = computed(() =>
  line()(props.graph.points.map(({ frame, value }): [number, number] => [x.value(frame), y.value(value)])),
)
const here = computed(() => props.graph.points.findLast(({ frame }) => frame <= props.frame) ?? props.graph.points[0])
const withUnit = (value: number) => `${Math.abs(value) < 10 ? value.toFixed(1) : Math.round(value)} ${props.graph.unit}`
</script>

<template>
  <figure>
    <figcaption>
      {{ graph.words }} <span v-if="here" class="note">{{ withUnit(here.value) }}</span>
    </figcaption>
    <svg
      :viewBox="`0 0 ${SIZE.width} ${SIZE.height}`"
      role="img"
      :aria-label="`${graph.words} over ${frames} frames, from ${withUnit(Math.min(...graph.points.map((point) => point.value)))} to ${withUnit(Math.max(...graph.points.map((point) => point.value)))}`"
    >
      <line :x1="SIZE.left" :x2="SIZE.width - SIZE.right" :y1="y(0)" :y2="y(0)" class="axis" />
      <path v-if="path" :d="path" class="curve" />
      <circle v-for="point in graph.points" :key="point.frame" :cx="x(point.frame)" :cy="y(point.value)" r="2" />
      <circle v-if="here" :cx="x(here.frame)" :cy="y(here.value)" r="4.5" class="here" />
      <text :x="SIZE.left" :y="SIZE.height - 2">1</text>
      <text :x="SIZE.width - SIZE.right" :y="SIZE.height - 2" text-anchor="end">{{ frames }}</text>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}

figcaption {
  display: flex;
  justify-content: space-between;
  font-size: 14px;
}

svg {
  display: block;
  width: 100%;
}

.axis {
  stroke: var(--rule);
}

.curve {
  fill: none;
  stroke: var(--lagoon);
  stroke-width: 1.6;
}

circle {
  fill: var(--ink);
}

.here {
  fill: var(--persimmon);
}

text {
  font-size: 10.5px;
  fill: var(--graphite);
}
</style>
