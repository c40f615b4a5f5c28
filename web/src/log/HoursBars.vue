<script setup lang="ts">
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import { durationInWords } from './days'

/** Time by what it went into, the most first. */
const { title, rows } = defineProps<{
  title: string
  rows: readonly { readonly name: string; readonly seconds: number }[]
}>()
const WIDE = 100
const most = computed(() => Math.max(1, ...rows.map(({ seconds }) => seconds)))
const along = computed(() => scaleLinear([0, most.value], [0, WIDE]))
</script>

<template>
  <section v-if="rows.length > 0" :aria-label="title">
    <h3>{{ title }}</h3>
    <div v-for="row in rows" :key="row.name" class="bar">
      <span class="name" :title="row.name">{{ row.name }}</span>
      <svg viewBox="0 0 100 10" preserveAspectRatio="none" aria-hidden="true">
        <rect x="0" y="1" height="8" :width="along(row.seconds)" />
      </svg>
      <span class="long">{{ durationInWords(row.seconds) }}</span>
    </div>
  </section>
</template>

<style scoped>
.bar {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr) 96px;
  gap: 8px;
  align-items: center;
  padding: 1px 0;
}

.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

svg {
  width: 100%;
  height: 10px;
}

rect {
  fill: var(--lagoon);
}

.long {
  color: var(--graphite);
  font-variant-numeric: tabular-nums;
  text-align: right;
}

@media (forced-colors: active) {
  rect {
    fill: CanvasText;
  }
}
</style>
