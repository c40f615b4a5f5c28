<script setup lang="ts">
import { chartSpan, fractionInWords, isDrawn, type Chart, type Scene } from '@unhurried/core'
import { computed } from 'vue'

const props = defineProps<{ scene: Scene; chart: Chart; drawing: string | undefined }>()
const emit = defineEmits<{ open: [drawing: string] }>()

const TOP = 20
const HEIGHT = 250
const CENTRE = 86
const rungs = computed(() => {
  const raw = [{ drawing: props.chart.from, fraction: 0 }, ...props.chart.marks, { drawing: props.chart.to, fraction: 1 }].map((mark) => ({
    ...mark, entry: props.scene.drawings[mark.drawing]!, y: TOP + mark.fraction * HEIGHT, label: 0,
  }))
  // Numbers keep clear of each other; a thin line leads from each to its mark.
  raw.forEach((rung, i) => (rung.label = Math.max(rung.y, i === 0 ? 0 : raw[i - 1]!.label + 17)))
  const over = raw.at(-1)!.label - (TOP + HEIGHT)
  if (over > 0) for (let i = raw.length - 1, limit = TOP + HEIGHT; i >= 0; i--, limit = raw[i + 1]!.label - 17) raw[i]!.label = Math.min(raw[i]!.label, limit)
  return raw
})
const span = computed(() => chartSpan(props.scene, props.chart))
</script>

<template>
  <figure class="ladder">
    <figcaption>Chart <span v-if="span" class="note">frames {{ span.fromFrame }} to {{ span.toFrame }}</span></figcaption>
    <svg viewBox="0 0 190 292" role="group" aria-label="Timing chart">
      <line :x1="CENTRE" :x2="CENTRE" :y1="TOP" :y2="TOP + HEIGHT" class="rail" />
      <g
        v-for="rung in rungs" :key="rung.fraction" class="rung" :class="{ here: rung.drawing === drawing, drawn: isDrawn(rung.entry) }"
        role="button" tabindex="0" :aria-label="`Open drawing ${rung.entry.number}, ${fractionInWords(rung.fraction)} of the way`"
        @click="emit('open', rung.drawing)" @keydown.enter="emit('open', rung.drawing)"
      >
        <rect x="0" :y="rung.label - 8" width="190" height="17" class="reach" />
        <line :x1="CENTRE - (rung.fraction === 0 || rung.fraction === 1 ? 20 : 13)" :x2="CENTRE" :y1="rung.y" :y2="rung.y" class="mark" />
        <text :x="CENTRE - 26" :y="rung.label + 4.5" text-anchor="end" class="fraction">{{ rung.fraction === 0 || rung.fraction === 1 ? '' : fractionInWords(rung.fraction) }}</text>
        <path :d="`M${CENTRE + 3} ${rung.y}L${CENTRE + 22} ${rung.label}`" class="lead" />
        <circle v-if="rung.entry.role === 'key'" :cx="CENTRE + 38" :cy="rung.label" r="10.5" />
        <text :x="CENTRE + 38" :y="rung.label + 4.5" text-anchor="middle" class="number" :class="rung.entry.role">{{ rung.entry.number }}</text>
        <text :x="CENTRE + 56" :y="rung.label + 4.5" class="state">{{ isDrawn(rung.entry) ? 'drawn' : 'to draw' }}</text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
.ladder {
  display: flex;
  flex-direction: column;
  min-height: 0;
  margin: 0;
}

figcaption {
  font: 560 15px var(--heading);
}

figcaption .note {
  font-family: var(--text);
  font-weight: 400;
}

svg {
  min-height: 0;
  max-height: 330px;
}

.rail {
  stroke: var(--ink);
  stroke-width: 1.6;
}

.mark {
  stroke: var(--ink);
  stroke-width: 1.6;
}

.lead {
  fill: none;
  stroke: var(--rule);
}

.rung {
  cursor: pointer;
}

.reach {
  fill: transparent;
}

.rung:hover .reach {
  fill: var(--sheet-shade);
}

.rung.here .reach {
  fill: #f3d9d0;
}

circle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}

.number {
  font: 560 13px var(--heading);
  fill: var(--ink);
}

.number.breakdown {
  text-decoration: underline;
}

.fraction {
  font-size: 12.5px;
  fill: var(--ink);
}

.state {
  font-size: 12px;
  fill: var(--graphite);
}

.drawn .state {
  fill: var(--moss);
}
</style>
