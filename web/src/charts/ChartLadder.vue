<script setup lang="ts">
import {
  clamp,
  chartSpan,
  favoured,
  fractionInWords,
  isDrawn,
  landmarksOf,
  measuredChart,
  planOfWork,
  SAME_PLACE,
  snapToHalves,
  type Chart,
  type Landmark,
  type MeasuredMark,
} from '@unhurried/core'
import { Minus, Plus } from '@lucide/vue'
import { computed, ref, watch } from 'vue'
import { freshId } from '../api/ids'
import { followDrag } from '../parts/drag'
import PanelButton from '../parts/panel/PanelButton.vue'
import type { Thing, ThingsAsked } from '../parts/things/things'
import { useScene } from '../session/scene'
import ChartSpacing from './ChartSpacing.vue'
import { spread, type Rung } from './ladder'

const props = defineProps<{ chart: Chart; landmark: Landmark | undefined }>()
const emit = defineEmits<{ open: [drawing: string] }>()
const store = useScene()
const scene = computed(() => store.scene!)

const TOP = 18
const HEIGHT = 210
const CENTRE = 88
/** Where the numbers of the ends and of the marks stand. */
const NUMBERS = { end: 44, mark: 13 } as const
const NEAR_A_SIGN = 0.018
/** Places a dragged mark settles on when it comes near. */
const SIGNS = [1 / 2, 1 / 3, 2 / 3, 1 / 4, 3 / 4, 1 / 8, 3 / 8, 5 / 8, 7 / 8]

const span = computed(() => chartSpan(scene.value, props.chart, store.take))
/** How far the ladder reaches beyond its ends, for anticipation and overshoot. */
const reach = computed(() => {
  const all = props.chart.marks.map((mark) => mark.fraction)
  return { least: Math.min(0, ...all), most: Math.max(1, ...all) }
})
const yOf = (fraction: number) =>
  TOP + ((fraction - reach.value.least) / (reach.value.most - reach.value.least)) * HEIGHT

interface MarkRung extends Rung {
  drawing: string
  fraction: number
}
const LABEL = 17
/** WCAG 2.2, 2.5.8, with the edge of the picture's scale. */
const TARGET = 28
/** Closer than this labels run into each other: every so many of them is written, the others stand as lines. */
const LEGIBLE = 11
const labelGap = (count: number) => Math.min(LABEL, (TOP + HEIGHT - LABEL / 2) / Math.max(1, count - 1))
const rungs = computed<MarkRung[]>(() =>
  spread(
    [{ drawing: props.chart.from, fraction: 0 }, ...props.chart.marks, { drawing: props.chart.to, fraction: 1 }]
      .filter((mark) => scene.value.drawings[mark.drawing])
      .sort((a, b) => a.fraction - b.fraction)
      .map((mark) => ({ ...mark, y: yOf(mark.fraction), label: 0 })),
    labelGap(props.chart.marks.length + 2),
    TOP + HEIGHT,
  ),
)
/** Whether a rung's number is written: ends, the drawing we are at and the mark in hand always are. */
function isWritten({ drawing }: MarkRung, index: number): boolean {
  const every = Math.ceil(LEGIBLE / labelGap(rungs.value.length))
  return index % every === 0 || isEnd(drawing) || drawing === store.drawing || drawing === picked.value
}
/** How high a rung answers to the pointer: as high as there is room between labels, at most what any hand hits. */
const reachHigh = computed(() => {
  const labels = rungs.value.map(({ label }) => label)
  const apart = labels.slice(1).map((label, i) => label - labels[i]!)
  return Math.max(LABEL, Math.min(TARGET, ...apart))
})
const entryOf = (drawing: string) => scene.value.drawings[drawing]!
const isEnd = (drawing: string) => drawing === props.chart.from || drawing === props.chart.to

/** By the landmark in hand, or another one that is pinned where this one is not. */
const measuring = computed(() => {
  const { level, from, to } = props.chart
  const measure = (landmark: Landmark) =>
    (
      measuredChart(scene.value, { level, from, to, landmark: landmark.id, take: store.take, planned: props.chart }) ??
      []
    ).filter((mark) => !isEnd(mark.drawing))
  const all = [...(props.landmark ? [props.landmark] : []), ...landmarksOf(scene.value, level)].map((landmark) => ({
    landmark,
    marks: measure(landmark),
  }))
  return all.find(({ marks }) => marks.length > 0) ?? all[0]
})
const measured = computed(() =>
  spread(
    (measuring.value?.marks ?? []).map((mark) => ({ ...mark, y: yOf(mark.fraction), label: 0 })),
    labelGap(measuring.value?.marks.length ?? 0),
    TOP + HEIGHT,
  ),
)
/** Beyond a third of its step a drawing is away from its place. */
const away = (mark: MeasuredMark) =>
  mark.error !== undefined && Math.abs(mark.error.share) > 0.35 && Math.abs(mark.error.px) > 2

// ---- one mark in hand ---------------------------------------------------------------------------
const picked = ref<string>()
watch(
  () => [props.chart.id, store.drawing],
  () => (picked.value = props.chart.marks.find((mark) => mark.drawing === store.drawing)?.drawing),
  { immediate: true },
)
const inHand = computed(() => props.chart.marks.find((mark) => mark.drawing === picked.value))
const step = computed(
  () =>
    inHand.value &&
    planOfWork(scene.value, props.chart.level, store.take).find((each) => each.drawing === picked.value),
)
const number = (drawing: string) => scene.value.drawings[drawing]?.number ?? ''

const moved = (drawing: string, to: number) => ({
  type: 'chart.fractions' as const,
  chart: props.chart.id,
  fractions: store.working!.charts[props.chart.id]!.marks.map((mark) =>
    mark.drawing === drawing ? to : mark.fraction,
  ),
})
/** A place for a mark that keeps the order of the ladder. */
function roomFor(drawing: string, wanted: number): number {
  const { marks } = store.working!.charts[props.chart.id]!
  const at = marks.findIndex((mark) => mark.drawing === drawing)
  const least = (marks[at - 1]?.fraction ?? -0.5) + 0.005
  const most = (marks[at + 1]?.fraction ?? 1.5) - 0.005
  const held = Math.min(most, Math.max(least, wanted))
  return Math.abs(held) < 0.005
    ? 0.005 * Math.sign(held || 1)
    : Math.abs(held - 1) < 0.005
      ? 1 + 0.005 * Math.sign(held - 1 || -1)
      : Math.round(held * 1000) / 1000
}
/** Share of the way that one CSS pixel of the drag stands for, as it was when the mark was taken in hand. */
let dragged: { drawing: string; from: number; perPixel: number; to: number | undefined } | undefined
function grab(event: PointerEvent, rung: MarkRung) {
  picked.value = rung.drawing
  if (isEnd(rung.drawing) || event.button > 0) return
  const svg = (event.currentTarget as SVGElement).ownerSVGElement!
  const perPixel =
    (svg.viewBox.baseVal.width / svg.getBoundingClientRect().width) * ((reach.value.most - reach.value.least) / HEIGHT)
  dragged = { drawing: rung.drawing, from: rung.fraction, perPixel, to: undefined }
  followDrag(event, { onMove: pull, onEnd: letGo })
}
function pull({ dy }: { dy: number }, event: PointerEvent) {
  if (!dragged) return
  const wanted = dragged.from + dy * dragged.perPixel
  const sign = event.altKey ? undefined : SIGNS.find((each) => Math.abs(each - wanted) < NEAR_A_SIGN)
  const to =
    sign !== undefined && roomFor(dragged.drawing, sign) === Math.round(sign * 1000) / 1000
      ? sign
      : roomFor(dragged.drawing, wanted)
  if (Math.abs(to - dragged.from) < SAME_PLACE && dragged.to === undefined) return
  dragged.to = to
  // The sheet, the arc and the card follow while it is dragged.
  store.attempt(moved(dragged.drawing, to))
}
function letGo(lifted: boolean) {
  const last = dragged
  dragged = undefined
  if (!lifted) return void store.attempt()
  if (last?.to !== undefined) store.change(moved(last.drawing, last.to))
  else if (last) emit('open', last.drawing)
}
function nudge(rung: MarkRung, by: number) {
  if (!isEnd(rung.drawing)) store.change(moved(rung.drawing, roomFor(rung.drawing, rung.fraction + by)))
}
function onKey(event: KeyboardEvent, rung: MarkRung) {
  const does: Record<string, () => void> = {
    ArrowUp: () => nudge(rung, event.shiftKey ? -0.05 : -0.01),
    ArrowDown: () => nudge(rung, event.shiftKey ? 0.05 : 0.01),
    Enter: () => emit('open', rung.drawing),
    Delete: () => !isEnd(rung.drawing) && takeOff(rung.drawing),
    Backspace: () => !isEnd(rung.drawing) && takeOff(rung.drawing),
  }
  if (!does[event.key]) return
  event.preventDefault()
  event.stopPropagation()
  picked.value = rung.drawing
  does[event.key]!()
}

/** In the widest gap, half way. */
function putIn() {
  const places = [0, ...props.chart.marks.map((mark) => mark.fraction), 1].sort((a, b) => a - b)
  let widest = 0
  places.forEach(
    (place, i) =>
      i > 0 && place - places[i - 1]! > places[widest + 1]! - places[widest]! + SAME_PLACE && (widest = i - 1),
  )
  const drawing = freshId()
  if (
    store.change({
      type: 'chart.put-in',
      chart: props.chart.id,
      take: store.take,
      drawing,
      fraction: (places[widest]! + places[widest + 1]!) / 2,
    })
  )
    picked.value = drawing
}
const takeOff = (drawing: string) => store.change({ type: 'chart.take-out', chart: props.chart.id, drawing })
const expose = (drawing: string, frames: number) =>
  frames >= 1 && store.change({ type: 'chart.expose', chart: props.chart.id, take: store.take, drawing, frames })
function favour(toward: 'first' | 'second') {
  const between = step.value?.between
  if (!between || !inHand.value) return
  const place = (drawing: string) =>
    drawing === props.chart.from
      ? 0
      : drawing === props.chart.to
        ? 1
        : props.chart.marks.find((mark) => mark.drawing === drawing)!.fraction
  const [a, b] = [place(between.parents[0]), place(between.parents[1])]
  store.change(
    moved(
      inHand.value.drawing,
      roomFor(inHand.value.drawing, a + (b - a) * favoured(clamp((inHand.value.fraction - a) / (b - a), 0, 1), toward)),
    ),
  )
}

// ---- snap to halves -----------------------------------------------------------------------------
const halvesFor = (count: number) => Math.max(3, Math.ceil(Math.log2(count + 1)))
const snapped = computed(() => {
  const fractions = props.chart.marks.map((mark) => mark.fraction)
  if (fractions.length === 0 || fractions.some((fraction) => fraction <= 0 || fraction >= 1) || fractions.length > 200)
    return undefined
  const snap = snapToHalves(fractions, halvesFor(fractions.length))
  return snap.largestError < SAME_PLACE ? undefined : snap
})
const takeSnap = () =>
  snapped.value && store.change({ type: 'chart.fractions', chart: props.chart.id, fractions: snapped.value.fractions })

const spacing = ref(false)
function putAway() {
  spacing.value = false
  store.attempt()
}
const remove = () => store.change({ type: 'chart.remove', chart: props.chart.id })

// ---- what can be done with what is asked about -----------------------------------------------------
function markThing(drawing: string): Thing {
  const parents = step.value?.between?.parents
  const open = { words: 'Lay it on the pegs', key: 'Enter', does: () => emit('open', drawing) }
  if (isEnd(drawing)) return { words: `Drawing ${number(drawing)}`, acts: [open] }
  const held = step.value?.exposure ?? 1
  return {
    words: `The mark of drawing ${number(drawing)}`,
    acts: [
      open,
      { words: 'Hold it one frame longer', does: () => expose(drawing, held + 1) },
      { words: 'Hold it one frame shorter', does: () => expose(drawing, held - 1) },
      ...(parents
        ? [
            { words: `Favour ${number(parents[0])}`, does: () => favour('first') },
            { words: `Favour ${number(parents[1])}`, does: () => favour('second') },
          ]
        : []),
      { words: 'Take it off the chart', key: 'Delete', does: () => takeOff(drawing) },
    ],
  }
}
function thingsHere({ target }: ThingsAsked): Thing[] {
  const asked = (target as Element).closest<SVGElement>('[data-rung]')?.dataset['rung']
  const rung = rungs.value.find(({ drawing }) => number(drawing) === asked)
  if (rung) picked.value = rung.drawing
  return [
    ...(rung ? [markThing(rung.drawing)] : []),
    {
      words: 'The chart',
      acts: [
        { words: 'Put in a mark in the widest gap', does: putIn },
        { words: 'Space it anew …', does: () => (spacing.value = true) },
        ...(snapped.value ? [{ words: 'Snap it to halves', does: takeSnap }] : []),
        { words: 'Take the chart out', does: remove },
      ],
    },
  ]
}
</script>

<template>
  <figure class="ladder" @things="(asked: ThingsAsked) => asked.detail.push(() => thingsHere(asked))">
    <figcaption>
      Chart <span v-if="span" class="note">frames {{ span.fromFrame }} to {{ span.toFrame }}</span>
    </figcaption>
    <svg class="picture" viewBox="0 0 182 262" role="group" aria-label="Timing chart">
      <line :x1="CENTRE" :x2="CENTRE" :y1="TOP" :y2="TOP + HEIGHT" class="rail" />
      <line
        v-if="reach.least < 0 || reach.most > 1"
        :x1="CENTRE - 24"
        :x2="CENTRE + 24"
        :y1="yOf(reach.least < 0 ? 0 : 1)"
        :y2="yOf(reach.least < 0 ? 0 : 1)"
        class="beyond"
      />
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
        :aria-label="`Open drawing ${number(rung.drawing)}, ${fractionInWords(rung.fraction)} of the way, ${isDrawn(entryOf(rung.drawing)) ? 'drawn' : 'to draw'}`"
        @pointerdown="grab($event, rung)"
        @pointerup="isEnd(rung.drawing) && emit('open', rung.drawing)"
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
        :class="{ away: away(mark) }"
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
      <text :x="CENTRE - 4" y="257" text-anchor="end" class="foot">planned</text>
      <text :x="CENTRE + 6" y="257" class="foot">
        {{ measuring ? (measured.length > 0 ? `measured, ${measuring.landmark.name}` : 'nothing measured') : '' }}
      </text>
    </svg>
    <div v-if="inHand" class="hand" role="group" :aria-label="`Mark of drawing ${number(inHand.drawing)}`">
      <span
        ><b>{{ number(inHand.drawing) }}</b> {{ fractionInWords(inHand.fraction) }}, held
        {{ step?.exposure ?? 0 }}</span
      >
      <button
        class="word small"
        :aria-label="`Hold ${number(inHand.drawing)} one frame shorter`"
        @click="expose(inHand.drawing, (step?.exposure ?? 1) - 1)"
      >
        <Minus :size="13" />
      </button>
      <button
        class="word small"
        :aria-label="`Hold ${number(inHand.drawing)} one frame longer`"
        @click="expose(inHand.drawing, (step?.exposure ?? 0) + 1)"
      >
        <Plus :size="13" />
      </button>
      <template v-if="step?.between">
        <button class="word small" @click="favour('first')">favour {{ number(step.between.parents[0]) }}</button>
        <button class="word small" @click="favour('second')">favour {{ number(step.between.parents[1]) }}</button>
      </template>
      <button class="word small" title="Take it off the chart" aria-label="take off" @click="takeOff(inHand.drawing)">
        off
      </button>
    </div>
    <div class="line">
      <button class="word small" title="A mark in the widest gap" aria-label="Put in a mark" @click="putIn">
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
        chart out
      </button>
    </div>
    <p v-if="snapped" class="note snap">
      By halves it would be {{ snapped.fractions.map(fractionInWords).join(' ') }}: at most
      {{ (snapped.largestError * 100).toFixed(1) }} % of the way off.
      <button class="word small" @click="takeSnap">Snap to halves</button>
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

.hand,
.line {
  gap: 4px;
}

.hand {
  padding: 3px 0;
  border-top: 1px solid var(--rule);
  font-size: 14px;
}

.hand span {
  margin-right: auto;
}

.small {
  min-height: 24px;
  padding: 1px 6px;
  font-size: 13px;
}

.snap {
  line-height: 1.35;
}
</style>
