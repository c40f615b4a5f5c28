<script setup lang="ts">
import { counted, feetAndFrames, seenAt } from '@unhurried/core'
import { computed, onMounted, ref } from 'vue'
import type { UsedReel } from './useReel'
import type { UsedScreen } from './useScreen'

/** The reel as it is seen: its pictures at the true rate, and where one is in it. */
const { reel, screen } = defineProps<{ reel: UsedReel; screen: UsedScreen }>()
const emit = defineEmits<{ canvas: [element: HTMLCanvasElement]; go: [frame: number] }>()
const { times, frame, shape } = reel
const { state, loops, heard, trouble, late } = screen
const element = ref<HTMLCanvasElement>()
/** The pictures of the reel are as wide as this, whatever the window is. */
const WIDTH = 960
onMounted(() => emit('canvas', element.value!))

const WORDS = { still: 'Play', begins: 'Getting ready …', plays: 'Stop' }
const where = computed(() => {
  const { frames, fps, shots } = times.value
  const seen = seenAt(times.value, frame.value)
  const at = seen.at(-1)
  const time = at && shots[at.at]
  const seconds = `${((frame.value - 1) / fps).toFixed(2)} s, ${feetAndFrames(frame.value - 1)} feet and frames`
  const within = time && at ? `shot ${at.at + 1}, its frame ${at.frame}` : 'nothing'
  return `Frame ${frame.value} of ${frames}: ${seconds}; ${within}${seen.length > 1 ? ', coming in' : ''}`
})
</script>

<template>
  <figure class="screen">
    <canvas
      ref="element"
      :width="WIDTH"
      :height="Math.round(WIDTH * shape)"
      role="img"
      :aria-label="`Reel, frame ${frame}`"
      @click="screen.toggle()"
    />
    <figcaption class="under">
      <button class="word main" :aria-label="WORDS[state]" @click="screen.toggle()">{{ WORDS[state] }}</button>
      <ElSlider
        class="where"
        :model-value="frame"
        :min="1"
        :max="Math.max(2, times.frames)"
        :show-tooltip="false"
        aria-label="Frame of the reel"
        @input="(to: number | number[]) => emit('go', Number(to))"
      />
      <button class="word" :aria-pressed="loops" @click="loops = !loops">Over and over</button>
      <button class="word" :aria-pressed="heard" @click="heard = !heard">Sound</button>
    </figcaption>
    <p class="note" data-test="where">{{ where }}</p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p v-else-if="late > 0" class="trouble" role="status">{{ counted(late, 'picture') }} came too late.</p>
  </figure>
</template>

<style scoped>
.screen {
  display: grid;
  gap: 6px;
  margin: 0;
}

canvas {
  width: 100%;
  border: 1px solid var(--rule);
  border-radius: var(--corner);
  background: #000;
  box-shadow: var(--shadow);
}

.under {
  display: flex;
  gap: 10px;
  align-items: center;
}

.under > .main {
  min-width: 64px;
}

.where {
  flex: 1;
  margin: 0 8px;
}

.trouble {
  color: var(--plum);
}
</style>
