<script setup lang="ts">
import { mouthFigure, SHAPE_WORDS, type MouthShape } from '@unhurried/core'
import { computed } from 'vue'

/** A mouth in one of its shapes, small. */
const { shape } = defineProps<{ shape: MouthShape }>()
const paths = computed(() =>
  mouthFigure(shape, { x: 40, y: 22, width: 52 }).map(({ points, closed }) => {
    const pairs = Array.from({ length: points.length / 2 }, (_, i) => `${points[2 * i]},${points[2 * i + 1]}`)
    return `M${pairs.join('L')}${closed ? 'Z' : ''}`
  }),
)
</script>

<template>
  <svg class="mouth" viewBox="0 0 80 52" role="img" :aria-label="`Mouth ${shape}: ${SHAPE_WORDS[shape]}`">
    <path v-for="(d, i) in paths" :key="i" :d="d" />
  </svg>
</template>

<style scoped>
.mouth {
  width: 80px;
  height: 52px;
}

path {
  fill: none;
  stroke: currentcolor;
  stroke-width: 1.6;
  stroke-linejoin: round;
}
</style>
