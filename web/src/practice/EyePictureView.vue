<script setup lang="ts">
import { EYE_SIZE, type EyePicture } from '@unhurried/core'
import { computed } from 'vue'
import { pathThrough } from '../parts/svg-path'

const { picture, frame } = defineProps<{ picture: EyePicture; frame: number; name: string }>()
const shapes = computed(() => {
  const index = frame % picture.frames.length
  return picture.frames[index]!.map((shape) => ({
    d: pathThrough(shape.points, shape.closed),
    filled: shape.filled === true,
    tone: shape.tone,
  }))
})
/** Drawings of a loop that plays are counted from its first. */
const count = computed(() => {
  if (!picture.counts) return ''
  const index = frame % picture.frames.length
  return `${new Set(picture.frames.slice(0, index + 1)).size}`
})
</script>

<template>
  <svg :viewBox="`0 0 ${EYE_SIZE.width} ${EYE_SIZE.height}`" role="img" :aria-label="name">
    <path v-for="(shape, i) in shapes" :key="i" :d="shape.d" :class="{ filled: shape.filled }" />
    <text v-for="label in picture.labels ?? []" :key="label.text" :x="label.x" :y="label.y" text-anchor="middle">
      {{ label.text }}
    </text>
    <text v-if="count" class="count" x="12" y="24">{{ count }}</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  background: var(--card);
}

path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}

path.filled {
  fill: var(--ink);
}

text {
  font: 600 14px var(--heading);
  fill: var(--lagoon);
}

.count {
  font-size: 20px;
  fill: var(--graphite);
}
</style>
