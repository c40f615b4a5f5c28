<script setup lang="ts">
import { checkOf, CHECKS, limitStep, type Character } from '@unhurried/core'
import { computed, ref } from 'vue'
import type { UsedLibrary } from './useLibrary'

/** Limits of Second look that hold on the levels an entry is drawn on: a rag doll's volume is not a stone's. */
const { library, entry } = defineProps<{ library: UsedLibrary; entry: Character }>()
const all = CHECKS.flatMap(({ id, name, limits }) =>
  Object.entries(limits).map(([key, limit]) => ({ check: id, key, name, limit, words: `${name}: ${limit.words}` })),
)
const own = computed(() =>
  Object.entries(entry.limits ?? {}).flatMap(([check, values]) =>
    Object.entries(values).flatMap(([key, value]) => {
      const limit = checkOf(check)?.limits[key]
      return limit ? [{ check, key, value, limit, words: `${checkOf(check)!.name}: ${limit.words}` }] : []
    }),
  ),
)
const chosen = ref<number>()
function put(check: string, key: string, value: number | undefined) {
  const { [check]: changed = {}, ...rest } = entry.limits ?? {}
  const { [key]: _, ...others } = changed
  const named = value === undefined ? others : { ...others, [key]: value }
  const limits = Object.keys(named).length > 0 ? { ...rest, [check]: named } : rest
  library.changeEntry(entry, { limits: Object.keys(limits).length > 0 ? limits : undefined })
}
function add(place: number) {
  const { check, key, limit } = all[place]!
  put(check, key, limit.value)
  chosen.value = undefined
}
</script>

<template>
  <div class="limits" role="group" aria-label="Limits of its own">
    <label v-for="each in own" :key="each.words" class="line">
      <span>{{ each.words }}</span>
      <NumberField
        size="small"
        optional
        fractional
        :model-value="each.value"
        :min="each.limit.min"
        :max="each.limit.max"
        :step="limitStep(each.limit)"
        :aria-label="each.words"
        @change="(value?: number) => put(each.check, each.key, value)"
      />
      <span class="note">{{ each.limit.unit }}</span>
      <button
        class="word"
        :aria-label="`No limit of its own, ${each.words}`"
        @click="put(each.check, each.key, undefined)"
      >
        As everywhere
      </button>
    </label>
    <ElSelect
      v-model="chosen"
      size="small"
      class="choose"
      filterable
      placeholder="A limit of its own …"
      aria-label="A limit of its own"
      @change="add"
    >
      <ElOption v-for="(each, i) in all" :key="each.words" :value="i" :label="each.words" />
    </ElSelect>
  </div>
</template>

<style scoped>
.limits {
  display: grid;
  gap: 6px;
}

.choose {
  width: 260px;
}
</style>
