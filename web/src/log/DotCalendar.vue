<script setup lang="ts">
import { computed } from 'vue'
import { dateOf, durationInWords, WEEKDAYS, weeksUpTo } from './days'

/** The last weeks, a dot on each day as large as what was worked on it. */
const { today, secondsOn } = defineProps<{ today: string; secondsOn: ReadonlyMap<string, number> }>()
const chosen = defineModel<string>()
const WEEKS = 6
/** Hours that fill a day's square. */
const FULL = 6
const weeks = computed(() => weeksUpTo(today, WEEKS))
const secondsOf = (day: string) => secondsOn.get(day) ?? 0
const wide = (day: string) => `${Math.round(4 + 18 * Math.sqrt(Math.min(1, secondsOf(day) / 3600 / FULL)))}px`
const words = (day: string) => `${day}: ${secondsOf(day) > 0 ? durationInWords(secondsOf(day)) : 'nothing'}`
</script>

<template>
  <div class="calendar" role="group" aria-label="The last six weeks">
    <span />
    <span v-for="weekday in WEEKDAYS" :key="weekday" class="head" aria-hidden="true">{{ weekday }}</span>
    <template v-for="(week, w) in weeks" :key="w">
      <span class="head" aria-hidden="true">{{ dateOf(week[0]!) }}</span>
      <template v-for="(day, n) in week" :key="`${w}${n}`">
        <button
          v-if="day"
          class="day"
          :aria-pressed="chosen === day"
          :aria-label="words(day)"
          :title="words(day)"
          @click="chosen = day"
        >
          <span v-if="secondsOf(day) > 0" class="dot" :style="{ width: wide(day), height: wide(day) }" />
        </button>
        <span v-else class="day none" />
      </template>
    </template>
  </div>
</template>

<style scoped>
.calendar {
  display: grid;
  grid-template-columns: 58px repeat(7, 30px);
  gap: 2px;
  align-items: center;
}

.day {
  display: grid;
  place-items: center;
  width: 30px;
  height: 30px;
  padding: 0;
  border: 1px solid var(--hairline);
  border-radius: 5px;
  background: var(--card);
  cursor: pointer;
}

.day.none {
  visibility: hidden;
}

.day[aria-pressed='true'] {
  border-color: var(--lagoon);
  box-shadow: inset 0 -2px 0 var(--lagoon);
}

.dot {
  border-radius: 50%;
  background: var(--lagoon);
}

.head {
  color: var(--graphite);
  font-size: 13px;
  text-align: center;
}

@media (forced-colors: active) {
  .dot {
    background: CanvasText;
  }
}
</style>
