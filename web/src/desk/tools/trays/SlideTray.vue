<script setup lang="ts">
import { computed } from 'vue'
import { useScene } from '../../../session/scene'
import { keyOf } from '../../commands/commands'
import type { Slides } from '../useSlides'

const props = defineProps<{ slides: Slides }>()
const store = useScene()
const SAYS = 'Drag the paper to slide, the round handle to turn. For the eye only: no drawing changes.'
const words = computed(() => {
  const { x, y, turn } = props.slides.of(props.slides.picked.value ?? '')
  return `${Math.round(x)} across, ${Math.round(y)} down, turned ${Math.round((turn * 180) / Math.PI)}°`
})
</script>

<template>
  <div class="in-tray" role="group" aria-label="Slide on the pegs">
    <button
      v-for="id in slides.ids.value"
      :key="id"
      class="word sign"
      :aria-pressed="slides.picked.value === id"
      @click="slides.pick(id)"
    >
      {{ store.scene!.drawings[id]?.number }}
    </button>
    <span v-if="slides.ids.value.length > 0" class="note">{{ words }}</span>
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
