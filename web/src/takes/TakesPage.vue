<script setup lang="ts">
import { ref } from 'vue'
import CompareTakes from './CompareTakes.vue'
import EarlierVersions from './EarlierVersions.vue'

const part = ref<'takes' | 'earlier'>('takes')
</script>

<template>
  <div class="page">
    <div class="line head">
      <h1>{{ part === 'takes' ? 'Takes' : 'Earlier versions' }}</h1>
      <div class="line" role="group" aria-label="What to look at">
        <button class="word" :aria-pressed="part === 'takes'" @click="part = 'takes'">Takes</button>
        <button class="word" :aria-pressed="part === 'earlier'" @click="part = 'earlier'">Earlier versions</button>
      </div>
      <p class="note">
        {{
          part === 'takes'
            ? 'The same drawings timed several ways. Drawings belong to the scene, so no take can lose one.'
            : 'Everything done to this scene, in words and by time. Looking changes nothing.'
        }}
      </p>
    </div>
    <CompareTakes v-if="part === 'takes'" />
    <EarlierVersions v-else @back="part = 'takes'" />
  </div>
</template>

<style scoped>
.page {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
  padding: 14px 18px 18px;
  overflow: auto;
}

.line {
  align-items: baseline;
}

.head h1 {
  min-width: 190px;
}
</style>
