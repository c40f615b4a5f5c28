<script setup lang="ts">
import { LAW_WORDS, LIMITS, SPACING_LAWS } from '@unhurried/core'
import { useId } from 'vue'
import type { SpacingForm } from './spacing-form'

/** How a chart is spaced: by halves or thirds with further ones to either side, or by a law. */
const { spacing } = defineProps<{ spacing: SpacingForm }>()
const { form, choose } = spacing
const id = useId()
const WAYS = { halves: 'By halves', thirds: 'By thirds', law: 'By law' } as const
const SIDES = { slowOut: 'slow out', slowIn: 'slow in' } as const
/** Laws of one strength. */
const PLAIN: readonly string[] = ['even', 'fall', 'rise', 'swing']
</script>

<template>
  <div class="line" role="group" aria-label="Spacing">
    <button v-for="(words, by) in WAYS" :key="by" class="word" :aria-pressed="form.by === by" @click="choose(by)">
      {{ words }}
    </button>
  </div>
  <div v-if="form.by === 'law'" class="line">
    <ElSelect v-model="form.law" class="law" size="small" aria-label="Law">
      <ElOption v-for="law in SPACING_LAWS" :key="law" :value="law" :label="LAW_WORDS[law]" />
    </ElSelect>
    <label :for="`${id}-strength`">strength</label>
    <NumberField
      :id="`${id}-strength`"
      v-model="form.strength"
      size="small"
      :min="0.5"
      :max="5"
      :step="0.25"
      :disabled="PLAIN.includes(form.law)"
    />
  </div>
  <div v-else class="line">
    <template v-for="(words, side) in SIDES" :key="side">
      <label :for="`${id}-${side}`">{{ words }}</label>
      <NumberField
        :id="`${id}-${side}`"
        v-model="form[side]"
        size="small"
        :min="LIMITS.halvings.min"
        :max="LIMITS.halvings.max"
      />
    </template>
  </div>
</template>

<style scoped>
.law {
  width: 136px;
}

.el-input-number {
  width: 92px;
}
</style>
