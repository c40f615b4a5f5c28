<script setup lang="ts">
import { cornersOfField, type CameraField, type Point } from '@unhurried/core'
import { computed, ref } from 'vue'
import { followDrag } from '../../../parts/drag'
import { useScene } from '../../../session/scene'
import type { PaperPlacement } from '../../../stage/surface'
import { usePaperPlace } from '../../paper/usePaperPlace'
import { fieldByKey, fieldHeld, knobOf, wayOfField } from './field-grips'
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
const knob = computed(() => knobOf(corners.value, field.value, 26 * k.value))
/** The lowest place of the field, under which is written how fast it goes. */
const foot = computed(() => ({ x: field.value.x, y: Math.max(...corners.value.map(({ y }) => y)) }))
/** Where its middle goes, from frame to frame. */
const way = computed(() => wayOfField(keys.value))

function down(event: PointerEvent) {
  if (event.button > 0 || !props.inHand) return
  const from = onPaper(event)
  const to = fieldHeld(field.value, (event.target as SVGElement).dataset['hold'], from)
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

function onKey(event: KeyboardEvent) {
  const moved = fieldByKey(field.value, event.key, event.shiftKey ? 10 : 1)
  if (moved) camera.keep(moved)
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
