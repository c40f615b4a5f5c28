<script setup lang="ts">
import { measuredChart, stretchAround, type Landmark } from '@unhurried/core'
import { computed } from 'vue'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'
import { spread } from './ladder'

/** Where no chart was planned, the drawings themselves are the chart. */
const props = defineProps<{ landmark: Landmark | undefined }>()
const store = useScene()
const scene = computed(() => store.scene!)
const TOP = 14
const HEIGHT = 210
const stretch = computed(() => stretchAround(scene.value, store.level, store.frame, store.take))
const marks = computed(() =>
  props.landmark && stretch.value
    ? (measuredChart(scene.value, {
        level: store.level,
        ...stretch.value,
        landmark: props.landmark.id,
        take: store.take,
      }) ?? [])
    : [],
)
const rungs = computed(() =>
  spread(
    marks.value.map((mark) => ({ ...mark, y: TOP + mark.fraction * HEIGHT, label: 0 })),
    15,
    TOP + HEIGHT,
  ),
)
const number = (drawing: string) => scene.value.drawings[drawing]?.number ?? ''
/** Inner drawings that came apart from their neighbours; the others cannot stand on a ladder. */
const toTakeOver = computed(() =>
  marks.value
    .slice(1, -1)
    .filter(
      (mark, i, all) => mark.fraction > 0 && mark.fraction < 1 && (i === 0 || mark.fraction > all[i - 1]!.fraction),
    )
    .map(({ drawing, fraction }) => ({ drawing, fraction })),
)
function takeOver() {
  if (stretch.value)
    store.change({
      type: 'chart.take-over',
      id: freshId(),
      level: store.level,
      ...stretch.value,
      marks: toTakeOver.value,
    })
}
</script>

<template>
  <figure v-if="marks.length > 2" class="measured">
    <figcaption>
      As drawn, by {{ landmark!.name }}
      <span class="note">from {{ number(stretch!.from) }} to {{ number(stretch!.to) }}</span>
    </figcaption>
    <svg viewBox="0 0 210 236" role="group" aria-label="Measured chart">
      <line x1="60" x2="60" :y1="TOP" :y2="TOP + HEIGHT" class="rail" />
      <g
        v-for="rung in rungs"
        :key="rung.drawing"
        :data-measured="number(rung.drawing)"
        class="rung"
        role="button"
        tabindex="0"
        :aria-label="`Open drawing ${number(rung.drawing)}, measured at ${Math.round(rung.fraction * 100)} %`"
        @click="store.showDrawing(rung.drawing)"
        @keydown.enter.stop="store.showDrawing(rung.drawing)"
      >
        <path :d="`M60 ${rung.y}h14L84 ${rung.label}`" />
        <text x="88" :y="rung.label + 4.5">
          <tspan class="number">{{ number(rung.drawing) }}</tspan>
          {{ Math.round(rung.fraction * 100) }} %
        </text>
      </g>
    </svg>
    <button class="word" :disabled="toTakeOver.length === 0" @click="takeOver">Take it over as a plan</button>
    <p class="note">Nothing on the sheet changes: the chart then says what the drawings show.</p>
  </figure>
  <p v-else class="note none">
    No chart leads over this frame.
    <RouterLink :to="{ name: 'plan', params: { scene: store.id } }">Join two keys in Plan</RouterLink
    ><template v-if="landmark"
      >, or pin {{ landmark.name }} on three drawings or more to see the spacing they have</template
    ><template v-else>, or pin a landmark on the drawings to see the spacing they have</template>.
  </p>
</template>

<style scoped>
.measured {
  display: grid;
  gap: 5px;
  justify-items: start;
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
  width: 100%;
}

.rail {
  stroke: var(--ink);
  stroke-width: 1.6;
}

path {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1.6;
}

.rung {
  cursor: pointer;
}

text {
  font-size: 12.5px;
  fill: var(--moss);
}

.number {
  font: 560 13px var(--heading);
  fill: var(--ink);
}

.none {
  padding: 0 4px;
}
</style>
