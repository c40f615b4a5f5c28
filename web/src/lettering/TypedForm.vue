<script setup lang="ts">
import { computed, reactive, ref } from 'vue'
import { inWords } from '../api/in-words'
import { freshId } from '../api/ids'
import { FACES, type Face } from '../workers/lettering/messages'
import type { LetteringWork } from './useLettering'

/** Words typed in a face that ships, laid as outlines on the drawing. */
const { work } = defineProps<{ work: LetteringWork }>()
const WORDS: Readonly<Record<Face, string>> = { brush: 'Brush', marker: 'Marker', plain: 'Plain', bold: 'Plain, bold' }
const { width, height } = work.scene.value.settings
const form = reactive({
  text: '',
  face: 'brush' as Face,
  height: Math.round(height * 0.14),
  spacing: 0,
  leading: 100,
  swatch: work.scene.value.palette[0]!.id,
  x: Math.round(width * 0.12),
  y: Math.round(height * 0.55),
})
const missing = ref('')
const level = computed(() => work.level.value)

async function lay() {
  const text = form.text.replace(/\s+$/, '')
  if (text === '') return
  work.say((missing.value = ''))
  try {
    const { spacing, leading, ...rest } = form
    const answer = await work.worker.ask({
      ...{ kind: 'type', ...rest, text },
      ...{ spacing: spacing / 100, leading: leading / 100 },
    })
    if (answer.kind !== 'typed') return
    if (answer.missing.length > 0) missing.value = `No shipped face has ${answer.missing.join(' ')}: left out.`
    put(answer.pieces)
  } catch (error) {
    work.say(inWords(error))
  }
}

/** On the drawing that is there, on top of its line; else on a new one. */
function put(pieces: Extract<Awaited<ReturnType<LetteringWork['worker']['ask']>>, { kind: 'typed' }>['pieces']) {
  const { store } = work
  const on = store.drawing ?? freshId()
  const base = store.drawing === undefined ? 0 : store.ink!.inkOf(on, 'line').length
  const add = pieces.map((piece, i) => ({ at: base + i, piece }))
  work.change({
    type: 'together',
    words: `typed: ${form.text.slice(0, 40)}`,
    edits: [
      ...(store.drawing === undefined
        ? [
            {
              type: 'drawing.add' as const,
              ...{ take: store.take, level: store.level, frame: store.frame },
              drawing: { id: on, role: 'key' as const },
            },
          ]
        : []),
      { type: 'ink.change', drawing: on, pass: 'line', remove: [], add },
    ],
  })
}
</script>

<template>
  <form class="panel" aria-label="Type it" @submit.prevent="lay">
    <ElInput v-model="form.text" type="textarea" :rows="2" :maxlength="400" aria-label="Words" placeholder="Words" />
    <div class="line">
      <ElSelect v-model="form.face" size="small" class="face" aria-label="Face">
        <ElOption v-for="face in FACES" :key="face" :value="face" :label="WORDS[face]" />
      </ElSelect>
      <ElSelect v-model="form.swatch" size="small" class="face" aria-label="Colour of the words">
        <ElOption v-for="each in work.scene.value.palette" :key="each.id" :value="each.id" :label="each.name" />
      </ElSelect>
    </div>
    <div class="grid">
      <label for="type-height">Capitals, px high</label>
      <NumberField id="type-height" v-model="form.height" fractional :min="4" :max="4000" size="small" />
      <label for="type-spacing">Between letters, %</label>
      <NumberField id="type-spacing" v-model="form.spacing" fractional :min="-40" :max="200" size="small" />
      <label for="type-leading">Between lines, %</label>
      <NumberField id="type-leading" v-model="form.leading" fractional :min="40" :max="300" size="small" />
      <label for="type-x">From the left, px</label>
      <NumberField id="type-x" v-model="form.x" fractional :min="-20000" :max="20000" size="small" />
      <label for="type-y">Down to the line, px</label>
      <NumberField id="type-y" v-model="form.y" fractional :min="-20000" :max="20000" size="small" />
    </div>
    <button class="word" :disabled="form.text.trim() === ''">
      Lay it on {{ work.drawing.value === undefined ? 'a new drawing' : 'this drawing' }} of {{ level.name }}
    </button>
    <p v-if="missing" class="note" role="status">{{ missing }}</p>
  </form>
</template>

<style scoped>
.face {
  width: 128px;
}

.grid {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 130px;
  gap: 4px 8px;
  align-items: center;
  font-size: 14px;
}

.grid .el-input-number {
  width: 130px;
}
</style>
