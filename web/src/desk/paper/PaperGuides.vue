<script setup lang="ts">
import { chartTargets, missesOf, pathOf, pinOf, touchesOf, type Chart } from '@unhurried/core'
import { computed, ref } from 'vue'
import { useLook } from '../../session/look'
import { useScene } from '../../session/scene'
import type { PaperPlacement } from '../../stage/surface'
import type { Landmarks } from '../tools/useLandmarks'
import type { Slides } from '../tools/useSlides'
import { chartedPath, wholePath, type PathOnPaper } from './guides/paths'
import { useGuideDrag, type GuideMode } from './guides/useGuideDrag'
import { usePaperPlace } from './usePaperPlace'

const props = defineProps<{
  placement: PaperPlacement
  chart: Chart | undefined
  landmarks: Landmarks
  slides: Slides
  mode: GuideMode
}>()
const store = useScene()
const look = useLook()
const scene = computed(() => store.apartFromInk!)
const host = ref<SVGSVGElement>()
const { k, style, onPaper } = usePaperPlace(() => props.placement, host)
const { slideInHand, down, onKey } = useGuideDrag({
  mode: () => props.mode,
  chart: () => props.chart,
  landmarks: () => props.landmarks,
  slides: () => props.slides,
  k: () => k.value,
  onPaper,
})
const numberOf = (drawing: string) => scene.value.drawings[drawing]?.number ?? ''

const charted = computed(() => (props.chart ? chartTargets(scene.value, props.chart, store.take) : []))
const paths = computed<PathOnPaper[]>(() => {
  if (charted.value.length > 0) return charted.value.map((each) => chartedPath(each, store.drawing, k.value))
  const { inHand } = props.landmarks
  const path = inHand.value && pathOf(scene.value, store.level, inHand.value, store.take)
  return path ? [wholePath(path)] : []
})
const pins = computed(() =>
  props.landmarks.all.value.flatMap((landmark) => {
    const pin = pinOf(props.landmarks.entry.value, landmark.id)
    return pin ? [{ landmark, pin }] : []
  }),
)
/** What this drawing should touch: where the other is, and how far its own landmark lies from there. */
const touches = computed(() =>
  (store.drawing ? touchesOf(scene.value, store.drawing, store.take) : []).flatMap((touch) => {
    if (!touch.place) return []
    const pin = pinOf(props.landmarks.entry.value, touch.landmark.id)
    const px = pin && Math.hypot(pin.x - touch.place.x, pin.y - touch.place.y)
    return [{ ...touch, place: touch.place, pin, px }]
  }),
)
/** A landmark that should touch another says so itself. */
const misses = computed(() =>
  (props.chart && store.drawing ? missesOf(scene.value, props.chart, store.drawing, store.take) : []).filter(
    (miss) => !touches.value.some(({ landmark, leads }) => !leads && landmark.id === miss.landmark.id),
  ),
)
</script>

<template>
  <svg
    ref="host"
    class="guides"
    :class="`to-${mode}`"
    :viewBox="`0 0 ${scene.settings.width} ${scene.settings.height}`"
    :style="style"
    :tabindex="mode === 'look' ? -1 : 0"
    role="application"
    :aria-hidden="mode === 'look'"
    :aria-label="
      mode === 'slide'
        ? 'Slide the drawing under the light: arrows move it, [ and ] turn it'
        : 'Pins: Enter pins the landmark in the middle, arrows move it'
    "
    data-test="guides"
    @pointerdown="down"
    @keydown="onKey"
  >
    <g v-if="landmarks.shown.value || mode === 'pin'" :stroke-width="1.5 * k">
      <g
        v-for="path in paths"
        :key="path.landmark.id"
        class="path"
        :class="{ aside: path.landmark.id !== landmarks.inHand.value?.id }"
        :data-path="path.landmark.name"
      >
        <path :d="path.d" :stroke-dasharray="`${6 * k} ${4 * k}`" />
        <circle v-for="(end, i) in path.ends" :key="i" :cx="end.x" :cy="end.y" :r="2.6 * k" class="station" />
        <g v-for="tick in path.ticks" :key="tick.drawing" class="tick" :class="{ here: tick.isHere }">
          <line :x1="tick.a.x" :y1="tick.a.y" :x2="tick.b.x" :y2="tick.b.y" />
          <text
            v-if="tick.isWritten"
            :x="tick.label.x"
            :y="tick.label.y + 4 * k"
            text-anchor="middle"
            :font-size="12 * k"
          >
            {{ numberOf(tick.drawing) }}
          </text>
          <g v-if="tick.isHere" class="target" :data-target="path.landmark.name">
            <circle :cx="tick.place.x" :cy="tick.place.y" :r="8 * k" />
            <path
              :d="`M${tick.place.x - 12 * k} ${tick.place.y}h${7 * k}m${10 * k} 0h${7 * k}M${tick.place.x} ${tick.place.y - 12 * k}v${7 * k}m0 ${10 * k}v${7 * k}`"
            />
          </g>
        </g>
        <circle
          v-if="path.handle && mode === 'pin' && chart"
          :cx="path.handle.x"
          :cy="path.handle.y"
          :r="6.5 * k"
          class="handle"
          :data-handle="`bend ${path.landmark.id}`"
        >
          <title>Drag to bend the path of {{ path.landmark.name }}</title>
        </circle>
      </g>
      <g
        v-for="each in look.proposals"
        :key="`p${each.drawing}`"
        class="proposal"
        :class="{ on: each.drawing === store.drawing }"
        data-test="proposal"
      >
        <circle
          :cx="each.x"
          :cy="each.y"
          :r="(each.drawing === store.drawing ? 8 : 3.5) * k"
          :stroke-dasharray="`${2 * k} ${2.4 * k}`"
        />
        <text v-if="each.drawing === store.drawing" :x="each.x + 11 * k" :y="each.y + 4 * k" :font-size="12.5 * k">
          {{ Math.round(each.confidence * 100) }} % sure
        </text>
      </g>
      <g
        v-for="touch in touches"
        :key="touch.contact.id"
        class="touch"
        :class="{ met: touch.px !== undefined && touch.px <= 2 }"
        :data-touch="touch.landmark.name"
      >
        <path
          :d="`M${touch.place.x - 10 * k} ${touch.place.y}l${10 * k} ${-10 * k}l${10 * k} ${10 * k}l${-10 * k} ${10 * k}z`"
        />
        <line v-if="touch.pin" :x1="touch.pin.x" :y1="touch.pin.y" :x2="touch.place.x" :y2="touch.place.y" />
        <text :x="touch.place.x" :y="touch.place.y - 20 * k" text-anchor="middle" :font-size="12.5 * k">
          {{ touch.landmark.name }} {{ touch.leads ? 'meets' : 'touches' }} {{ touch.other.landmark }} of
          {{ touch.other.level }}{{ touch.px === undefined ? '' : `, ${touch.px.toFixed(1)} px` }}
        </text>
      </g>
      <g v-for="each in pins" :key="each.landmark.id" class="pin" :data-pin="each.landmark.name">
        <circle
          :cx="each.pin.x"
          :cy="each.pin.y"
          :r="(mode === 'pin' ? 9 : 4) * k"
          class="grab"
          :data-handle="`pin ${each.landmark.id}`"
        />
        <path :d="`M${each.pin.x - 5 * k} ${each.pin.y}h${10 * k}M${each.pin.x} ${each.pin.y - 5 * k}v${10 * k}`" />
        <text
          v-if="mode === 'pin' || each.landmark.id === landmarks.inHand.value?.id"
          :x="each.pin.x + 9 * k"
          :y="each.pin.y - 7 * k"
          :font-size="12.5 * k"
        >
          {{ each.landmark.name }}{{ each.pin.corner ? ' ∟' : '' }}
        </text>
      </g>
      <g
        v-for="miss in look.shown ? [] : misses"
        :key="miss.landmark.id"
        class="miss"
        :class="{ near: miss.word === 'on its place' }"
        data-test="miss"
      >
        <line :x1="miss.target.x" :y1="miss.target.y" :x2="miss.pin.x" :y2="miss.pin.y" />
        <text :x="miss.pin.x + 10 * k" :y="miss.pin.y + 14 * k" :font-size="13 * k">
          {{ miss.px.toFixed(miss.px < 10 ? 1 : 0) }} px, {{ miss.word }}
        </text>
      </g>
    </g>
    <g v-if="slideInHand" class="slide" :stroke-width="1.5 * k">
      <line
        :x1="slideInHand.centre.x"
        :y1="slideInHand.centre.y"
        :x2="slideInHand.handle.x"
        :y2="slideInHand.handle.y"
      />
      <circle :cx="slideInHand.centre.x" :cy="slideInHand.centre.y" :r="4 * k" />
      <circle :cx="slideInHand.handle.x" :cy="slideInHand.handle.y" :r="8 * k" class="handle" data-handle="turn">
        <title>Drag to turn</title>
      </circle>
    </g>
  </svg>
</template>

<style scoped>
.guides {
  position: absolute;
  overflow: visible;
  pointer-events: none;
}

.guides.to-pin,
.guides.to-slide {
  pointer-events: all;
  touch-action: none;
}

/* Only the paper and its handles answer the pen, not what is written over them. */
.guides :deep(*) {
  pointer-events: none;
}

.guides.to-pin [data-handle],
.guides.to-slide [data-handle] {
  pointer-events: all;
}

.proposal circle {
  fill: none;
  stroke: var(--lagoon);
  stroke-width: 1.6;
  vector-effect: non-scaling-stroke;
}

.proposal text {
  fill: var(--lagoon);
}

.guides.to-pin {
  cursor: crosshair;
}

.guides.to-slide {
  cursor: move;
}

.path > path,
.tick line {
  fill: none;
  stroke: var(--lagoon);
}

.aside {
  opacity: 0.4;
}

.station {
  fill: var(--lagoon);
}

text {
  font-family: var(--text);
  fill: var(--lagoon);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 0.25em;
}

.tick.here text {
  font-weight: 700;
  fill: var(--persimmon-dark);
}

.target * {
  fill: none;
  stroke: var(--persimmon);
}

.touch path,
.touch line {
  fill: none;
  stroke: var(--plum);
}

.touch text {
  fill: var(--plum);
}

.touch.met path,
.touch.met line {
  stroke: var(--moss);
}

.touch.met text {
  fill: var(--moss-dark);
}

.pin path {
  fill: none;
  stroke: var(--ink);
}

.pin text {
  fill: var(--ink);
}

.grab {
  fill: rgb(from var(--card) r g b / 55%);
  stroke: var(--ink);
}

.miss line {
  stroke: var(--plum);
}

.miss text {
  font-weight: 600;
  fill: var(--plum);
}

.miss.near line {
  stroke: var(--moss);
}

.miss.near text {
  fill: var(--moss-dark);
}

.handle {
  fill: var(--card);
  stroke: var(--persimmon);
  cursor: grab;
}

.slide line,
.slide circle {
  stroke: var(--persimmon);
}

.slide circle:not(.handle) {
  fill: var(--persimmon);
}
</style>
