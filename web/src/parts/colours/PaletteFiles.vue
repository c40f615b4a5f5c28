<script setup lang="ts">
import type { NamedColour } from '@unhurried/core'
import { ref } from 'vue'
import { inWords } from '../../api/in-words'
import FilesButton from '../files/FilesButton.vue'
import type { PaletteFormat } from './palette-files'

/** Colours as a file, and those of a file in. `bring` gives what came of it in words, or throws a sentence. */
const { colours, stem, bring } = defineProps<{
  colours: () => readonly NamedColour[]
  /** What the file is named by. */
  stem: string
  bring: (colours: readonly NamedColour[]) => string | Promise<string>
}>()
const FORMATS: readonly { id: PaletteFormat; word: string; title: string }[] = [
  { id: 'json', word: 'JSON', title: 'Every field, for programs' },
  { id: 'csv', word: 'CSV', title: 'A table' },
  { id: 'svg', word: 'SVG', title: 'Swatches that any program shows' },
]
const said = ref<{ sentence: string; wrong: boolean }>()
// Fetched when a file is first asked for.
const files = () => import('./palette-files')
const handOut = async (as: PaletteFormat) => (await files()).handOutColours(colours(), stem, as)
async function bringIn([file]: readonly File[]) {
  if (!file) return
  try {
    said.value = { sentence: await bring(await (await files()).coloursOfFile(file)), wrong: false }
  } catch (error) {
    said.value = { sentence: `${file.name}: ${inWords(error)}`, wrong: true }
  }
}
</script>

<template>
  <div class="line" role="group" aria-label="Colours as a file">
    <span class="note">All colours as</span>
    <button v-for="{ id, word, title } in FORMATS" :key="id" class="word" :title @click="handOut(id)">
      {{ word }}
    </button>
    <FilesButton
      name="Bring in colours from a file"
      accept=".json,.csv,.svg,application/json,text/csv,image/svg+xml"
      @files="bringIn"
      >Bring in …</FilesButton
    >
  </div>
  <p v-if="said" :class="said.wrong ? 'wrong' : 'note'" :role="said.wrong ? 'alert' : 'status'">{{ said.sentence }}</p>
</template>

<style scoped>
.wrong {
  color: var(--plum);
  font-size: 14px;
}
</style>
