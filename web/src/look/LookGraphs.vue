<script setup lang="ts">
import { lengthOfTake, type Graphs } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { pathThrough, valueAxis, type Axis } from '../parts/axes'
import { short } from '../parts/short'
import { useScene } from '../session/scene'
import FrameGraph from './FrameGraph.vue'
import { movesOf, sharesOf, stepsAtSeam, wayInBox } from './graphed'

/** What was measured, over the frames of the scene. */
const props = defineProps<{
  graphs: Graphs
  level: string
  /** Per cent a drawing's area may be off its model's. */
  limit: number
  /** Drawings Second look finds too large or too small. */
  off: ReadonlySet<string>
}>()
const store = useScene()
const scene = computed(() => store.scene!)
const level = computed(() => props.graphs.levels.find((each) => each.level === props.level) ?? props.graphs.levels[0])
const trackAt = ref(0)
watch(
  () => props.level,
  () => (trackAt.value = 0),
)
const track = computed(() => level.value?.tracks[trackAt.value] ?? level.value?.tracks[0])
/** Frames of the take that was looked at. */
const length = computed(() => lengthOfTake(scene.value, store.take))
const places = computed(() => track.value?.places ?? [])
/** As much of a name as fits beside the graph. */
const shortened = (name: string) => short(name.replace(/^the /, ''), 7)
const formatted = (value: number | undefined, digits = 1) => (value === undefined ? '' : value.toFixed(digits))

/** More dots than this run into each other: the line alone is drawn. */
const DOTS = 160
const SPEED = 92
const speeds = computed(() => places.value.filter((each) => each.speed !== undefined))
const fastest = computed(() => Math.max(1, ...speeds.value.flatMap(({ speed, planned }) => [speed!, planned ?? 0])))
const speedY = computed(() => valueAxis(0, fastest.value, [SPEED - 4, 8]))
/** A line over the drawings, broken where nothing was measured. */
const overDrawings = (x: Axis, of: 'speed' | 'planned') =>
  pathThrough(
    places.value.map((each) => (each[of] === undefined ? undefined : [x(each.frame), speedY.value(each[of])])),
  )

/** The dots of the drawings on their way over the paper. */
const way = computed(() => wayInBox(places.value, scene.value.settings, { width: 170, height: 110 }))

const SIZE = 86
const model = computed(() =>
  level.value?.sizes.find(({ drawing }) => drawing === scene.value.levels[level.value!.level]?.model),
)
const sizes = computed(() => sharesOf(level.value?.sizes ?? [], model.value))
/** Where no model is marked a size is judged by those beside it, and no one band holds for all. */
const sizeNote = computed(
  () =>
    (model.value
      ? `area in per cent of the model, ± ${props.limit} % shaded; squashed and stretched it should stay at 100.`
      : 'area in per cent of the middle drawing’s; a larger dot is off what the drawings beside it foretell.') +
    ' Dotted: long axis over short',
)
const shareY = computed(() => {
  const off = Math.max(1.6 * props.limit, ...sizes.value.map(({ share }) => Math.abs(share - 100)))
  return valueAxis(100 - off, 100 + off, [SIZE - 4, 4])
})
const widest = computed(() => Math.max(2, ...sizes.value.map(({ ratio }) => ratio)))
const ratioY = computed(() => valueAxis(1, widest.value, [SIZE - 4, 8]))

const rows = computed(() => movesOf(props.graphs, scene.value))
const ROW = 17
const hasMoves = computed(() => rows.value.some(({ moves }) => moves.length > 0))
/** Why no step was measured. */
const notFollowed = computed(() =>
  level.value && level.value.sizes.length < 2
    ? 'One drawing goes nowhere: draw the next.'
    : 'Nothing could be followed from one drawing to the next. Pin a landmark on both.',
)

const isLoop = computed(() => level.value && scene.value.levels[level.value.level]?.loop === true)
const seam = computed(() => (isLoop.value ? stepsAtSeam(places.value, length.value) : []))
const seamMost = computed(() => Math.max(1, ...seam.value.map(({ speed }) => speed)))

const LIGHT = 62
const lightY = valueAxis(0, 1, [LIGHT - 2, 4])
const lightLine = (x: Axis) => pathThrough(props.graphs.luminance.map((value, i) => [x(i + 1), lightY(value)]))
const goTo = (frame: number) => store.goTo(frame)
</script>

<template>
  <div v-if="level" class="graphs">
    <div class="top">
      <label for="look-track" class="note">What is followed</label>
      <ElSelect id="look-track" v-model="trackAt" size="small" class="track"
        ><ElOption v-for="(each, i) in level.tracks" :key="i" :value="i" :label="each.name"
      /></ElSelect>
      <svg
        class="way paper"
        :viewBox="`0 0 ${way.width} ${way.height}`"
        :style="{ width: `${way.width}px` }"
        role="img"
        :aria-label="`The way of ${track?.name ?? ''} over the paper, a dot for each drawing`"
      >
        <path :d="pathThrough(way.dots.map(({ x, y }) => [x, y]))" class="measured" />
        <circle
          v-for="dot in way.dots.length > DOTS ? way.dots.filter(({ drawing }) => drawing === store.drawing) : way.dots"
          :key="dot.drawing"
          :cx="dot.x"
          :cy="dot.y"
          :r="dot.drawing === store.drawing ? 4 : 2.2"
          :class="{ on: dot.drawing === store.drawing }"
        />
      </svg>
    </div>
    <FrameGraph
      title="Spacing"
      note="pixels per frame: drawn, and dashed as the chart plans it"
      :empty="speeds.length > 0 ? undefined : notFollowed"
      :length="length"
      :frame="store.frame"
      :height="SPEED"
      @frame="goTo"
      :table="{
        head: ['Drawing', 'Frame', 'px per frame', 'planned'],
        rows: places.map((each) => [each.number, each.frame, formatted(each.speed), formatted(each.planned)]),
      }"
    >
      <template #default="{ x, left }">
        <text :x="left - 5" y="14" text-anchor="end">{{ Math.round(fastest) }}</text>
        <text :x="left - 5" :y="SPEED - 2" text-anchor="end">0</text>
        <path :d="overDrawings(x, 'planned')" class="planned" />
        <path :d="overDrawings(x, 'speed')" class="measured" />
        <circle
          v-for="each in speeds.length > DOTS ? [] : speeds"
          :key="each.drawing"
          :cx="x(each.frame)"
          :cy="speedY(each.speed!)"
          r="2.6"
          ><title>{{ each.number }}: {{ formatted(each.speed) }} px per frame</title></circle
        >
      </template>
    </FrameGraph>
    <FrameGraph
      title="Size"
      :note="sizeNote"
      :empty="sizes.length > 0 ? undefined : 'No drawing of this level has a shape to measure yet.'"
      :length="length"
      :frame="store.frame"
      :height="SIZE"
      @frame="goTo"
      :table="{
        head: ['Drawing', 'Frame', 'area, %', 'axis ratio'],
        rows: sizes.map((each) => [each.number, each.frame, formatted(each.share), formatted(each.ratio, 2)]),
      }"
    >
      <template #default="{ x, left, right }">
        <rect
          v-if="model"
          class="within"
          :x="left"
          :width="right - left"
          :y="shareY(100 + limit)"
          :height="shareY(100 - limit) - shareY(100 + limit)"
        />
        <line class="law" :x1="left" :x2="right" :y1="shareY(100)" :y2="shareY(100)" />
        <text :x="left - 5" :y="shareY(100) + 4" text-anchor="end">100 %</text>
        <path :d="pathThrough(sizes.map(({ frame, ratio }) => [x(frame), ratioY(ratio)]))" class="ratio" />
        <text :x="right + 5" y="14">{{ widest.toFixed(1) }}</text>
        <text :x="right + 5" :y="SIZE - 2">1</text>
        <path :d="pathThrough(sizes.map(({ frame, share }) => [x(frame), shareY(share)]))" class="measured" />
        <circle
          v-for="each in sizes.length > DOTS ? sizes.filter(({ drawing }) => off.has(drawing)) : sizes"
          :key="each.drawing"
          :cx="x(each.frame)"
          :cy="shareY(each.share)"
          :r="off.has(each.drawing) ? 4 : 2.6"
          :class="{ out: off.has(each.drawing) }"
          ><title>{{ each.number }}: {{ formatted(each.share) }} %</title></circle
        >
      </template>
    </FrameGraph>
    <FrameGraph
      title="Arrivals"
      note="from where a part starts to move to where it rests"
      :empty="hasMoves ? undefined : 'Nothing that is followed starts and comes to rest here. Pin the parts that do.'"
      :length="length"
      :frame="store.frame"
      :height="Math.max(ROW, rows.length * ROW)"
      @frame="goTo"
      :table="{
        head: ['Part', 'starts', 'rests'],
        rows: rows.flatMap(({ name, moves }) => moves.map(({ from, to }) => [name, from, to])),
      }"
    >
      <template #default="{ x, left }">
        <g v-for="(row, i) in rows" :key="i">
          <text :x="left - 5" :y="i * ROW + 12" text-anchor="end"
            >{{ shortened(row.name) }}<title>{{ row.name }}</title></text
          >
          <g v-for="move in row.moves" :key="move.from">
            <line class="move" :x1="x(move.from)" :x2="x(move.to)" :y1="i * ROW + 8" :y2="i * ROW + 8" />
            <rect class="rest" :x="x(move.to) - 3.5" :y="i * ROW + 4.5" width="7" height="7"
              ><title>{{ row.name }} rests on frame {{ move.to }}</title></rect
            >
          </g>
        </g>
      </template>
    </FrameGraph>
    <figure v-if="seam.length > 0" class="seam">
      <figcaption><b>Loop seam</b> <span class="note">steps around it, pixels per frame</span></figcaption>
      <div class="bars" role="list" aria-label="Steps around the seam of the loop">
        <div v-for="each in seam" :key="each.name" role="listitem" :class="{ over: each.over }">
          <i :style="{ width: `${(each.speed / seamMost) * 180}px` }" /> {{ each.name
          }}{{ each.over ? ' over the seam' : '' }} · {{ formatted(each.speed) }}
        </div>
      </div>
    </figure>
    <FrameGraph
      title="Lightness"
      note="mean luminance of each frame; marks where a change counts toward a flash"
      :length="length"
      :frame="store.frame"
      :height="LIGHT"
      @frame="goTo"
      :table="{
        head: ['Frame', 'lightness', 'flash'],
        rows: graphs.luminance.map((value, i) => [
          i + 1,
          formatted(value, 3),
          graphs.flashes.includes(i + 1) ? 'change' : '',
        ]),
      }"
    >
      <template #default="{ x, left }">
        <text :x="left - 5" y="11" text-anchor="end">light</text>
        <text :x="left - 5" :y="LIGHT - 2" text-anchor="end">dark</text>
        <path :d="lightLine(x)" class="measured" />
        <path v-for="flash in graphs.flashes" :key="flash" :d="`M${x(flash)} ${LIGHT - 2}l-4 -8h8z`" class="flash"
          ><title>a change on frame {{ flash }}</title></path
        >
      </template>
    </FrameGraph>
  </div>
</template>

<style scoped>
.graphs {
  display: grid;
  gap: 2px;
}

.top {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 4px 10px;
}

.track {
  width: 190px;
}

.way {
  margin-left: auto;
}

.measured {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.3;
}

.planned {
  fill: none;
  stroke: var(--lagoon);
  stroke-width: 1.6;
  stroke-dasharray: 5 4;
}

.ratio {
  fill: none;
  stroke: var(--iris);
  stroke-width: 1.4;
  stroke-dasharray: 1.5 3;
}

.law {
  stroke: var(--moss);
  stroke-width: 1.2;
}

.within {
  fill: rgb(from var(--moss) r g b / calc(31 / 255));
}

circle {
  fill: var(--ink);
}

circle.out {
  fill: var(--plum);
}

circle.on {
  fill: var(--persimmon);
}

.move {
  stroke: var(--lagoon);
  stroke-width: 3;
}

.rest {
  fill: var(--ink);
}

.flash {
  fill: var(--plum);
}

text {
  font-size: 11px;
  fill: var(--graphite);
}

.seam {
  margin: 0;
  padding: 7px 10px;
}

.seam b {
  font: 560 15px/1.3 var(--heading);
}

.bars {
  display: grid;
  gap: 3px;
  margin-top: 4px;
  font-size: 13px;
}

.bars i {
  display: inline-block;
  height: 9px;
  margin-right: 6px;
  background: var(--rule);
  border-radius: 2px;
}

.over i {
  background: var(--persimmon);
}
</style>
