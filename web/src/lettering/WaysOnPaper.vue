<script setup lang="ts">
import { usePreferredReducedMotion } from '@vueuse/core'
import { ref } from 'vue'
import type { LetteringWork } from './useLettering'
import { useLetteringPicture } from './useLetteringPicture'
import { usePenWays } from './usePenWays'
import { lineOf } from './ways'

/** The lettering on the paper, and the pen's ways over it: drawn here, and turned round by their beginnings. */
const { work, chosen } = defineProps<{ work: LetteringWork; chosen: string | undefined }>()
const emit = defineEmits<{ choose: [path: string] }>()
const playing = defineModel<boolean>('playing', { required: true })
const canvas = ref<HTMLCanvasElement>()
const field = ref<SVGSVGElement>()
const calm = usePreferredReducedMotion()
const { settings, scale } = useLetteringPicture(work, canvas, playing)
const { drawn, begin, dragStart } = usePenWays({
  ...{ work, field },
  onBegin: () => (playing.value = false),
  choose: (path) => emit('choose', path),
})
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
