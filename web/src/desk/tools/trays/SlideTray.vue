<script setup lang="ts">
import { computed, watch } from 'vue'
import type { UnderLight } from '../../../stage/light-table'
import { useScene } from '../../../session/scene'
import { keyOf } from '../../commands/commands'
import type { Slides } from '../useSlides'

const props = defineProps<{ slides: Slides; under: readonly UnderLight[] }>()
const store = useScene()
/** In the order of the sheet: what comes earlier first. */
const ids = computed(() =>
  [...props.under]
    .sort((a, b) => (a.style === b.style ? 0 : a.style === 'earlier' ? -1 : 1))
    .map((entry) => entry.drawing),
)
watch(
  ids,
  (now) => {
    const picked = props.slides.picked.value
    if (picked === undefined || !now.includes(picked)) props.slides.pick(now[0])
  },
  { immediate: true },
)
const SAYS = 'Drag the paper to slide, the round handle to turn. For the eye only: no drawing changes.'
const words = computed(() => {
  const { x, y, turn } = props.slides.of(props.slides.picked.value ?? '')
  return `${Math.round(x)} across, ${Math.round(y)} down, turned ${Math.round((turn * 180) / Math.PI)}°`
})
</script>

<template>
  <div class="in-tray" role="group" aria-label="Slide on the pegs">
    <button
      v-for="id in ids"
      :key="id"
      class="word"
      :aria-pressed="slides.picked.value === id"
      @click="slides.pick(id)"
    >
      {{ store.scene!.drawings[id]?.number }}
    </button>
    <span v-if="ids.length > 0" class="note">{{ words }}</span>
    <span v-else class="note">Nothing lies under the light here. Turn the light table on first.</span>
    <button
      class="word"
      :disabled="slides.slid.value.size === 0"
      :title="`Key ${keyOf('put-back')}`"
      @click="slides.putBack()"
    >
      Put all back
    </button>
    <span class="note says" :title="SAYS">{{ SAYS }}</span>
  </div>
</template>

<style scoped>
.in-tray {
  min-width: 0;
}

.in-tray > * {
  flex: none;
}

/* What it is for gives way to what is pressed. */
.in-tray > .says {
  flex: 1 1 0;
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
}
</style>
