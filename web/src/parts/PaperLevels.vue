<script setup lang="ts">
/** Where paper ends and where line is whole, 0 black … 255 white; the one never passes the other. */
const { levels, apart = 4 } = defineProps<{
  levels: { readonly black: number; readonly white: number }
  /** The least step from paper to line. */
  apart?: number
}>()
/** While it is dragged, and when it is let go. */
const emit = defineEmits<{ input: [black: number, white: number]; change: [black: number, white: number] }>()
type Told = 'input' | 'change'
function setWhite(told: Told, value: number | number[]) {
  emit(told as 'input', levels.black, Math.max(Number(value), levels.black + apart))
}
function setBlack(told: Told, value: number | number[]) {
  emit(told as 'input', Math.min(Number(value), levels.white - apart), levels.white)
}
</script>

<template>
  <label class="level"
    ><span>Paper ends at</span
    ><ElSlider
      :model-value="Math.round(levels.white)"
      size="small"
      :min="10"
      :max="255"
      :show-tooltip="false"
      aria-label="Paper ends at"
      @input="(value: number | number[]) => setWhite('input', value)"
      @change="(value: number | number[]) => setWhite('change', value)"
  /></label>
  <label class="level"
    ><span>Line is whole at</span
    ><ElSlider
      :model-value="Math.round(levels.black)"
      size="small"
      :min="0"
      :max="250"
      :show-tooltip="false"
      aria-label="Line is whole at"
      @input="(value: number | number[]) => setBlack('input', value)"
      @change="(value: number | number[]) => setBlack('change', value)"
  /></label>
</template>

<style scoped>
.level {
  display: grid;
  grid-template-columns: 112px 1fr;
  gap: 8px;
  align-items: center;
  padding-right: 12px;
  font-size: 14px;
}
</style>
