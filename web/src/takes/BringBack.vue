<script setup lang="ts">
import { computed, watch } from 'vue'
import { useBringBack } from './useBringBack'
import type { ShownMoment } from './useMoment'

/** What of a moment is brought back into the scene. */
const { shown, isComing } = defineProps<{
  shown: ShownMoment
  today: Date
  /** Another moment was chosen and is on its way. */ isComing: boolean
}>()
const emit = defineEmits<{ brought: []; leave: [] }>()
const then = computed(() => shown.scene)
const { kind, level, drawing, named, isBringing, bring } = useBringBack(() => then.value)
// Another moment is asked for as a whole first.
watch(
  () => isComing,
  (coming) => coming && (kind.value = 'whole'),
)
const KINDS = { whole: 'The whole scene', level: 'One level', drawing: 'One drawing' } as const

const drawings = computed(() =>
  Object.values(then.value.drawings).sort(
    (a, b) => a.level.localeCompare(b.level) || a.number.localeCompare(b.number, 'en', { numeric: true }),
  ),
)
</script>

<template>
  <div class="line" role="group" aria-label="What to bring back">
    <button
      v-for="(words, each) in KINDS"
      :key="each"
      class="word"
      :disabled="each === 'drawing' && drawings.length === 0"
      :aria-pressed="kind === each"
      @click="kind = each"
    >
      {{ words }}
    </button>
    <ElSelect v-if="kind === 'level'" v-model="level" size="small" class="choose" aria-label="Level"
      ><ElOption v-for="id in [...then.levelOrder].reverse()" :key="id" :value="id" :label="then.levels[id]!.name"
    /></ElSelect>
    <ElSelect v-if="kind === 'drawing'" v-model="drawing" filterable size="small" class="choose" aria-label="Drawing"
      ><ElOption
        v-for="each in drawings"
        :key="each.id"
        :value="each.id"
        :label="`${each.number}, level ${then.levels[each.level]!.name}`"
    /></ElSelect>
  </div>
  <div class="line">
    <button
      class="word main"
      :disabled="isBringing || isComing"
      @click="bring(shown, today).then((brought) => brought && emit('brought'))"
    >
      {{ isBringing ? 'Bringing it back …' : `Bring ${named} back` }}
    </button>
    <button class="word" @click="emit('leave')">Leave all as it is</button>
  </div>
</template>

<style scoped>
.line {
  width: 100%;
}

.choose {
  width: 190px;
}
</style>
