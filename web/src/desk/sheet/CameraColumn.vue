<script setup lang="ts">
import { LAW_WORDS, sameField } from '@unhurried/core'
import { computed } from 'vue'
import { useCamera } from '../tools/camera/useCamera'

/** The camera beside the frames: a mark at every key, a line where it moves. */
const { rowHeight, length } = defineProps<{ rowHeight: number; length: number }>()
const emit = defineEmits<{ go: [frame: number] }>()
const { keys } = useCamera()
const middle = (frame: number) => (frame - 0.5) * rowHeight
const moves = computed(() =>
  keys.value.slice(1).flatMap((key, i) => {
    const from = keys.value[i]!
    return [{ from: middle(from.frame), to: middle(key.frame), still: sameField(from, key), law: LAW_WORDS[from.law] }]
  }),
)
const shown = computed(() => keys.value.filter(({ frame }) => frame <= length))
</script>

<template>
  <svg width="26" :height="length * rowHeight" role="group" aria-label="Keys of the camera">
    <line
      v-for="(move, i) in moves"
      :key="i"
      x1="13"
      x2="13"
      :y1="move.from"
      :y2="move.to"
      :class="{ still: move.still }"
    >
      <title>{{ move.still ? 'stands' : move.law }}</title>
    </line>
    <g
      v-for="key in shown"
      :key="key.frame"
      role="button"
      tabindex="0"
      :aria-label="`The camera’s key at frame ${key.frame}`"
      :data-camera="key.frame"
      @pointerdown.stop="emit('go', key.frame)"
      @keydown.enter.stop.prevent="emit('go', key.frame)"
    >
      <rect x="1" :y="middle(key.frame) - 12" width="24" height="24" class="target" />
      <path :d="`M13 ${middle(key.frame) - 7}l7 7l-7 7l-7 -7z`" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  display: block;
}

line {
  stroke: var(--iris);
  stroke-width: 2;
}

line.still {
  stroke-dasharray: 2 4;
}

.target {
  fill: transparent;
}

path {
  fill: var(--card);
  stroke: var(--iris);
  stroke-width: 1.6;
}

g {
  cursor: pointer;
}

g:focus-visible {
  outline: none;
}

g:focus-visible path {
  fill: var(--iris);
}
</style>
