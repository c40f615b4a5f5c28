<script setup lang="ts">
import { clamp, counted, type Scene } from '@unhurried/core'
import { useElementSize, useScroll } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, ref, watch } from 'vue'
import { followDrag } from '../parts/drag'
import type { ThingsAsked } from '../parts/things/things'
import { ARROWS } from '../parts/typing'
import { chartsOn, frameBelow, showingsOn, stripOf, ticksOf } from './strip'

// Most scenes are silent.
const SoundStrip = defineAsyncComponent(() => import('../sound/SoundStrip.vue'))

const props = defineProps<{ scene: Scene; take: string; frame: number; level: string; only?: string | undefined }>()
const emit = defineEmits<{
  pick: [level: string, frame: number]
  move: [level: string, from: number, to: number]
  open: []
}>()

const LANE = 84
const RULER = 30
const SOUND = 52
const host = ref<HTMLElement>()
const { width: room } = useElementSize(host)
const length = computed(() => props.scene.settings.length)
const strip = computed(() => stripOf(length.value, room.value))
const ticks = computed(() => ticksOf(strip.value, props.scene.settings))
const lanes = computed(() =>
  [...props.scene.levelOrder]
    .reverse()
    .filter((id) => props.only === undefined || id === props.only)
    .map((id, i) => {
      const on = { level: id, take: props.take }
      const [charts, entries] = [chartsOn(strip.value, props.scene, on), showingsOn(strip.value, props.scene, on)]
      return { id, top: RULER + i * LANE, charts, entries }
    }),
)
const height = computed(() => RULER + lanes.value.length * LANE + 6)

function frameAt(event: PointerEvent | MouseEvent): number {
  const left = (event.currentTarget as Element).closest('svg')!.getBoundingClientRect().left
  return frameBelow(strip.value, event.clientX - left, length.value)
}
/** The waveform is drawn under the frames that are in view, and under a few beside them. */
const scroll = useScroll(host)
const seen = computed(() => {
  const { x } = strip.value
  const first = clamp(Math.floor(x.invert(scroll.x.value)) - 2, 1, length.value)
  const last = Math.ceil(x.invert(scroll.x.value + (room.value || 1200))) + 2
  return { first, count: clamp(last - first + 1, 1, length.value - first + 1) }
})
function hear({ clientX, currentTarget }: MouseEvent) {
  const left = (currentTarget as Element).getBoundingClientRect().left
  emit('pick', props.level, frameBelow(strip.value, clientX - left, length.value))
}
/** What is asked about is gone to first, so that what is done is done there. */
function goToAsked({ target, clientX }: ThingsAsked) {
  const lane = (target as Element).closest<SVGElement>('[data-level]')
  const left = lane?.ownerSVGElement!.getBoundingClientRect().left
  if (left !== undefined) emit('pick', lane!.dataset['level']!, frameBelow(strip.value, clientX - left, length.value))
}
const drag = ref<{ level: string; from: number; to: number }>()
function grab(event: PointerEvent, level: string, from: number) {
  emit('pick', level, from)
  if (from === 1) return
  drag.value = { level, from, to: from }
  followDrag(event, {
    onMove: (_, moved) => (drag.value = { level, from, to: frameAt(moved) }),
    onEnd(lifted) {
      const to = drag.value?.to
      drag.value = undefined
      if (lifted && to !== undefined && to !== from) emit('move', level, from, to)
    },
  })
}
function onKey(event: KeyboardEvent) {
  const at = lanes.value.findIndex((lane) => lane.id === props.level)
  const by = ARROWS[event.key]
  if (event.key === 'Enter') emit('open')
  if (!by) return
  event.preventDefault()
  const lane = lanes.value[clamp(at + by[1], 0, lanes.value.length - 1)]!
  emit('pick', lane.id, clamp(props.frame + by[0], 1, length.value))
}
watch(
  () => props.frame,
  async () => {
    await nextTick()
    const at = strip.value.x(props.frame)
    const view = host.value
    if (view && (at < view.scrollLeft + 40 || at > view.scrollLeft + view.clientWidth - 60))
      view.scrollLeft = at - view.clientWidth / 2
  },
)
</script>

<template>
  <div
    ref="host"
    class="host paper"
    tabindex="0"
    role="application"
    :aria-label="`Strip of time, ${counted(length, 'frame')}. Arrow keys move, Enter puts in a key.`"
    @keydown="onKey"
    @things="goToAsked"
  >
    <svg :width="strip.width" :height="height" data-test="strip">
      <rect :x="strip.x(frame)" y="0" :width="strip.step" :height="height" class="here" />
      <g class="ruler" aria-hidden="true">
        <template v-for="tick in ticks" :key="tick.frame">
          <line
            :x1="tick.at"
            :x2="tick.at"
            :y1="tick.second !== undefined ? 2 : 22"
            :y2="RULER"
            :class="{ second: tick.second !== undefined }"
          />
          <text v-if="tick.labelled" :x="tick.at + strip.step / 2" y="26" text-anchor="middle">{{ tick.frame }}</text>
          <text v-if="tick.second !== undefined" :x="tick.at + 4" y="11" class="seconds">{{ tick.second }} s</text>
        </template>
      </g>
      <g v-for="lane in lanes" :key="lane.id" :transform="`translate(0 ${lane.top})`" :data-level="lane.id">
        <rect
          x="0"
          y="0"
          :width="strip.width"
          :height="LANE"
          class="lane"
          :class="{ active: lane.id === level }"
          @click="emit('pick', lane.id, frameAt($event))"
        />
        <text :x="6" y="15" class="name">
          {{ scene.levels[lane.id]!.name }}
          <tspan v-if="scene.levels[lane.id]!.loop">· loop</tspan>
        </text>
        <g v-for="chart in lane.charts" :key="chart.id" class="chart">
          <line :x1="chart.from" :x2="chart.to" y1="26" y2="26" />
          <line :x1="chart.from" :x2="chart.from" y1="19" y2="33" class="end" />
          <line :x1="chart.to" :x2="chart.to" y1="19" y2="33" class="end" />
          <line v-for="(mark, i) in chart.marks" :key="i" :x1="mark" :x2="mark" y1="21" y2="31" />
        </g>
        <g v-for="each in lane.entries" :key="each.index" class="entry">
          <template v-if="each.entry">
            <line
              v-if="each.frames > 1"
              :x1="each.at + 12"
              :x2="Math.max(each.at + 12, each.end)"
              y1="56"
              y2="56"
              class="hold"
            />
            <g
              class="drawing"
              :class="[each.entry.role, { drawn: each.drawn, again: each.again }]"
              :data-number="each.entry.number"
              @pointerdown="grab($event, lane.id, each.frame)"
            >
              <rect
                :x="each.at - each.half.wide"
                :y="56 - each.half.high"
                :width="2 * each.half.wide"
                :height="2 * each.half.high"
                :rx="each.half.high"
              />
              <text
                :x="each.at"
                :y="56 + strip.type * 0.37"
                text-anchor="middle"
                :style="{ fontSize: `${strip.type}px` }"
              >
                {{ each.words }}
              </text>
              <line
                v-if="each.entry.role === 'breakdown'"
                :x1="each.at - 8"
                :x2="each.at + 8"
                y1="64.5"
                y2="64.5"
                class="under"
              />
            </g>
          </template>
          <text v-else :x="each.at" y="60" text-anchor="middle" class="blank">×</text>
        </g>
        <line
          v-if="drag?.level === lane.id"
          :x1="strip.x(drag.to)"
          :x2="strip.x(drag.to)"
          y1="36"
          y2="78"
          class="drop"
        />
      </g>
    </svg>
    <div v-if="scene.sounds" class="sound" :style="{ width: `${strip.width}px`, height: `${SOUND}px` }" @click="hear">
      <SoundStrip
        class="wave"
        :sounds="scene.sounds"
        :fps="scene.settings.fps"
        :first="seen.first"
        :count="seen.count"
        :per-frame="strip.step"
        :across="SOUND - 4"
        :said="scene.said"
        :style="{ left: `${strip.x(seen.first)}px` }"
      />
    </div>
  </div>
</template>

<style scoped>
.host {
  overflow: auto hidden;
}

.sound {
  position: relative;
  border-top: 1px solid var(--rule);
  cursor: pointer;
}

.wave {
  position: absolute;
  top: 2px;
}

svg {
  display: block;
  user-select: none;
}

text {
  font-size: 13px;
  fill: var(--ink);
}

.here {
  fill: var(--persimmon);
  opacity: 0.16;
}

.ruler line {
  stroke: var(--rule);
}

.ruler line.second {
  stroke: var(--edge);
}

.ruler text {
  font-size: 11.5px;
  fill: var(--graphite);
}

.ruler .seconds {
  fill: var(--ink);
  font-weight: 600;
}

.lane {
  fill: transparent;
  stroke: var(--rule);
}

.lane.active {
  fill: var(--card);
  fill-opacity: 0.55;
}

.name {
  font-weight: 600;
}

.chart line {
  stroke: var(--lagoon);
  stroke-width: 1.5;
}

.chart line.end {
  stroke-width: 2.5;
}

.hold {
  stroke: var(--moss);
  stroke-width: 2;
}

.drawing {
  cursor: grab;
}

.drawing rect {
  fill: var(--paper);
  stroke: none;
}

.drawing.key rect {
  stroke: var(--ink);
  stroke-width: 1.6;
}

.drawing text {
  font-family: var(--heading);
  font-weight: 560;
  fill: var(--graphite);
}

.drawing.drawn text {
  fill: var(--ink);
}

.drawing:not(.drawn) rect {
  stroke-dasharray: 3 3;
}

.under {
  stroke: var(--ink);
  stroke-width: 1.5;
}

.blank {
  fill: var(--graphite);
}

.drop {
  stroke: var(--persimmon);
  stroke-width: 2.5;
}
</style>
