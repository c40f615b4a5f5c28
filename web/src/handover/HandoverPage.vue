<script setup lang="ts">
import { EXPORT_FORMATS, exportFormat, inkKey, PASSES, pictureRuns, picturesOf, type InkPiece } from '@unhurried/core'
import { usePreferredReducedMotion } from '@vueuse/core'
import { computed, onMounted, onUnmounted, reactive, ref, shallowRef, watch } from 'vue'
import { api } from '../api/api'
import { pictures as shownPictures } from '../stage/pictures'
import { framesAndSeconds } from '../parts/frames'
import { composedPictures, playFrames } from '../stage/player'
import { useScene } from '../session/scene'
import LookedAt from './LookedAt.vue'
import SheetBack from './SheetBack.vue'
import { handoverReportSchema, type HandoverOrder } from '../workers/handover/messages'

const store = useScene()
const scene = computed(() => store.scene!)
const form = reactive({
  as: 'gif' as HandoverOrder['as'],
  take: store.take,
  paper: 'a4' as HandoverOrder['paper'],
  scale: 1 as HandoverOrder['scale'],
  clear: false,
})
const format = computed(() => exportFormat(form.as))
/** Pictures go out in a size and over a ground; sheets and archives do not. */
const pictures = computed(() => format.value.needs.painted === true)
const takes = computed(() => Object.values(scene.value.takes).filter((take) => !take.away))
const runs = computed(() => pictureRuns(scene.value, form.take))
const size = computed(() => ({
  width: Math.max(1, Math.round(scene.value.settings.width * form.scale)),
  height: Math.max(1, Math.round(scene.value.settings.height * form.scale)),
}))
const grounds = computed(() =>
  Object.values(scene.value.levels).some((level) => level.ground?.picture && !level.hidden),
)
const empty = computed(() => !grounds.value && runs.value.every((run) => run.shown.length === 0))
const notes = computed(() => {
  const blank = grounds.value
    ? 0
    : runs.value.filter((run) => run.shown.length === 0).reduce((sum, run) => sum + run.frames, 0)
  const undrawn = new Set(
    runs.value
      .flatMap((run) => run.shown.map((entry) => entry.drawing))
      .filter((id) => Object.keys(scene.value.drawings[id]!.passes).length === 0),
  )
  return [
    ...(blank > 0 && !empty.value
      ? [`${framesAndSeconds(blank, scene.value.settings.fps)} show nothing but paper.`]
      : []),
    ...(undrawn.size > 0
      ? [`${undrawn.size} drawing${undrawn.size === 1 ? ' is' : 's are'} on the sheet but not drawn yet.`]
      : []),
    ...(form.as === 'gif' && scene.value.settings.fps > 50
      ? [
          'GIF counts in hundredths of a second and many viewers slow pictures shorter than two of them: at this rate hand over stills, or expose on twos.',
        ]
      : []),
    ...(form.as === 'gif' && form.clear
      ? ['In a GIF a pixel is either clear or not: soft edges become hard. Stills keep them soft.']
      : []),
  ]
})

const canvas = ref<HTMLCanvasElement>()
const calm = usePreferredReducedMotion()
const now = ref(1)
let stopPreview: (() => void) | undefined
function preview() {
  stopPreview?.()
  const { fps, length, width, height } = scene.value.settings
  const scale = Math.min(700 / width, 520 / height)
  if (!canvas.value) return
  canvas.value.width = Math.round(width * scale)
  canvas.value.height = Math.round(height * scale)
  const pictures = composedPictures({
    scene: scene.value,
    inkOf: store.ink!.inkOf,
    scale,
    take: form.take,
    clear: form.clear,
  })
  const show = (frame: number) => {
    now.value = frame
    const surface = canvas.value?.getContext('2d')
    surface?.clearRect(0, 0, canvas.value!.width, canvas.value!.height)
    surface?.drawImage(pictures.at(frame), 0, 0)
  }
  show(1)
  if (calm.value !== 'reduce') stopPreview = playFrames({ fps, length, show })
}
onMounted(async () => {
  await store.loadInk()
  preview()
})
watch(
  () => [store.scene, form.clear, form.take],
  () => store.scene && preview(),
)
onUnmounted(() => {
  stopPreview?.()
  stop()
})

const progress = ref<{ share: number; words: string }>()
const result = shallowRef<{ url: string; name: string; bytes: number; ms: number }>()
const trouble = ref('')
let worker: Worker | undefined
function stop() {
  worker?.terminate()
  worker = undefined
  progress.value = undefined
}
function forget() {
  if (result.value) URL.revokeObjectURL(result.value.url)
  result.value = undefined
}
watch(form, forget)
async function make() {
  forget()
  trouble.value = ''
  progress.value = { share: 0, words: 'Fetching the drawings' }
  await store.loadInk()
  const ink = new Map<string, InkPiece[]>()
  const { needs } = format.value
  const wanted = {
    shown: () => runs.value.flatMap((run) => run.shown.map((entry) => entry.drawing)),
    all: () => Object.keys(scene.value.drawings),
    none: () => [],
  }[needs.ink]()
  for (const drawing of wanted) {
    if (!store.ink!.isLoaded(drawing)) {
      progress.value = undefined
      trouble.value = 'Some drawings could not be fetched: the server is not answering. Start it again, then hand over.'
      return
    }
    for (const pass of PASSES) ink.set(inkKey(drawing, pass), [...store.ink!.inkOf(drawing, pass)])
  }
  const named = picturesOf(scene.value)
  const files = new Map<string, Uint8Array>()
  await shownPictures.ready(named)
  try {
    if (needs.pictures) for (const picture of named) files.set(picture, await api.readPicture(picture))
  } catch (error) {
    progress.value = undefined
    trouble.value = error instanceof Error ? error.message : String(error)
    return
  }
  if (pictures.value && named.some((picture) => !shownPictures.of(picture))) {
    progress.value = undefined
    trouble.value =
      'A picture of this scene could not be fetched. Take its ground away or put the picture in again, then hand over.'
    return
  }
  worker = new Worker(new URL('../workers/handover/worker.ts', import.meta.url), { type: 'module' })
  worker.onerror = () => {
    stop()
    trouble.value = 'The work stopped unexpectedly. Try again, at a smaller size if it happens twice.'
  }
  worker.onmessage = (event: MessageEvent<unknown>) => {
    const report = handoverReportSchema.parse(event.data)
    if (report.kind === 'progress') progress.value = { share: report.done / report.of, words: report.words }
    else if (report.kind === 'failed') {
      stop()
      trouble.value = report.sentence
    } else {
      stop()
      result.value = {
        url: URL.createObjectURL(report.file),
        name: report.name,
        bytes: report.file.size,
        ms: report.ms,
      }
    }
  }
  const bitmaps = new Map(
    named.flatMap((picture) => {
      const bitmap = shownPictures.of(picture)
      return bitmap ? [[picture, bitmap] as const] : []
    }),
  )
  worker.postMessage({ scene: JSON.parse(JSON.stringify(scene.value)), ink, bitmaps, pictures: files, ...form })
}
const bytesInWords = (bytes: number) =>
  bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1e6).toFixed(1)} MB`
</script>

<template>
  <div class="handover">
    <section class="paper show" aria-label="Preview">
      <div class="stage" :class="{ clear: form.clear }">
        <canvas ref="canvas" role="img" :aria-label="`Preview, frame ${now}`" />
      </div>
      <p class="note">
        Frame {{ now }} of {{ framesAndSeconds(scene.settings.length, scene.settings.fps) }} at
        {{ scene.settings.fps }} a second · {{ runs.length }} different picture{{ runs.length === 1 ? '' : 's' }} in a
        row
      </p>
    </section>
    <section class="paper form" aria-label="What goes out">
      <h1>Hand over</h1>
      <fieldset>
        <legend>What goes out</legend>
        <label v-for="each in EXPORT_FORMATS" :key="each.id" class="choice" :class="{ chosen: form.as === each.id }"
          ><input v-model="form.as" type="radio" name="as" :value="each.id" />
          <span
            ><b>{{ each.word }}</b> <span class="note">{{ each.note }}</span></span
          ></label
        >
      </fieldset>
      <div v-if="takes.length > 1 && format.needs.take" class="line">
        <label for="handover-take">Take</label>
        <ElSelect id="handover-take" v-model="form.take" size="small" class="take"
          ><ElOption
            v-for="each in takes"
            :key="each.id"
            :value="each.id"
            :label="each.id === scene.mainTake ? `${each.name} (main)` : each.name"
        /></ElSelect>
      </div>
      <div v-if="format.needs.paper" class="line" role="group" aria-label="Paper">
        <span>Printed on</span>
        <button class="word" :aria-pressed="form.paper === 'a4'" @click="form.paper = 'a4'">A4</button>
        <button class="word" :aria-pressed="form.paper === 'letter'" @click="form.paper = 'letter'">US Letter</button>
      </div>
      <div v-if="pictures" class="line" role="group" aria-label="Size">
        <span>Size</span>
        <button
          v-for="each in [0.5, 1, 2] as const"
          :key="each"
          class="word"
          :aria-pressed="form.scale === each"
          @click="form.scale = each"
        >
          {{ each === 0.5 ? '½' : `${each}×` }}
        </button>
        <span class="note">{{ size.width }} × {{ size.height }} pixels</span>
      </div>
      <div v-if="pictures" class="line" role="group" aria-label="Background">
        <span>Over</span>
        <button class="word" :aria-pressed="!form.clear" @click="form.clear = false">the paper</button>
        <button class="word" :aria-pressed="form.clear" @click="form.clear = true">nothing (transparent)</button>
      </div>
      <ul v-if="pictures && notes.length > 0" class="notes">
        <li v-for="each in notes" :key="each">{{ each }}</li>
      </ul>
      <LookedAt v-if="pictures && !empty" :take="form.take" />
      <p v-if="empty && pictures" class="note">Nothing is on the sheet yet. Draw something first, then hand it over.</p>
      <div v-else-if="progress" class="progress">
        <ElProgress :percentage="Math.round(progress.share * 100)" :stroke-width="10" :aria-label="progress.words" />
        <p class="note" role="status">{{ progress.words }}</p>
        <button class="word" @click="stop">Stop</button>
      </div>
      <button v-else class="word main" @click="make">{{ format.make }}</button>
      <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
      <p v-if="result" class="result" role="status">
        <a :href="result.url" :download="result.name" data-test="file">Save {{ result.name }}</a>
        <span class="note">{{ bytesInWords(result.bytes) }}, made in {{ (result.ms / 1000).toFixed(1) }} s</span>
      </p>
      <SheetBack v-if="form.as === 'csv'" :take="form.take" />
    </section>
  </div>
</template>

<style scoped>
.handover {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 380px);
  gap: 18px;
  align-content: start;
  align-items: start;
  max-width: 1240px;
  margin: 0 auto;
  padding: 22px 24px;
  overflow: auto;
}

.show {
  display: grid;
  gap: 10px;
  padding: 16px;
}

.stage {
  display: grid;
  place-items: center;
  padding: 12px;
  background: var(--table);
  border-radius: 4px;
}

.stage.clear {
  background: repeating-conic-gradient(#fffdf8 0 25%, #e9e1d1 0 50%) 0 0 / 22px 22px;
}

canvas {
  max-width: 100%;
}

.form {
  display: grid;
  gap: 13px;
  justify-items: start;
  padding: 18px 20px;
}

fieldset {
  display: grid;
  gap: 6px;
  width: 100%;
  margin: 0;
  padding: 0;
  border: 0;
}

legend {
  padding: 0 0 5px;
  font-weight: 600;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 7px;
  align-items: center;
}

.take {
  width: 200px;
}

.notes {
  margin: 0;
  padding: 8px 12px 8px 26px;
  border-left: 3px solid var(--plum);
  background: #f6eef1;
  font-size: 14px;
}

.progress {
  display: grid;
  gap: 5px;
  justify-items: start;
  width: 100%;
}

.progress .el-progress {
  width: 100%;
}

.wrong {
  color: var(--plum);
}

.result {
  display: grid;
  gap: 2px;
}

.result a {
  font-weight: 600;
}
</style>
