<script setup lang="ts">
import { counted, feetAndFrames, weekdayOf } from '@unhurried/core'
import { computed, ref } from 'vue'
import { framesAndSeconds } from '../../parts/frames'
import { casesInWords, dateOf, durationInWords, hoursInWords, WEEKDAYS } from '../days'
import { momentOf } from '../../session/record/moment'
import DotCalendar from '../DotCalendar.vue'
import HoursBars from '../HoursBars.vue'
import SceneStages from './SceneStages.vue'
import SixWeeks from '../SixWeeks.vue'
import { useProductionLog } from './useProductionLog'

const { production } = defineProps<{ production: string }>()
const { name, scenes, log, trouble, load, calendar, inOrder, byScene, byPass, secondsOn } = useProductionLog(production)
const chosen = ref(momentOf(Date.now()).day)
const all = computed(() => inOrder.value.at(-1)?.until)
const frames = computed(() => (scenes.value ?? []).reduce((sum, { length }) => sum + length, 0))
const seconds = computed(() => (scenes.value ?? []).reduce((sum, { length, fps }) => sum + length / fps, 0))
const rates = computed(() => new Set((scenes.value ?? []).map(({ fps }) => fps)))
const length = computed(() => {
  if (!scenes.value) return ''
  const said =
    rates.value.size === 1 ? framesAndSeconds(frames.value, [...rates.value][0]!) : `${Math.round(seconds.value)} s`
  return `${counted(scenes.value.length, 'scene')}, ${said}, ${feetAndFrames(frames.value)} feet and frames of film.`
})
const named = (day: string) => `${WEEKDAYS[weekdayOf(day)]} ${dateOf(day)}`
type Row = (typeof inOrder.value)[number]
function doneWords({ done, until, scene, late }: Row) {
  if (!until || !done) return 'Reckoning …'
  if (!done.likely.day || !done.safe.day) return 'No hours are worked in this week.'
  const days =
    done.likely.day === done.safe.day
      ? `on ${named(done.safe.day)}`
      : `${named(done.likely.day)} to ${named(done.safe.day)}`
  if (!scene.dueOn) return `Done ${days}.`
  return `Done ${days}; must go out on ${named(scene.dueOn)}${late ? ', which is not kept in 80 of 100 cases' : ''}.`
}
const lateOnes = computed(() => inOrder.value.filter(({ late }) => late))
</script>

<template>
  <div class="page">
    <div class="line head">
      <h1>Log of {{ name || 'a production' }}</h1>
      <RouterLink class="word" to="/">Back to the shelf</RouterLink>
    </div>
    <p v-if="trouble" class="trouble" role="alert">
      {{ trouble }} <button class="word" @click="load">Try again</button>
    </p>
    <p v-else-if="!scenes" class="note">Fetching the log …</p>
    <div v-else class="in-two">
      <section class="paper panel" aria-label="What is left">
        <h2>What is left</h2>
        <p class="note">{{ length }}</p>
        <p v-if="inOrder.length === 0" data-test="left">
          {{
            scenes.length === 0
              ? 'No scene is in this production yet.'
              : 'Nothing is left: every drawing on every sheet has all its passes.'
          }}
        </p>
        <p v-else-if="all" data-test="left">
          About <strong>{{ hoursInWords(all.p50) }}</strong>. {{ casesInWords(all) }}
        </p>
        <p v-else class="note">Reckoning …</p>
        <template v-if="inOrder.length > 0">
          <h3>In this order</h3>
          <p class="note">
            What must go out first is done first: no other order keeps the days better.
            {{ lateOnes.length > 0 ? `${counted(lateOnes.length, 'scene')} would be late even so.` : '' }}
          </p>
          <ol>
            <li v-for="row in inOrder" :key="row.scene.id" :class="{ late: row.late }">
              <RouterLink :to="{ name: 'log', params: { scene: row.scene.id } }">{{ row.scene.name }}</RouterLink>
              <span class="note">{{ counted(row.left, 'pass', 'passes') }} of drawings left</span>
              <p>{{ doneWords(row) }}</p>
              <SixWeeks
                small
                :calendar="calendar"
                :likely="row.done?.likely.day"
                :safe="row.done?.safe.day"
                :due="row.scene.dueOn"
                :words="doneWords(row)"
              />
            </li>
          </ol>
        </template>
      </section>
      <div class="in-column">
        <section class="paper panel" aria-label="Days">
          <h2>Days</h2>
          <DotCalendar v-model="chosen" :today="momentOf(Date.now()).day" :seconds-on="secondsOn" />
          <p data-test="worked">
            {{ dateOf(chosen) }}: {{ secondsOn.get(chosen) ? durationInWords(secondsOn.get(chosen)!) : 'nothing' }}, by
            everyone.
          </p>
        </section>
        <section v-if="log && log.length > 0" class="paper panel" aria-label="Where the hours went">
          <h2>Where the hours went</h2>
          <HoursBars title="By scene" :rows="byScene" />
          <HoursBars title="By pass" :rows="byPass" />
        </section>
        <SceneStages :scenes="scenes" />
      </div>
    </div>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  gap: 12px;
  max-width: 1240px;
  margin: 0 auto;
  padding: 18px 28px 40px;
}

.head {
  align-items: baseline;
}

.head h1 {
  flex: 1;
}

.trouble,
.late > p {
  color: var(--plum);
}

.panel {
  padding: 14px 16px;
}

ol {
  display: grid;
  gap: 10px;
  margin: 0;
  padding-left: 20px;
}

li > a {
  margin-right: 10px;
  font-weight: 600;
}
</style>
