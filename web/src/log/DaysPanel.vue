<script setup lang="ts">
import { counted } from '@unhurried/core'
import { computed, ref } from 'vue'
import { useScene } from '../session/scene'
import { dateOf, durationInWords } from './days'
import { momentOf } from '../session/record/moment'
import DotCalendar from './DotCalendar.vue'
import type { Log } from './useLog'

const { log } = defineProps<{ log: Log }>()
const store = useScene()
const today = momentOf(Date.now()).day
const chosen = ref(today)
const secondsOn = (day: string) => log.secondsOn.value.get(day) ?? 0
const entries = computed(() => log.mine.value.filter(({ from }) => momentOf(from).day === chosen.value))
const nameOf = (drawing: string, level: string) =>
  `${store.scene!.levels[level]?.name ?? level} ${store.scene!.drawings[drawing]?.number ?? '(gone)'}`
const others = computed(() => log.here.value.filter(({ person }) => person !== log.person))
const total = (of: readonly { readonly seconds: number }[]) => of.reduce((sum, { seconds }) => sum + seconds, 0)

function correct(entry: (typeof entries.value)[number], minutes: string) {
  const value = Number(minutes)
  if (!Number.isFinite(value) || value < 0 || value > 48 * 60) return
  const { person: _, ...own } = entry
  void log.write({ ...own, seconds: Math.round(value * 60), by: 'written' })
}
</script>

<template>
  <section class="paper panel days" aria-label="Days">
    <h2>Days</h2>
    <p data-test="worked">
      On this scene you worked {{ durationInWords(total(log.mine.value))
      }}<template v-if="others.length > 0">, others {{ durationInWords(total(others)) }}</template
      >.
    </p>
    <DotCalendar v-model="chosen" :today="today" :seconds-on="log.secondsOn.value" />
    <div class="line">
      <h3>{{ chosen === today ? 'Today' : dateOf(chosen) }}</h3>
      <span class="note">{{ counted(entries.length, 'entry', 'entries') }}</span>
      <button v-if="secondsOn(chosen) > 0" class="word" @click="log.takeOut(chosen)">Take this day out</button>
    </div>
    <table v-if="entries.length > 0">
      <thead>
        <tr>
          <th scope="col">Began</th>
          <th scope="col">Drawing</th>
          <th scope="col">Pass</th>
          <th scope="col">Minutes</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="entry in entries" :key="entry.id">
          <td>{{ momentOf(entry.from).time }}</td>
          <td>{{ nameOf(entry.drawing, entry.level) }}</td>
          <td>{{ entry.pass }}</td>
          <td>
            <input
              type="number"
              min="0"
              max="2880"
              step="0.1"
              :aria-label="`Minutes on ${nameOf(entry.drawing, entry.level)}, ${entry.pass}`"
              :value="Math.round(entry.seconds / 6) / 10"
              @change="correct(entry, ($event.target as HTMLInputElement).value)"
            />
            <span v-if="entry.note" class="note">{{ entry.note }}</span>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.days {
  padding: 14px 16px;
}

table {
  border-collapse: collapse;
}

th {
  font-weight: 600;
  text-align: left;
}

th,
td {
  padding: 3px 12px 3px 0;
}

input {
  width: 74px;
  padding: 2px 6px;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--card);
}
</style>
