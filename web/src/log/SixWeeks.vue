<script setup lang="ts">
import { clamp, dayAfter, hoursOn, weekdayOf, type Week } from '@unhurried/core'
import { scaleLinear } from 'd3-scale'
import { computed } from 'vue'
import { dateOf } from './days'

/** The next six weeks with the band of days on which something is done, and the day it must go out. */
const { calendar, likely, safe, due, words } = defineProps<{
  calendar: {
    readonly week: Week
    readonly people: number
    readonly daysOff: ReadonlySet<string>
    readonly from: string
  }
  /** Done in 50, and in 80 of 100 cases. */
  likely: string | undefined
  safe: string | undefined
  due: string | undefined
  words: string
  /** Without the names of days: a row among others. */
  small?: boolean
}>()
const days = computed(() => Array.from({ length: 42 }, (_, n) => dayAfter(calendar.from, n)))
const WIDE = 560
const at = computed(() => scaleLinear([0, days.value.length], [2, WIDE - 2]))
/** What is written at the edge stays within the picture: half of "must go out", and the name of a day. */
const [HALF_DUE, DAY] = [32, 36]
const indexOf = (day: string | undefined) => (day ? days.value.indexOf(day) : -1)
const band = computed(() => {
  const [from, to] = [indexOf(likely), indexOf(safe)]
  if (from < 0) return undefined
  return { x: at.value(from), width: at.value((to < 0 ? days.value.length - 1 : to) + 1) - at.value(from) }
})
</script>

<template>
  <svg :viewBox="small ? `0 14 ${WIDE} 34` : `0 0 ${WIDE} 64`" role="img" :aria-label="words">
    <defs>
      <linearGradient id="soft">
        <stop offset="0" class="soft-from" />
        <stop offset="1" class="soft-to" />
      </linearGradient>
    </defs>
    <rect
      v-for="(day, n) in days"
      :key="day"
      class="day"
      :class="{ off: hoursOn(calendar, day) === 0 }"
      :x="at(n)"
      :width="at(1) - at(0) - 1"
      y="22"
      height="18"
      rx="2"
    />
    <rect v-if="band" class="band" :x="band.x" :width="band.width" y="16" height="30" rx="6" />
    <g v-if="due && indexOf(due) >= 0" class="due">
      <line :x1="at(indexOf(due) + 1)" :x2="at(indexOf(due) + 1)" y1="10" y2="52" />
      <text v-if="!small" :x="clamp(at(indexOf(due) + 1), HALF_DUE, WIDE - HALF_DUE)" y="8" text-anchor="middle">
        must go out
      </text>
    </g>
    <template v-if="!small">
      <template v-for="(day, n) in days" :key="`name-${day}`">
        <text v-if="weekdayOf(day) === 0" class="name" :x="Math.min(at(n), WIDE - DAY)" y="60">{{ dateOf(day) }}</text>
      </template>
    </template>
  </svg>
</template>

<style scoped>
svg {
  width: 100%;
  max-width: 560px;
}

.day {
  fill: var(--card);
  stroke: var(--rule);
}

.day.off {
  fill: var(--sheet-shade);
  stroke: none;
}

.band {
  fill: url('#soft');
}

.soft-from {
  stop-color: var(--lagoon);
  stop-opacity: 0.55;
}

.soft-to {
  stop-color: var(--lagoon);
  stop-opacity: 0.15;
}

.due line {
  stroke: var(--persimmon);
  stroke-width: 2;
}

text {
  fill: var(--graphite);
  font-size: 11px;
}

.due text {
  fill: var(--persimmon-dark);
}
</style>
