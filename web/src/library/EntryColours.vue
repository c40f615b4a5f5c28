<script setup lang="ts">
import { counted, fileStem, nameSchema, type Character, type LibraryColour, type NamedColour } from '@unhurried/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import PaletteFiles from '../parts/colours/PaletteFiles.vue'
import FilesButton from '../parts/files/FilesButton.vue'
import type { UsedLibrary } from './useLibrary'

// Only when a picture is chosen.
const PictureColours = defineAsyncComponent(() => import('./PictureColours.vue'))
/** The colours of an entry. One that scenes use is changed after it was said which and what it costs. */
const { library, entry } = defineProps<{ library: UsedLibrary; entry: Character }>()
const groups = computed(() => [...new Set(entry.colours.map(({ group = '' }) => group))])
const chosenId = ref('')
const chosen = computed(() => entry.colours.find(({ id }) => id === chosenId.value))
const pending = ref<{ colour: LibraryColour; to: string }>()
const cost = computed(() => {
  if (!pending.value) return ''
  const users = library.usersOf(entry.id, pending.value.colour.id)
  const painted = library.paintedIn(users)
  const names = users.slice(0, 5).map(({ name }) => name)
  return `${pending.value.colour.name} is in ${counted(users.length, 'scene')}: ${names.join(', ')}${users.length > 5 ? ' …' : ''}. It may be seen on up to ${counted(painted, 'painted drawing')}; none has to be painted again, but films and pictures handed over before show the old one.`
})
function recolour(colour: LibraryColour, to: string | null) {
  if (!to || to.toLowerCase() === colour.colour) return
  if (library.usersOf(entry.id, colour.id).length === 0) put(colour, { colour: to.toLowerCase() })
  else pending.value = { colour, to: to.toLowerCase() }
}
async function everywhere(follows: boolean) {
  const { colour, to } = pending.value!
  pending.value = undefined
  if (put(colour, { colour: to }) && follows) await library.follow()
}
const put = (colour: LibraryColour, fields: Partial<LibraryColour>) =>
  library.putColour(entry.id, { ...colour, ...fields })
function rename(colour: LibraryColour, to: string) {
  const parsed = nameSchema.safeParse(to)
  if (parsed.success) put(colour, { name: parsed.data })
}
function regroup({ group: _, ...colour }: LibraryColour, to: string) {
  const parsed = nameSchema.safeParse(to)
  library.putColour(entry.id, { ...colour, ...(parsed.success && { group: parsed.data }) })
}

const newColour = ref('#23686c')
const newName = ref('')
function add() {
  const parsed = nameSchema.safeParse(newName.value)
  if (parsed.success && library.putColours(entry.id, [{ name: parsed.data, colour: newColour.value.toLowerCase() }]))
    newName.value = ''
}
/** Colours of a file: one of the same name gets the new colour, others are added. */
function bring(colours: readonly NamedColour[]): string {
  const known = new Map(entry.colours.map((colour) => [colour.name, colour]))
  const [changed, added] = [
    colours.filter(({ name }) => known.has(name)),
    colours.filter(({ name }) => !known.has(name)),
  ]
  const edits = changed.map(({ name, colour }) => ({
    ...{ type: 'colour.put' as const, of: entry.id, part: { ...known.get(name)!, colour } },
  }))
  if (edits.length > 0) library.change(...edits)
  if (added.length > 0) library.putColours(entry.id, added)
  return `${counted(added.length, 'new colour')}, ${changed.length} changed.`
}
const picture = ref<File>()
</script>

<template>
  <div class="pots">
    <div v-for="group in groups" :key="group" role="group" :aria-label="group || 'Colours'" class="group">
      <span class="note">{{ group || 'Colours' }}</span>
      <span class="line">
        <button
          v-for="colour in entry.colours.filter((each) => (each.group ?? '') === group)"
          :key="colour.id"
          class="pot"
          :aria-pressed="colour.id === chosenId"
          :title="colour.colour"
          @click="chosenId = colour.id === chosenId ? '' : colour.id"
        >
          <span class="paint" :style="{ backgroundColor: colour.colour }" />
          {{ colour.name }}
        </button>
      </span>
    </div>
  </div>
  <div v-if="chosen" class="line" role="group" :aria-label="chosen.name">
    <ElColorPicker
      :model-value="chosen.colour"
      :aria-label="`Change ${chosen.name} everywhere`"
      @change="(to: string | null) => recolour(chosen!, to)"
    />
    <ElInput
      size="small"
      class="name"
      :model-value="chosen.name"
      :model-modifiers="{ lazy: true }"
      aria-label="Name of this colour"
      @change="(to: string) => rename(chosen!, to)"
    />
    <ElInput
      size="small"
      class="name"
      :model-value="chosen.group ?? ''"
      :model-modifiers="{ lazy: true }"
      placeholder="group"
      aria-label="Group of this colour"
      @change="(to: string) => regroup(chosen!, to)"
    />
    <span class="note">in {{ counted(library.usersOf(entry.id, chosen.id).length, 'scene') }}</span>
    <button
      class="word"
      title="Scenes keep what they have"
      @click="library.change({ type: 'colour.remove', of: entry.id, id: chosen.id })"
    >
      Take it out
    </button>
  </div>
  <div v-if="pending" class="pending" role="group" aria-label="A colour changed everywhere">
    <p>
      <span class="dot" :style="{ backgroundColor: pending.colour.colour }" />
      <span class="dot" :style="{ backgroundColor: pending.to }" />
      {{ cost }}
    </p>
    <div class="line">
      <button class="word main" @click="everywhere(true)">Change it everywhere</button>
      <button class="word" @click="everywhere(false)">In the library alone</button>
      <button class="word" @click="pending = undefined">Leave it</button>
    </div>
  </div>
  <form class="line" @submit.prevent="add">
    <ElColorPicker v-model="newColour" size="small" aria-label="New colour" />
    <ElInput v-model="newName" size="small" class="name" placeholder="New colour" aria-label="Name of a new colour" />
    <button class="word">Add</button>
    <FilesButton
      :name="`Colours of a picture for ${entry.name}`"
      accept="image/png,image/jpeg,image/webp,image/gif"
      @files="([first]) => (picture = first)"
      >Colours of a picture …</FilesButton
    >
  </form>
  <PictureColours
    v-if="picture"
    :key="picture.name + picture.lastModified"
    :file="picture"
    @add="(colours) => library.putColours(entry.id, colours) && (picture = undefined)"
    @close="picture = undefined"
  />
  <PaletteFiles
    v-if="entry.colours.length > 0"
    :colours="() => entry.colours"
    :stem="fileStem(entry.name)"
    :bring="bring"
  />
</template>

<style scoped>
.pots {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 22px;
}

.group {
  display: grid;
  gap: 4px;
}

.pot {
  display: grid;
  gap: 3px;
  justify-items: center;
  min-width: 68px;
  padding: 5px 6px;
  border: 1px solid transparent;
  border-radius: var(--corner);
  background: none;
  color: var(--ink);
  font-size: 13px;
  cursor: pointer;
}

.pot:hover {
  border-color: var(--rule);
}

.pot[aria-pressed='true'] {
  border-color: var(--lagoon);
  box-shadow: inset 0 -2px 0 var(--lagoon);
}

.paint {
  forced-color-adjust: none;
  width: 44px;
  height: 32px;
  border: 1px solid var(--rule);
  border-radius: 4px 4px 14px 14px;
}

.name {
  width: 118px;
}

.pending {
  display: grid;
  gap: 8px;
  padding: 8px 12px;
  border-left: 3px solid var(--plum);
}

.dot {
  forced-color-adjust: none;
  display: inline-block;
  width: 18px;
  height: 18px;
  margin-right: 4px;
  border: 1px solid var(--rule);
  border-radius: 50%;
  vertical-align: middle;
}
</style>
