<script setup lang="ts">
import type { Adjustment } from '@unhurried/core'

/** Tones and hues of something that is shown, seen while they are moved and never burnt in. */
const props = defineProps<{ adjust: Adjustment | undefined; of: string }>()
const emit = defineEmits<{ try: [adjust: Adjustment]; set: [adjust: Adjustment] }>()
const FIELDS = [
  { id: 'black', words: 'Black from', min: 0, max: 254, step: 1, usual: 0, unit: '' },
  { id: 'white', words: 'White from', min: 1, max: 255, step: 1, usual: 255, unit: '' },
  { id: 'middle', words: 'Middle tones', min: 0.2, max: 5, step: 0.05, usual: 1, unit: '×' },
  { id: 'hue', words: 'Hue turned', min: -180, max: 180, step: 1, usual: 0, unit: '°' },
  { id: 'colour', words: 'Colour', min: 0, max: 3, step: 0.05, usual: 1, unit: '×' },
] as const
type Field = (typeof FIELDS)[number]

/** With one of them changed; what says nothing is left out, and black stays below white. */
function withField({ id, usual }: Field, value: number): Adjustment {
  const next = { ...props.adjust, [id]: value }
  const [black, white] = [next.black ?? 0, next.white ?? 255]
  if (black >= white) Object.assign(next, id === 'black' ? { white: black + 1 } : { black: white - 1 })
  if (next[id] === usual) delete next[id]
  return next
}
</script>

<template>
  <div class="adjust" role="group" :aria-label="`Tones and hues of ${of}`">
    <template v-for="field in FIELDS" :key="field.id">
      <span>{{ field.words }}</span>
      <ElSlider
        :model-value="adjust?.[field.id] ?? field.usual"
        size="small"
        :min="field.min"
        :max="field.max"
        :step="field.step"
        :show-tooltip="false"
        :aria-label="`${field.words}, ${of}`"
        @input="(value: number | number[]) => emit('try', withField(field, Number(value)))"
        @change="(value: number | number[]) => emit('set', withField(field, Number(value)))"
      />
      <span class="note">{{ adjust?.[field.id] ?? field.usual }}{{ field.unit }}</span>
    </template>
    <button class="word" :disabled="!adjust || Object.keys(adjust).length === 0" @click="emit('set', {})">
      As it is
    </button>
  </div>
</template>

<style scoped>
.adjust {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) 46px;
  gap: 2px 8px;
  align-items: center;
  font-size: 14px;
}

.adjust .word {
  grid-column: 1 / -1;
  justify-self: start;
}

.note {
  text-align: right;
}
</style>
