<script setup lang="ts">
import { secondsBy } from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../session/scene'
import HoursBars from './HoursBars.vue'
import type { Log } from './useLog'

const { log } = defineProps<{ log: Log }>()
const store = useScene()
const byLevel = computed(() =>
  secondsBy(log.here.value, ({ level }) => store.scene!.levels[level]?.name ?? 'levels that are gone'),
)
const byPass = computed(() => secondsBy(log.here.value, ({ pass }) => pass))
</script>

<template>
  <section v-if="byPass.length > 0" class="paper panel hours" aria-label="Where the hours went">
    <h2>Where the hours went</h2>
    <HoursBars title="By level" :rows="byLevel" />
    <HoursBars title="By pass" :rows="byPass" />
  </section>
</template>

<style scoped>
.hours {
  padding: 14px 16px;
}
</style>
