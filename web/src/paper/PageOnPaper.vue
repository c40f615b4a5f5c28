<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'
import { followDrag } from '../parts/drag'
import { followedBy, type Matrix } from '@unhurried/core'
import { useScene } from '../session/scene'
import type { PageIn } from './usePages'
import type { PaperIn } from './usePaperIn'
import { ARROWS } from '../parts/typing'

/** The paper with the chosen page as it will lie, over the first one; or a sheet with the boxes it is cut into. */
const { work } = defineProps<{ work: PaperIn }>()
const store = useScene()
const settings = computed(() => store.scene!.settings)
const canvas = ref<HTMLCanvasElement>()
const stage = ref<HTMLElement>()
const apart = computed(() => work.settings.apart)
/** Pixels of the canvas across. */
const ACROSS = 1400
const size = computed(() => {
  const of = apart.value ? work.page.value?.looked : undefined
  const { width, height } = of ?? settings.value
  return { width, height, scale: ACROSS / width }
})

function layPage(surface: CanvasRenderingContext2D, page: PageIn, matrix: Matrix, colour: string, strength: number) {
  const { looked, preview } = page
  if (!looked || !preview) return
  const { scale } = size.value
  const tinted = new OffscreenCanvas(preview.width, preview.height)
  const sheet = tinted.getContext('2d')!
  sheet.drawImage(preview, 0, 0)
  sheet.globalCompositeOperation = 'source-in'
  sheet.fillStyle = colour
  sheet.fillRect(0, 0, preview.width, preview.height)
  surface.save()
  surface.globalAlpha = strength
  surface.setTransform(...followedBy(matrix, [scale, 0, 0, scale, 0, 0]))
  surface.drawImage(tinted, 0, 0, looked.width, looked.height)
  surface.restore()
}
const STAY: Matrix = [1, 0, 0, 1, 0, 0]

watchEffect(
  () => {
    const surface = canvas.value?.getContext('2d')
    if (!surface || !canvas.value) return
    canvas.value.width = ACROSS
    canvas.value.height = Math.max(1, Math.round(size.value.height * size.value.scale))
    surface.fillStyle = settings.value.paper
    surface.fillRect(0, 0, canvas.value.width, canvas.value.height)
    const [page, first] = [work.page.value, work.first.value]
    if (!page?.looked) return
    const style = getComputedStyle(canvas.value)
    if (apart.value) return layPage(surface, page, STAY, style.color, 1)
    if (first && first !== page && first.looked)
      layPage(surface, first, work.matrixOf(first), style.getPropertyValue('--ochre'), 0.5)
    layPage(surface, page, work.matrixOf(page), style.color, first === page ? 1 : 0.8)
  },
  { flush: 'post' },
)

/** CSS pixels to pixels of the page. */
const pagePixels = () => {
  const shown = size.value.width / (canvas.value?.clientWidth || 1)
  const page = work.page.value!
  if (apart.value) return shown
  const [a, b] = work.matrixOf(page)
  return shown / Math.hypot(a, b)
}
function drag(event: PointerEvent) {
  const page = work.page.value
  if (!page?.looked || apart.value) return
  const { hand } = page
  const by = pagePixels()
  followDrag(event, { onMove: ({ dx, dy }) => (page.hand = { ...hand, dx: hand.dx + dx * by, dy: hand.dy + dy * by }) })
}
const TURN = Math.PI / 1800
function nudge(event: KeyboardEvent) {
  const page = work.page.value
  if (!page?.looked || apart.value) return
  const step = ARROWS[event.key]
  const turn = { ',': -TURN, '.': TURN }[event.key]
  if (!step && turn === undefined) return
  event.preventDefault()
  const far = event.shiftKey ? 10 : 1
  const [dx, dy] = step ?? [0, 0]
  const { hand } = page
  page.hand = { dx: hand.dx + dx * far, dy: hand.dy + dy * far, turn: hand.turn + (turn ?? 0) * far }
}

function dragBox(event: PointerEvent, at: number, corner: boolean) {
  const page = work.page.value!
  const { x, y, width, height } = page.boxes[at]!
  const by = pagePixels()
  const whole = (value: number) => Math.round(value)
  followDrag(event, {
    onMove({ dx, dy }) {
      page.boxes[at] = corner
        ? { x, y, width: Math.max(8, whole(width + dx * by)), height: Math.max(8, whole(height + dy * by)) }
        : { x: whole(x + dx * by), y: whole(y + dy * by), width, height }
    },
  })
}
/** A new box where it is asked for. */
function putBox(event: MouseEvent) {
  const page = work.page.value
  if (!apart.value || !page?.looked || !stage.value) return
  const { left, top } = canvas.value!.getBoundingClientRect()
  const by = pagePixels()
  const side = Math.round(Math.min(page.looked.width, page.looked.height) / 5)
  const [x, y] = [Math.round((event.clientX - left) * by - side / 2), Math.round((event.clientY - top) * by - side / 2)]
  page.boxes.push({ x, y, width: side, height: side })
}
function leaveOut(at: number) {
  const { boxes } = work.page.value!
  boxes.splice(at, 1)
}
const percent = (value: number, whole: number) => `${(100 * value) / whole}%`
</script>

<template>
  <div ref="stage" class="stage" :style="{ aspectRatio: `${size.width} / ${size.height}` }" @dblclick="putBox">
    <canvas
      ref="canvas"
      tabindex="0"
      role="img"
      data-test="page-on-paper"
      :aria-label="
        work.page.value
          ? `${work.page.value.name}. Drag it, or arrows to nudge it, comma and full stop to turn it.`
          : 'Nothing here yet'
      "
      :class="{ movable: !apart }"
      @pointerdown="drag"
      @keydown="nudge"
    />
    <template v-if="apart && work.page.value?.looked">
      <div
        v-for="(box, i) in work.page.value.boxes"
        :key="i"
        class="box"
        :data-box="i + 1"
        :style="{
          left: percent(box.x, size.width),
          top: percent(box.y, size.height),
          width: percent(box.width, size.width),
          height: percent(box.height, size.height),
        }"
        @pointerdown.stop="dragBox($event, i, false)"
        @dblclick.stop
      >
        <b>{{ i + 1 }}</b>
        <button :aria-label="`Leave out drawing ${i + 1}`" @pointerdown.stop @click="leaveOut(i)">×</button>
        <i @pointerdown.stop="dragBox($event, i, true)" />
      </div>
    </template>
  </div>
</template>

<style scoped>
.stage {
  position: relative;
  width: 100%;
  max-height: 100%;
  margin: 0 auto;
  box-shadow: var(--shadow);
}

canvas {
  display: block;
  width: 100%;
  height: 100%;
  color: var(--ink);
  touch-action: none;
}

.movable {
  cursor: move;
}

.box {
  position: absolute;
  border: 2px solid var(--lagoon);
  border-radius: var(--corner);
  cursor: move;
  touch-action: none;
}

.box b {
  position: absolute;
  top: 2px;
  left: 6px;
  font: 560 16px var(--heading);
  color: var(--lagoon);
}

.box button {
  position: absolute;
  top: 0;
  right: 0;
  width: 24px;
  height: 24px;
  font-size: 16px;
  line-height: 1;
  color: var(--lagoon);
  background: none;
  border: 0;
  cursor: pointer;
}

.box i {
  position: absolute;
  right: -7px;
  bottom: -7px;
  width: 14px;
  height: 14px;
  background: var(--lagoon);
  border-radius: 50%;
  cursor: nwse-resize;
}
</style>
