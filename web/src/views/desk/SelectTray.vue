<script setup lang="ts">
import { computed } from 'vue'
import type { PencilCase } from './pencil'
import type { Selection } from './useSelection'

const pencil = defineModel<PencilCase>({ required: true })
const props = defineProps<{ selection: Selection; cells: boolean }>()
const set = (fields: Partial<PencilCase>) => (pencil.value = { ...pencil.value, ...fields })
const any = computed(() => props.selection.selected.value !== undefined)
const degrees = computed(() => Math.round((((props.selection.axis.value * 180) / Math.PI) % 180 + 180) % 180))
const told = computed(() => {
  const { figures, selected } = props.selection
  if (!selected.value) return pencil.value.form === 'lasso' ? 'Draw round what you mean, or press a line.' : 'Pull a box over what you mean, or press a line.'
  const count = selected.value.pieces.length
  const pieces = `${count} ${count === 1 ? 'piece' : 'pieces'}`
  return figures.value ? `along ${figures.value.along.toFixed(2)}, across ${figures.value.across.toFixed(2)}, area ${Math.round(figures.value.area * 100)} %` : pieces
})
function squashTo(value: number | undefined) {
  if (value === undefined) return
  props.selection.squash(value / 100)
  props.selection.settle('lines squashed and stretched')
}
</script>

<template>
  <div class="line" role="group" aria-label="Selecting">
    <button class="word" :aria-pressed="pencil.form === 'lasso'" @click="set({ form: 'lasso' })">Lasso</button>
    <button class="word" :aria-pressed="pencil.form === 'box'" @click="set({ form: 'box' })">Box</button>
    <button v-if="!cells" class="word" :aria-pressed="pencil.cut" title="Lines are cut where the lasso crosses them; else taken whole by their greater part" @click="set({ cut: !pencil.cut })">Cut lines</button>
    <span class="note told" data-test="figures">{{ told }}</span>
    <button class="word" :disabled="!any" @click="selection.flip('across')">Flip across</button>
    <button class="word" :disabled="!any" @click="selection.flip('down')">Flip down</button>
    <template v-if="!cells">
      <label class="field">Stretch <ElInputNumber size="small" :model-value="100" :min="20" :max="500" :step="5" :disabled="!any" aria-label="Stretch along the axis in per cent, keeping the area" @change="squashTo" /> %</label>
      <label class="field">along <ElInputNumber size="small" :model-value="degrees" :min="0" :max="179" :step="15" aria-label="Direction of the stretch and of the mirror line in degrees" @change="(value?: number) => (selection.axis.value = ((value ?? 90) * Math.PI) / 180)" />°</label>
    </template>
    <button class="word" :disabled="!any" title="Ctrl+C" @click="selection.copy()">Copy</button>
    <button class="word" :disabled="!any" title="Ctrl+X" @click="selection.cut()">Cut out</button>
    <button class="word" :disabled="!selection.hasCopy.value" title="Ctrl+V" @click="selection.paste()">Paste in place</button>
    <button class="word" :disabled="!selection.hasCopy.value" title="About the line through the pivot" @click="selection.paste(true)">Paste mirrored</button>
    <button class="word" :disabled="!any" @click="selection.remove()">Take out</button>
    <button class="word" title="Ctrl+A" @click="selection.all()">All of this pass</button>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 5px;
  align-items: center;
}

.told {
  min-width: 148px;
}

.field {
  display: inline-flex;
  gap: 4px;
  align-items: center;
  font-size: 13px;
}

.field .el-input-number {
  width: 84px;
}
</style>
