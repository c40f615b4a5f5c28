<script setup lang="ts">
import { ARCHIVE_LIMITS, nameSchema, sentenceOf } from '@unhurried/core'
import { defineAsyncComponent, onMounted, ref, shallowRef } from 'vue'
import { api, type Production } from '../api/api'
import { freshId } from '../api/ids'
import { framesAndSeconds } from '../parts/frames'

// The shelf can be read before its pencil tests can be painted.
const ScenePreview = defineAsyncComponent(() => import('./ScenePreview.vue'))
const productions = shallowRef<Production[]>()
const trouble = ref('')
const newName = ref('')
const naming = ref(false)
const nameTrouble = ref('')

async function load() {
  trouble.value = ''
  try {
    productions.value = await api.shelf()
  } catch (error) {
    trouble.value = (error as Error).message
  }
}
onMounted(load)

async function showMore({ id, scenes }: Production) {
  try {
    const more = await api.scenesAfter(id, scenes.at(-1)!.id)
    productions.value = productions.value?.map((each) =>
      each.id === id ? { ...each, scenes: [...each.scenes, ...more] } : each,
    )
  } catch (error) {
    trouble.value = (error as Error).message
  }
}

const bringing = ref<{ production: string; sentence: string; wrong: boolean }>()
async function bringIn(production: string, event: Event) {
  const field = event.target as HTMLInputElement
  const file = field.files?.[0]
  if (!file) return
  bringing.value = { production, sentence: `Reading ${file.name} …`, wrong: false }
  try {
    if (file.size > ARCHIVE_LIMITS.packed)
      throw new Error(`${file.name} is larger than ${ARCHIVE_LIMITS.packed / 1024 / 1024} MB.`)
    const { scene } = await api.putArchive({ id: freshId(), production }, file)
    await load()
    bringing.value = { production, sentence: `${scene.settings.name} is on the shelf now.`, wrong: false }
  } catch (error) {
    bringing.value = { production, sentence: (error as Error).message, wrong: true }
  }
  field.value = ''
}

async function addProduction() {
  const parsed = nameSchema.safeParse(newName.value)
  nameTrouble.value = parsed.success ? '' : sentenceOf(parsed.error)
  if (!parsed.success) return
  try {
    await api.createProduction({ id: freshId(), name: parsed.data })
    newName.value = ''
    naming.value = false
    await load()
  } catch (error) {
    nameTrouble.value = (error as Error).message
  }
}
</script>

<template>
  <div class="shelf">
    <div class="head">
      <h1>Shelf</h1>
      <button class="word" :aria-expanded="naming" @click="naming = !naming">New production</button>
    </div>
    <form v-if="naming" class="naming" @submit.prevent="addProduction">
      <label for="production-name">Name of the production</label>
      <ElInput id="production-name" v-model="newName" />
      <ElButton type="primary" native-type="submit">Put it on the shelf</ElButton>
      <span v-if="nameTrouble" class="wrong" role="alert">{{ nameTrouble }}</span>
    </form>
    <div v-if="trouble" class="paper empty" role="alert">
      <p>{{ trouble }}</p>
      <button class="word main" @click="load">Try again</button>
    </div>
    <p v-else-if="!productions" class="note">Fetching the shelf …</p>
    <div v-else-if="productions.length === 0" class="paper empty">
      <p>Nothing on the shelf yet. Name a production first; its scenes come next.</p>
      <button class="word main" @click="naming = true">New production</button>
    </div>
    <section v-for="production in productions ?? []" :key="production.id" class="row" :aria-label="production.name">
      <div class="head">
        <h2>{{ production.name }}</h2>
        <span class="note">{{ production.count }} scene{{ production.count === 1 ? '' : 's' }}</span>
        <label class="word bring"
          >Bring in a scene …
          <input
            type="file"
            class="unseen"
            accept=".zip,application/zip"
            :aria-label="`Bring a scene from an archive into ${production.name}`"
            @change="bringIn(production.id, $event)"
        /></label>
        <RouterLink class="word" :to="{ name: 'new', query: { production: production.id } }"
          >Set up a new scene</RouterLink
        >
      </div>
      <p
        v-if="bringing?.production === production.id"
        :class="bringing.wrong ? 'wrong' : 'note'"
        :role="bringing.wrong ? 'alert' : 'status'"
      >
        {{ bringing.sentence }}
      </p>
      <ul>
        <li v-for="entry in production.scenes" :key="entry.id" class="paper card">
          <RouterLink :to="{ name: 'draw', params: { scene: entry.id } }">
            <div class="test"><ScenePreview :entry="entry" :width="272" /></div>
            <h3>{{ entry.name }}</h3>
          </RouterLink>
          <p class="note">{{ framesAndSeconds(entry.length, entry.fps) }} at {{ entry.fps }}</p>
          <p class="tally">
            <span class="done">{{ entry.done }} drawn</span>
            <span v-if="entry.toDo > 0" class="left">{{ entry.toDo }} to draw</span>
            <span v-else-if="entry.done > 0" class="left">nothing left to draw</span>
            <span v-else class="left">no key yet</span>
          </p>
          <p v-if="entry.told" class="told">{{ entry.told }}</p>
        </li>
      </ul>
      <button v-if="production.scenes.length < production.count" class="word" @click="showMore(production)">
        Show the next of {{ production.count - production.scenes.length }} more scenes
      </button>
      <p v-if="production.scenes.length === 0" class="note">No scene yet: set one up and put its first key down.</p>
    </section>
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
  align-items: baseline;
  gap: 16px;
}

.bring {
  margin-left: auto;
}

.bring:focus-within {
  outline: 2px solid var(--lagoon);
}

.head > :last-child:not(.bring + a) {
  margin-left: auto;
  text-decoration: none;
}

.row {
  display: grid;
  gap: 12px;
}

.row .head {
  padding-bottom: 6px;
  border-bottom: 1px solid #cdbd9f;
}

ul {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 18px;
  margin: 0;
  padding: 0;
  list-style: none;
}

.card {
  overflow: hidden;
  padding-bottom: 11px;
}

.test {
  aspect-ratio: 16 / 9;
}

.card a {
  color: var(--ink);
  text-decoration: none;
}

.card:hover h3 {
  text-decoration: underline;
  text-decoration-color: var(--lagoon);
}

.card h3 {
  padding: 10px 14px 2px;
}

.card p {
  padding: 0 14px;
}

.tally {
  display: flex;
  gap: 12px;
  font-size: 14px;
}

.done {
  color: var(--moss);
}

.left {
  color: var(--graphite);
}

.told {
  margin-top: 4px;
  color: var(--plum);
  font-size: 14px;
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
