<script setup lang="ts">
import { timecode } from '@unhurried/core'
import { Minus, Plus, Redo2, Undo2 } from '@lucide/vue'
import { computed } from 'vue'
import { keyOf } from '../commands/commands'
import type { Desk } from '../useDesk'
import OtherDrawing from './OtherDrawing.vue'

/** Where we are, the frame's own menu, and what is at hand on this frame. */
const { desk } = defineProps<{ desk: Desk }>()
const { store, scene, sheet, panels } = desk
const { acting } = panels
const at = computed(() => {
  const { chosen, frame } = store
  return chosen ? `Frames ${chosen.from}–${chosen.to}` : `Frame ${frame}`
})
/** A drawing begins here: it is held longer or shorter; elsewhere one is put in. */
const begins = computed(() => Boolean(store.here?.drawing) && store.here!.frame === store.frame)
</script>

<template>
  <div class="tools" role="group" aria-label="On this frame">
    <div class="line">
      <button
        class="word at"
        data-thing="frame"
        :aria-expanded="acting"
        :title="`What to do with it, key ${keyOf('acts')}`"
        aria-haspopup="dialog"
        @click="acting = !acting"
      >
        <b>{{ at }}</b> …
      </button>
      <span class="note">{{ timecode(store.frame, scene.settings.fps) }}</span>
    </div>
    <div class="line">
      <div v-if="begins" class="line" role="group" aria-label="Hold">
        <button
          class="word step"
          aria-label="One frame shorter"
          :title="`Key ${keyOf('shorter')}`"
          @click="sheet.hold((store.here?.frames ?? 0) - 1)"
        >
          <Minus :size="14" />
        </button>
        <span class="note">held {{ store.here?.frames }}</span>
        <button
          class="word step"
          aria-label="One frame longer"
          :title="`Key ${keyOf('longer')}`"
          @click="sheet.hold((store.here?.frames ?? 0) + 1)"
        >
          <Plus :size="14" />
        </button>
      </div>
      <template v-else>
        <button class="word" title="A drawing put in at this frame" @click="sheet.putIn()">Put in</button>
        <OtherDrawing :desk="desk" how="show">Again</OtherDrawing>
      </template>
      <div class="line undo">
        <button
          class="word step"
          aria-label="Undo"
          :disabled="!store.canUndo"
          :title="`Undo, key ${keyOf('undo')}`"
          @click="store.undo()"
        >
          <Undo2 :size="14" />
        </button>
        <button
          class="word step"
          aria-label="Redo"
          :disabled="!store.canRedo"
          :title="`Redo, key ${keyOf('redo')}`"
          @click="store.redo()"
        >
          <Redo2 :size="14" />
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.tools {
  display: grid;
  gap: 4px;
  padding: 0 6px;
}

.line {
  gap: 3px;
  min-width: 0;
  flex-wrap: nowrap;
}

.word,
:deep(.el-dropdown .word) {
  padding: 2px 5px;
  font-size: 13px;
}

.at {
  font-size: 14px;
}

.note {
  font-size: 13px;
  white-space: nowrap;
}

.step {
  display: grid;
  place-content: center;
  width: 26px;
}

.undo {
  margin-left: auto;
}
</style>
