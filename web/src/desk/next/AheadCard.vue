<script setup lang="ts">
import { framesToSeconds, isDrawn, paceInWords } from '@unhurried/core'
import { computed } from 'vue'
import { onInWords } from '../../parts/frames'
import { useScene } from '../../session/scene'
import { keyOf } from '../commands/commands'
import type { Ahead } from './useAhead'

/** Next on the pegs where nothing is planned: the drawing after this one. */
const { ahead } = defineProps<{ ahead: Ahead }>()
const store = useScene()
const scene = computed(() => store.apartFromInk!)
const here = computed(() => (store.drawing === undefined ? undefined : scene.value.drawings[store.drawing]))
const begun = computed(() => here.value === undefined || isDrawn(here.value))
const soFar = computed(() => {
  const to = ahead.place.value
  return to && Number(framesToSeconds(to.frame - 1, scene.value.settings.fps).toFixed(2))
})
const steps = computed(() => ahead.steps.value.map((step) => Math.round(step)))
const pace = computed(() => paceInWords(ahead.steps.value))
</script>

<template>
  <section class="paper next" aria-label="Next on the pegs">
    <h2>Next on the pegs</h2>
    <p v-if="!begun" data-test="how">Drawing {{ here!.number }} is on the pegs, still empty. Draw.</p>
    <p v-else-if="ahead.place.value" data-test="how">
      A new drawing at frame {{ ahead.place.value.frame }}, on {{ onInWords(ahead.exposure.value)
      }}<template v-if="ahead.place.value.moves > 0">; {{ ahead.place.value.later }} after it move on</template>.
    </p>
    <p v-else data-test="how">No drawing can be put in here: the scene ends, or a cycle goes round.</p>
    <p v-if="soFar" class="note">{{ soFar }} s so far.</p>
    <p v-if="steps.length > 1" class="note" data-test="steps">
      The last steps were {{ steps.join(', ') }} px: {{ pace }}.
    </p>
    <div class="line">
      <button class="word main" data-thing="next drawing" :title="`Key ${keyOf('next')}`" @click="ahead.next()">
        Next drawing
      </button>
      <button class="word" :title="`Key ${keyOf('carry-on')}`" :disabled="!here" @click="ahead.carryOn()">
        Carry on from this one
      </button>
      <button class="word" :title="`Key ${keyOf('exposure')}`" @click="ahead.nextExposure()">
        New ones on {{ onInWords(ahead.exposure.value) }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.next {
  display: grid;
  gap: 3px;
  justify-items: start;
  padding: 6px 9px;
}

h2 {
  font-size: 16px;
}

.line {
  gap: 4px;
  margin-top: 3px;
}

.line .word {
  padding: 2px 7px;
}
</style>
