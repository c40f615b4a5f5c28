<script setup lang="ts">
import { computed } from 'vue'
import type { PencilCase } from './pencil'
import type { Selection } from './useSelection'

const pencil = defineModel<PencilCase>({ required: true })
const props = defineProps<{ selection: Selection; cells: boolean }>()
const set = (fields: Partial<PencilCase>) => (pencil.value = { ...pencil.value, ...fields })
const any = computed(() => props.selection.selected.value !== undefined)
const degrees = computed(() => Math.round(((((props.selection.axis.value * 180) / Math.PI) % 180) + 180) % 180))
const acts = {
  copy: () => props.selection.copy(),
  cut: () => props.selection.cut(),
  paste: () => props.selection.paste(),
  mirrored: () => props.selection.paste(true),
  remove: () => props.selection.remove(),
  all: () => props.selection.all(),
}
function squashTo(value: number | undefined) {
  if (value === undefined) return
  props.selection.squash(value / 100)
  props.selection.settle('lines squashed and stretched')
}
</script>

<template>
  <div class="in-tray" role="group" aria-label="Selecting">
    <button class="word" :aria-pressed="pencil.form === 'lasso'" @click="set({ form: 'lasso' })">Lasso</button>
    <button class="word" :aria-pressed="pencil.form === 'box'" @click="set({ form: 'box' })">Box</button>
    <button
      v-if="!cells"
      class="word"
      :aria-pressed="pencil.cut"
      title="Lines are cut where the lasso crosses them; else taken whole by their greater part"
      @click="set({ cut: !pencil.cut })"
    >
      Cut lines
    </button>
    <button
      v-if="!cells"
      class="word"
      :aria-pressed="pencil.everyPass"
      title="Takes from every pass that is shown and not locked, lines and paint together"
      @click="set({ everyPass: !pencil.everyPass })"
    >
      Every pass
    </button>
    <button class="word" :disabled="!any" @click="selection.flip('across')" aria-label="Flip across">Flip ↔</button>
    <button class="word" :disabled="!any" @click="selection.flip('down')" aria-label="Flip down">Flip ↕</button>
    <template v-if="!cells">
      <label class="tray-field"
        >Stretch
        <ElInputNumber
          size="small"
          :controls="false"
          :model-value="100"
          :min="20"
          :max="500"
          :step="5"
          :disabled="!any"
          aria-label="Stretch along the axis in per cent, keeping the area"
          @change="squashTo"
        />
        %</label
      >
      <label class="tray-field"
        >along
        <ElInputNumber
          size="small"
          :controls="false"
          :model-value="degrees"
          :min="0"
          :max="179"
          :step="15"
          aria-label="Direction of the stretch and of the mirror line in degrees"
          @change="(value?: number) => selection.face(((value ?? 90) * Math.PI) / 180)"
        />°</label
      >
    </template>
    <ElDropdown trigger="click" :persistent="false" @command="(act: keyof typeof acts) => acts[act]()">
      <button class="word" title="Copy, cut out, paste, take out">Copy …</button>
      <template #dropdown>
        <ElDropdownMenu>
          <ElDropdownItem command="copy" :disabled="!any">Copy (Ctrl+C)</ElDropdownItem>
          <ElDropdownItem command="cut" :disabled="!any">Cut out (Ctrl+X)</ElDropdownItem>
          <ElDropdownItem command="paste" :disabled="!selection.hasCopy.value">Paste in place (Ctrl+V)</ElDropdownItem>
          <ElDropdownItem command="mirrored" :disabled="!selection.hasCopy.value"
            >Paste mirrored about the line through the pivot (Ctrl+Shift+V)</ElDropdownItem
          >
          <ElDropdownItem command="remove" :disabled="!any">Take out (Delete)</ElDropdownItem>
          <ElDropdownItem command="all">All of this pass (Ctrl+A)</ElDropdownItem>
        </ElDropdownMenu>
      </template>
    </ElDropdown>
  </div>
</template>

<style scoped>
.word {
  padding: 2px 6px;
}
</style>
