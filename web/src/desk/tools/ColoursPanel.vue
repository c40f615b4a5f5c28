<script setup lang="ts">
import {
  coloursOf,
  coloursOver,
  colourUse,
  nameSchema,
  potsOf,
  sentenceOf,
  TONES,
  type Swatch,
  type Tone,
} from '@unhurried/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { freshId } from '../../api/ids'
import { sayWhy, useScene } from '../../session/scene'
import type { PencilCase } from './pencil'
import type { Tools } from './useTools'

const pencil = defineModel<PencilCase>({ required: true })
const props = defineProps<{ tools: Tools }>()
const store = useScene()
const scene = computed(() => store.scene!)
const pots = computed(() => potsOf(scene.value.palette))
const colours = computed(() => coloursOf(scene.value.palette))
const chosen = computed(() => pots.value.find((swatch) => swatch.id === pencil.value.swatch) ?? pots.value[0]!)
const groups = computed(() => [...new Set(scene.value.palette.flatMap((swatch) => swatch.group ?? []))])
const put = (swatch: Swatch) => store.change({ type: 'swatch.put', swatch })

const name = ref('')
const group = ref('')
watch(
  chosen,
  (swatch) => {
    name.value = swatch.name
    group.value = swatch.group ?? ''
  },
  { immediate: true },
)
function rename() {
  const parsed = nameSchema.safeParse(name.value)
  if (!parsed.success) return sayWhy(new Error(`A colour needs a name: ${sentenceOf(parsed.error)}`))
  const { group: _, ...swatch } = chosen.value
  const inGroup = group.value.trim()
  if (parsed.data !== chosen.value.name || inGroup !== (chosen.value.group ?? ''))
    put({ ...swatch, name: parsed.data, ...(inGroup && { group: inGroup }) })
}
function recolour(colour: string | null) {
  if (!colour) return
  const { tone: _, ...swatch } = chosen.value
  put({ ...swatch, colour: colour.toLowerCase() })
}
function addTone(tone: Tone) {
  const of = chosen.value.tone?.of ?? chosen.value.id
  const base = scene.value.palette.find(({ id }) => id === of)!
  const swatch: Swatch = {
    id: freshId(),
    name: `${base.name}, ${tone}`.slice(0, 120),
    colour: base.colour,
    tone: { of, is: tone },
    ...(base.group && { group: base.group }),
  }
  if (put(swatch)) pencil.value = { ...pencil.value, swatch: swatch.id }
}
function letGo() {
  const { tone: _, ...swatch } = chosen.value
  put(swatch)
}
function merge(into: string) {
  if (store.change({ type: 'swatch.pour', swatch: chosen.value.id, into }))
    pencil.value = { ...pencil.value, swatch: into }
}
const newName = ref('')
const newColour = ref('#23686c')
watch(
  () => props.tools.found.value,
  (found) => found && (newColour.value = found),
  { immediate: true },
)
function add() {
  const parsed = nameSchema.safeParse(newName.value)
  if (!parsed.success) return sayWhy(new Error(`A colour needs a name: ${sentenceOf(parsed.error)}`))
  const swatch: Swatch = {
    id: freshId(),
    name: parsed.data,
    colour: newColour.value,
    ...(chosen.value.group && { group: chosen.value.group }),
  }
  if (put(swatch)) {
    pencil.value = { ...pencil.value, swatch: swatch.id }
    props.tools.forgetFound()
    newName.value = ''
  }
}

// ---- who uses what -----------------------------------------------------------------------------------
const use = shallowRef<ReturnType<typeof colourUse>>()
async function count() {
  await store.loadInk()
  if (store.scene) use.value = colourUse(store.scene, store.ink!.inkOf)
}
onMounted(() => void count())
watch(scene, () => void count())
const usedBy = computed(() => use.value?.find(({ swatch }) => swatch === chosen.value.id))
const over = computed(() => (use.value ? coloursOver(scene.value, use.value) : []))
const numbers = computed(() => (usedBy.value?.drawings ?? []).map((id) => scene.value.drawings[id]!))
const nameOf = (id: string) => scene.value.palette.find((swatch) => swatch.id === id)?.name ?? ''
const merged = computed(() => scene.value.palette.filter(({ id }) => !pots.value.some((pot) => pot.id === id)))
const limit = computed(() => scene.value.settings.colourLimit ?? undefined)
</script>

<template>
  <div class="panel">
    <h3>{{ chosen.name }}</h3>
    <div class="line">
      <ElColorPicker
        :model-value="colours.get(chosen.id)!"
        :disabled="chosen.tone !== undefined"
        :aria-label="`Change ${chosen.name} everywhere`"
        @change="recolour"
      />
      <ElInput v-model="name" size="small" class="name" aria-label="Name of this colour" @change="rename" />
      <ElInput
        v-model="group"
        size="small"
        class="name"
        list="colour-groups"
        placeholder="group"
        aria-label="Group of this colour"
        @change="rename"
      />
      <datalist id="colour-groups"><option v-for="each in groups" :key="each" :value="each" /></datalist>
    </div>
    <p v-if="chosen.tone" class="note">
      Follows {{ nameOf(chosen.tone.of) }}, {{ chosen.tone.is }}. <button class="word" @click="letGo">Let it go</button>
    </p>
    <p v-else class="note">A change is seen everywhere it was used.</p>
    <div class="line">
      <button v-for="tone in TONES" :key="tone" class="word" @click="addTone(tone)">
        Add {{ tone === 'shadow' ? 'its shadow' : tone }}
      </button>
      <ElDropdown trigger="click" :persistent="false" max-height="260" @command="merge">
        <button class="word" :disabled="pots.length < 2">Merge into …</button>
        <template #dropdown
          ><ElDropdownMenu
            ><ElDropdownItem
              v-for="pot in pots.filter((each) => each.id !== chosen.id)"
              :key="pot.id"
              :command="pot.id"
              >{{ pot.name }}</ElDropdownItem
            ></ElDropdownMenu
          ></template
        >
      </ElDropdown>
    </div>
    <p class="note" data-test="colour-use">
      <template v-if="!usedBy">Counting …</template>
      <template v-else-if="numbers.length === 0">No drawing uses it.</template>
      <template v-else
        >Used on {{ numbers.length }} {{ numbers.length === 1 ? 'drawing' : 'drawings' }}:
        <button
          v-for="drawing in numbers.slice(0, 18)"
          :key="drawing.id"
          class="word small"
          :title="`Level ${scene.levels[drawing.level]?.name}`"
          @click="store.showDrawing(drawing.id)"
        >
          {{ drawing.number }}</button>{{ numbers.length > 18 ? ' …' : '' }}</template
      >
    </p>
    <p v-for="each in merged" :key="each.id" class="note">
      {{ each.name }} was merged into {{ nameOf(each.into!) }}.
      <button class="word small" @click="store.change({ type: 'swatch.take-out', swatch: each.id })">
        Take it out again
      </button>
    </p>
    <form class="line" @submit.prevent="add">
      <ElColorPicker v-model="newColour" aria-label="New colour" />
      <ElInput
        v-model="newName"
        size="small"
        class="name"
        placeholder="Name of a new colour"
        aria-label="Name of a new colour"
      />
      <button class="word">Add</button>
    </form>
    <div class="line">
      <span class="note">This scene should make do with</span>
      <ElInputNumber
        size="small"
        class="limit"
        :model-value="limit"
        :min="1"
        :max="200"
        aria-label="Most colours in this scene"
        placeholder="any"
        @change="(value?: number) => store.change({ type: 'scene.set', settings: { colourLimit: value ?? null } })"
      />
      <span class="note">colours</span>
    </div>
    <p v-if="over.length > 0" class="over" role="status">
      {{ over.length }} too many:
      {{ over.map((each) => `${nameOf(each.swatch)} (${each.drawings.length})`).join(', ') }}. Merge
      {{ over.length === 1 ? 'it' : 'them' }} into others.
    </p>
  </div>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
  max-height: 60vh;
  overflow: auto;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.name {
  width: 128px;
}

.limit {
  width: 96px;
}

.small {
  min-height: 22px;
  padding: 0 5px;
}

.over {
  color: var(--plum);
  font-size: 14px;
}
</style>
