<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { inWords } from '../api/in-words'
import { useExercise } from '../session/practice/exercise'
import { useScene } from '../session/scene'
import { round } from './amounts'
import { beginExercise } from './begin'
import PracticeCurve from './PracticeCurve.vue'
import ScorePicture from './ScorePicture.vue'
import { resultOf, saysTheSame, useMeasure, type Exercised } from './useMeasure'
import { usePractice } from './usePractice'

const store = useScene()
const router = useRouter()
const exercise = useExercise()
const practice = usePractice()
const { here, best, trouble, measure, measureBest } = useMeasure()
const score = computed(() => here.value?.score)
onMounted(async () => {
  await measure()
  await practice.load()
  await keep()
  const other = bestElsewhere.value
  if (other) await measureBest(other.scene)
})
const before = computed(() => (exercise.exercise ? practice.ofWhat(exercise.exercise.id) : []))
/** The best answer in another scene. */
const bestElsewhere = computed(() =>
  before.value
    .flatMap((result) => (result.kind === 'exercise' && result.scene !== store.id ? [result] : []))
    .reduce<Exercised | undefined>((a, b) => (a && a.share <= b.share ? a : b), undefined),
)
const wrong = ref('')

/** Looked at again without a change, an answer stays of the day it was given. */
async function keep() {
  if (!here.value || !exercise.given) return
  const result = resultOf(store.id, exercise.given, here.value.score)
  const known = practice.results.value.find(({ id }) => id === result.id)
  if (!saysTheSame(result, known)) await practice.add(result)
}
function open(drawing: string) {
  store.showDrawing(drawing)
  void router.push({ name: 'draw', params: { scene: store.id } })
}
async function again() {
  try {
    await router.push({ name: 'draw', params: { scene: await beginExercise(exercise.exercise!.id) } })
  } catch (error) {
    wrong.value = inWords(error)
  }
}
const sideOf = ({ along, beside }: { along: number; beside: number }) =>
  Math.max(Math.abs(along), beside) < 1
    ? 'on its place'
    : Math.abs(along) > beside
      ? `${round(Math.abs(along))} px ${along < 0 ? 'late' : 'early'}`
      : `${round(beside)} px beside the arc`
</script>

<template>
  <div class="page">
    <h1 v-if="!exercise.exercise">Practice</h1>
    <p v-if="!exercise.given" class="paper panel note">
      This scene is no exercise. Begin one in <RouterLink :to="{ name: 'practising' }">Practice</RouterLink>.
    </p>
    <p v-else-if="!exercise.exercise" class="paper panel trouble" role="alert">
      This exercise is not known here: it was begun by a newer version. What is drawn of it is a scene like any other.
    </p>
    <template v-else>
      <div class="line head">
        <h1>{{ exercise.exercise.name }}</h1>
        <span class="grow" />
        <RouterLink class="word" :to="{ name: 'draw', params: { scene: store.id } }">Draw on</RouterLink>
        <button class="word" @click="again">Draw it anew</button>
        <RouterLink class="word" :to="{ name: 'practising' }">All practice</RouterLink>
      </div>
      <p v-if="wrong" class="trouble" role="alert">{{ wrong }}</p>
      <p v-if="trouble" class="paper panel trouble" role="alert" data-test="trouble">{{ trouble }}</p>
      <div v-else-if="here && score" class="in-two">
        <div class="in-column">
          <section class="paper panel" aria-label="Against the law">
            <ScorePicture v-bind="here" @open="open" />
            <p class="note key">Dashed and ringed: the law. Dots: your drawings. Choose one to open it.</p>
          </section>
          <section v-if="best && bestElsewhere" class="paper panel" aria-label="Your best so far">
            <h2>{{ best.score.share < score.share ? 'Your best so far' : 'Your best before this' }}</h2>
            <ScorePicture
              v-bind="best"
              @open="router.push({ name: 'practice', params: { scene: bestElsewhere.scene } })"
            />
            <p class="note">
              {{ Math.round(100 * best.score.share) }} % off its law; this one {{ Math.round(100 * score.share) }} %.
            </p>
          </section>
        </div>
        <div class="in-column">
          <section class="paper panel" aria-label="What was measured">
            <h2>What was measured</h2>
            <ul data-test="measured">
              <li v-for="sentence in here.words" :key="sentence">{{ sentence }}</li>
            </ul>
            <button v-if="score.first" class="word main" data-thing="look first" @click="open(score.first)">
              Open the one to look at first
            </button>
          </section>
          <section v-if="before.length > 1" class="paper panel" aria-label="Over the weeks">
            <h2>Over the weeks</h2>
            <PracticeCurve :results="before" :name="exercise.exercise.name" />
          </section>
          <section class="paper panel" aria-label="The law">
            <h2>The law</h2>
            <p>{{ exercise.exercise.law }}</p>
          </section>
          <section class="paper panel" aria-label="Drawing by drawing">
            <h2>Drawing by drawing</h2>
            <table>
              <thead>
                <tr>
                  <th scope="col">Drawing</th>
                  <th scope="col">Off by</th>
                  <th scope="col">Of its step</th>
                  <th scope="col">How</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="each in score.drawings" :key="each.drawing">
                  <td>
                    <button class="word" :aria-label="`Open drawing ${each.number}`" @click="open(each.drawing)">
                      {{ each.number }}
                    </button>
                  </td>
                  <td>{{ round(each.px) }} px</td>
                  <td>{{ Math.round(100 * each.share) }} %</td>
                  <td>{{ sideOf(each) }}</td>
                </tr>
              </tbody>
            </table>
          </section>
        </div>
      </div>
      <p v-else class="note" role="status">Measuring …</p>
    </template>
  </div>
</template>

<style scoped>
.page {
  display: flex;
  flex-direction: column;
  gap: 12px;
  padding: 14px 18px 18px;
  overflow: auto;
}

.grow {
  flex: 1;
}

.panel {
  padding: 14px 16px;
}

.trouble {
  color: var(--plum);
}

.in-two {
  --first: 1.5fr;
}

ul {
  display: grid;
  gap: 4px;
  margin: 0 0 8px;
  padding-left: 18px;
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
  padding: 2px 12px 2px 0;
  font-variant-numeric: tabular-nums;
}
</style>
