<script setup lang="ts">
import { computed } from 'vue'
import type { LetteringWork } from './useLettering'

/** A copy in another colour, beneath the lettering and some drawings ahead of it. */
const { work } = defineProps<{ work: LetteringWork }>()
const runner = computed(() => work.runner.value)
const other = computed(() => work.scene.value.palette.at(-1)!.id)
const set = (patch: Partial<{ swatch: string; ahead: number }>) =>
  work.setRunner({ ...{ swatch: other.value, ahead: 1 }, ...runner.value, ...patch })
</script>

<template>
  <div class="line" role="group" aria-label="Runner">
    <button class="word" :aria-pressed="runner !== undefined" @click="runner ? work.setRunner(undefined) : set({})">
      Runner
    </button>
    <template v-if="runner">
      <ElSelect
        :model-value="runner.swatch"
        size="small"
        class="colour"
        aria-label="Colour of the runner"
        @change="(swatch: string) => set({ swatch })"
      >
        <ElOption v-for="each in work.scene.value.palette" :key="each.id" :value="each.id" :label="each.name" />
      </ElSelect>
      <NumberField
        :model-value="runner.ahead"
        :min="1"
        :max="12"
        size="small"
        class="ahead"
        aria-label="Drawings ahead"
        @change="(ahead?: number) => ahead !== undefined && set({ ahead })"
      />
      <span class="note">ahead</span>
    </template>
    <span v-else class="note">another colour beneath, a little ahead</span>
  </div>
</template>

<style scoped>
.colour {
  width: 96px;
}

.ahead {
  width: 78px;
}
</style>
