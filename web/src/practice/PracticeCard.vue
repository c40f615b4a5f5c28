<script setup lang="ts">
import type { Exercise } from '@unhurried/core'
import { computed } from 'vue'
import { amountInWords, dueInWords, withUnit } from './amounts'
import CardPicture from './CardPicture.vue'
import PracticeCurve from './PracticeCurve.vue'
import type { Practice } from './usePractice'

/** One thing to practise: what it is, how it went so far, and when it is due. */
const { practice, what, exercise } = defineProps<{
  practice: Practice
  what: string
  name: string
  about: string
  act: string
  busy?: boolean
  /** What the eye is tried on has none. */
  exercise: Exercise | undefined
}>()
defineEmits<{ begin: [] }>()
const told = computed(() => practice.told(what))
const best = computed(
  () => told.value && (exercise ? `${Math.round(100 * told.value.best)} %` : withUnit(what, told.value.best)),
)
const due = computed(() => {
  const at = practice.due.value.get(what)
  return at === undefined ? '' : dueInWords(at, Date.now())
})
</script>

<template>
  <li class="paper card">
    <CardPicture v-if="exercise" :exercise="exercise" />
    <h3>{{ name }}</h3>
    <p>{{ about }}</p>
    <template v-if="told">
      <p class="note" data-test="told">
        Last {{ amountInWords(told.last) }}{{ told.times > 1 ? `, best ${best}` : '' }}; {{ due }}.
      </p>
      <PracticeCurve v-if="told.times > 1" :results="practice.ofWhat(what)" :name="name" />
    </template>
    <div class="line foot">
      <button
        class="word"
        :disabled="busy"
        :aria-label="`${act}: ${name}`"
        :data-thing="`begin ${what}`"
        @click="$emit('begin')"
      >
        {{ busy ? 'Setting it up …' : act }}
      </button>
      <RouterLink
        v-if="told?.last.kind === 'exercise'"
        class="word"
        :to="{ name: 'practice', params: { scene: told.last.scene } }"
        >Last drawings</RouterLink
      >
    </div>
  </li>
</template>

<style scoped>
.card {
  display: flex;
  flex-direction: column;
  gap: 6px;
  padding: 12px 14px;
}

.foot {
  margin-top: auto;
}
</style>
