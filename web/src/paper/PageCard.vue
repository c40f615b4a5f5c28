<script setup lang="ts">
import { counted } from '@unhurried/core'
import { ref, watchEffect } from 'vue'
import { lieInWords } from './placing'
import type { PageIn } from './usePages'
import type { Lie } from './placing'

/** One page brought in, small, with what was found of it. */
const { page, chosen, lie, isFirst, apart } = defineProps<{
  page: PageIn
  chosen: boolean
  lie: Lie
  isFirst: boolean
  apart: boolean
}>()
const emit = defineEmits<{ choose: []; takeOut: [] }>()
const canvas = ref<HTMLCanvasElement>()
const WIDTH = 132
watchEffect(
  () => {
    const surface = canvas.value?.getContext('2d')
    if (!surface || !canvas.value || !page.preview) return
    const { width, height } = page.preview
    canvas.value.width = 2 * WIDTH
    canvas.value.height = Math.round((2 * WIDTH * height) / width)
    surface.drawImage(page.preview, 0, 0, canvas.value.width, canvas.value.height)
  },
  { flush: 'post' },
)
function words(): string {
  if (page.trouble) return page.trouble
  const { looked } = page
  if (!looked) return 'waits'
  if (apart) return counted(page.boxes.length, 'drawing')
  if (isFirst) return looked.pegs ? 'the others lie on it; pegs seen' : 'the others lie on it'
  const moved = lieInWords(lie)
  if (looked.lie && 'refused' in looked.lie) {
    const byHand = page.hand.dx !== 0 || page.hand.dy !== 0 || page.hand.turn !== 0
    return byHand ? `by hand: ${moved}` : looked.lie.refused
  }
  const by = looked.lie?.by === 'pegs' ? 'by its pegs' : 'by its drawing'
  return `${moved}, ${by}`
}
</script>

<template>
  <div
    class="page paper"
    :class="{ chosen, wrong: page.trouble || (!isFirst && !apart && page.looked?.lie && 'refused' in page.looked.lie) }"
    data-page
  >
    <button class="choose" :aria-pressed="chosen" @click="emit('choose')">
      <canvas ref="canvas" aria-hidden="true" />
      <b>{{ page.name }}</b>
      <span class="note" data-test="found">{{ words() }}</span>
    </button>
    <button class="out" :aria-label="`Take out ${page.name}`" @click="emit('takeOut')">×</button>
  </div>
</template>

<style scoped>
.page {
  position: relative;
  flex: none;
  width: 148px;
}

.choose {
  display: grid;
  gap: 2px;
  align-content: start;
  width: 100%;
  height: 100%;
  padding: 7px;
  text-align: left;
  background: none;
  border: 1px solid transparent;
  border-radius: var(--corner);
  cursor: pointer;
}

.chosen .choose {
  border-color: var(--lagoon);
  box-shadow: inset 0 -2px 0 var(--lagoon);
}

.wrong .note {
  color: var(--plum);
}

canvas {
  width: 132px;
  min-height: 60px;
}

b {
  overflow: hidden;
  font-size: 13px;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.note {
  font-size: 12px;
  line-height: 1.25;
}

.out {
  position: absolute;
  top: 2px;
  right: 2px;
  width: 24px;
  height: 24px;
  font-size: 16px;
  line-height: 1;
  background: none;
  border: 0;
  cursor: pointer;
}
</style>
