<script setup lang="ts">
import { counted, type Graph } from '@unhurried/core'
import { computed } from 'vue'
import { axisFromNothing, frameAxis, pathThrough } from '../parts/axes'
import FrameAxis from '../parts/FrameAxis.vue'

/** One measure of a motion over its frames. */
const props = defineProps<{ graph: Graph; frame: number; frames: number }>()
const SIZE = { width: 270, height: 84, left: 8, right: 12, top: 8, bottom: 14 }
const x = computed(() => frameAxis(1, props.frames, [SIZE.left, SIZE.width - SIZE.right]))
const values = computed(() => props.graph.points.map(({ value }) => value))
const y = computed(() => axisFromNothing(values.value, [SIZE.height - SIZE.bottom, SIZE.top]))
const path = computed(() => pathThrough(props.graph.points.map(({ frame, value }) => [x.value(frame), y.value(value)])))
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
      :aria-label="`${graph.words} over ${counted(frames, 'frame')}, from ${withUnit(Math.min(...values))} to ${withUnit(Math.max(...values))}`"
    >
      <line :x1="SIZE.left" :x2="SIZE.width - SIZE.right" :y1="y(0)" :y2="y(0)" class="axis" />
      <path v-if="path" :d="path" class="curve" />
      <circle v-for="point in graph.points" :key="point.frame" :cx="x(point.frame)" :cy="y(point.value)" r="2" />
      <circle v-if="here" :cx="x(here.frame)" :cy="y(here.value)" r="4.5" class="here" />
      <FrameAxis :axis="x" :frames="[1, frames]" :at="SIZE.height - 2" />
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
</style>
