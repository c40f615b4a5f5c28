<script setup lang="ts">
import {
  counted,
  marksOf,
  PASSES,
  PRACTICE_SIZE,
  type Exercise,
  type Ideal,
  type Ink,
  type InkPiece,
  type Pass,
} from '@unhurried/core'
import { computed } from 'vue'
import { pathThrough } from '../parts/svg-path'
import type { Scored } from '../workers/practice/messages'

/** One’s own drawings over the law: its way dashed, a dot a drawing, and a line to where each should be. */
const { score, exercise, ideal, inkOf } = defineProps<{
  score: Scored
  exercise: Exercise
  ideal: Ideal
  inkOf: (drawing: string, pass: Pass) => Ink
}>()
const emit = defineEmits<{ open: [drawing: string] }>()
const size = PRACTICE_SIZE
const ways = computed(() =>
  marksOf(exercise).map((name) => ({
    name,
    d: pathThrough(ideal.frames.flatMap(({ marks }) => (marks[name] ? [marks[name].x, marks[name].y] : []))),
  })),
)
const pathOf = (piece: InkPiece) => {
  if (piece.kind === 'stroke') return pathThrough(piece.points.filter((_, i) => i % 3 !== 2))
  return piece.kind === 'fill' ? pathThrough(piece.outline, true) : ''
}
const lines = computed(() =>
  score.drawings.map(({ drawing }) => ({
    drawing,
    first: drawing === score.first,
    d: PASSES.flatMap((pass) => inkOf(drawing, pass).map(pathOf)).join(''),
  })),
)
const words = computed(
  () =>
    `Your ${counted(score.drawings.length, 'drawing')} over the law; the farthest is ${Math.round(Math.max(...score.drawings.map(({ px }) => px)))} pixels off.`,
)
</script>

<template>
  <svg :viewBox="`0 0 ${size.width} ${size.height}`" role="img" :aria-label="words">
    <line v-if="ideal.ground" class="ground" x1="0" :x2="size.width" :y1="ideal.ground" :y2="ideal.ground" />
    <path v-for="each in lines" :key="each.drawing" class="ink" :class="{ first: each.first }" :d="each.d" />
    <path v-for="way in ways" :key="way.name" class="way" :d="way.d" />
    <g v-for="each in score.drawings" :key="each.drawing" :class="{ first: each.drawing === score.first }">
      <line class="off" :x1="each.own.x" :y1="each.own.y" :x2="each.ideal.x" :y2="each.ideal.y" />
      <circle class="ideal" :cx="each.ideal.x" :cy="each.ideal.y" r="5" />
      <circle class="own" :cx="each.own.x" :cy="each.own.y" r="6" @click="emit('open', each.drawing)" />
      <text v-if="each.drawing === score.first" :x="each.own.x + 12" :y="each.own.y - 10">{{ each.number }}</text>
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
  width: 100%;
  background: var(--card);
  border-radius: 4px;
}

path {
  fill: none;
}

.ground {
  stroke: var(--rule);
  stroke-width: 2;
}

.ink {
  stroke: var(--graphite);
  stroke-width: 1.5;
  opacity: 0.28;
}

.ink.first {
  opacity: 0.9;
}

.way {
  stroke: var(--moss);
  stroke-width: 2;
  stroke-dasharray: 7 5;
}

.ideal {
  fill: none;
  stroke: var(--moss);
  stroke-width: 2;
}

.own {
  fill: var(--ink);
  cursor: pointer;
}

.off {
  stroke: var(--plum);
  stroke-width: 2.5;
}

.first .own {
  fill: var(--plum);
}

text {
  font: 600 22px var(--heading);
  fill: var(--plum);
  paint-order: stroke;
  stroke: var(--card);
  stroke-width: 5px;
}
</style>
