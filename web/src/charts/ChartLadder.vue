<script setup lang="ts">
import { chartSpan, fractionInWords, halvedMarks, isDrawn, type Chart, type Landmark } from '@unhurried/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import PanelButton from '../parts/panel/PanelButton.vue'
import type { ThingsAsked } from '../parts/things/things'
import { useScene } from '../session/scene'
import { LADDER, reachOf, rungsOf, targetHeight, writtenEvery, type MarkRung } from './ladder'
import { thingsOfLadder } from './ladder-things'
import MarkInHand from './MarkInHand.vue'
import { useMarks } from './useMarks'
import { useMeasured } from './useMeasured'

const ChartSpacing = defineAsyncComponent(() => import('./ChartSpacing.vue'))

const props = defineProps<{ chart: Chart; landmark: Landmark | undefined }>()
const emit = defineEmits<{ open: [drawing: string] }>()
const open = (drawing: string) => emit('open', drawing)
const store = useScene()
const scene = computed(() => store.scene!)
const { centre: CENTRE, top: TOP, height: HEIGHT } = LADDER
/** Where the numbers of the ends and of the marks stand. */
const NUMBERS = { end: 44, mark: 13 } as const

const marks = useMarks(() => props.chart)
const { picked, isEnd } = marks
const { measured, byWhat, isAway } = useMeasured(
  () => props.chart,
  () => props.landmark,
)
const span = computed(() => chartSpan(scene.value, props.chart, store.take))
const reach = computed(() => reachOf(props.chart))
/** The end beyond which marks lie. */
const passed = computed(() => {
  const { least, most, yOf } = reach.value
  return least < 0 || most > 1 ? yOf(least < 0 ? 0 : 1) : undefined
})
const rungs = computed(() => rungsOf(props.chart, (drawing) => scene.value.drawings[drawing] !== undefined))
const reachHigh = computed(() => targetHeight(rungs.value))
const entryOf = (drawing: string) => scene.value.drawings[drawing]!
const number = (drawing: string) => scene.value.drawings[drawing]?.number ?? ''
/** Whether a rung's number is written: ends, the drawing we are at and the mark in hand always are. */
const isWritten = ({ drawing }: MarkRung, index: number) =>
  index % writtenEvery(rungs.value.length) === 0 ||
  isEnd(drawing) ||
  drawing === store.drawing ||
  drawing === picked.value
const rungInWords = ({ drawing, fraction }: MarkRung) =>
  `Open drawing ${number(drawing)}, ${fractionInWords(fraction)} of the way, ${isDrawn(entryOf(drawing)) ? 'drawn' : 'to draw'}`

function onKey(event: KeyboardEvent, rung: MarkRung) {
  const takeOff = () => !isEnd(rung.drawing) && marks.takeOff(rung.drawing)
  const does: Record<string, () => void> = {
    ArrowUp: () => marks.nudge(rung, event.shiftKey ? -0.05 : -0.01),
    ArrowDown: () => marks.nudge(rung, event.shiftKey ? 0.05 : 0.01),
    Enter: () => open(rung.drawing),
    Delete: takeOff,
    Backspace: takeOff,
  }
  if (!does[event.key]) return
  event.preventDefault()
  event.stopPropagation()
  picked.value = rung.drawing
  does[event.key]!()
}

const halved = computed(() => halvedMarks(props.chart.marks.map((mark) => mark.fraction)))
const halve = () =>
  halved.value && store.change({ type: 'chart.fractions', chart: props.chart.id, fractions: halved.value.fractions })
const remove = () => store.change({ type: 'chart.remove', chart: props.chart.id })

const spacing = ref(false)
function putAway() {
  spacing.value = false
  store.attempt()
}

function thingsHere({ target }: ThingsAsked) {
  const asked = (target as Element).closest<SVGElement>('[data-rung]')?.dataset['rung']
  const drawing = rungs.value.find((rung) => number(rung.drawing) === asked)?.drawing
  if (drawing !== undefined) picked.value = drawing
  return thingsOfLadder(marks, drawing, number, {
    open,
    space: () => (spacing.value = true),
    halve: halved.value && halve,
    remove,
  })
}
</script>

<template>
  <figure class="ladder" @things="(asked: ThingsAsked) => asked.detail.push(() => () => thingsHere(asked))">
    <figcaption>
      Chart <span v-if="span" class="note">frames {{ span.fromFrame }} to {{ span.toFrame }}</span>
    </figcaption>
    <svg class="picture" :viewBox="`0 0 ${LADDER.wide} ${LADDER.high}`" role="group" aria-label="Timing chart">
      <line :x1="CENTRE" :x2="CENTRE" :y1="TOP" :y2="TOP + HEIGHT" class="rail" />
      <line v-if="passed !== undefined" :x1="CENTRE - 24" :x2="CENTRE + 24" :y1="passed" :y2="passed" class="beyond" />
      <g
        v-for="(rung, index) in rungs"
        :key="rung.drawing"
        class="rung"
        :class="{
          here: rung.drawing === store.drawing,
          picked: rung.drawing === picked,
          drawn: isDrawn(entryOf(rung.drawing)),
          end: isEnd(rung.drawing),
        }"
        role="button"
        tabindex="0"
        :data-rung="number(rung.drawing)"
        :aria-label="rungInWords(rung)"
        @pointerdown="marks.grab($event, rung, open)"
        @pointerup="isEnd(rung.drawing) && open(rung.drawing)"
        @keydown="onKey($event, rung)"
      >
        <rect x="0" :y="rung.label - reachHigh / 2" :width="CENTRE" :height="reachHigh" rx="3" class="reach" />
        <line :x1="CENTRE - (isEnd(rung.drawing) ? 20 : 13)" :x2="CENTRE" :y1="rung.y" :y2="rung.y" class="mark" />
        <path :d="`M${CENTRE - (isEnd(rung.drawing) ? 21 : 14)} ${rung.y}L${CENTRE - 27} ${rung.label}`" class="lead" />
        <text
          v-if="!isEnd(rung.drawing) && isWritten(rung, index)"
          :x="CENTRE - 29"
          :y="rung.label + 4.5"
          text-anchor="end"
          class="fraction"
        >
          {{ fractionInWords(rung.fraction) }}
        </text>
        <circle
          v-if="entryOf(rung.drawing).role === 'key' && isWritten(rung, index)"
          :cx="isEnd(rung.drawing) ? NUMBERS.end : NUMBERS.mark"
          :cy="rung.label"
          r="10"
        />
        <text
          v-if="isWritten(rung, index)"
          :x="isEnd(rung.drawing) ? NUMBERS.end : NUMBERS.mark"
          :y="rung.label + 4.5"
          text-anchor="middle"
          class="number"
          :class="entryOf(rung.drawing).role"
        >
          {{ number(rung.drawing) }}
        </text>
      </g>
      <g
        v-for="mark in measured"
        :key="mark.drawing"
        class="measured"
        :class="{ away: isAway(mark) }"
        :data-measured="number(mark.drawing)"
      >
        <path :d="`M${CENTRE} ${mark.y}h10L${CENTRE + 17} ${mark.label}`" />
        <text :x="CENTRE + 20" :y="mark.label + 4.5">
          <tspan class="number">{{ number(mark.drawing) }}</tspan>
          {{ Math.round(mark.fraction * 100) }} %
          <tspan v-if="mark.error && Math.abs(mark.error.px) >= 0.5" class="error" dx="2">
            {{ mark.error.px > 0 ? '+' : '−' }}{{ Math.abs(mark.error.px).toFixed(0) }} px
          </tspan>
        </text>
      </g>
      <text :x="CENTRE - 4" :y="LADDER.foot" text-anchor="end" class="foot">planned</text>
      <text :x="CENTRE + 6" :y="LADDER.foot" class="foot">{{ byWhat }}</text>
    </svg>
    <MarkInHand :marks="marks" />
    <div class="line">
      <button class="word small" title="A mark in the widest gap" aria-label="Put in a mark" @click="marks.putIn()">
        Put in
      </button>
      <PanelButton
        :open="spacing"
        class="word small"
        aria-label="Space it anew"
        title="Space it anew"
        label="Space it anew"
        placement="left"
        :width="330"
        @update:open="(now: boolean) => (now ? (spacing = true) : putAway())"
      >
        <template #button>Space</template>
        <ChartSpacing :chart="chart" @done="putAway" />
      </PanelButton>
      <button class="word small" aria-label="Take the chart out" title="Take the chart out" @click="remove">
        Chart out
      </button>
    </div>
    <p v-if="halved" class="note snap">
      By halves it would be {{ halved.fractions.map(fractionInWords).join(' ') }}: at most
      {{ (halved.largestError * 100).toFixed(1) }} % of the way off.
      <button class="word small" @click="halve">Snap to halves</button>
    </p>
  </figure>
</template>

<style scoped>
.ladder {
  display: flex;
  flex: 1;
  flex-direction: column;
  gap: 4px;
  min-height: 250px;
  margin: 0;
}

figcaption {
  font: 560 15px var(--heading);
}

figcaption .note {
  font-family: var(--text);
  font-weight: 400;
}

/* The picture gives way before a button leaves the window. */
.picture {
  /* A wide miss reaches into the margin. */
  overflow: visible;
  flex: 0 1 262px;
  width: 100%;
  min-height: 110px;
  touch-action: none;
  user-select: none;
}

.rail,
.mark {
  stroke: var(--ink);
  stroke-width: 1.6;
}

.beyond {
  stroke: var(--rule);
  stroke-dasharray: 3 3;
}

.lead {
  fill: none;
  stroke: var(--rule);
}

.rung:not(.end) {
  cursor: ns-resize;
}

.rung.end {
  cursor: pointer;
}

.reach {
  fill: transparent;
}

.rung:hover .reach {
  fill: var(--sheet-shade);
}

.rung.picked .reach {
  fill: var(--lagoon-mist);
}

.rung.here .reach {
  fill: var(--chosen);
}

circle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}

.rung:not(.drawn) circle {
  stroke-dasharray: 3 2.4;
}

.number {
  font: 560 13px var(--heading);
  fill: var(--graphite);
}

.drawn .number {
  fill: var(--ink);
}

.number.breakdown {
  text-decoration: underline;
}

.fraction {
  font-size: 12.5px;
  fill: var(--ink);
}

.foot {
  font-size: 11.5px;
  fill: var(--graphite);
}

.measured path {
  fill: none;
  stroke: var(--moss);
  stroke-width: 1.6;
}

.measured text {
  font-size: 12px;
  fill: var(--moss);
}

.measured .number {
  font-size: 12px;
  fill: inherit;
}

.measured.away path {
  stroke: var(--plum);
}

.measured.away text {
  fill: var(--plum);
}

.line {
  gap: 4px;
}

.snap {
  line-height: 1.35;
}
</style>
