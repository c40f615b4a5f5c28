<script setup lang="ts">
import {
  broughtFromLibrary,
  EditRefused,
  mouthsBrought,
  nearestSheet,
  sheetAtSize,
  type Ink,
  type Level,
  type Pass,
} from '@unhurried/core'
import { api } from '../../api/api'
import { computed, ref } from 'vue'
import { freshId } from '../../api/ids'
import { useSceneLibrary } from '../../session/library'
import { sayWhy, useScene } from '../../session/scene'

/** Who of the library is drawn on a level, and its model sheet at the size it has here. */
const { level } = defineProps<{ level: Level }>()
const store = useScene()
const { entries, trouble } = useSceneLibrary()
const entry = computed(() => entries.value.find(({ id }) => id === level.character))
const angle = ref(0)

function refusable(act: () => void) {
  try {
    act()
  } catch (error) {
    if (!(error instanceof EditRefused)) throw error
    sayWhy(error)
  }
}
function bring(id: string) {
  const character = entries.value.find((each) => each.id === id)
  if (!character) return
  refusable(() => {
    const edits = broughtFromLibrary(store.scene!, { level: level.id, character, freshId })
    if (edits.length > 0) store.change({ type: 'together', words: `${character.name} from the library`, edits })
  })
}
/** The words mouths are laid to: those of a sound, else each shape in turn. */
const spoken = computed(() => Object.values(store.scene!.sounds ?? {}).filter(({ id }) => store.scene!.said?.[id]))
const words = ref<string>()
const busy = ref(false)
async function layMouths() {
  const { mouths, id, name } = entry.value!
  const here = store.thisScene()
  busy.value = true
  try {
    const { scene } = await api.readScene(mouths!.scene)
    const passes = await api.readInk(mouths!.scene, scene.plans?.[mouths!.plan]?.drawings ?? [])
    if (!here.isOpen()) return
    const ink = new Map<string, Ink>(passes.map((pass) => [`${pass.drawing}/${pass.pass}`, pass.ink]))
    const { edit, level: made } = mouthsBrought({
      ...{ scene: store.working!, take: store.take, freshId, character: { id, name } },
      sound: words.value ?? spoken.value[0]?.id,
      from: { scene, plan: mouths!.plan, inkOf: (drawing: string, pass: Pass) => ink.get(`${drawing}/${pass}`) ?? [] },
    })
    if (here.change(edit)) store.level = made
  } catch (error) {
    sayWhy(error)
  } finally {
    busy.value = false
  }
}
const letGo = () => store.change({ type: 'level.set', level: level.id, fields: { character: null } })
function lay() {
  const character = entry.value!
  const sheet = nearestSheet(character.sheets, angle.value)!
  const there = Object.values(store.scene!.references ?? {}).find(
    (each) =>
      each.level === level.id &&
      each.place === 'under' &&
      character.sheets.some(({ picture }) => picture === each.picture),
  )
  refusable(() => {
    const reference = sheetAtSize(store.scene!, {
      ...{ drawing: store.drawing!, character, sheet, id: there?.id ?? freshId() },
    })
    store.change({ type: 'reference.put', reference })
  })
}
</script>

<template>
  <div v-if="entries.length > 0 || trouble" class="line many" role="group" aria-label="From the library">
    <ElSelect
      size="small"
      class="choose"
      :model-value="level.character ?? ''"
      placeholder="From the library …"
      aria-label="Who of the library is drawn on it"
      @change="bring"
    >
      <ElOption v-for="each in entries" :key="each.id" :value="each.id" :label="each.name" />
    </ElSelect>
    <template v-if="entry">
      <button
        class="word"
        title="Colours, landmarks and model sheets that came to the library since"
        @click="bring(entry.id)"
      >
        Bring what is new
      </button>
      <button class="word" @click="letGo">Let it go</button>
    </template>
    <template v-if="entry?.mouths">
      <ElSelect
        v-if="spoken.length > 1"
        v-model="words"
        size="small"
        class="choose"
        :placeholder="`to the words of ${spoken[0]!.name}`"
        aria-label="The words its mouths are laid to"
      >
        <ElOption v-for="each in spoken" :key="each.id" :value="each.id" :label="`to the words of ${each.name}`" />
      </ElSelect>
      <button
        class="word"
        :disabled="busy"
        title="On a level of their own, as they are drawn in the library's scene"
        @click="layMouths"
      >
        {{ busy ? 'Laying …' : 'Lay its mouths' }}
      </button>
    </template>
    <template v-if="entry && entry.sheets.length > 0">
      <label>
        seen from
        <NumberField
          v-model="angle"
          size="small"
          :min="-180"
          :max="180"
          :step="15"
          aria-label="Degrees it is turned from the front"
        />°
      </label>
      <button
        class="word"
        :disabled="store.drawing === undefined"
        title="Under the paper, by two landmarks pinned here"
        @click="lay"
      >
        Lay its model sheet at this size
      </button>
    </template>
    <p v-if="trouble" class="note" role="alert">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.many {
  flex-wrap: wrap;
}

.choose {
  width: 170px;
}
</style>
