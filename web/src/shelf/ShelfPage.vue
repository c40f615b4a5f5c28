<script setup lang="ts">
import { counted, nameSchema, sentenceOf } from '@unhurried/core'
import { useDebounceFn } from '@vueuse/core'
import { defineAsyncComponent, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { inWords } from '../api/in-words'
import { api, type Production } from '../api/api'
import { freshId } from '../api/ids'
import ProductionHead from './ProductionHead.vue'
import SceneCard from './SceneCard.vue'
import SceneRow from './SceneRow.vue'
import type { Said } from './shelf-acts'
import { useShelf } from './useShelf'
import { useFirstSteps } from '../session/first-steps'
import type { ThingsAsked } from '../parts/things/things'
import { useSorted } from '../parts/useSorted'

// Only where the server does not answer.
const CopiesHere = defineAsyncComponent(() => import('./CopiesHere.vue'))
const shelf = useShelf()
const { productions, found, trouble, said } = shelf
const rows = ref<HTMLElement>()
useSorted(rows, {
  ...{ group: 'productions', draggable: 'section', handle: 'h2' },
  // Its name is enough to see where it goes.
  onStart: (_, ghost) => ghost?.querySelector('ul')?.remove(),
  onMoved: (item, _, at) => void shelf.moveProduction(item.dataset['id']!, at),
})
const steps = useFirstSteps()
const newName = ref('')
const naming = ref(false)
const nameTrouble = ref('')

const words = ref('')
const left = ref<'any' | 'to-do' | 'to-mend'>('any')
const LEFT = [
  { is: 'to-do', word: 'To draw' },
  { is: 'to-mend', word: 'To mend' },
] as const
const search = useDebounceFn(() => shelf.search(words.value, left.value), 120)
watch([words, left], () => void search())

/** What comes in and goes out as archives, told at the production it is about. */
const carried = ref<Said & { production: string }>()
const tellOf = (production: string) => (now: Said) => (carried.value = { ...now, production })
// Fetched when something is first carried.
const carrying = () => import('./archive-acts')
async function bringIn(production: string, files: readonly File[]) {
  if (files.length === 0) return
  await (await carrying()).bringIn(files, production, tellOf(production))
  await shelf.load()
}
/** Files are let go on a production; what is sorted by dragging is none of them. */
const hasFiles = ({ dataTransfer }: DragEvent) => dataTransfer?.types.includes('Files') === true
const over = (event: DragEvent) => hasFiles(event) && event.preventDefault()
function dropOn(production: string, event: DragEvent) {
  if (!hasFiles(event)) return
  event.preventDefault()
  void bringIn(production, [...event.dataTransfer!.files])
}
const handOut = async (production: Production) => (await carrying()).handOut(production, tellOf(production.id))

/** What can be done with a scene, fetched when it is first asked. */
const router = useRouter()
const thingsAt = async (target: Element) => {
  const { thingsOnShelf } = await import('./things')
  return () => thingsOnShelf(shelf, router, target)
}

async function addProduction() {
  const parsed = nameSchema.safeParse(newName.value)
  nameTrouble.value = parsed.success ? '' : sentenceOf(parsed.error)
  if (!parsed.success) return
  try {
    await api.createProduction({ id: freshId(), name: parsed.data })
    newName.value = ''
    naming.value = false
    await shelf.load()
  } catch (error) {
    nameTrouble.value = inWords(error)
  }
}
</script>

<template>
  <div class="shelf" @things="(asked: ThingsAsked) => asked.detail.push(() => thingsAt(asked.target as Element))">
    <div class="head">
      <h1>Shelf</h1>
      <ElInput
        v-model="words"
        class="search"
        clearable
        aria-label="Find scenes"
        placeholder="Find a name, level or note"
      />
      <span class="line" role="group" aria-label="Show alone">
        <button
          v-for="{ is, word } in LEFT"
          :key="is"
          class="word"
          :aria-pressed="left === is"
          @click="left = left === is ? 'any' : is"
        >
          {{ word }}
        </button>
      </span>
      <RouterLink class="word" :to="{ name: 'practising' }" data-thing="practice">Practice</RouterLink>
      <RouterLink class="word" :to="{ name: 'drawer' }">Drawer</RouterLink>
      <button class="word" :aria-expanded="naming" @click="naming = !naming">New production</button>
    </div>
    <form v-if="naming" class="naming" @submit.prevent="addProduction">
      <label for="production-name">Name of the production</label>
      <ElInput id="production-name" v-model="newName" />
      <ElButton type="primary" native-type="submit">Put it on the shelf</ElButton>
      <span v-if="nameTrouble" class="wrong" role="alert">{{ nameTrouble }}</span>
    </form>
    <p v-if="said" :class="said.wrong ? 'wrong' : 'note'" :role="said.wrong ? 'alert' : 'status'">
      {{ said.sentence }} <button v-if="said.stop" class="word" @click="said.stop">Stop</button>
    </p>
    <div v-if="trouble" class="paper empty" role="alert">
      <p>{{ trouble }}</p>
      <button class="word main" @click="shelf.load">Try again</button>
      <CopiesHere />
    </div>
    <p v-else-if="!productions" class="note">Fetching the shelf …</p>
    <section v-else-if="found" class="row" aria-label="Found">
      <p class="note" role="status">
        {{ found.count === 0 ? 'No scene on the shelf is like that.' : counted(found.count, 'scene') + ' found'
        }}{{ found.count > found.scenes.length ? `, the first ${found.scenes.length} shown: say more words` : '' }}
      </p>
      <ul class="card-grid">
        <SceneCard v-for="entry in found.scenes" :key="entry.id" :entry="entry" :production="entry.productionName" />
      </ul>
    </section>
    <div v-else-if="productions.length === 0" class="paper empty">
      <p>Nothing on the shelf yet. Set up a scene and draw, or name a production for it first.</p>
      <div class="choices">
        <RouterLink class="word main" :to="{ name: 'new' }">Set up a first scene</RouterLink>
        <button class="word" @click="steps = { next: 0, isOn: true }">First steps, twenty minutes</button>
        <button class="word" @click="naming = true">New production</button>
      </div>
    </div>
    <div v-else ref="rows" class="rows">
      <section
        v-for="production in productions"
        :key="production.id"
        class="row"
        :aria-label="production.name"
        :data-id="production.id"
        @dragover="over"
        @drop="(event) => dropOn(production.id, event)"
      >
        <ProductionHead
          :shelf="shelf"
          :production="production"
          @bring="(files) => bringIn(production.id, files)"
          @hand-out="handOut(production)"
        />
        <p
          v-if="carried?.production === production.id"
          :class="carried.wrong ? 'wrong' : 'note'"
          :role="carried.wrong ? 'alert' : 'status'"
        >
          {{ carried.sentence }} <button v-if="carried.stop" class="word" @click="carried.stop">Stop</button>
        </p>
        <SceneRow :shelf="shelf" :production="production" />
      </section>
    </div>
  </div>
</template>

<style scoped>
.shelf {
  display: grid;
  gap: 18px;
  max-width: 1240px;
  margin: 0 auto;
  padding: 26px 28px 48px;
}

.head {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 8px 12px;
}

.head h1 {
  margin-right: auto;
}

.search {
  width: 230px;
}

.rows {
  display: grid;
  gap: 18px;
}

.row {
  display: grid;
  gap: 12px;
}

.row.goes-here {
  opacity: 0.5;
  outline: 2px dashed var(--lagoon);
}

.naming {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}

.naming .el-input {
  width: 300px;
}

.wrong {
  color: var(--plum);
}

.empty {
  display: grid;
  gap: 12px;
  justify-items: start;
  padding: 24px;
}
</style>
