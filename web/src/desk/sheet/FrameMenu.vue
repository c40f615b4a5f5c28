<script setup lang="ts">
import type { Desk } from '../useDesk'
import { defineAsyncComponent } from 'vue'
import DrawingFields from './DrawingFields.vue'
import OtherDrawing from './OtherDrawing.vue'
import SheetActs from './SheetActs.vue'

// Few scenes hold pages of paper.
const PageOfDrawing = defineAsyncComponent(() => import('./PageOfDrawing.vue'))
/** All that can be done with this frame, or with those that are chosen. */
const { desk } = defineProps<{ desk: Desk }>()
const emit = defineEmits<{ done: [] }>()
const { store, sheet, panels } = desk
</script>

<template>
  <div class="menu">
    <div class="line" role="group" aria-label="Expose on">
      <span class="note">Hold</span>
      <button
        v-for="frames in 4"
        :key="frames"
        class="word"
        :aria-pressed="store.here?.frames === frames"
        :aria-label="`Expose on ${frames}`"
        @click="sheet.expose(frames)"
      >
        {{ frames }}
      </button>
      <button class="word" @click="sheet.hold((store.here?.frames ?? 0) - 1)">shorter</button>
      <button class="word" @click="sheet.hold((store.here?.frames ?? 0) + 1)">longer</button>
    </div>
    <div class="line">
      <button class="word" @click="sheet.putIn()">Put in a drawing</button>
      <OtherDrawing :desk="desk" how="show" />
      <OtherDrawing :desk="desk" how="copy" />
      <button class="word" @click="sheet.leaveEmpty()">Leave empty</button>
      <button class="word" @click="panels.helping.value = true">Beats, holds …</button>
      <button class="word" @click="panels.sounding.value = true">Sound …</button>
      <RouterLink class="word" :to="{ name: 'paper', params: { scene: store.id } }">Paper in …</RouterLink>
      <RouterLink class="word" :to="{ name: 'lettering', params: { scene: store.id } }">Lettering …</RouterLink>
    </div>
    <DrawingFields :desk="desk" />
    <PageOfDrawing v-if="store.scene!.pages && store.drawing !== undefined" :drawing="store.drawing" />
    <SheetActs :sheet="sheet" @done="emit('done')" />
  </div>
</template>

<style scoped>
.menu {
  display: grid;
  gap: 7px;
  justify-items: start;
}
</style>
