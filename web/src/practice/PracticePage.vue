<script setup lang="ts">
import { EXERCISES, EYE_KINDS, writePracticeCsv } from '@unhurried/core'
import { ElMessageBox } from 'element-plus'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { inWords } from '../api/in-words'
import { useFirstSteps } from '../session/first-steps'
import { handDown } from '../parts/hand-down'
import { momentOf } from '../session/record/moment'
import { beginExercise } from './begin'
import { nameOf } from './amounts'
import PracticeCard from './PracticeCard.vue'
import { usePractice } from './usePractice'

const practice = usePractice()
const { results, trouble, isRead, dueNow } = practice
const router = useRouter()
const steps = useFirstSteps()
const busy = ref('')
const wrong = ref('')
const GROUPS = [
  {
    title: 'Exercises, in the order of the craft',
    note: '',
    act: 'Draw it',
    exercises: EXERCISES.filter(({ copied }) => !copied),
  },
  {
    title: 'Copying a motion',
    note: 'A motion is shown; only its keys are drawn, and compared: which, on which frames, and where. From a film of your own: lay it under the paper of any scene (Reference), watch it, hide it, draw its keys with one landmark pinned on each; then follow that landmark on the film, and compare.',
    act: 'Watch and draw',
    exercises: EXERCISES.filter(({ copied }) => copied),
  },
]

async function begin(id: string) {
  busy.value = id
  wrong.value = ''
  try {
    await router.push({ name: 'draw', params: { scene: await beginExercise(id) } })
  } catch (error) {
    wrong.value = inWords(error)
  } finally {
    busy.value = ''
  }
}
const isEye = (what: string) => EYE_KINDS.some(({ id }) => id === what)
const open = (what: string) => (isEye(what) ? router.push({ name: 'eye', params: { kind: what } }) : begin(what))

const csv = () =>
  handDown(new Blob([writePracticeCsv({ results: results.value, momentOf })], { type: 'text/csv' }), 'practice.csv')
async function forgetAll() {
  const sure = await ElMessageBox.confirm(
    'All that was measured of your practice is forgotten. What you drew stays on the shelf.',
    'Forget your practice?',
    { confirmButtonText: 'Forget it', cancelButtonText: 'Keep it' },
  ).catch(() => undefined)
  if (sure) await practice.forgetAll()
}
</script>

<template>
  <div class="table">
    <div class="line head">
      <h1>Practice</h1>
      <p class="note">Nothing here gives points. It measures, and says what it measured.</p>
      <RouterLink class="word" to="/">Back to the shelf</RouterLink>
      <button class="word" :disabled="results.length === 0" @click="csv">Practice as CSV</button>
      <button class="word" :disabled="results.length === 0" @click="forgetAll">Forget all …</button>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }} What you do now is kept on this machine.</p>
    <p v-if="wrong" class="trouble" role="alert">{{ wrong }}</p>
    <section class="paper panel due" aria-label="First steps">
      <h2>First steps</h2>
      <p>
        Twenty minutes from here to a bouncing ball of your own, handed over: one sentence at a time beside the thing it
        is about. Leave them and take them up as you like.
      </p>
      <div class="line">
        <button class="word" :aria-pressed="steps.isOn" @click="steps = { ...steps, isOn: !steps.isOn }">
          {{ steps.isOn ? 'Leave them' : steps.next > 1 ? 'Take them up again' : 'Take them' }}
        </button>
      </div>
    </section>
    <section v-if="isRead && dueNow.length > 0" class="paper panel due" aria-label="Due again">
      <h2>Due again</h2>
      <div class="line">
        <button v-for="what in dueNow" :key="what" class="word" @click="open(what)">{{ nameOf(what) }}</button>
      </div>
    </section>
    <section v-for="group in GROUPS" :key="group.title" :aria-label="group.title">
      <h2>{{ group.title }}</h2>
      <p v-if="group.note" class="note">{{ group.note }}</p>
      <ul class="cards">
        <PracticeCard
          v-for="exercise in group.exercises"
          :key="exercise.id"
          :practice="practice"
          :what="exercise.id"
          :name="exercise.name"
          :about="exercise.teaches"
          :exercise="exercise"
          :busy="busy === exercise.id"
          :act="group.act"
          @begin="begin(exercise.id)"
        />
      </ul>
    </section>
    <section aria-label="The eye">
      <h2>The eye</h2>
      <p class="note">Some thirty looks find the least you see. What you see less of, Second look can look for.</p>
      <ul class="cards">
        <PracticeCard
          v-for="kind in EYE_KINDS"
          :key="kind.id"
          :practice="practice"
          :what="kind.id"
          :name="kind.name"
          :about="kind.about"
          :exercise="undefined"
          act="Look"
          @begin="open(kind.id)"
        />
      </ul>
    </section>
  </div>
</template>

<style scoped>
.table {
  display: grid;
  gap: 16px;
  max-width: 1240px;
  margin: 0 auto;
  padding: 18px 28px 48px;
}

.head {
  align-items: baseline;
}

.head .note {
  flex: 1;
  min-width: 240px;
}

.trouble {
  color: var(--plum);
}

.due {
  padding: 12px 16px;
}

h2 {
  margin-bottom: 6px;
}

.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(230px, 1fr));
  gap: 12px;
  margin: 0;
  padding: 0;
  list-style: none;
}
</style>
