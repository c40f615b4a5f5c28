<script setup lang="ts">
import { framesOf, levelPalette, PASSES, simplerWay, type PenPathDrawn } from '@unhurried/core'
import { usePreferredReducedMotion } from '@vueuse/core'
import { computed, onUnmounted, ref, watch, watchEffect } from 'vue'
import { freshId } from '../api/ids'
import { followDrag } from '../parts/drag'
import { pictures } from '../stage/pictures/pictures'
import { paintInk } from '../stage/paint/ink'
import { knowPages } from '../stage/paint/scans'
import { playFrames } from '../stage/play-frames'
import type { LetteringWork } from './useLettering'

/** The lettering on the paper, and the pen's ways over it: drawn here, and turned round by their beginnings. */
const { work, chosen } = defineProps<{ work: LetteringWork; chosen: string | undefined }>()
const emit = defineEmits<{ choose: [path: string] }>()
const playing = defineModel<boolean>('playing', { required: true })
const canvas = ref<HTMLCanvasElement>()
const field = ref<SVGSVGElement>()
const settings = computed(() => work.scene.value.settings)
const scale = computed(() => work.across / settings.value.width)
const frame = ref(0)
const calm = usePreferredReducedMotion()

// ---- what is seen ---------------------------------------------------------------------------------

/** The lettering in some colours, on a sheet of its own; a mask cuts it. */
function layLettering(surface: CanvasRenderingContext2D, swatch: string | undefined, upTo: number) {
  const { scene, drawing, level, revealed, store } = work
  if (drawing.value === undefined || !store.ink) return
  const sheet = new OffscreenCanvas(surface.canvas.width, surface.canvas.height).getContext('2d')!
  sheet.scale(scale.value, scale.value)
  const own = levelPalette(scene.value, level.value.id)
  const colour = own.find(({ id }) => id === swatch)?.colour
  const palette = colour ? own.map((each) => ({ id: each.id, name: each.name, colour })) : own
  for (const pass of PASSES)
    if (!level.value.passes?.[pass]?.hidden) paintInk(sheet, store.ink.inkOf(drawing.value, pass), palette)
  if (upTo < Infinity && revealed.value) {
    const { width, height } = surface.canvas
    const mask = new ImageData(width, height)
    const { times } = revealed.value
    for (let i = 0; i < times.length; i++) mask.data[4 * i + 3] = times[i]! <= upTo ? 255 : 0
    const cut = new OffscreenCanvas(width, height)
    cut.getContext('2d')!.putImageData(mask, 0, 0)
    sheet.setTransform(1, 0, 0, 1, 0, 0)
    sheet.globalCompositeOperation = 'destination-in'
    sheet.drawImage(cut, 0, 0)
  }
  surface.drawImage(sheet.canvas, 0, 0)
}

/** How far along the pen is at a frame of the plan, from 0; a runner so many drawings ahead. */
function wayAt(at: number, ahead: number): number {
  const found = work.motion.value.found
  if (!found) return Infinity
  let first = 0
  const drawing = found.motion.exposures.findIndex(({ frames }) => (first += frames) > at)
  const last = found.ways.length - 1
  const on = Math.min(last, (drawing < 0 ? last : drawing) + ahead)
  return on === last ? Infinity : found.ways[on]!
}

function paint() {
  const element = canvas.value
  const surface = element?.getContext('2d')
  if (!element || !surface) return
  knowPages(work.scene.value.pages, pictures.of)
  element.width = work.across
  element.height = Math.max(1, Math.round(settings.value.height * scale.value))
  surface.fillStyle = settings.value.paper
  surface.fillRect(0, 0, element.width, element.height)
  if (!playing.value) return layLettering(surface, undefined, Infinity)
  const runner = work.runner.value
  if (runner) layLettering(surface, runner.swatch, wayAt(frame.value, runner.ahead))
  layLettering(surface, undefined, wayAt(frame.value, 0))
}
const inkChanges = ref(0)
const releases = [work.store.ink?.onChange(() => inkChanges.value++), pictures.onChange(() => inkChanges.value++)]
onUnmounted(() => releases.forEach((release) => release?.()))
watchEffect(
  () => {
    void inkChanges.value
    paint()
  },
  { flush: 'post' },
)

let stop: (() => void) | undefined
const end = () => {
  stop?.()
  stop = undefined
}
onUnmounted(end)
watch(
  [playing, work.motion, settings],
  ([on, { found }]) => {
    end()
    if (!on || !found) return
    const written = framesOf(found.motion) - Number(work.inputs.value['stays'] ?? 0)
    stop = playFrames({
      fps: settings.value.fps,
      // A second of rest before it begins again.
      length: written + settings.value.fps,
      show: (n) => (frame.value = Math.min(n - 1, written)),
    })
  },
  { immediate: true },
)

// ---- the pen --------------------------------------------------------------------------------------

const drawn = ref<number[]>()
/** Points nearer to the last than this say nothing new, in scene pixels. */
const STEP = 1.5
const MOST_POINTS = 4000
function placeOf({ clientX, clientY }: { clientX: number; clientY: number }) {
  const { left, top, width } = field.value!.getBoundingClientRect()
  const by = settings.value.width / width
  return [(clientX - left) * by, (clientY - top) * by] as const
}
function begin(event: PointerEvent) {
  if (event.button !== 0 || work.drawing.value === undefined) return
  event.preventDefault()
  playing.value = false
  const points = [...placeOf(event)]
  drawn.value = points
  followDrag(event, {
    on: field.value!,
    onMove(_, moved) {
      for (const each of moved.getCoalescedEvents?.() ?? [moved]) {
        const [x, y] = placeOf(each)
        if (Math.hypot(x - points.at(-2)!, y - points.at(-1)!) >= STEP && points.length < 2 * MOST_POINTS)
          points.push(x, y)
      }
      drawn.value = [...points]
    },
    onEnd(lifted) {
      drawn.value = undefined
      if (lifted) add(points)
    },
  })
}
function add(points: readonly number[]) {
  const tenth = simplerWay(points).map((value) => Math.round(value * 10) / 10)
  const path: PenPathDrawn = { id: freshId(), points: tenth }
  work.setPaths([...work.paths.value, path])
  emit('choose', path.id)
}

const lineOf = (points: readonly number[]) =>
  Array.from({ length: points.length / 2 }, (_, i) => `${points[2 * i]},${points[2 * i + 1]}`).join(' ')

/** The beginning of a way dragged over to its end turns it round. */
function dragStart(event: PointerEvent, path: PenPathDrawn) {
  emit('choose', path.id)
  followDrag(event, {
    on: field.value!,
    onMove: () => undefined,
    onEnd(lifted, up) {
      const [x, y] = placeOf(up)
      const { points } = path
      const toStart = Math.hypot(x - points[0]!, y - points[1]!)
      const toEnd = Math.hypot(x - points.at(-2)!, y - points.at(-1)!)
      if (lifted && toEnd < toStart)
        work.setPaths(work.paths.value.map((each) => (each === path ? turned(each) : each)))
    },
  })
}
</script>

<script lang="ts">
/** A way the other way round. */
export function turned(path: PenPathDrawn): PenPathDrawn {
  const { points } = path
  const pairs = Array.from({ length: points.length / 2 }, (_, i) => [points[2 * i]!, points[2 * i + 1]!])
  return { ...path, points: pairs.reverse().flat() }
}
</script>

<template>
  <div class="sheet paper" :style="{ aspectRatio: `${settings.width} / ${settings.height}` }">
    <canvas ref="canvas" role="img" aria-label="The lettering on the paper" />
    <svg
      ref="field"
      class="field"
      :viewBox="`0 0 ${settings.width} ${settings.height}`"
      aria-label="The ways of the pen"
      role="img"
      @pointerdown.self="begin"
    >
      <defs>
        <marker id="way-goes" viewBox="0 0 10 10" refX="6" refY="5" markerWidth="5" markerHeight="5" orient="auto">
          <path class="tip" d="M1 1 9 5 1 9z" />
        </marker>
      </defs>
      <g v-if="!playing || calm === 'reduce'" :class="{ none: work.paths.value.length === 0 }">
        <g v-for="(path, i) in work.paths.value" :key="path.id" :class="{ chosen: path.id === chosen }">
          <polyline
            class="way"
            :points="lineOf(path.points)"
            :stroke-width="3 / scale"
            marker-end="url(#way-goes)"
            @pointerdown="begin"
          />
          <circle
            class="dot"
            :cx="path.points[0]"
            :cy="path.points[1]"
            :r="12 / scale"
            @pointerdown="dragStart($event, path)"
          />
          <text :x="path.points[0]" :y="path.points[1]" :font-size="14 / scale" dy="0.35em">{{ i + 1 }}</text>
        </g>
        <rect
          v-for="(box, i) in work.revealed.value?.missed ?? []"
          :key="i"
          class="missed"
          :x="box.x - 4"
          :y="box.y - 4"
          :width="box.width + 8"
          :height="box.height + 8"
          :stroke-width="2 / scale"
        />
      </g>
      <polyline v-if="drawn" class="way drawn" :points="lineOf(drawn)" :stroke-width="3 / scale" />
    </svg>
  </div>
</template>

<style scoped>
.sheet {
  position: relative;
  width: 100%;
  max-height: 100%;
  overflow: hidden;
}

canvas,
.field {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}

.field {
  cursor: crosshair;
  touch-action: none;
}

.way {
  fill: none;
  stroke: var(--lagoon);
  stroke-linecap: round;
  stroke-linejoin: round;
  opacity: 0.85;
}

.chosen .way,
.drawn {
  stroke: var(--persimmon);
  opacity: 1;
}

.tip {
  fill: context-stroke;
}

.dot {
  fill: var(--paper);
  stroke: var(--lagoon);
  stroke-width: 2;
  cursor: grab;
}

.chosen .dot {
  stroke: var(--persimmon);
}

text {
  fill: var(--ink);
  font-family: var(--heading);
  text-anchor: middle;
  pointer-events: none;
}

.missed {
  fill: none;
  stroke: var(--plum);
  stroke-dasharray: 8 6;
  pointer-events: none;
}
</style>
