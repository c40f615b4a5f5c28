<script setup lang="ts">
import { counted } from '@unhurried/core'
import { onMounted, ref, shallowRef } from 'vue'
import { inWords } from '../api/in-words'
import { api, type Drawer } from '../api/api'
import { useFetching } from '../api/fetching'
import { inTurn } from '../api/in-turn'
import SceneCard from './SceneCard.vue'
import { dayInWords } from './words'

type Lying = Drawer['scenes'][number]

/** What is off the shelf: put away, or forgotten and soon gone. */
const drawer = shallowRef<Drawer>()
const { trouble, fetching } = useFetching()
const said = ref('')
/** The scene asked to be gone now, until that is said again. */
const goingNow = ref<string>()

const load = inTurn(() =>
  fetching(async () => {
    drawer.value = await api.readDrawer()
  }),
)
onMounted(load)
async function act(work: () => Promise<unknown>, sentence: string) {
  try {
    await work()
    said.value = sentence
    goingNow.value = undefined
    await load()
  } catch (error) {
    trouble.value = inWords(error)
  }
}
const bringBack = (entry: Lying) =>
  act(
    () => api.shelveScene(entry.id, { away: false }),
    `${entry.name} is on the shelf again, in ${entry.productionName}.`,
  )
const forget = (entry: Lying) =>
  act(() => api.forgetScene(entry.id, false), `${entry.name} is gone in thirty days unless it is brought back.`)
const goNow = (entry: Lying) => act(() => api.forgetScene(entry.id, true), `${entry.name} is gone.`)
</script>

<template>
  <div class="drawer">
    <div class="head">
      <h1>Drawer</h1>
      <RouterLink class="word" to="/">Back to the shelf</RouterLink>
    </div>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }} <button class="word" @click="load">Try again</button></p>
    <p v-if="said" class="note" role="status">{{ said }}</p>
    <p v-if="!drawer && !trouble" class="note">Opening the drawer …</p>
    <p v-else-if="drawer && drawer.productions.length + drawer.scenes.length === 0" class="note">
      Nothing lies in the drawer. What is put away on the shelf lies here until it is brought back; what is forgotten
      lies here for thirty days.
    </p>
    <ul v-if="drawer?.productions.length" class="productions" aria-label="Productions put away">
      <li v-for="each in drawer.productions" :key="each.id" class="line">
        <h2>{{ each.name }}</h2>
        <span class="note">{{ counted(each.count, 'scene') }}, put away {{ dayInWords(new Date(each.since)) }}</span>
        <button
          class="word"
          @click="act(() => api.changeProduction(each.id, { away: false }), `${each.name} is on the shelf again.`)"
        >
          Bring back
        </button>
      </li>
    </ul>
    <ul v-if="drawer?.scenes.length" class="card-grid" aria-label="Scenes in the drawer">
      <SceneCard v-for="entry in drawer.scenes" :key="entry.id" :entry="entry" :production="entry.productionName">
        <div class="panel acts">
          <p v-if="entry.goneOn" class="going">Forgotten: gone on {{ dayInWords(new Date(entry.goneOn)) }}</p>
          <p v-else class="note">Put away {{ dayInWords(new Date(entry.since)) }}</p>
          <div v-if="goingNow !== entry.id" class="line">
            <button class="word main" @click="bringBack(entry)">Bring back</button>
            <button v-if="entry.goneOn" class="word" @click="goingNow = entry.id">Gone now …</button>
            <button v-else class="word" @click="forget(entry)">Forget</button>
          </div>
          <div v-else class="panel" role="group" :aria-label="`${entry.name} gone now`">
            <p>
              {{ counted(entry.done, 'drawing') }} and the whole history of {{ entry.name }} will be gone at once, and
              nobody can bring them back.
            </p>
            <div class="line">
              <button class="word" @click="goNow(entry)">Let it be gone</button>
              <button class="word main" @click="goingNow = undefined">Keep it</button>
            </div>
          </div>
        </div>
      </SceneCard>
    </ul>
  </div>
</template>

<style scoped>
.drawer {
  display: grid;
  gap: 16px;
  max-width: 1240px;
  margin: 0 auto;
  padding: 26px 28px 48px;
}

.head {
  display: flex;
  align-items: baseline;
  gap: 16px;
}

.head a {
  margin-left: auto;
}

.productions {
  display: grid;
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.acts {
  padding: 4px 14px;
  font-size: 14px;
}

.going,
.wrong {
  color: var(--plum);
}
</style>
