<script setup lang="ts">
import { spacingLaw, type Spacing } from '@unhurried/core'
import { scaleLinear } from 'd3-scale'
import { line } from 'd3-shape'
import { computed } from 'vue'

const props = defineProps<{
  fromFrame: number
  toFrame: number
  marks: readonly { frame: number; fraction: number }[]
  spacing: Spacing
}>()
const SIZE = { width: 300, height: 132, pad: 18 }
const x = computed(() => scaleLinear([props.fromFrame, props.toFrame], [SIZE.pad, SIZE.width - SIZE.pad]))
const y = scaleLinear([0, 1], [SIZE.height - SIZE.pad, SIZE.pad])
const dots = computed(() =>
  [{ frame: props.fromFrame, fraction: 0 }, ...props.marks, { frame: props.toFrame, fraction: 1 }].map((dot) => ({
    ...dot,
    x: x.value(dot.frame),
    y: y(dot.fraction),
  })),
)
/** Frame numbers that do not run into each other. */
const labelled = computed(() => {
  let last = -Infinity
  return dots.value.filter((dot) => dot.x - last >= 17 && (last = dot.x) > -Infinity)
})
const path = computed(() => {
  const { spacing, fromFrame, toFrame } = props
  if (spacing.by !== 'law') return line()(dots.value.map((dot): [number, number] => [dot.x, dot.y]))
  return line()(
    Array.from({ length: 41 }, (_, i): [number, number] => [
      x.value(fromFrame + ((toFrame - fromFrame) * i) / 40),
      y(spacingLaw(spacing.law, i / 40, spacing.strength)),
    ]),
  )
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${SIZE.width} ${SIZE.height}`"
    role="img"
    :aria-label="`Share of the way over frames ${fromFrame} to ${toFrame}`"
  >
    <line
      :x1="SIZE.pad"
      :x2="SIZE.width - SIZE.pad"
      :y1="SIZE.height - SIZE.pad"
      :y2="SIZE.height - SIZE.pad"
      class="axis"
    />
    <line :x1="SIZE.pad" :x2="SIZE.pad" :y1="SIZE.pad" :y2="SIZE.height - SIZE.pad" class="axis" />
    <path v-if="path" :d="path" class="curve" />
    <circle v-for="dot in dots" :key="dot.frame" :cx="dot.x" :cy="dot.y" r="3.4" />
    <text v-for="dot in labelled" :key="dot.frame" :x="dot.x" :y="SIZE.height - 4" text-anchor="middle">
      {{ dot.frame }}
    </text>
  </svg>
</template>

<style scoped>
svg {
  flex: 1 1 300px;
  min-width: 280px;
  max-width: 380px;
}

.axis {
  stroke: var(--rule);
}

.curve {
  fill: none;
  stroke: var(--lagoon);
  stroke-width: 1.8;
}

circle {
  fill: var(--ink);
}

text {
  font-size: 11.5px;
  fill: var(--graphite);
}
</style>
