<script setup lang="ts">
import { counted, STAGES, toDoIn, type Known } from '@unhurried/core'
import { computed } from 'vue'
import { onInWords } from '../parts/frames'
import { useScene } from '../session/scene'
import { casesInWords, hoursInWords } from './days'
import SpreadPicture from './SpreadPicture.vue'
import type { Log } from './useLog'

const { log } = defineProps<{ log: Log }>()
const store = useScene()
const FROM = {
  level: (count: number) => `from ${count} of them`,
  production: (count: number) => `from ${counted(count, 'drawing')} of other levels, this one has too few`,
  usual: () => 'the usual, while no log says otherwise',
} as const

const why = computed(() =>
  log.why.value.map((each: Known) => {
    const { level, pass, count, minutes } = each
    const name = store.scene!.levels[level]?.name ?? level
    return {
      id: `${level} ${pass}`,
      minutes,
      words: `${counted(count, 'drawing')} of ${name} in ${pass} at ${Math.max(1, Math.round(minutes.median))} min each, ${FROM[minutes.from](minutes.count)}`,
    }
  }),
)
const { hours, held } = log
const HELD = [2, 3, 4]
const passes = computed(() =>
  STAGES.filter((pass) => log.without.value.includes(pass) || log.toDo.value.some((each) => each.pass === pass)),
)
const spared = computed(() => {
  const count = (frames: number | undefined) =>
    toDoIn(store.id, store.scene!, { without: log.without.value, held: frames }).reduce(
      (sum, each) => sum + each.count,
      0,
    )
  const fewer = count(undefined) - count(held.value)
  return fewer > 0
    ? `${counted(fewer, 'pass', 'passes')} of drawings fewer. Nothing on the sheet is changed.`
    : 'That spares nothing: all that is left is key, breakdown or begun, or is held as long already.'
})
</script>

<template>
  <section class="paper panel left" aria-label="What is left">
    <h2>What is left</h2>
    <p v-if="why.length === 0" data-test="left">
      {{
        log.without.value.length > 0
          ? 'Nothing is left without that.'
          : 'Nothing is left: every drawing on the sheet has all its passes.'
      }}
    </p>
    <template v-else>
      <p v-if="hours" data-test="left">
        About <strong>{{ hoursInWords(hours.p50) }}</strong>. {{ casesInWords(hours) }}
      </p>
      <p v-else class="note">Reckoning …</p>
      <ul class="why">
        <li v-for="each in why" :key="each.id">
          {{ each.words }}
          <SpreadPicture v-if="each.minutes.from !== 'usual'" :minutes="each.minutes" :name="each.id" />
        </li>
      </ul>
    </template>
    <div v-if="passes.length > 0" class="line" role="group" aria-label="Try it without">
      <span class="note">Try it without</span>
      <label v-for="pass in passes" :key="pass" class="word">
        <input
          type="checkbox"
          :checked="log.without.value.includes(pass)"
          @change="log.leaveOut(pass, ($event.target as HTMLInputElement).checked)"
        />
        {{ pass }}
      </label>
    </div>
    <div v-if="why.length > 0 || held" class="line" role="group" aria-label="Try it held longer">
      <span class="note">What is not begun, held for</span>
      <button
        v-for="frames in HELD"
        :key="frames"
        class="word"
        :aria-pressed="held === frames"
        @click="held = held === frames ? undefined : frames"
      >
        {{ onInWords(frames) }}
      </button>
    </div>
    <p v-if="held" class="note" data-test="spared">{{ spared }}</p>
  </section>
</template>

<style scoped>
.left {
  padding: 14px 16px;
}

.why {
  display: grid;
  gap: 6px;
  margin: 0;
  padding-left: 18px;
}

label.word {
  gap: 6px;
}

input {
  accent-color: var(--persimmon);
}
</style>
