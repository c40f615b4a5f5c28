<script setup lang="ts">
import { fractionInWords, stepInWords, type Scene, type WorkStep } from '@unhurried/core'
import { computed } from 'vue'
import { framesAndSeconds } from '../../parts/frames'

const props = defineProps<{ scene: Scene; step: WorkStep | undefined; left: number; any: boolean; onPegs: boolean }>()
const emit = defineEmits<{ open: [] }>()
const entry = computed(() => (props.step ? props.scene.drawings[props.step.drawing] : undefined))
</script>

<template>
  <section class="paper next" aria-label="Next on the pegs">
    <h2>Next on the pegs</h2>
    <template v-if="step && entry">
      <p class="number"><b :class="entry.role">{{ entry.number }}</b> <span class="note">{{ entry.role }}, level {{ scene.levels[step.level]!.name }}</span></p>
      <p data-test="how">{{ stepInWords(scene, step) }}</p>
      <p v-if="step.between" class="note">lands at {{ fractionInWords(step.between.fraction) }} of the chart</p>
      <p class="note">from frame {{ step.frame }}, held {{ framesAndSeconds(step.exposure, scene.settings.fps) }}</p>
      <p v-if="onPegs" class="on">On the pegs now</p>
      <button v-else class="word main" @click="emit('open')">Put it on the pegs</button>
      <p class="note">{{ left }} left to draw</p>
    </template>
    <p v-else-if="any" class="note">Everything planned is drawn. Play it.</p>
    <p v-else class="note">Nothing planned yet. Draw on an empty frame to put a key there, or plan keys and charts first.</p>
  </section>
</template>

<style scoped>
.next {
  display: grid;
  gap: 3px;
  justify-items: start;
  padding: 10px 14px 11px;
}

h2 {
  font-size: 16px;
}

.number b {
  font: 600 25px/1.2 var(--heading);
}

.number b.key {
  padding: 0 10px;
  border: 1.5px solid var(--ink);
  border-radius: 18px;
}

.number b.breakdown {
  text-decoration: underline;
}

.on {
  color: var(--moss);
  font-weight: 600;
}

.word {
  margin: 3px 0;
}
</style>
