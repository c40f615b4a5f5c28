<script setup lang="ts">
import { dayAfter, mustMake, schedule, weekdayOf, type Week } from '@unhurried/core'
import { computed } from 'vue'
import DayInput from '../parts/DayInput.vue'
import { useScene } from '../session/scene'
import { dateOf, WEEKDAYS } from './days'
import { momentOf } from '../session/record/moment'
import SixWeeks from './SixWeeks.vue'
import type { Log } from './useLog'
import { useWorkingWeek } from './useWorkingWeek'

const { log } = defineProps<{ log: Log }>()
const store = useScene()
const own = useWorkingWeek()
const today = momentOf(Date.now()).day
const calendar = computed(() => ({
  week: own.value.week as Week,
  people: own.value.people,
  daysOff: new Set(own.value.daysOff),
  from: today,
}))
const due = computed(() => store.scene!.settings.dueOn ?? undefined)
const toDo = computed(() => log.toDo.value.reduce((sum, { count }) => sum + count, 0))
const done = computed(() => schedule({ hours: log.hours.value ?? { p50: 0, p80: 0 }, ...calendar.value }))
/** Drawings and passes on a full day, up to the day it must go out. */
const aDay = computed(() => (due.value ? mustMake({ toDo: toDo.value, by: due.value, ...calendar.value }) : 0))
const named = (day: string) => `${WEEKDAYS[weekdayOf(day)]} ${dateOf(day)}`
const words = computed(() => {
  if (!log.hours.value) return 'Reckoning …'
  const { likely, safe } = done.value
  if (!likely.day || !safe.day) return 'No hours are worked in this week: nothing would ever be done.'
  if (likely.day === safe.day) return `Done on ${named(safe.day)}, in 80 of 100 cases.`
  return `Done by ${named(likely.day)} in 50 of 100 cases, by ${named(safe.day)} in 80.`
})
const against = computed(() => {
  if (!due.value) return ''
  if (toDo.value === 0) return 'It can go out.'
  if (!Number.isFinite(aDay.value)) return `No working hours are left until ${named(due.value)}.`
  const safe = done.value.safe.day
  const isEnough = safe !== undefined && safe <= due.value
  return `It must go out on ${named(due.value)}: ${Math.round(aDay.value * 10) / 10} passes of drawings each full day. ${
    isEnough ? 'That holds in 80 of 100 cases.' : 'By the log that is not enough in 80 of 100 cases.'
  }`
})

const days = computed(() => Array.from({ length: 42 }, (_, n) => dayAfter(today, n)))

function setHours(weekday: number, hours: number | undefined) {
  const week = own.value.week.with(weekday, Math.min(24, Math.max(0, hours ?? 0))) as typeof own.value.week
  own.value = { ...own.value, week }
}
function turnOff(day: string) {
  const { daysOff } = own.value
  own.value = {
    ...own.value,
    daysOff: daysOff.includes(day) ? daysOff.filter((each) => each !== day) : [...daysOff, day],
  }
}
</script>

<template>
  <section class="paper panel schedule" aria-label="When it is done">
    <h2>When it is done</h2>
    <p data-test="done">{{ toDo === 0 ? 'Nothing is left to do.' : words }}</p>
    <p v-if="against" data-test="due">{{ against }}</p>
    <SixWeeks
      :calendar="calendar"
      :likely="toDo > 0 ? done.likely.day : undefined"
      :safe="done.safe.day"
      :due="due"
      :words="`The next six weeks. ${words} ${against}`"
    />
    <div class="line">
      <label
        >Must go out on
        <DayInput
          :day="due ?? ''"
          @day="(day) => store.change({ type: 'scene.set', settings: { dueOn: day || null } })"
        />
      </label>
      <span>People</span>
      <NumberField
        :model-value="own.people"
        size="small"
        class="short"
        :min="1"
        :max="99"
        :controls="false"
        aria-label="People"
        @change="(people?: number) => (own = { ...own, people: people ?? 1 })"
      />
    </div>
    <div class="line" role="group" aria-label="Hours worked by weekday">
      <span class="note">Hours</span>
      <span v-for="(weekday, n) in WEEKDAYS" :key="weekday" class="weekday">
        {{ weekday }}
        <NumberField
          fractional
          :model-value="own.week[n]"
          size="small"
          class="hours"
          :min="0"
          :max="24"
          :controls="false"
          :aria-label="`Hours on ${weekday}`"
          @change="(hours?: number) => setHours(n, hours)"
        />
      </span>
    </div>
    <details>
      <summary>Days off: {{ own.daysOff.filter((day) => day >= today).length }}</summary>
      <div class="off-days" role="group" aria-label="Days off">
        <button
          v-for="day in days"
          :key="day"
          class="word"
          :aria-pressed="own.daysOff.includes(day)"
          @click="turnOff(day)"
        >
          {{ named(day) }}
        </button>
      </div>
    </details>
  </section>
</template>

<style scoped>
.schedule {
  padding: 14px 16px;
}

label,
.weekday {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}

.short {
  width: 56px;
}

.hours {
  width: 44px;
}

.off-days {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  padding-top: 6px;
}
</style>
