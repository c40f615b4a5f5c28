<script setup lang="ts">
import { drawingsShown, exposuresOf, STAGES, type Pass } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { freshId } from '../api/ids'
import DayInput from '../parts/DayInput.vue'
import { useScene } from '../session/scene'
import { beginOf } from './days'
import { momentOf } from '../session/record/moment'
import type { Log } from './useLog'

const { log } = defineProps<{ log: Log }>()
const emit = defineEmits<{ done: [] }>()
const store = useScene()
const isGround = (level: string) => store.scene!.levels[level]!.kind === 'ground'
/** Grounds last: they are seldom what is worked on. */
const levels = computed(() =>
  store
    .scene!.levelOrder.filter((level) => drawingsShown(exposuresOf(store.scene!, level)).length > 0)
    .sort((a, b) => Number(isGround(a)) - Number(isGround(b)))
    .map((id) => ({ id, name: store.scene!.levels[id]!.name })),
)
const level = ref(levels.value[0]?.id ?? '')
const drawings = computed(() =>
  level.value
    ? drawingsShown(exposuresOf(store.scene!, level.value)).map(({ drawing }) => store.scene!.drawings[drawing]!)
    : [],
)
const drawing = ref(drawings.value[0]?.id ?? '')
watch(level, () => (drawing.value = drawings.value[0]?.id ?? ''))
const pass = ref<Pass>('rough')
const day = ref(momentOf(Date.now()).day)
const minutes = ref(10)
const note = ref('')
const wrong = computed(() => {
  if (!drawing.value) return 'Put a drawing on the sheet first: work is written in beside one.'
  if (!(minutes.value > 0 && minutes.value <= 48 * 60)) return 'Minutes must be above 0, and 2,880 at most.'
  return /^\d{4}-\d\d-\d\d$/.test(day.value) ? '' : 'Choose a day.'
})

async function write() {
  if (wrong.value) return
  await log.write({
    ...{ id: freshId(), scene: store.id, level: level.value, drawing: drawing.value, pass: pass.value },
    ...{ from: beginOf(day.value) + 12 * 3_600_000, seconds: Math.round(minutes.value * 60), by: 'written' },
    ...(note.value.trim() && { note: note.value.trim() }),
  })
  emit('done')
}
</script>

<template>
  <form class="paper line written" aria-label="Work done away" @submit.prevent="write">
    <span>Level</span>
    <ElSelect v-model="level" size="small" class="wide" aria-label="Level"
      ><ElOption v-for="each in levels" :key="each.id" :value="each.id" :label="each.name"
    /></ElSelect>
    <span>Drawing</span>
    <ElSelect v-model="drawing" size="small" class="short" filterable aria-label="Drawing"
      ><ElOption v-for="each in drawings" :key="each.id" :value="each.id" :label="each.number"
    /></ElSelect>
    <span>Pass</span>
    <ElSelect v-model="pass" size="small" class="wide" aria-label="Pass"
      ><ElOption v-for="each in STAGES" :key="each" :value="each" :label="each"
    /></ElSelect>
    <label>Day <DayInput :day="day" @day="(chosen) => (day = chosen)" /></label>
    <span>Minutes</span>
    <NumberField
      v-model="minutes"
      size="small"
      class="short"
      :min="1"
      :max="2880"
      :controls="false"
      aria-label="Minutes"
    />
    <span>Note</span>
    <ElInput v-model="note" size="small" class="wide" maxlength="200" placeholder="on paper" aria-label="Note" />
    <button class="word main" type="submit" :disabled="wrong !== ''">Write it in</button>
    <p v-if="wrong" class="note" role="status">{{ wrong }}</p>
  </form>
</template>

<style scoped>
.written {
  gap: 8px;
  padding: 10px 14px;
}

label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}

.wide {
  width: 130px;
}

.short {
  width: 76px;
}
</style>
