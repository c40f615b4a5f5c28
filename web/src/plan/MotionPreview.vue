<script setup lang="ts">
import { counted, type Handle } from '@unhurried/core'
import { computed, ref } from 'vue'
import { followDrag } from '../parts/drag'
import { ARROWS } from '../parts/typing'
import { dotsOf, figuresOf, ghostsOf, type MotionSaid, type MotionShown } from './motion-shown'
import { useMotionPlay } from './useMotionPlay'

/** The motion moving on the paper at the scene's rate, its path in dots, and what can be dragged. */
const props = defineProps<MotionShown>()
const emit = defineEmits<MotionSaid>()
const host = ref<SVGSVGElement>()
const { playing, shown, frame, total, step } = useMotionPlay(props, (now) => emit('frame', now))

const figures = computed(() => figuresOf(props.motion))
const ghosts = computed(() => ghostsOf(figures.value))
const dots = computed(() => dotsOf(props.motion))
const figure = computed(() => figures.value[props.motion.exposures[shown.value]?.drawing ?? -1])
const shift = computed(() => {
  const travel = props.motion.travel?.[shown.value]
  return travel ? `translate(${travel.x} ${travel.y})` : undefined
})
const unit = computed(() => props.height / 360)

function onPaper(event: PointerEvent) {
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(host.value!.getScreenCTM()!.inverse())
  return { x, y }
}
function grab(event: PointerEvent, handle: Handle) {
  const at = onPaper(event)
  // How far beside it it was taken.
  const off = { x: handle.x - at.x, y: handle.y - at.y }
  followDrag(event, {
    onMove(_, moved) {
      const now = props.motion.handles.find(({ id }) => id === handle.id)
      const to = onPaper(moved)
      if (now) emit('set', now.drag({ x: to.x + off.x, y: to.y + off.y }))
    },
  })
}
function nudge(event: KeyboardEvent, handle: Handle) {
  const by = ARROWS[event.key]
  if (!by) return
  event.preventDefault()
  const far = (props.height / 100) * (event.shiftKey ? 5 : 1)
  emit('set', handle.drag({ x: handle.x + by[0] * far, y: handle.y + by[1] * far }))
}
</script>

<template>
  <div class="preview" :class="{ stale }">
    <svg
      ref="host"
      :viewBox="`0 0 ${width} ${height}`"
      role="group"
      :aria-label="`Preview, ${counted(motion.drawings.length, 'drawing')} over ${counted(total, 'frame')}`"
      data-test="preview"
    >
      <rect x="0" y="0" :width="width" :height="height" :fill="paper" />
      <line
        v-if="motion.ground !== undefined"
        x1="0"
        :x2="width"
        :y1="motion.ground"
        :y2="motion.ground"
        class="level"
        :stroke-width="unit"
      />
      <path v-for="(d, i) in ghosts" :key="i" :d="d" class="ghost" :stroke-width="unit" />
      <circle
        v-for="(dot, i) in dots"
        :key="i"
        :cx="dot.x"
        :cy="dot.y"
        :r="(dot.role === 'inbetween' ? 1.8 : 3) * unit"
        class="dot"
        :class="dot.role"
      />
      <g v-if="figure" :transform="shift" data-test="preview-figure">
        <path
          v-for="(shape, i) in figure.shapes"
          :key="i"
          :d="shape.d"
          :class="['now', shape.tone]"
          :stroke-width="2 * unit"
        />
      </g>
      <g
        v-for="handle in motion.handles"
        :key="handle.id"
        class="handle"
        role="button"
        tabindex="0"
        :aria-label="`${handle.words}: drag it, or move it with the arrow keys`"
        :transform="`translate(${handle.x} ${handle.y})`"
        @pointerdown.prevent="grab($event, handle)"
        @keydown="nudge($event, handle)"
      >
        <circle :r="13 * unit" class="reach" :data-handle="handle.id" />
        <rect
          :x="-4.5 * unit"
          :y="-4.5 * unit"
          :width="9 * unit"
          :height="9 * unit"
          :stroke-width="1.6 * unit"
          transform="rotate(45)"
        />
        <text :x="10 * unit" :y="-7 * unit" :font-size="11.5 * unit" :stroke-width="3 * unit">{{ handle.words }}</text>
      </g>
    </svg>
    <div class="line">
      <button class="word" aria-label="Drawing before" @click="step(-1)">Back</button>
      <button class="word main" :aria-pressed="playing" @click="playing = !playing">
        {{ playing ? 'Stop' : 'Play' }}
      </button>
      <button class="word" aria-label="Drawing after" @click="step(1)">On</button>
      <span class="note"
        >frame {{ frame }} of {{ total }}{{ motion.cycle ? ', again and again' : '' }}, {{ fps }} a second</span
      >
      <slot />
    </div>
  </div>
</template>

<style scoped>
.preview {
  display: grid;
  gap: 8px;
}

svg {
  display: block;
  width: 100%;
  max-height: 56vh;
  border: 1px solid var(--rule);
  border-radius: 6px;
  touch-action: none;
  user-select: none;
}

.stale svg {
  opacity: 0.45;
}

.level {
  stroke: var(--rule);
}

path {
  fill: none;
  stroke-linecap: round;
  stroke-linejoin: round;
}

.ghost {
  stroke: var(--rule);
}

.now {
  stroke: var(--ink);
}

.now.far {
  stroke: var(--graphite);
  opacity: 0.55;
}

.now.help {
  stroke: var(--lagoon);
  opacity: 0.5;
}

.dot {
  fill: var(--lagoon);
}

.dot.key {
  fill: var(--paper);
  stroke: var(--lagoon);
  stroke-width: 2;
}

.handle {
  cursor: grab;
  outline: none;
}

.handle .reach {
  fill: transparent;
}

.handle rect {
  fill: var(--paper);
  stroke: var(--persimmon);
}

.handle text {
  fill: var(--persimmon-text, var(--persimmon));
  font-family: var(--heading);
  stroke: var(--paper);
  paint-order: stroke;
  pointer-events: none;
  opacity: 0;
}

.handle:hover text,
.handle:focus-visible text {
  opacity: 1;
}

.handle:focus-visible .reach {
  fill: rgb(from var(--persimmon) r g b / calc(46 / 255));
}
</style>
