<script setup lang="ts">
import { marksOf } from '@unhurried/core'
import { computed, ref } from 'vue'
import { pathThrough } from '../../parts/svg-path'
import { useExercise } from '../../session/practice/exercise'
import { useScene } from '../../session/scene'
import type { PaperPlacement } from '../../stage/surface'
import { usePaperPlace } from './usePaperPlace'

/** Where an exercise begins and its ground; its guide while that is asked for; a motion that is watched. */
const { placement, playing } = defineProps<{ placement: PaperPlacement; playing: boolean }>()
const store = useScene()
const practice = useExercise()
const host = ref<SVGSVGElement>()
const { k, style } = usePaperPlace(() => placement, host)
const frames = computed(() => practice.ideal?.frames ?? [])
const starts = computed(() => {
  const first = frames.value[0]?.marks ?? {}
  return practice.exercise
    ? marksOf(practice.exercise).flatMap((name) => (first[name] ? [{ name, ...first[name] }] : []))
    : []
})
const figure = computed(() => {
  const frame = practice.watched ?? (practice.showsGuide && !playing ? store.frame : undefined)
  const shapes = frame === undefined ? [] : (frames.value[frame - 1]?.shapes ?? [])
  return shapes.map((shape) => ({ d: pathThrough(shape.points, shape.closed), tone: shape.tone ?? 'near' }))
})
/** The way of each mark with a dot a frame, while the guide is shown. */
const ways = computed(() =>
  practice.showsGuide && practice.watched === undefined && practice.exercise
    ? marksOf(practice.exercise).map((name) => ({
        name,
        dots: frames.value.flatMap(({ marks }, i) => (marks[name] ? [{ ...marks[name], frame: i + 1 }] : [])),
      }))
    : [],
)
</script>

<template>
  <svg
    v-if="practice.exercise"
    ref="host"
    class="guides"
    :viewBox="`0 0 ${store.scene!.settings.width} ${store.scene!.settings.height}`"
    :style="style"
    aria-hidden="true"
    data-test="exercise"
  >
    <line
      v-if="practice.ideal!.ground !== undefined"
      class="ground"
      x1="0"
      :x2="store.scene!.settings.width"
      :y1="practice.ideal!.ground"
      :y2="practice.ideal!.ground"
      :stroke-width="1.2 * k"
    />
    <g v-if="practice.watched === undefined" class="starts" :stroke-width="1.4 * k">
      <path
        v-for="each in starts"
        :key="each.name"
        :d="`M${each.x - 7 * k} ${each.y}h${14 * k}M${each.x} ${each.y - 7 * k}v${14 * k}`"
      />
    </g>
    <g v-for="way in ways" :key="way.name" class="way">
      <path :d="pathThrough(way.dots.flatMap(({ x, y }) => [x, y]))" :stroke-width="1.2 * k" />
      <circle
        v-for="dot in way.dots"
        :key="dot.frame"
        :class="{ here: dot.frame === store.frame }"
        :cx="dot.x"
        :cy="dot.y"
        :r="(dot.frame === store.frame ? 4.5 : 2) * k"
      />
    </g>
    <g class="figure" :class="{ watched: practice.watched !== undefined }" :stroke-width="1.8 * k" data-test="ideal">
      <path v-for="(each, i) in figure" :key="i" :d="each.d" :class="each.tone" />
    </g>
  </svg>
</template>

<style scoped>
.guides {
  position: absolute;
  overflow: visible;
  pointer-events: none;
}

path {
  fill: none;
}

.ground,
.starts path {
  stroke: var(--moss);
}

.way path {
  stroke: var(--moss);
  stroke-dasharray: 4 4;
}

.way circle {
  fill: var(--moss);
}

.way circle.here {
  fill: var(--persimmon);
}

.figure path {
  stroke: var(--moss);
}

.figure .help {
  opacity: 0.35;
}

.figure .far {
  opacity: 0.55;
}

.figure.watched path {
  stroke: var(--ink);
}
</style>
