<script setup lang="ts">
import {
  coloursIn,
  counted,
  coloursOf,
  fileStem,
  coloursOver,
  colourUse,
  nameSchema,
  sentenceOf,
  TONES,
} from '@unhurried/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { sayWhy, useScene } from '../../session/scene'
import type { PencilSettings } from './pencil'
import PaletteFiles from '../../parts/colours/PaletteFiles.vue'
import LinkedColour from './LinkedColour.vue'
import { bringInColours } from './palette-files'
import { usePaletteActs } from './usePaletteActs'
import type { Tools } from './useTools'

const pencil = defineModel<PencilSettings>({ required: true })
const props = defineProps<{ tools: Tools }>()
const store = useScene()
const scene = computed(() => store.scene!)
const inHand = computed({
  get: () => pencil.value.swatch,
  set: (swatch) => (pencil.value = { ...pencil.value, swatch }),
})
const acts = usePaletteActs(inHand)
const { pots, chosen, put } = acts
const colours = computed(() => coloursOf(scene.value.palette))
const groups = computed(() => [...new Set(scene.value.palette.flatMap((swatch) => swatch.group ?? []))])

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
const newName = ref('')
const newColour = ref('#23686c')
watch(
  () => props.tools.unknownColour.value,
  (found) => found && (newColour.value = found),
  { immediate: true },
)
function add() {
  const parsed = nameSchema.safeParse(newName.value)
  if (!parsed.success) return sayWhy(new Error(`A colour needs a name: ${sentenceOf(parsed.error)}`))
  if (acts.add(parsed.data, newColour.value)) {
    props.tools.forgetUnknown()
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
      Follows {{ nameOf(chosen.tone.of) }}, {{ chosen.tone.is }}.
      <button class="word" @click="acts.letGo">Let it go</button>
    </p>
    <p v-else class="note">A change is seen everywhere it was used.</p>
    <LinkedColour :swatch="chosen" @put="put" />
    <div class="line">
      <button v-for="tone in TONES" :key="tone" class="word" @click="acts.addTone(tone)">
        Add {{ tone === 'shadow' ? 'its shadow' : tone }}
      </button>
      <ElDropdown trigger="click" max-height="260" @command="acts.merge">
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
    <div class="line" role="group" aria-label="This pot">
      <button class="word" @click="acts.copy">Copy it</button>
      <button class="word" :disabled="!acts.canStep(-1)" @click="acts.step(-1)">Earlier in the row</button>
      <button class="word" :disabled="!acts.canStep(1)" @click="acts.step(1)">Later</button>
    </div>
    <p class="note" data-test="colour-use">
      <template v-if="!usedBy">Counting …</template>
      <template v-else-if="numbers.length === 0">No drawing uses it.</template>
      <template v-else
        >Used on {{ counted(numbers.length, 'drawing') }}:
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
      <button class="word small" @click="acts.takeOutAgain(each.id)">Take it out again</button>
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
      <NumberField
        size="small"
        class="limit"
        :model-value="limit"
        :min="1"
        :max="200"
        aria-label="Most colours in this scene"
        placeholder="any"
        optional
        @change="(value?: number) => store.change({ type: 'scene.set', settings: { colourLimit: value ?? null } })"
      />
      <span class="note">colours</span>
    </div>
    <PaletteFiles
      :colours="() => coloursIn(scene)"
      :stem="fileStem(scene.settings.name)"
      :bring="(brought) => bringInColours(store, brought)"
    />
    <p v-if="over.length > 0" class="over" role="status">
      {{ over.length }} too many:
      {{ over.map((each) => `${nameOf(each.swatch)} (${each.drawings.length})`).join(', ') }}. Merge
      {{ over.length === 1 ? 'it' : 'them' }} into others.
    </p>
  </div>
</template>

<style scoped>
.panel {
  max-height: 60vh;
  overflow: auto;
}

.name {
  width: 128px;
}

.limit {
  width: 96px;
}

.over {
  color: var(--plum);
  font-size: 14px;
}
</style>
