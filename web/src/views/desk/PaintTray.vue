<script setup lang="ts">
import { useScene } from '../../stores/scene'
import type { PencilCase } from './pencil'
import type { Paint, Unsure } from './usePaint'

const pencil = defineModel<PencilCase>({ required: true })
defineProps<{ paint: Paint; cells: boolean }>()
const store = useScene()
const goTo = (each: Unsure) => store.showDrawing(each.drawing)
const numberOf = (drawing: string) => store.scene!.drawings[drawing]?.number ?? ''
</script>

<template>
  <div class="line" role="group" aria-label="Painting">
    <span class="note">Paint goes on the {{ cells ? pencil.pass : paint.pass.value }} pass.</span>
    <template v-if="!cells">
      <label class="field">Closes gaps up to <ElInputNumber size="small" :model-value="pencil.gap" :min="0" :max="60" aria-label="Gaps closed, in pixels" @change="(value?: number) => (pencil = { ...pencil, gap: value ?? 8 })" /> px</label>
      <button class="word" :disabled="!paint.last.value || paint.progress.value !== undefined" title="Lays the paint you put down last in every drawing of this level" @click="paint.paintThrough()">Paint through</button>
      <template v-if="paint.progress.value">
        <ElProgress :percentage="Math.round((100 * paint.progress.value.done) / Math.max(1, paint.progress.value.of))" :stroke-width="6" class="bar" aria-label="Painting through" />
        <button class="word" @click="paint.stop()">Stop</button>
      </template>
      <span v-else-if="paint.told.value" class="note" role="status">{{ paint.told.value }}</span>
      <ul v-if="paint.unsure.value.length > 0" class="unsure" aria-label="Unsure of">
        <li v-for="each in paint.unsure.value" :key="each.drawing">
          <button class="word" :title="each.why" @click="goTo(each)">{{ numberOf(each.drawing) }}</button>
          <span class="note">{{ each.why }}</span>
          <button v-if="each.piece" class="word" :aria-label="`The paint of ${numberOf(each.drawing)} is right`" @click="paint.settle(each.drawing)">Right</button>
          <button v-if="each.piece" class="word" :aria-label="`Take the paint of ${numberOf(each.drawing)} out`" @click="paint.takeOut(each)">Take out</button>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: center;
}

.field {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  font-size: 13.5px;
}

.field .el-input-number {
  width: 88px;
}

.bar {
  width: 150px;
}

.unsure {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  max-height: 68px;
  margin: 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}

.unsure li {
  display: flex;
  gap: 5px;
  align-items: center;
}
</style>
