<script setup lang="ts">
import { framesToSeconds, type Field, type Inputs } from '@unhurried/core'
import { computed } from 'vue'

/** What a planner is asked, each with its range. */
const props = defineProps<{ fields: readonly Field[]; inputs: Inputs; fps: number }>()
const now = computed(() => props.fields.filter(({ when }) => when?.(props.inputs) ?? true))
const emit = defineEmits<{ set: [patch: Inputs] }>()
const decimals = (step: number) => (step >= 1 ? 0 : step >= 0.1 ? 1 : 2)
const inWords = (field: Field, value: Inputs[string] | undefined, fps: number) => {
  if (field.kind !== 'number' || field.unit === '') return ''
  return field.unit === 'frames' ? `frames, ${framesToSeconds(Number(value), fps).toFixed(2)} s` : field.unit
}
</script>

<template>
  <div class="inputs">
    <template v-for="field in now" :key="field.id">
      <label v-if="field.kind !== 'text'" :for="`plan-${field.id}`" :title="field.about">{{ field.words }}</label>
      <div v-if="field.kind === 'number'" class="value">
        <NumberField
          :id="`plan-${field.id}`"
          :model-value="Number(inputs[field.id])"
          :min="field.min"
          :max="field.max"
          :step="field.step"
          :precision="decimals(field.step)"
          size="small"
          controls-position="right"
          @change="(value?: number) => value !== undefined && emit('set', { [field.id]: value })"
        />
        <span class="note">{{ inWords(field, inputs[field.id], fps) }}</span>
      </div>
      <ElSelect
        v-else-if="field.kind === 'choice'"
        :id="`plan-${field.id}`"
        :model-value="String(inputs[field.id] ?? '')"
        size="small"
        :aria-label="field.words"
        placeholder="nothing to choose yet"
        @change="(value: string) => emit('set', { [field.id]: value })"
      >
        <ElOption v-for="each in field.choices" :key="each.id" :value="each.id" :label="each.words" />
      </ElSelect>
      <button
        v-else-if="field.kind === 'switch'"
        :id="`plan-${field.id}`"
        class="word"
        :aria-pressed="inputs[field.id] === true"
        @click="emit('set', { [field.id]: inputs[field.id] !== true })"
      >
        {{ inputs[field.id] === true ? 'yes' : 'no' }}
      </button>
      <div v-else-if="field.kind === 'held'" class="value">
        <ElInput
          :id="`plan-${field.id}`"
          class="held"
          :model-value="String(inputs[field.id] ?? '')"
          :model-modifiers="{ lazy: true }"
          size="small"
          @change="(text: string) => emit('set', { [field.id]: text.trim() })"
        />
        <button
          v-for="frames in 3"
          :key="frames"
          class="word digit"
          :aria-label="`Plan it on ${frames}`"
          :aria-pressed="inputs[field.id] === String(frames)"
          @click="emit('set', { [field.id]: String(frames) })"
        >
          {{ frames }}
        </button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.inputs {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 186px;
  gap: 5px 8px;
  align-items: center;
}

label {
  font-size: 14px;
  line-height: 1.2;
}

.value {
  display: flex;
  gap: 6px;
  align-items: center;
}

.value .el-input-number {
  flex: none;
  width: 92px;
}

.held {
  width: 92px;
}

.note {
  font-size: 12.5px;
  white-space: nowrap;
}

button {
  justify-self: start;
}
</style>
