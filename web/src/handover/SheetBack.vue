<script setup lang="ts">
import { counted, readSheetCsv, type SheetError } from '@unhurried/core'
import { ref, shallowRef } from 'vue'
import FilesButton from '../parts/files/FilesButton.vue'
import { useScene } from '../session/scene'

/** A sheet that was timed in a spreadsheet, read back in: all of it or nothing. */
const props = defineProps<{ take: string }>()
const store = useScene()
const errors = shallowRef<readonly SheetError[]>([])
const said = ref('')

async function read([file]: readonly File[]) {
  if (!file || !store.working) return
  said.value = ''
  const text = await file.text()
  const reading = readSheetCsv(store.working, props.take, text)
  errors.value = 'errors' in reading ? reading.errors : []
  if (!('columns' in reading)) return
  const levels = Object.keys(reading.columns).length
  if (store.change({ type: 'sheet.lay', take: props.take, ...reading }))
    said.value =
      levels === 0
        ? `${file.name} says what the sheet says already.`
        : `${file.name} is on the sheet now: ${counted(levels, 'level')} timed anew. Undo takes it back.`
}
</script>

<template>
  <div class="back">
    <FilesButton name="Read a CSV sheet back in" accept=".csv,text/csv,text/plain" @files="read"
      >Read a sheet back in …</FilesButton
    >
    <p v-if="said" class="note" role="status">
      {{ said }} <button class="word" @click="(store.undo(), (said = ''))">Undo</button>
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
