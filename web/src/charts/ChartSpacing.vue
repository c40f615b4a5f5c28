<script setup lang="ts">
import {
  counted,
  LAW_WORDS,
  LIMITS,
  patternSchema,
  sentenceOf,
  SPACING_LAWS,
  spacingInWords,
  type Chart,
  type Spacing,
  type SpacingLaw,
} from '@unhurried/core'
import { computed, onUnmounted, reactive, ref, watch } from 'vue'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'

const props = defineProps<{ chart: Chart }>()
const emit = defineEmits<{ done: [] }>()
const store = useScene()
const was = props.chart
const { spacing: start } = was
const form = reactive({
  by: start.by === 'hand' ? ('halves' as const) : start.by,
  slowOut: start.by === 'halves' || start.by === 'thirds' ? start.slowOut : 1,
  slowIn: start.by === 'halves' || start.by === 'thirds' ? start.slowIn : 1,
  law: (start.by === 'law' ? start.law : 'slow-out-in') as SpacingLaw,
  strength: start.by === 'law' ? start.strength : 2,
  exposure: was.exposure.join(' '),
})
const WAYS = [
  { by: 'halves', word: 'Halves' },
  { by: 'thirds', word: 'Thirds' },
  { by: 'law', word: 'A law' },
] as const
/** Another way begins at its plainest: thirds with no further halves, halves with one to each side. */
function choose(by: typeof form.by) {
  if (by !== form.by && by !== 'law') form.slowOut = form.slowIn = by === 'thirds' ? 0 : 1
  form.by = by
}
const wished = computed<Spacing>(() =>
  form.by === 'law'
    ? { by: 'law', law: form.law, strength: form.strength }
    : { by: form.by, slowOut: form.slowOut, slowIn: form.slowIn },
)
const sentence = ref('')
// Kept from one try to the next, so that a drawing tried twice is the same drawing.
const spare = Array.from({ length: 300 }, freshId)

function edit() {
  const pattern = patternSchema.safeParse(
    form.exposure
      .trim()
      .split(/[\s,]+/)
      .map(Number),
  )
  if (!pattern.success) {
    sentence.value = sentenceOf(pattern.error)
    return undefined
  }
  return {
    type: 'chart.space' as const,
    chart: was.id,
    take: store.take,
    spacing: wished.value,
    exposure: pattern.data,
    drawings: spare,
  }
}
watch(
  form,
  () => {
    sentence.value = ''
    const wish = edit()
    if (wish) sentence.value = store.attempt(wish) ?? ''
  },
  { deep: true },
)
const marks = computed(() => store.scene!.charts[was.id]?.marks.length ?? 0)
function take() {
  const wish = edit()
  if (wish && store.change(wish)) emit('done')
}
onUnmounted(() => store.attempt())
</script>

<template>
  <div class="spacing">
    <h3>Space the chart anew</h3>
    <p class="note">
      Now {{ spacingInWords(start) }}. The sheet and the ladder show what you choose before you take it.
    </p>
    <div class="line" role="group" aria-label="Spacing">
      <button v-for="way in WAYS" :key="way.by" class="word" :aria-pressed="form.by === way.by" @click="choose(way.by)">
        {{ way.word }}
      </button>
    </div>
    <div v-if="form.by === 'law'" class="line">
      <ElSelect v-model="form.law" class="law" size="small" aria-label="Law"
        ><ElOption v-for="law in SPACING_LAWS" :key="law" :value="law" :label="LAW_WORDS[law]"
      /></ElSelect>
      <label for="space-strength">strength</label>
      <NumberField
        id="space-strength"
        v-model="form.strength"
        size="small"
        :min="0.5"
        :max="5"
        :step="0.25"
        :disabled="['even', 'fall', 'rise', 'swing'].includes(form.law)"
      />
    </div>
    <div v-else class="line">
      <label for="space-out">slow out</label>
      <NumberField
        id="space-out"
        v-model="form.slowOut"
        size="small"
        :min="LIMITS.halvings.min"
        :max="LIMITS.halvings.max"
      />
      <label for="space-in">slow in</label>
      <NumberField
        id="space-in"
        v-model="form.slowIn"
        size="small"
        :min="LIMITS.halvings.min"
        :max="LIMITS.halvings.max"
      />
    </div>
    <div class="line">
      <label for="space-pattern">Held on</label>
      <ElInput id="space-pattern" v-model="form.exposure" class="pattern" size="small" />
      <span class="note">2, or a pattern such as 3 2</span>
    </div>
    <p v-if="sentence" class="sentence" role="alert">{{ sentence }}</p>
    <p v-else class="note">{{ counted(marks, 'inbetween') }}.</p>
    <div class="line">
      <button class="word main" :disabled="sentence !== ''" @click="take">Space it so</button>
      <button class="word" @click="emit('done')">Leave it as it was</button>
    </div>
  </div>
</template>

<style scoped>
.spacing {
  display: grid;
  gap: 9px;
  justify-items: start;
}

.law {
  width: 140px;
}

.pattern {
  width: 84px;
}

.el-input-number {
  width: 92px;
}

.sentence {
  color: var(--plum);
}
</style>
