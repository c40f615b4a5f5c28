<script setup lang="ts">
import { computed, ref, watchEffect } from 'vue'
import { followDrag } from '../parts/drag'
import type { Point } from '@unhurried/core'
import { useScene } from '../session/scene'
import { boxAbout, boxByKey, boxPulled, handByKey, handMoved } from './page-hand'
import { ACROSS, paintPages } from './page-picture'
import type { PaperIn } from './usePaperIn'

/** The paper with the chosen page as it will lie, over the first one; or a sheet with the boxes it is cut into. */
const { work } = defineProps<{ work: PaperIn }>()
const store = useScene()
const settings = computed(() => store.scene!.settings)
const canvas = ref<HTMLCanvasElement>()
const apart = computed(() => work.settings.apart)
const WHOLE = 'Drag it, or arrows to nudge it, comma and full stop to turn it.'
const APART = 'Press twice, or Enter for its middle, to put a box.'
const size = computed(() => {
  const of = apart.value ? work.page.value?.looked : undefined
  const { width, height } = of ?? settings.value
  return { width, height, scale: ACROSS / width }
})

watchEffect(
  () => {
    if (canvas.value) paintPages(canvas.value, work, { ...size.value, paper: settings.value.paper })
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
  followDrag(event, { onMove: ({ dx, dy }) => (page.hand = handMoved(hand, dx * by, dy * by)) })
}
function onKey(event: KeyboardEvent) {
  const page = work.page.value
  if (!page?.looked) return
  const moved = apart.value ? undefined : handByKey(page.hand, event)
  if (moved) page.hand = moved
  else if (apart.value && event.key === 'Enter') putBox({ x: page.looked.width / 2, y: page.looked.height / 2 })
  else return
  event.preventDefault()
}

function dragBox(event: PointerEvent, at: number, corner: boolean) {
  const { boxes } = work.page.value!
  const box = boxes[at]!
  const by = pagePixels()
  followDrag(event, {
    onMove: ({ dx, dy }) => (boxes[at] = boxPulled(box, dx * by, dy * by, corner ? 'corner' : 'all')),
  })
}
function onBoxKey(event: KeyboardEvent, at: number) {
  const { boxes } = work.page.value!
  const moved = boxByKey(boxes[at]!, event, pagePixels())
  if (moved) boxes[at] = moved
  else if (event.key === 'Delete') leaveOut(at)
  else return
  event.preventDefault()
}
/** A new box where it is asked for. */
function putBox(at: Point) {
  const page = work.page.value
  if (apart.value && page?.looked) page.boxes.push(boxAbout(at, page.looked))
}
function putBoxUnder({ clientX, clientY }: MouseEvent) {
  const { left, top } = canvas.value!.getBoundingClientRect()
  const by = pagePixels()
  putBox({ x: (clientX - left) * by, y: (clientY - top) * by })
}
function leaveOut(at: number) {
  const { boxes } = work.page.value!
  boxes.splice(at, 1)
}
const percent = (value: number, whole: number) => `${(100 * value) / whole}%`
</script>

<template>
  <div class="stage" :style="{ aspectRatio: `${size.width} / ${size.height}` }" @dblclick="putBoxUnder">
    <canvas
      ref="canvas"
      tabindex="0"
      role="img"
      data-test="page-on-paper"
      :aria-label="work.page.value ? `${work.page.value.name}. ${apart ? APART : WHOLE}` : 'Nothing here yet'"
      :class="{ movable: !apart }"
      @pointerdown="drag"
      @keydown="onKey"
    />
    <template v-if="apart && work.page.value?.looked">
      <div
        v-for="(box, i) in work.page.value.boxes"
        :key="i"
        class="box"
        :data-box="i + 1"
        tabindex="0"
        role="group"
        :aria-label="`Box of drawing ${i + 1}. Arrows move it, with Shift its lower right corner; Delete leaves it out.`"
        :style="{
          left: percent(box.x, size.width),
          top: percent(box.y, size.height),
          width: percent(box.width, size.width),
          height: percent(box.height, size.height),
        }"
        @pointerdown.stop="dragBox($event, i, false)"
        @keydown.self="onBoxKey($event, i)"
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
