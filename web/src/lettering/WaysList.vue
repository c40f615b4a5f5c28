<script setup lang="ts">
import { placedBefore, type PenPathDrawn } from '@unhurried/core'
import { computed, ref } from 'vue'
import { useSorted } from '../parts/useSorted'
import { turned } from './ways'
import type { LetteringWork } from './useLettering'

/** The pen's ways in their order: dragged to another place, turned round, begun earlier, taken out. */
const { work } = defineProps<{ work: LetteringWork }>()
const chosen = defineModel<string | undefined>('chosen')
const list = ref<HTMLElement>()
const paths = computed(() => work.paths.value)
const lengthOf = ({ points }: PenPathDrawn) => {
  let long = 0
  for (let i = 2; i < points.length; i += 2)
    long += Math.hypot(points[i]! - points[i - 2]!, points[i + 1]! - points[i - 1]!)
  return Math.round(long)
}
const put = (path: PenPathDrawn, next: PenPathDrawn) =>
  work.setPaths(paths.value.map((each) => (each === path ? next : each)))

function moveTo(id: string, at: number) {
  const others = paths.value.filter((path) => path.id !== id)
  const placed = placedBefore(paths.value, id, others[at]?.id ?? null)
  if (placed) work.setPaths(placed)
}
function step(path: PenPathDrawn, by: number) {
  const at = paths.value.indexOf(path) + by
  if (at >= 0 && at < paths.value.length) moveTo(path.id, at)
}
function setOverlap(path: PenPathDrawn, percent: number | undefined) {
  const { overlap: _, ...plain } = path
  put(path, percent === undefined ? plain : { ...plain, overlap: percent / 100 })
}
useSorted(list, {
  group: 'ways',
  draggable: '.way',
  onMoved: (item, _, at) => item.dataset['way'] && moveTo(item.dataset['way'], at),
})
</script>

<template>
  <ol ref="list" aria-label="Ways of the pen">
    <li
      v-for="(path, i) in paths"
      :key="path.id"
      class="way"
      :class="{ chosen: path.id === chosen }"
      :data-way="path.id"
      @click="chosen = path.id"
    >
      <span class="number">{{ i + 1 }}</span>
      <span class="note">{{ lengthOf(path) }} px</span>
      <button class="word" :disabled="i === 0" :aria-label="`Way ${i + 1} earlier`" @click="step(path, -1)">↑</button>
      <button class="word" :disabled="i === paths.length - 1" :aria-label="`Way ${i + 1} later`" @click="step(path, 1)">
        ↓
      </button>
      <button class="word" :aria-label="`Turn way ${i + 1} round`" @click="put(path, turned(path))">turn</button>
      <NumberField
        :model-value="path.overlap === undefined ? undefined : Math.round(path.overlap * 100)"
        :min="0"
        :max="50"
        :controls="false"
        size="small"
        class="overlap"
        placeholder="%"
        optional
        :aria-label="`The next begins before the end of way ${i + 1}, in percent`"
        @change="(value?: number) => setOverlap(path, value ?? undefined)"
      />
      <button
        class="word"
        :aria-label="`Take way ${i + 1} out`"
        @click="work.setPaths(paths.filter((each) => each !== path))"
      >
        ×
      </button>
    </li>
  </ol>
</template>

<style scoped>
ol {
  display: grid;
  gap: 3px;
  max-height: 190px;
  margin: 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}

.way {
  display: grid;
  grid-template-columns: 22px 1fr auto auto auto 58px auto;
  gap: 4px;
  align-items: center;
  padding: 2px 4px;
  border: 1px solid transparent;
  border-radius: var(--corner);
  cursor: grab;
}

.way.chosen {
  border-color: var(--persimmon);
  background: var(--card);
}

.number {
  font-family: var(--heading);
  text-align: right;
}

.overlap {
  width: 58px;
}

.word {
  padding: 1px 6px;
}
</style>
