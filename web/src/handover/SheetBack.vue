<script setup lang="ts">
import { counted, readSheetCsv, sameValue, type SheetError } from '@unhurried/core'
import { shallowRef } from 'vue'
import FilesButton from '../parts/files/FilesButton.vue'
import { wordsOf } from '../parts/files/text-file'
import { useScene } from '../session/scene'

/** A sheet that was timed in a spreadsheet, read back in: all of it or nothing. */
const props = defineProps<{ take: string }>()
const store = useScene()
const errors = shallowRef<readonly SheetError[]>([])
const said = shallowRef<{ words: string; undoes: boolean }>()

async function read([file]: readonly File[]) {
  const here = store.thisScene()
  if (!file) return
  said.value = undefined
  const text = await wordsOf(file)
  if (!here.isOpen() || !store.working) return
  const reading = readSheetCsv(store.working, props.take, text)
  errors.value = 'errors' in reading ? reading.errors : []
  if (!('columns' in reading)) return
  const levels = Object.keys(reading.columns).length
  const notes = store.working.takes[props.take]?.notes ?? []
  const noted = !sameValue(reading.notes ?? notes, notes)
  if (levels === 0 && !noted) said.value = { words: `${file.name} says what the sheet says already.`, undoes: false }
  else if (here.change({ type: 'sheet.lay', take: props.take, ...reading })) {
    const timed = levels > 0 ? `${counted(levels, 'level')} timed anew` : ''
    const what = [timed, noted ? 'notes read' : ''].filter(Boolean).join(', ')
    said.value = { words: `${file.name} is on the sheet now: ${what}. Undo takes it back.`, undoes: true }
  }
}
</script>

<template>
  <div class="back">
    <FilesButton name="Read a CSV sheet back in" accept=".csv,text/csv,text/plain" @files="read"
      >Read a sheet back in …</FilesButton
    >
    <p v-if="said" class="note" role="status">
      {{ said.words }}
      <button v-if="said.undoes" class="word" @click="(store.undo(), (said = undefined))">Undo</button>
    </p>
    <div v-if="errors.length > 0" role="alert" class="wrong">
      <p>Nothing was changed. Put this right in the file and read it again:</p>
      <table>
        <thead>
          <tr>
            <th scope="col">row</th>
            <th scope="col">column</th>
            <th scope="col">what is wrong</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(error, i) in errors" :key="i">
            <td>{{ error.row }}</td>
            <td>{{ error.column }}</td>
            <td>{{ error.sentence }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped>
.back {
  display: grid;
  gap: 8px;
  justify-items: start;
  padding-top: 10px;
  border-top: 1px solid var(--rule);
}

.wrong {
  max-height: 280px;
  overflow: auto;
  color: var(--plum);
}

th,
td {
  padding: 1px 9px 1px 0;
  text-align: left;
  vertical-align: top;
}
</style>
