<script setup lang="ts">
import { CHECKS, type Limits } from '@unhurried/core'
import { ref } from 'vue'
import { api } from '../api/api'
import { useLook } from '../session/look'
import { sayWhy, useScene } from '../session/scene'

/** What counts as a finding in this production. */
const store = useScene()
const look = useLook()
const saving = ref(false)
const checks = CHECKS.filter(({ limits }) => Object.keys(limits).length > 0)

async function set(check: string, name: string, value: number | undefined) {
  const { [name]: _, ...others } = store.limits[check] ?? {}
  const own = CHECKS.find(({ id }) => id === check)!.limits[name]!.value
  const named = value === undefined || value === own ? others : { ...others, [name]: value }
  const { [check]: __, ...rest } = store.limits
  const next: Limits = Object.keys(named).length > 0 ? { ...rest, [check]: named } : rest
  saving.value = true
  try {
    store.limits = await api.setLimits(store.production, next)
    look.look()
  } catch (error) {
    sayWhy(error)
  } finally {
    saving.value = false
  }
}
</script>

<template>
  <div class="limits" role="group" aria-label="Limits of this production">
    <p class="note">They hold for every scene of this production. {{ saving ? 'Keeping …' : '' }}</p>
    <template v-for="check in checks" :key="check.id">
      <h3 :title="check.why">{{ check.name }}</h3>
      <label v-for="(limit, name) in check.limits" :key="name">
        <span>{{ limit.words }}</span>
        <ElInputNumber
          size="small"
          :model-value="store.limits[check.id]?.[name] ?? limit.value"
          :min="limit.min"
          :max="limit.max"
          :step="limit.value >= 10 ? 1 : limit.value >= 2 ? 0.5 : 0.05"
          :aria-label="`${check.name}: ${limit.words}`"
          @change="(value?: number) => set(check.id, String(name), value)"
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

label {
  display: grid;
  grid-template-columns: 1fr 112px 84px;
  gap: 8px;
  align-items: center;
  font-size: 14px;
}
</style>
