<script setup lang="ts">
import { computed } from 'vue'
import { cutInWords } from './cuts'
import { useCuts } from './useCuts'
import type { UsedReel } from './useReel'
import { shotName } from './words'

/** What goes on over every cut of a reel; where a move does, what is off by too much stands out. */
const { reel } = defineProps<{ reel: UsedReel }>()
const emit = defineEmits<{ pick: [shot: number]; close: [] }>()
const { measured, progress, trouble, measure, stop } = useCuts(reel)
void measure()
const rows = computed(() =>
  (measured.value ?? []).flatMap((cut) => {
    const at = reel.times.value.shots.findIndex(({ shot }) => shot.id === cut.shot)
    const time = reel.times.value.shots[at]
    if (!time) return []
    const before = at === 0 ? reel.times.value.shots.length : at
    const name = shotName(time, reel.entries.value.get(time.shot.scene ?? ''))
    const goesOn = time.shot.goesOn === true
    return { at, title: `${before} to ${at + 1} ${name}`, goesOn, told: cutInWords(cut, goesOn), shot: time.shot }
  }),
)
const off = computed(() => rows.value.filter(({ goesOn, told }) => goesOn && told.some(({ wrong }) => wrong)).length)
const sum = computed(() => {
  const going = rows.value.filter(({ goesOn }) => goesOn).length
  if (going === 0) return 'Say over which cuts a move goes on: what is handed on there is held against the limits.'
  return off.value === 0 ? 'Where moves go on, they are met.' : `${off.value} of ${going} moves that go on are not met.`
})
</script>

<template>
  <section class="paper panel" aria-label="Cuts">
    <div class="line">
      <h2>What goes on over the cuts</h2>
      <span v-if="progress !== undefined" class="note" role="status"
        >Measuring, {{ Math.round(progress * 100) }} %</span
      >
      <button v-if="progress !== undefined" class="word" @click="stop">Stop</button>
      <button v-else class="word" @click="measure()">Measure again</button>
      <button class="word shut" @click="emit('close')">Shut</button>
    </div>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <p v-else-if="measured" class="note" role="status">
      {{ rows.length === 0 ? 'No two scenes follow one another on this reel.' : sum }}
    </p>
    <ul>
      <li v-for="row in rows" :key="row.shot.id">
        <button class="word" @click="emit('pick', row.at)">{{ row.title }}</button>
        <button
          class="word"
          :aria-pressed="row.goesOn"
          :aria-label="`A move goes on into shot ${row.at + 1}`"
          @click="reel.changeShot({ ...row.shot, goesOn: row.goesOn ? undefined : true })"
        >
          A move goes on
        </button>
        <span v-for="each in row.told" :key="each.words" class="note" :class="{ wrong: row.goesOn && each.wrong }">
          {{ each.words }}.
        </span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
  padding: 10px 14px;
}

.shut {
  margin-left: auto;
}

ul {
  display: grid;
  gap: 6px;
  max-height: 150px;
  margin: 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 8px;
  align-items: baseline;
}

.wrong {
  color: var(--plum);
}
</style>
