<script setup lang="ts">
import { counted, clamp, followedBy, STAY, transformPoint, type Point } from '@unhurried/core'
import { computed, ref } from 'vue'
import type { PaperPlacement } from '../../stage/surface'
import { followDrag } from '../../parts/drag'
import { usePaperPlace } from './usePaperPlace'
import type { Paint } from '../tools/paint/usePaint'
import type { Selection } from '../tools/selection/useSelection'
import type { Tools } from '../tools/useTools'

const props = defineProps<{ placement: PaperPlacement; selection: Selection; paint: Paint; tools: Tools }>()
/** A knob nearer to the table's edge than this, in CSS pixels, cannot be taken well. */
const MARGIN = 12
const host = ref<SVGSVGElement>()
const { k, style, onPaper } = usePaperPlace(() => props.placement, host)

// ---- what is selected ---------------------------------------------------------------------------------
const SIDES = [
  [-1, -1],
  [0, -1],
  [1, -1],
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
] as const
/** How far along its axis the squash knob lies so that it is on the table: on this side, the other, or nearer. */
function reachOnTable(middle: Point, along: Point, far: number): number {
  const table = host.value?.parentElement
  if (!table) return far
  const lies = (reach: number) => {
    const at = transformPoint(props.placement.matrix, { x: middle.x + along.x * reach, y: middle.y + along.y * reach })
    return at.x > MARGIN && at.y > MARGIN && at.x < table.clientWidth - MARGIN && at.y < table.clientHeight - MARGIN
  }
  return [1, -1, 0.7, -0.7, 0.5, -0.5, 0.3, -0.3].map((share) => share * far).find(lies) ?? far
}
const frame = computed(() => {
  const { box, matrix, pivot, axis } = props.selection
  if (!box.value) return undefined
  const margin = 5 * k.value
  const { left, top, right, bottom } = box.value
  const place = ([x, y]: readonly [number, number]): Point => ({
    x: (left + right) / 2 + x * ((right - left) / 2 + margin),
    y: (top + bottom) / 2 + y * ((bottom - top) / 2 + margin),
  })
  const at = (p: Point) => transformPoint(matrix.value, p)
  const middle = at(pivot.value)
  const along = { x: Math.cos(axis.value), y: Math.sin(axis.value) }
  const far = Math.max(46 * k.value, Math.hypot(right - left, bottom - top) / 2 + 26 * k.value)
  const reach = reachOnTable(middle, along, far)
  return {
    place,
    middle,
    reach,
    along,
    outline: SIDES.filter(([x, y]) => x !== 0 && y !== 0)
      .map((side) => at(place(side)))
      .map(({ x, y }) => `${x},${y}`)
      .join(' '),
    handles: SIDES.map((side) => ({ side, ...at(place(side)) })),
    knob: at({ x: right + margin + 18 * k.value, y: top - margin - 18 * k.value }),
    top: at(place([1, -1])),
    corner: transformPoint(props.placement.matrix, at(place([-1, 1]))),
    squash: { x: middle.x + along.x * reach, y: middle.y + along.y * reach },
  }
})

type Grip =
  | { what: 'move' }
  | { what: 'turn' }
  | { what: 'pivot' }
  | { what: 'squash' }
  | { what: 'axis' }
  | { what: 'side'; side: readonly [number, number] }
  | { what: 'point'; grip: number }
let drag: { grip: Grip; from: Point; matrix: Selection['matrix']['value']; moved: boolean } | undefined

function down(event: PointerEvent, grip: Grip) {
  if (event.button > 0) return
  event.stopPropagation()
  event.preventDefault()
  drag = { grip, from: onPaper(event), matrix: props.selection.matrix.value, moved: false }
  followDrag(event, { on: host.value!, onMove: (_, moved) => move(moved), onEnd: (_, ended) => up(ended) })
}
const angleFrom = ({ x, y }: Point, p: Point) => Math.atan2(p.y - y, p.x - x)
function move(event: PointerEvent) {
  if (!drag) return
  const at = onPaper(event)
  const { from, grip } = drag
  const { selection } = props
  const [dx, dy] = [at.x - from.x, at.y - from.y]
  drag.moved ||= Math.hypot(dx, dy) > k.value
  const pivot = selection.pivot.value
  if (grip.what === 'move')
    selection.move(
      event.shiftKey && Math.abs(dx) < Math.abs(dy) ? 0 : dx,
      event.shiftKey && Math.abs(dy) <= Math.abs(dx) ? 0 : dy,
    )
  else if (grip.what === 'turn') {
    const angle = angleFrom(pivot, at) - angleFrom(pivot, from)
    selection.turn(event.shiftKey ? Math.round(angle / (Math.PI / 12)) * (Math.PI / 12) : angle)
  } else if (grip.what === 'pivot') selection.pivot.value = at
  else if (grip.what === 'axis') selection.axis.value = angleFrom(pivot, at)
  else if (grip.what === 'squash') {
    const along = ({ x, y }: Point) =>
      (x - pivot.x) * Math.cos(selection.axis.value) + (y - pivot.y) * Math.sin(selection.axis.value)
    selection.squash(along(at) / (along(from) || 1))
  } else if (grip.what === 'side') side(grip.side, at, from, event)
  else props.tools.moveGrip(grip.grip, dx, dy, false)
}
/** A side or corner pulled: larger or smaller from the pivot; Alt slants, Shift keeps the proportions. */
function side([sx, sy]: readonly [number, number], at: Point, from: Point, event: PointerEvent) {
  const { selection } = props
  const { x, y } = selection.pivot.value
  if (event.altKey && sx * sy === 0) {
    const far = sx === 0 ? from.y - y : from.x - x
    return selection.skew((sx === 0 ? at.x - from.x : from.y - at.y) / (far || 1), sx === 0 ? 0 : Math.PI / 2)
  }
  const ratio = (to: number, was: number) => (Math.abs(was) < 1e-6 ? 1 : clamp(to / was, 0.05, 20))
  let along = sx === 0 ? 1 : ratio(at.x - x, from.x - x)
  let across = sy === 0 ? 1 : ratio(at.y - y, from.y - y)
  if (event.shiftKey) along = across = sx === 0 ? across : sy === 0 ? along : Math.max(along, across)
  selection.scale(along, across, selection.pivot.value)
}
function up(event: PointerEvent) {
  const last = drag
  drag = undefined
  if (!last) return
  if (last.grip.what === 'point') {
    const at = onPaper(event)
    props.tools.moveGrip(last.grip.grip, last.moved ? at.x - last.from.x : 0, last.moved ? at.y - last.from.y : 0, true)
  } else if (last.grip.what !== 'pivot' && last.grip.what !== 'axis') {
    const words = {
      move: 'lines moved',
      turn: 'lines turned',
      squash: 'lines squashed and stretched',
      side: 'lines scaled',
    } as const
    if (last.moved) props.selection.settle(words[last.grip.what])
    else props.selection.show(STAY)
  }
}

/** What is selected, and what is being done to it, in figures. */
const words = computed(() => {
  const { figures, selected } = props.selection
  if (!selected.value) return ''
  const count = selected.value.pieces.length
  return figures.value || `${counted(count, 'piece')}`
})
const grips = computed(() => {
  const { line } = props.tools
  return line.value
    ? line.value.grips.map((grip) => ({
        grip,
        x: line.value!.stroke.points[3 * grip]!,
        y: line.value!.stroke.points[3 * grip + 1]!,
      }))
    : []
})
const markLine = computed(() =>
  props.tools.line.value?.stroke.points.reduce(
    (d, _, i, points) => (i % 3 === 0 ? `${d}${i === 0 ? 'M' : 'L'}${points[i]} ${points[i + 1]}` : d),
    '',
  ),
)
const leakRing = computed(() => {
  const { leak } = props.paint
  if (!leak.value) return undefined
  const at = transformPoint(followedBy(STAY, props.placement.matrix), leak.value)
  return { ...leak.value, at, radius: Math.max(leak.value.width * 0.9, 16 * k.value) }
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
        :cx="frame.middle.x - frame.along.x * frame.reach"
        :cy="frame.middle.y - frame.along.y * frame.reach"
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
    <g v-if="grips.length > 0" :stroke-width="1.2 * k" data-test="grips">
      <path class="thread" :d="markLine" />
      <circle
        v-for="each in grips"
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
  <p
    v-if="frame"
    class="figures"
    data-test="figures"
    :style="{ left: `${frame.corner.x}px`, top: `${frame.corner.y}px` }"
  >
    {{ words }}
  </p>
  <div
    v-if="leakRing"
    class="paper leak-card"
    role="alert"
    :style="{ left: `${leakRing.at.x + 18}px`, top: `${leakRing.at.y + 14}px` }"
  >
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
