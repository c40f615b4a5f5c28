<script setup lang="ts">
import { counted, STAGES, type Estimate } from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../session/scene'
import { hoursInWords } from './days'
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
  log.left.value.why.map((each: Estimate['why'][number]) => {
    const { level, pass, count, minutes } = each
    const name = store.scene!.levels[level]?.name ?? level
    return {
      id: `${level} ${pass}`,
      minutes,
      words: `${counted(count, 'drawing')} of ${name} in ${pass} at ${Math.max(1, Math.round(minutes.median))} min each, ${FROM[minutes.from](minutes.count)}`,
    }
  }),
)
const passes = computed(() =>
  STAGES.filter((pass) => log.without.value.includes(pass) || log.toDo.value.some((each) => each.pass === pass)),
)
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
      <p data-test="left">
        About <strong>{{ hoursInWords(log.left.value.hours.p50) }} hours</strong>:
        {{ hoursInWords(log.left.value.hours.p20) }} are enough in 20 of 100 cases,
        {{ hoursInWords(log.left.value.hours.p80) }} in 80.
      </p>
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
