<script setup lang="ts">
/** A number of a sound, in a field with its word before it. */
const { precision = 0, step = 1 } = defineProps<{
  word: string
  /** What it is, for those who hear it read. */
  label: string
  value: number
  min: number
  max: number
  precision?: number
  step?: number
}>()
defineEmits<{ set: [value: number | undefined] }>()
</script>

<template>
  <label
    >{{ word }}
    <NumberField
      size="small"
      :model-value="value"
      :min="min"
      :max="max"
      :step="step"
      :precision="precision"
      :aria-label="label"
      @change="(now?: number) => $emit('set', now)"
    />
    <slot />
  </label>
</template>

<style scoped>
label {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}

.el-input-number {
  width: 92px;
}
</style>
