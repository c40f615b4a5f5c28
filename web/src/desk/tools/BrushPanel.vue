<script setup lang="ts">
import { BRUSH_TABLE, LIMITS, type Brush } from '@unhurried/core'
import { onMounted, ref, watch } from 'vue'
import { paintLine } from '../../stage/paint/ink'
import { livePath } from '../../stage/paint/paths'
import { brushTool, lineOf } from '../../stage/tools/brush'
import type { ToolContext, Pen } from '../../stage/tools/tool'
import { followDrag } from '../../parts/drag'
import { useHandFit } from './hand/useHandFit'
import { BARREL, type PencilSettings } from './pencil'

const pencil = defineModel<PencilSettings>({ required: true })
const props = defineProps<{ colour: string; paper: string }>()
const set = (fields: Partial<PencilSettings['brushes'][Brush]>) => {
  const { brush, brushes } = pencil.value
  pencil.value = { ...pencil.value, brushes: { ...brushes, [brush]: { ...brushes[brush], ...fields } } }
}
const hand = () => pencil.value.brushes[pencil.value.brush]
const canvas = ref<HTMLCanvasElement>()
const WIDTH = 360
const HEIGHT = 104

/** A line of rising and falling pressure, so that every choice shows at once. */
function sample() {
  const surface = canvas.value?.getContext('2d')
  if (!surface) return
  surface.fillStyle = props.paper
  surface.fillRect(0, 0, WIDTH, HEIGHT)
  const { curve } = hand()
  const points = Array.from({ length: 61 }, (_, i) => {
    const t = i / 60
    return [
      24 + t * (WIDTH - 48),
      HEIGHT / 2 - 16 * Math.sin(t * 2 * Math.PI),
      Math.sin(Math.PI * t) ** (2 ** (1.6 * curve)),
    ]
  }).flat()
  const line = { ...lineOf({ ...hand(), brush: pencil.value.brush }), points }
  paintLine(surface, line, props.colour, () => livePath(line, true))
}
onMounted(sample)
watch([pencil, () => props.colour, () => props.paper], sample, { deep: true })

// The strip answers to the pen as the paper does.
const bench: ToolContext = {
  above(_, paint) {
    const surface = canvas.value!.getContext('2d')!
    surface.fillStyle = props.paper
    surface.fillRect(0, 0, WIDTH, HEIGHT)
    paint(surface)
  },
  clearAbove: () => {},
  repaint: () => {},
  zoom: () => 1,
  pan: () => undefined,
}
const penOf = (event: PointerEvent): Pen => ({
  x: event.offsetX,
  y: event.offsetY,
  pressure: event.pointerType === 'mouse' ? 0.5 : event.pressure,
  shift: false,
  alt: false,
})
const BARREL_WORDS = { pick: 'picks a colour', eraser: 'rubs out', paper: 'moves the paper' } as const

/** The touch of every brush is made for this hand. */
const fit = useHandFit((curve) => {
  const brushes = Object.entries(pencil.value.brushes).map(([brush, own]) => [brush, { ...own, curve }])
  pencil.value = { ...pencil.value, brushes: Object.fromEntries(brushes) }
})

function down(event: PointerEvent) {
  const pressures = [event.pressure]
  const tool = brushTool({
    bench,
    hand: { brush: pencil.value.brush, ...hand(), colour: props.colour },
    onLine: () => {},
    onLive: () => {},
  })
  tool.down(penOf(event))
  followDrag(event, {
    onMove(_, moved) {
      pressures.push(moved.pressure)
      tool.move([penOf(moved)])
    },
    onEnd: () => fit.add(pressures),
  })
}
</script>

<template>
  <div class="panel">
    <h3>{{ BRUSH_TABLE[pencil.brush].word }}</h3>
    <canvas
      ref="canvas"
      :width="WIDTH"
      :height="HEIGHT"
      aria-label="Test strip: draw here to try the brush"
      data-test="strip-test"
      @pointerdown="down"
    />
    <p class="note" role="status">{{ fit.words.value || 'Draw on the strip to try it.' }}</p>
    <p>
      <button class="word" :aria-pressed="fit.isOn.value" @click="fit.toggle">Fit the touch to my hand</button>
    </p>
    <label
      >Touch <b>{{ hand().curve < -0.05 ? 'light' : hand().curve > 0.05 ? 'heavy' : 'even' }}</b><ElSlider
        :model-value="hand().curve * 100"
        size="small"
        :min="-100"
        :max="100"
        :step="10"
        :show-tooltip="false"
        aria-label="Pressure: light or heavy touch"
        @update:model-value="(value: number | number[]) => set({ curve: Number(value) / 100 })"
    /></label>
    <label
      >Steady <b>{{ Math.round(hand().steadiness * 100) }} %</b
      ><ElSlider
        :model-value="Math.round(hand().steadiness * 100)"
        size="small"
        :show-tooltip="false"
        aria-label="Steadiness in per cent"
        @update:model-value="(value: number | number[]) => set({ steadiness: Number(value) / 100 })"
    /></label>
    <label v-for="(word, end) in ['Swells over', 'Thins out over']" :key="word"
      >{{ word }} <b>{{ hand().taper[end] }} px</b
      ><ElSlider
        :model-value="hand().taper[end]!"
        size="small"
        :min="0"
        :max="Math.min(160, LIMITS.taper)"
        :show-tooltip="false"
        :aria-label="`${word}, in pixels`"
        @update:model-value="
          (value: number | number[]) =>
            set({ taper: end === 0 ? [Number(value), hand().taper[1]] : [hand().taper[0], Number(value)] })
        "
    /></label>
    <p id="barrel" class="note">The button on the pen’s barrel, held, …</p>
    <div class="line" role="group" aria-labelledby="barrel">
      <button
        v-for="act in BARREL"
        :key="act"
        class="word"
        :aria-pressed="(pencil.barrel ?? 'pick') === act"
        @click="pencil = { ...pencil, barrel: act }"
      >
        {{ BARREL_WORDS[act] }}
      </button>
    </div>
  </div>
</template>

<style scoped>
canvas {
  width: 360px;
  height: 104px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  touch-action: none;
  cursor: crosshair;
}

label {
  display: grid;
  grid-template-columns: 108px 60px 1fr;
  gap: 8px;
  align-items: center;
  font-size: 14px;
}
</style>
