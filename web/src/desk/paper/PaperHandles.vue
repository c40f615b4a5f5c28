<script setup lang="ts">
import { counted, transformPoint, type Point } from '@unhurried/core'
import { computed, ref } from 'vue'
import type { PaperPlacement } from '../../stage/surface'
import type { Paint } from '../tools/paint/usePaint'
import type { Selection } from '../tools/selection/useSelection'
import type { Tools } from '../tools/useTools'
import { selectionFrame } from './handles/frame'
import { useHandleDrag } from './handles/useHandleDrag'
import { usePaperPlace } from './usePaperPlace'

const props = defineProps<{ placement: PaperPlacement; selection: Selection; paint: Paint; tools: Tools }>()
/** A knob nearer to the table's edge than this, in CSS pixels, cannot be taken well. */
const MARGIN = 12
const host = ref<SVGSVGElement>()
const { k, style, onPaper } = usePaperPlace(() => props.placement, host)
const down = useHandleDrag({
  selection: () => props.selection,
  tools: () => props.tools,
  k: () => k.value,
  onPaper,
  host: () => host.value!,
})

const onTable = (at: Point) => transformPoint(props.placement.matrix, at)
function isOnTable(at: Point): boolean {
  const table = host.value?.parentElement
  const { x, y } = onTable(at)
  return !table || (x > MARGIN && y > MARGIN && x < table.clientWidth - MARGIN && y < table.clientHeight - MARGIN)
}
const frame = computed(() => {
  const { box, matrix, pivot, axis } = props.selection
  if (!box.value) return undefined
  const selected = { box: box.value, matrix: matrix.value, pivot: pivot.value, axis: axis.value }
  const laid = selectionFrame(selected, k.value, isOnTable)
  const corner = onTable(laid.corner)
  return { ...laid, figuresAt: { left: `${corner.x}px`, top: `${corner.y}px` } }
})
/** What is selected, and what is being done to it, in figures. */
const words = computed(() => {
  const { figures, selected } = props.selection
  return selected.value ? figures.value || counted(selected.value.pieces.length, 'piece') : ''
})

/** The line in hand by its points, and those of them by which it is bent. */
const line = computed(() => {
  const { stroke, grips } = props.tools.line.value ?? {}
  if (!stroke || !grips) return undefined
  const { points } = stroke
  const at = (i: number) => ({ x: points[3 * i]!, y: points[3 * i + 1]! })
  const places = Array.from({ length: points.length / 3 }, (_, i) => at(i))
  return {
    d: places.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x} ${y}`).join(''),
    grips: grips.map((grip) => ({ grip, ...at(grip) })),
  }
})
const leakRing = computed(() => {
  const { leak } = props.paint
  if (!leak.value) return undefined
  const { x, y } = onTable(leak.value)
  const radius = Math.max(leak.value.width * 0.9, 16 * k.value)
  return { ...leak.value, radius, cardAt: { left: `${x + 18}px`, top: `${y + 14}px` } }
})
</script>

<template>
  <svg
    ref="host"
    class="handles"
    :style="style"
    :viewBox="`0 0 ${style.width.replace('px', '')} ${style.height.replace('px', '')}`"
    aria-hidden="true"
  >
    <g v-if="frame" :stroke-width="1.3 * k" data-test="selection">
      <polygon
        class="body"
        :points="frame.outline"
        :stroke-dasharray="`${5 * k} ${4 * k}`"
        data-handle="move"
        @pointerdown="down($event, { what: 'move' })"
      />
      <line :x1="frame.top.x" :y1="frame.top.y" :x2="frame.knob.x" :y2="frame.knob.y" class="thread" />
      <circle
        class="grip"
        :cx="frame.knob.x"
        :cy="frame.knob.y"
        :r="6.5 * k"
        data-handle="turn-selection"
        @pointerdown="down($event, { what: 'turn' })"
      />
      <path
        class="thread squashing"
        :d="`M${frame.middle.x} ${frame.middle.y}L${frame.squash.x} ${frame.squash.y}`"
        :stroke-dasharray="`${2 * k} ${3 * k}`"
      />
      <g class="grip squash" data-handle="squash" @pointerdown="down($event, { what: 'squash' })">
        <circle :cx="frame.squash.x" :cy="frame.squash.y" :r="8 * k" />
        <path
          :d="`M${frame.squash.x - frame.along.x * 5 * k} ${frame.squash.y - frame.along.y * 5 * k}L${frame.squash.x + frame.along.x * 5 * k} ${frame.squash.y + frame.along.y * 5 * k}`"
        />
      </g>
      <circle
        class="grip axis"
        :cx="frame.axis.x"
        :cy="frame.axis.y"
        :r="4.5 * k"
        data-handle="axis"
        @pointerdown="down($event, { what: 'axis' })"
      />
      <rect
        v-for="handle in frame.handles"
        :key="handle.side.join()"
        class="grip"
        :x="handle.x - 4.5 * k"
        :y="handle.y - 4.5 * k"
        :width="9 * k"
        :height="9 * k"
        :rx="1.5 * k"
        :data-handle="`side ${handle.side.join(' ')}`"
        @pointerdown="down($event, { what: 'side', side: handle.side })"
      />
      <g class="grip pivot" data-handle="pivot" @pointerdown="down($event, { what: 'pivot' })">
        <circle :cx="frame.middle.x" :cy="frame.middle.y" :r="6 * k" />
        <path
          :d="`M${frame.middle.x - 9 * k} ${frame.middle.y}h${18 * k}M${frame.middle.x} ${frame.middle.y - 9 * k}v${18 * k}`"
        />
      </g>
    </g>
    <g v-if="line" :stroke-width="1.2 * k" data-test="grips">
      <path class="thread" :d="line.d" />
      <circle
        v-for="each in line.grips"
        :key="each.grip"
        class="grip"
        :cx="each.x"
        :cy="each.y"
        :r="5 * k"
        :data-handle="`grip ${each.grip}`"
        @pointerdown="down($event, { what: 'point', grip: each.grip })"
      />
    </g>
    <circle
      v-if="leakRing"
      class="leak"
      :cx="leakRing.x"
      :cy="leakRing.y"
      :r="leakRing.radius"
      :stroke-width="2 * k"
      data-test="leak"
    />
  </svg>
  <p v-if="frame" class="figures" data-test="figures" :style="frame.figuresAt">
    {{ words }}
  </p>
  <div v-if="leakRing" class="paper leak-card" role="alert" :style="leakRing.cardAt">
    <p>The paint would run out here, through a gap of {{ Math.round(leakRing.width) }} px.</p>
    <button class="word main" @click="leakRing.again({ closings: [leakRing.closing] })">Close it</button>
    <button class="word" @click="leakRing.again({ anyway: true })">Fill anyway</button>
    <button class="word" @click="paint.leave()">Leave it</button>
  </div>
</template>

<style scoped>
.handles {
  position: absolute;
  overflow: visible;
  pointer-events: none;
}

.body {
  fill: rgb(from var(--lagoon) r g b / 4%);
  stroke: var(--lagoon);
  pointer-events: all;
  cursor: move;
}

.grip {
  fill: var(--card);
  stroke: var(--lagoon);
  pointer-events: all;
  cursor: grab;
}

.grip path {
  fill: none;
}

.thread {
  fill: none;
  stroke: var(--lagoon);
}

.squash circle,
.squashing,
.squash path,
.axis {
  stroke: var(--persimmon);
}

.pivot circle {
  fill: rgb(from var(--card) r g b / 70%);
}

/* A pencil note beside what it is about. */
.figures {
  position: absolute;
  z-index: 2;
  margin: 6px 0 0 8px;
  padding: 0 5px;
  border-radius: 4px;
  background: rgb(from var(--card) r g b / 86%);
  color: var(--lagoon);
  font-size: 13.5px;
  pointer-events: none;
  white-space: nowrap;
}

.leak {
  fill: rgb(from var(--plum) r g b / 10%);
  stroke: var(--plum);
}

.leak-card {
  position: absolute;
  z-index: 3;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  width: 262px;
  padding: 9px 11px;
  font-size: 14px;
}

.leak-card p {
  width: 100%;
}
</style>
