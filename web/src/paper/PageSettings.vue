<script setup lang="ts">
import { computed } from 'vue'
import PaperLevels from '../parts/PaperLevels.vue'
import { STAYS } from './placing'
import type { PaperIn } from './usePaperIn'

/** How pages are read: which pencil is left out, where paper ends and line begins, one drawing a page or several. */
const { work } = defineProps<{ work: PaperIn }>()
const { settings, page } = work
const DROPS = [
  { value: 'none', word: 'nothing' },
  { value: 'blue', word: 'blue' },
  { value: 'red', word: 'red' },
] as const
const levels = computed(() => page.value?.levels ?? page.value?.looked?.levels)
const half = () => {
  const { hand } = page.value!
  page.value!.hand = { ...hand, turn: hand.turn + Math.PI }
}
const moved = computed(() => {
  const hand = page.value?.hand ?? STAYS
  return hand.dx !== 0 || hand.dy !== 0 || hand.turn !== 0
})
</script>

<template>
  <div class="line" role="group" aria-label="Pencil left out">
    <span>Leave out</span>
    <button
      v-for="each in DROPS"
      :key="each.value"
      class="word"
      :aria-pressed="settings.drop === each.value"
      @click="settings.drop = each.value"
    >
      {{ each.word }}
    </button>
  </div>
  <template v-if="page && levels">
    <PaperLevels
      :levels="levels"
      :apart="10"
      @input="(black, white) => page && work.setLevels(page, { black, white })"
    />
    <div class="line">
      <button v-if="!settings.apart" class="word" @click="half">Turn it half round</button>
      <button v-if="moved" class="word" @click="page.hand = STAYS">Lay it as it was found</button>
    </div>
  </template>
  <div class="line" role="group" aria-label="Drawings on a page">
    <button class="word" :aria-pressed="!settings.apart" @click="settings.apart = false">One drawing a page</button>
    <button class="word" :aria-pressed="settings.apart" @click="settings.apart = true">Cut apart</button>
  </div>
  <label v-if="settings.apart" class="slide"
    ><span>Keep together within</span
    ><ElSlider
      v-model="settings.together"
      size="small"
      :min="3"
      :max="80"
      :show-tooltip="false"
      aria-label="Line nearer than this is one drawing"
  /></label>
  <label class="slide"
    ><span>Size on the paper</span
    ><ElSlider
      :model-value="Math.round(settings.grow * 100)"
      size="small"
      :min="30"
      :max="300"
      :show-tooltip="false"
      aria-label="Size on the paper"
      @input="(value: number | number[]) => (settings.grow = Number(value) / 100)"
    /><span class="note">{{ Math.round(settings.grow * 100) }} %</span></label
  >
</template>

<style scoped>
.slide {
  display: grid;
  grid-template-columns: 112px 1fr auto;
  gap: 8px;
  align-items: center;
  font-size: 14px;
}
</style>
