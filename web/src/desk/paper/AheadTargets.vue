<script setup lang="ts">
import { onInWords } from '../../parts/frames'
import { useScene } from '../../session/scene'
import { keyOf } from '../commands/commands'
import type { Ahead } from '../next/useAhead'

/** By the paper, large enough for a pen: the next drawing, and carrying on from this one. */
const { ahead } = defineProps<{ ahead: Ahead }>()
const store = useScene()
</script>

<template>
  <div class="targets" role="group" aria-label="Straight ahead">
    <p v-if="ahead.done.value" class="said" role="status">{{ ahead.done.value }}</p>
    <button class="target" :title="`Key ${keyOf('carry-on')}`" :disabled="!store.drawing" @click="ahead.carryOn()">
      Carry on
    </button>
    <button class="target main" :title="`Key ${keyOf('next')}`" @click="ahead.next()">
      Next drawing
      <small v-if="ahead.place.value">{{ ahead.place.value.frame }}, on {{ onInWords(ahead.exposure.value) }}</small>
    </button>
  </div>
</template>

<style scoped>
.targets {
  position: absolute;
  right: 8px;
  bottom: 1px;
  z-index: 3;
  display: flex;
  gap: 6px;
  align-items: end;
  pointer-events: none;
}

.target {
  display: grid;
  align-content: center;
  min-width: 84px;
  min-height: 40px;
  padding: 2px 12px;
  border: 1px solid var(--rule);
  border-radius: 20px 6px 20px 20px;
  background: var(--card);
  color: var(--ink);
  font: 560 15px/1.2 var(--heading);
  cursor: pointer;
  pointer-events: auto;
  box-shadow: var(--shadow);
}

.target.main {
  border-color: var(--persimmon);
  background: var(--persimmon);
  color: var(--on-accent);
}

.target:disabled {
  color: var(--pale-ink);
  cursor: default;
}

small {
  font: 400 12px/1.2 var(--text);
}

.said {
  max-width: 300px;
  padding: 3px 9px;
  border-radius: var(--corner);
  background: var(--paper);
  color: var(--graphite);
  font-size: 13.5px;
}
</style>
