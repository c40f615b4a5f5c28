<script setup lang="ts">
import { useScene } from '../../session/scene'
import type { Paint } from './paint/usePaint'

defineProps<{ paint: Paint }>()
const store = useScene()
const numberOf = (drawing: string) => store.scene!.drawings[drawing]?.number ?? ''
</script>

<template>
  <section v-if="paint.unsure.value.length > 0" class="paper doubts" aria-label="Paint it was unsure of">
    <p>
      <b>Unsure of {{ paint.unsure.value.length }}</b> <button class="word" @click="paint.allSeen()">All seen</button>
    </p>
    <ul>
      <li v-for="each in paint.unsure.value" :key="each.drawing">
        <button
          class="word"
          :aria-label="`Go to drawing ${numberOf(each.drawing)}`"
          @click="store.showDrawing(each.drawing)"
        >
          {{ numberOf(each.drawing) }}
        </button>
        <span>{{ each.why }}{{ each.piece ? '' : '; not painted' }}</span>
        <button
          v-if="each.piece"
          class="word"
          :aria-label="`The paint of ${numberOf(each.drawing)} is right`"
          @click="paint.settle(each.drawing)"
        >
          Right
        </button>
        <button
          v-if="each.piece"
          class="word"
          :aria-label="`Take the paint of ${numberOf(each.drawing)} out`"
          @click="paint.takeOut(each)"
        >
          Take out
        </button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.doubts {
  position: absolute;
  bottom: 8px;
  left: 8px;
  z-index: 3;
  max-width: 390px;
  max-height: 60%;
  padding: 8px 11px;
  overflow: auto;
  font-size: 14px;
}

p {
  display: flex;
  align-items: center;
  justify-content: space-between;
}

ul {
  display: grid;
  gap: 4px;
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: auto 1fr auto auto;
  gap: 6px;
  align-items: center;
}

.word {
  min-height: 24px;
}
</style>
