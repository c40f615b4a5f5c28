<script setup lang="ts">
import { CHECKS, limitStep } from '@unhurried/core'
import { useScene } from '../session/scene'
import { withLimit } from './limits'

/** What counts as a finding in this production. */
defineProps<{ saving: boolean }>()
const emit = defineEmits<{ keep: [limits: ReturnType<typeof withLimit>]; fit: [] }>()
const store = useScene()
const checks = CHECKS.filter(({ limits }) => Object.keys(limits).length > 0)
</script>

<template>
  <div class="limits" role="group" aria-label="Limits of this production">
    <p class="note">They hold for every scene of this production. {{ saving ? 'Keeping …' : '' }}</p>
    <button class="word" @click="emit('fit')">Fit them to finished scenes …</button>
    <template v-for="check in checks" :key="check.id">
      <h3 :title="check.why">{{ check.name }}</h3>
      <label v-for="(limit, name) in check.limits" :key="name">
        <span>{{ limit.words }}</span>
        <NumberField
          size="small"
          optional
          fractional
          :model-value="store.limits[check.id]?.[name] ?? limit.value"
          :min="limit.min"
          :max="limit.max"
          :step="limitStep(limit)"
          :aria-label="`${check.name}: ${limit.words}`"
          @change="(value?: number) => emit('keep', withLimit(store.limits, check.id, String(name), value))"
        />
        <span class="note">{{ limit.unit }}</span>
      </label>
    </template>
  </div>
</template>

<style scoped>
.limits {
  display: grid;
  gap: 3px;
  max-height: 60vh;
  overflow: auto;
}

h3 {
  margin-top: 6px;
}

.word {
  justify-self: start;
}

label {
  display: grid;
  grid-template-columns: 1fr 112px 84px;
  gap: 8px;
  align-items: center;
  font-size: 14px;
}
</style>
