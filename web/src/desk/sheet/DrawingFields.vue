<script setup lang="ts">
import type { Role } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { useLevelActs } from '../levels/useLevelActs'
import type { Desk } from '../useDesk'
import { useChosenDrawings } from './useChosenDrawings'

/** The drawing on this frame: its number, its role, a note to it, and taking it out. */
const { desk } = defineProps<{ desk: Desk }>()
const { store, drawing } = desk
const ROLES: readonly Role[] = ['key', 'breakdown', 'inbetween']
const { moveDrawings } = useLevelActs()
const otherLevels = computed(() => store.scene!.levelOrder.filter((id) => id !== store.level))
/** The drawings on the frames that are chosen, or the one here. */
const chosen = useChosenDrawings()
const meant = computed(() => (chosen.value.length > 0 ? chosen.value : [drawing.value!.id]))
const number = ref('')
const note = ref('')
watch(
  drawing,
  (now) => {
    number.value = now?.number ?? ''
    note.value = now?.note ?? ''
  },
  { immediate: true },
)
function set(fields: { number?: string; role?: Role; note?: string }) {
  const now = drawing.value
  if (!now) return
  const same = Object.entries(fields).every(([field, value]) => now[field as 'number'] === value)
  if (!same) store.change({ type: 'drawing.set', drawing: now.id, fields })
  // What was refused is written as it was.
  number.value = drawing.value?.number ?? ''
}
</script>

<template>
  <div v-if="drawing" class="fields" role="group" :aria-label="`Drawing ${drawing.number}`">
    <label for="drawing-number">Drawing</label>
    <ElInput id="drawing-number" v-model="number" size="small" class="short" @change="set({ number: number.trim() })" />
    <button v-for="role in ROLES" :key="role" class="word" :aria-pressed="drawing.role === role" @click="set({ role })">
      {{ role }}
    </button>
    <button
      class="word"
      title="Out of every take; its lines are kept, and Undo brings it back"
      @click="store.change({ type: 'drawing.remove', drawing: drawing.id })"
    >
      Take the drawing out
    </button>
    <ElSelect
      v-if="otherLevels.length > 0"
      size="small"
      class="onto"
      :placeholder="meant.length > 1 ? `${meant.length} onto level …` : 'Onto level …'"
      aria-label="Move onto another level"
      @change="(level: string) => moveDrawings(meant, level)"
    >
      <ElOption v-for="id in otherLevels" :key="id" :value="id" :label="store.scene!.levels[id]!.name" />
    </ElSelect>
    <ElInput
      v-model="note"
      size="small"
      class="note-field"
      placeholder="A note to this drawing"
      :aria-label="`Note to drawing ${drawing.number}`"
      @change="set({ note: note.trim() })"
    />
  </div>
</template>

<style scoped>
.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  align-items: center;
}

.short {
  width: 66px;
}

.onto {
  width: 130px;
}

.note-field {
  flex: 1 1 240px;
}
</style>
