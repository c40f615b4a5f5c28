<script setup lang="ts">
import { cornersOfField, fieldAt, type CameraField, type Point } from '@unhurried/core'
import { computed, ref } from 'vue'
import { followDrag } from '../../../parts/drag'
import { useScene } from '../../../session/scene'
import type { PaperPlacement } from '../../../stage/surface'
import { usePaperPlace } from '../../paper/usePaperPlace'
import { useCamera } from './useCamera'

/** What the camera sees, on the paper; with its tool in hand it is moved, made nearer and turned, and a key put there. */
const props = defineProps<{ placement: PaperPlacement; inHand: boolean }>()
const store = useScene()
const host = ref<SVGSVGElement>()
const { k, style, onPaper } = usePaperPlace(() => props.placement, host)
const camera = useCamera()
const { field, keys } = camera
const settings = computed(() => store.scene!.settings)
/** What every screen shows, and where words may stand, as shares of the picture (SMPTE ST 2046-1). */
const SAFE = { action: 0.93, words: 0.9 }

const around = (points: readonly Point[]) => `M${points.map(({ x, y }) => `${x} ${y}`).join('L')}Z`
const corners = computed(() => cornersOfField(field.value, settings.value))
const within = (share: number) => cornersOfField({ ...field.value, scale: field.value.scale * share }, settings.value)
const far = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y)
/** Above the middle of the upper edge, to turn it by. */
const knob = computed(() => {
  const [a, b] = [corners.value[0]!, corners.value[1]!]
  const up = 26 * k.value
  return {
    x: (a.x + b.x) / 2 + Math.sin(field.value.turn) * up,
    y: (a.y + b.y) / 2 - Math.cos(field.value.turn) * up,
  }
})
/** The lowest place of the field, under which is written how fast it goes. */
const foot = computed(() => ({ x: field.value.x, y: Math.max(...corners.value.map(({ y }) => y)) }))
/** Where its middle goes, from frame to frame. */
const way = computed(() => {
  const first = keys.value[0]
  const last = keys.value.at(-1)
  if (!first || !last || first === last) return []
  return Array.from({ length: last.frame - first.frame + 1 }, (_, i) => fieldAt(keys.value, first.frame + i)!)
})

/** What the pen took hold of, and what it makes of the field from where it is now. */
function held(event: PointerEvent, from: Point): (at: Point) => CameraField {
  const was = field.value
  const middle = { x: was.x, y: was.y }
  const what = (event.target as SVGElement).dataset['hold']
  if (what === 'corner') {
    const before = Math.max(1, far(from, middle))
    return (at) => ({ ...was, scale: (was.scale * far(at, middle)) / before })
  }
  if (what === 'knob') {
    const angle = (at: Point) => Math.atan2(at.y - middle.y, at.x - middle.x)
    let [last, turn] = [angle(from), was.turn]
    return (at) => {
      const step = angle(at) - last
      turn += Math.atan2(Math.sin(step), Math.cos(step))
      last = angle(at)
      return { ...was, turn }
    }
  }
  return (at) => ({ ...was, x: was.x + at.x - from.x, y: was.y + at.y - from.y })
}

function down(event: PointerEvent) {
  if (event.button > 0 || !props.inHand) return
  const from = onPaper(event)
  const to = held(event, from)
  let last: CameraField | undefined
  followDrag(event, {
    on: host.value!,
    onMove(_, moved) {
      last = to(onPaper(moved))
      camera.attempt(last)
    },
    onEnd() {
      store.attempt()
      if (last) camera.keep(last)
    },
  })
}

const STEPS: Readonly<Record<string, (was: CameraField, step: number) => CameraField>> = {
  ArrowLeft: (was, step) => ({ ...was, x: was.x - step }),
  ArrowRight: (was, step) => ({ ...was, x: was.x + step }),
  ArrowUp: (was, step) => ({ ...was, y: was.y - step }),
  ArrowDown: (was, step) => ({ ...was, y: was.y + step }),
  '+': (was) => ({ ...was, scale: was.scale / 1.02 }),
  '=': (was) => ({ ...was, scale: was.scale / 1.02 }),
  '-': (was) => ({ ...was, scale: was.scale * 1.02 }),
  '[': (was) => ({ ...was, turn: was.turn - Math.PI / 180 }),
  ']': (was) => ({ ...was, turn: was.turn + Math.PI / 180 }),
  Enter: (was) => was,
}
function onKey(event: KeyboardEvent) {
  const step = STEPS[event.key]
  if (step) camera.keep(step(field.value, event.shiftKey ? 10 : 1))
  else if (event.key === 'Delete') camera.takeOut()
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <svg
    ref="host"
    class="camera"
    :class="{ hand: inHand }"
    :viewBox="`0 0 ${settings.width} ${settings.height}`"
    :style="style"
    :tabindex="inHand ? 0 : -1"
    :role="inHand ? 'application' : undefined"
    :aria-hidden="!inHand"
    :aria-label="
      inHand
        ? 'Field of the camera: arrows move it, + and - go nearer and farther, [ and ] turn it, Enter puts a key here, Delete takes it out'
        : undefined
    "
    data-test="camera"
    @pointerdown="down"
    @keydown="onKey"
  >
    <template v-if="inHand">
      <path
        v-if="way.length > 1"
        class="way"
        :d="`M${way.map(({ x, y }) => `${x} ${y}`).join('L')}`"
        :stroke-width="k"
      />
      <circle v-for="(at, i) in way" :key="i" class="step" :cx="at.x" :cy="at.y" :r="2 * k" />
      <path class="safe" :d="around(within(SAFE.action))" :stroke-width="k" :stroke-dasharray="`${8 * k} ${4 * k}`" />
      <path class="safe" :d="around(within(SAFE.words))" :stroke-width="k" :stroke-dasharray="`${2 * k} ${4 * k}`" />
      <path class="inside" :d="around(corners)" data-hold="field" />
    </template>
    <path class="edge" :d="around(corners)" :stroke-width="(inHand ? 2 : 1.2) * k" data-test="camera-edge" />
    <template v-if="inHand">
      <path
        class="cross"
        :d="`M${field.x - 7 * k} ${field.y}h${14 * k}M${field.x} ${field.y - 7 * k}v${14 * k}`"
        :stroke-width="1.4 * k"
      />
      <circle
        v-for="(corner, i) in corners"
        :key="i"
        class="handle"
        :cx="corner.x"
        :cy="corner.y"
        :r="8 * k"
        :stroke-width="1.6 * k"
        data-hold="corner"
      />
      <text
        class="told"
        :class="{ stutters: camera.stutters.value }"
        :x="foot.x"
        :y="foot.y + 22 * k"
        text-anchor="middle"
        :font-size="14 * k"
        aria-hidden="true"
      >
        {{ camera.told.value }}
      </text>
      <circle class="handle" :cx="knob.x" :cy="knob.y" :r="8 * k" :stroke-width="1.6 * k" data-hold="knob" />
    </template>
  </svg>
</template>

<style scoped>
.camera {
  position: absolute;
  overflow: visible;
  pointer-events: none;
}

.camera:not(.hand):focus-visible {
  outline: none;
}

.camera :deep(*) {
  fill: none;
  pointer-events: none;
}

.hand {
  touch-action: none;
}

.hand .inside,
.hand .handle {
  pointer-events: all;
}

.hand .inside {
  fill: transparent;
  cursor: move;
}

.hand .handle {
  fill: var(--card);
  stroke: var(--iris);
  cursor: grab;
}

.edge,
.cross,
.way {
  stroke: var(--iris);
}

.camera:not(.hand) .edge {
  opacity: 0.6;
}

.safe {
  stroke: var(--iris);
  opacity: 0.7;
}

text {
  font-family: var(--text);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 0.3em;
}

.camera :deep(.told) {
  fill: var(--iris);
}

.camera :deep(.stutters) {
  fill: var(--plum);
  font-weight: 600;
}

.step {
  fill: var(--iris);
}
</style>
