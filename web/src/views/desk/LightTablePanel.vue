<script setup lang="ts">
import type { Level, LightTable } from '@unhurried/core'
import { useScene } from '../../stores/scene'

const props = defineProps<{ level: Level }>()
const store = useScene()
const SHOWS: { value: LightTable['shows']; word: string }[] = [
  { value: 'parents', word: 'both parents' },
  { value: 'around', word: 'earlier and later' },
  { value: 'earlier', word: 'earlier only' },
]
function set(fields: Partial<LightTable>) {
  store.change({ type: 'level.set', level: props.level.id, fields: { lightTable: { ...props.level.lightTable, ...fields } } })
}
const percent = (share: number) => Math.round(share * 100)
</script>

<template>
  <div class="panel">
    <h3>Light table of level {{ level.name }}</h3>
    <p class="note">Puts other drawings under the paper (also called onion skin).</p>
    <div class="line" role="group" aria-label="What it shows">
      <button v-for="each in SHOWS" :key="each.value" class="word" :aria-pressed="level.lightTable.shows === each.value" @click="set({ shows: each.value })">{{ each.word }}</button>
    </div>
    <p v-if="level.lightTable.shows === 'parents'" class="note">An inbetween of a chart shows the two drawings it is found between; any other drawing its neighbours.</p>
    <div class="row">
      <i class="mark earlier" /><span>Earlier</span>
      <ElInputNumber :model-value="level.lightTable.earlier" :min="0" :max="8" size="small" aria-label="Earlier drawings" @change="(earlier?: number) => set({ earlier: earlier ?? 0 })" />
      <ElSlider :model-value="percent(level.lightTable.earlierStrength)" size="small" aria-label="Strength of earlier drawings" @change="(value: number | number[]) => set({ earlierStrength: Number(value) / 100 })" />
      <span class="note">{{ percent(level.lightTable.earlierStrength) }} %</span>
    </div>
    <div class="row">
      <i class="mark later" /><span>Later</span>
      <ElInputNumber :model-value="level.lightTable.later" :min="0" :max="8" size="small" :disabled="level.lightTable.shows === 'earlier'" aria-label="Later drawings" @change="(later?: number) => set({ later: later ?? 0 })" />
      <ElSlider :model-value="percent(level.lightTable.laterStrength)" size="small" :disabled="level.lightTable.shows === 'earlier'" aria-label="Strength of later drawings" @change="(value: number | number[]) => set({ laterStrength: Number(value) / 100 })" />
      <span class="note">{{ percent(level.lightTable.laterStrength) }} %</span>
    </div>
    <p class="note">{{ level.loop ? 'This level is a loop: its first drawing lies beyond its last.' : 'Not a loop: nothing lies beyond the last drawing.' }}</p>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
}

.line {
  display: flex;
  gap: 6px;
}

.row {
  display: grid;
  grid-template-columns: 22px 50px 100px 1fr 40px;
  gap: 8px;
  align-items: center;
}

.mark {
  border-bottom: 3px solid var(--ochre);
}

.mark.later {
  border-bottom: 3px dotted var(--iris);
}

.el-input-number {
  width: 100px;
}
</style>
