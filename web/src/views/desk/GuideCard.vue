<script setup lang="ts">
import { guideTaken, plannerOf } from '@unhurried/core'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { freshId } from '../../ids'
import { sayWhy, useScene } from '../../stores/scene'
import { usePencil } from './pencil'

/** What lies under this drawing by a plan, and what can be done with it. */
const store = useScene()
const router = useRouter()
const pencil = usePencil()
const scene = computed(() => store.scene!)
const guide = computed(() => (store.drawing ? scene.value.guides?.[store.drawing] : undefined))
const plan = computed(() => (guide.value ? scene.value.plans?.[guide.value.plan] : undefined))
const name = computed(() => (plan.value ? (plannerOf(plan.value.planner)?.name ?? plan.value.planner) : ''))
const shown = computed(() => scene.value.levels[store.level]!.lightTable.guides !== 'off')
function toggle() {
  const { guides: _, ...lightTable } = scene.value.levels[store.level]!.lightTable
  store.change({ type: 'level.set', level: store.level, fields: { lightTable: { ...lightTable, ...(shown.value && { guides: 'off' as const }) } } })
}
function take() {
  const swatch = scene.value.palette.some(({ id }) => id === pencil.value.swatch) ? pencil.value.swatch : scene.value.palette[0]!.id
  try {
    store.change(guideTaken({ scene: store.settled!, drawing: store.drawing!, rough: store.ink!.inkOf(store.drawing!, 'rough'), swatch, size: 3, freshId }))
  } catch (error) {
    sayWhy(error)
  }
}
</script>

<template>
  <section v-if="guide" class="paper card" aria-label="Guide under this drawing">
    <p><b>{{ name }}</b> <span class="note">lies under drawing {{ scene.drawings[store.drawing!]?.number }}</span></p>
    <div class="line">
      <button class="word" :aria-pressed="shown" @click="toggle">Show guides</button>
      <button class="word" title="Its lines are put on the rough pass" @click="take">Take as rough ink</button>
      <button v-if="plan" class="word" @click="router.push({ name: 'plan', params: { scene: store.id }, query: { plan: plan.id } })">Change the plan</button>
    </div>
  </section>
</template>

<style scoped>
.card {
  display: grid;
  gap: 4px;
  padding: 8px 12px;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.line .word {
  padding: 2px 7px;
}
</style>
