<script setup lang="ts">
import { counted, exposePattern, spacingLaw } from '@unhurried/core'
import { usePreferredReducedMotion } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref } from 'vue'

const props = defineProps<{ fps: number; length: number }>()
const calm = usePreferredReducedMotion()

/** The chosen rate between two that animators know, so that the difference can be seen. */
const rates = computed(() => {
  const others = [6, 12, 24, 30]
    .filter((rate) => rate !== props.fps)
    .sort((a, b) => Math.abs(a - props.fps) - Math.abs(b - props.fps))
    .slice(0, 2)
  return [...others, props.fps].sort((a, b) => a - b)
})
const onTwos = computed(() => exposePattern(props.length, [2]).length)

const SWING = 1.6
/** A mooring weight on its rope, swinging there and back in 1.6 seconds. */
function place(seconds: number) {
  const turn = (seconds % SWING) / SWING
  const share = turn < 0.5 ? spacingLaw('swing', turn * 2) : 1 - spacingLaw('swing', turn * 2 - 1)
  const angle = (share - 0.5) * 1.9
  return { x: 90 + Math.sin(angle) * 74, y: 6 + Math.cos(angle) * 74 }
}
const seconds = ref(0)
/** A dot wherever it is at a frame, as one path. */
const dots = (rate: number) =>
  Array.from({ length: Math.max(1, Math.round((SWING / 2) * rate)) + 1 }, (_, i) => place(i / rate))
    .map(({ x, y }) => `M${x.toFixed(2)} ${y.toFixed(2)}h0`)
    .join('')
const traces = computed(() => rates.value.map((rate) => ({ rate, path: dots(rate) })))
const now = (rate: number) => place(Math.floor(seconds.value * rate + 1e-6) / rate)
let handle = 0
onMounted(() => {
  const tick = (time: number) => {
    if (calm.value !== 'reduce') seconds.value = time / 1000
    handle = requestAnimationFrame(tick)
  }
  handle = requestAnimationFrame(tick)
})
onUnmounted(() => cancelAnimationFrame(handle))
</script>

<template>
  <div class="rates">
    <figure v-for="{ rate, path } in traces" :key="rate" :class="{ chosen: rate === fps }">
      <svg viewBox="0 0 180 104" role="img" :aria-label="`A weight on a rope swinging at ${rate} frames a second`">
        <path :d="path" class="trace" />
        <line x1="90" y1="6" :x2="now(rate).x" :y2="now(rate).y" class="rope" />
        <circle :cx="now(rate).x" :cy="now(rate).y" r="11" class="weight" />
      </svg>
      <figcaption>{{ rate }} a second<span v-if="rate === fps"> · this scene</span></figcaption>
    </figure>
  </div>
  <p class="note cost">
    A second costs <b>{{ counted(fps, 'drawing') }} on ones</b>, <b>{{ Math.ceil(fps / 2) }} on twos</b>; the whole
    scene {{ length }} on ones, {{ onTwos }} on twos, for each moving part.
  </p>
</template>

<style scoped>
.rates {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 8px;
}

figure {
  margin: 0;
  padding: 4px;
  border: 1px solid var(--rule);
  border-radius: var(--corner);
  text-align: center;
}

figure.chosen {
  border-color: var(--persimmon);
  background: var(--card);
}

figcaption {
  font-size: 14px;
}

.chosen figcaption {
  font-weight: 600;
}

.trace {
  stroke: var(--rule);
  stroke-width: 4;
  stroke-linecap: round;
}

.rope {
  stroke: var(--graphite);
  stroke-width: 1.5;
}

.weight {
  fill: var(--persimmon);
}

.cost b {
  color: var(--ink);
  font-weight: 600;
}
</style>
