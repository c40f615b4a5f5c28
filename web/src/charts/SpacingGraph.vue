<script setup lang="ts">
import { spacingLaw, type Spacing } from '@unhurried/core'
import { computed } from 'vue'
import { frameAxis, pathThrough, valueAxis } from '../parts/axes'
import FrameAxis from '../parts/FrameAxis.vue'

const props = defineProps<{
  fromFrame: number
  toFrame: number
  marks: readonly { frame: number; fraction: number }[]
  spacing: Spacing
}>()
const SIZE = { width: 300, height: 132, pad: 18 }
const x = computed(() => frameAxis(props.fromFrame, props.toFrame, [SIZE.pad, SIZE.width - SIZE.pad]))
const y = valueAxis(0, 1, [SIZE.height - SIZE.pad, SIZE.pad])
const dots = computed(() =>
  [{ frame: props.fromFrame, fraction: 0 }, ...props.marks, { frame: props.toFrame, fraction: 1 }].map((dot) => ({
    ...dot,
    x: x.value(dot.frame),
    y: y(dot.fraction),
  })),
)
const path = computed(() => {
  const { spacing, fromFrame, toFrame } = props
  if (spacing.by !== 'law') return pathThrough(dots.value.map((dot) => [dot.x, dot.y]))
  return pathThrough(
    Array.from({ length: 41 }, (_, i) => [
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
    <FrameAxis :axis="x" :frames="dots.map((dot) => dot.frame)" :at="SIZE.height - 4" />
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
</style>
