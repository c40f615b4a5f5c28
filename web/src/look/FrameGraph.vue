<script setup lang="ts">
import { clamp } from '@unhurried/core'
import { computed, ref } from 'vue'
import { frameAxis } from '../parts/axes'
import FrameAxis from '../parts/FrameAxis.vue'

/** One graph over the frames of the scene: they all share one line, the frame we are on. */
const props = defineProps<{
  title: string
  note: string
  /** Why there is nothing in it, where there is nothing. */
  empty?: string | undefined
  length: number
  frame: number
  height: number
  table: { head: readonly string[]; rows: readonly (readonly (string | number)[])[] }
}>()
const emit = defineEmits<{ frame: [frame: number] }>()
const WIDTH = 700
const PAD = { left: 46, right: 40 }
const x = computed(() => frameAxis(1, props.length, [PAD.left, WIDTH - PAD.right]))
const ticks = computed(() =>
  x.value.ticks(Math.min(12, props.length)).filter((tick) => Number.isInteger(tick) && tick >= 1),
)
const asTable = ref(false)

function pick(event: PointerEvent) {
  const box = (event.currentTarget as SVGElement).getBoundingClientRect()
  emit('frame', clamp(Math.round(x.value.invert(((event.clientX - box.left) / box.width) * WIDTH)), 1, props.length))
}
const drag = (event: PointerEvent) => event.buttons === 1 && pick(event)
</script>

<template>
  <figure class="graph">
    <figcaption>
      <b>{{ title }}</b> <span class="note">{{ note }}</span>
      <button v-if="!empty" class="word" :aria-pressed="asTable" @click="asTable = !asTable">
        {{ asTable ? `${title} as a graph` : `${title} as a table` }}
      </button>
    </figcaption>
    <p v-if="empty" class="nothing note">{{ empty }}</p>
    <div v-else-if="asTable" class="scroll" tabindex="0" role="region" :aria-label="`${title} as a table`">
      <table>
        <thead>
          <tr>
            <th v-for="each in table.head" :key="each" scope="col">{{ each }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in table.rows" :key="i">
            <td v-for="(value, n) in row" :key="n">{{ value }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <svg
      v-else
      :viewBox="`0 0 ${WIDTH} ${height + 18}`"
      role="slider"
      tabindex="0"
      :aria-label="`${title}, ${note}. Frame`"
      aria-valuemin="1"
      :aria-valuemax="length"
      :aria-valuenow="frame"
      @pointerdown="pick"
      @pointermove="drag"
      @keydown.left.stop.prevent="emit('frame', Math.max(1, frame - 1))"
      @keydown.right.stop.prevent="emit('frame', Math.min(length, frame + 1))"
    >
      <FrameAxis :axis="x" :frames="ticks" :at="height + 13" :rules="height" />
      <slot :x="x" :left="PAD.left" :right="WIDTH - PAD.right" :width="WIDTH" />
      <line class="here" :x1="x(frame)" :x2="x(frame)" y1="0" :y2="height" />
    </svg>
  </figure>
</template>

<style scoped>
.graph {
  margin: 0;
  padding: 7px 10px 5px;
}

figcaption {
  display: flex;
  gap: 8px;
  align-items: baseline;
}

figcaption b {
  font: 560 15px/1.3 var(--heading);
}

figcaption .word {
  min-height: 24px;
  margin-left: auto;
  padding: 0 7px;
  font-size: 12.5px;
}

svg {
  display: block;
  width: 100%;
  touch-action: none;
  cursor: col-resize;
}

.nothing {
  margin: 2px 0 6px;
}

.here {
  stroke: var(--persimmon);
  stroke-width: 1.6;
}

.scroll {
  max-height: 170px;
  overflow: auto;
}

table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
}

th,
td {
  padding: 1px 8px;
  border-bottom: 1px solid var(--rule);
  text-align: right;
}

th {
  font-weight: 600;
}
</style>
