<script setup lang="ts">
import { costOfChange, counted, estimate, stagesOf, type Pass } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { useScene } from '../session/scene'
import { hoursInWords } from './days'
import type { Log } from './useLog'

const { log } = defineProps<{ log: Log }>()
const store = useScene()
const levels = computed(() =>
  store
    .scene!.levelOrder.filter((level) => store.scene!.levels[level]!.kind !== 'ground')
    .map((id) => ({ id, name: store.scene!.levels[id]!.name })),
)
const level = ref(levels.value[0]?.id ?? '')
const passes = ref<readonly Pass[]>([])
watch(level, () => (passes.value = []))
const stages = computed(() => (level.value ? stagesOf(store.scene!, level.value) : []))
const cost = computed(() => costOfChange(store.id, store.scene!, { level: level.value, passes: passes.value }))
const words = computed(() => {
  if (passes.value.length === 0) return 'Choose what would have to be drawn again.'
  if (cost.value.length === 0) return 'Nothing of that is drawn yet: it costs nothing.'
  const { p20, p50, p80 } = estimate({ toDo: cost.value, log: log.all.value }).hours
  const touched = cost.value.map(({ count, pass }) => `${counted(count, 'drawing')} in ${pass}`).join(', ')
  return `${touched}: about ${hoursInWords(p50)} hours, ${hoursInWords(p20)} to ${hoursInWords(p80)}.`
})
const choose = (pass: Pass, on: boolean) =>
  (passes.value = on ? [...passes.value, pass] : passes.value.filter((each) => each !== pass))
</script>

<template>
  <section v-if="levels.length > 0" class="paper panel cost" aria-label="What a change costs">
    <h2>What a change costs</h2>
    <div class="line">
      <ElSelect v-model="level" size="small" class="level" aria-label="Level of the change"
        ><ElOption v-for="each in levels" :key="each.id" :value="each.id" :label="each.name"
      /></ElSelect>
      <label v-for="pass in stages" :key="pass" class="word">
        <input
          type="checkbox"
          :checked="passes.includes(pass)"
          :aria-label="`Draw ${pass} again`"
          @change="choose(pass, ($event.target as HTMLInputElement).checked)"
        />
        {{ pass }}
      </label>
    </div>
    <p data-test="cost">{{ words }}</p>
  </section>
</template>

<style scoped>
.cost {
  padding: 14px 16px;
}

.level {
  width: 150px;
}

label.word {
  gap: 6px;
}

input {
  accent-color: var(--persimmon);
}
</style>
