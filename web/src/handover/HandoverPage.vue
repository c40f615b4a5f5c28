<script setup lang="ts">
import {
  clamp,
  EXPORT_FORMATS,
  exportFormat,
  framesGoingBy,
  lastFrameOf,
  pictureRuns,
  runsWithin,
} from '@unhurried/core'
import { useDebounceFn, usePreferredReducedMotion, useResizeObserver } from '@vueuse/core'
import { computed, onMounted, onUnmounted, reactive, ref, watch } from 'vue'
import { bytesInWords } from '../parts/bytes'
import { framesAndSeconds } from '../parts/frames'
import { composedPictures } from '../stage/player'
import { playFrames } from '../stage/play-frames'
import { useScene } from '../session/scene'
import { estimated, learn } from './estimate'
import { levelAlone } from './level-alone'
import LookedAt from './LookedAt.vue'
import SheetBack from './SheetBack.vue'
import { useMaking, type Handover } from './useMaking'

const store = useScene()
const form = reactive<Handover>({
  ...{
    what: 'scene',
    level: '*',
    seconds: 10,
    as: 'gif',
    take: store.take,
    paper: 'a4',
    scale: 1,
    clear: false,
    exact: true,
    loops: 0,
    turns: 1,
  },
  // What was chosen on the sheet is what goes out.
  ...{ first: store.chosen?.from ?? 1, last: store.chosen?.to ?? store.scene!.settings.length },
  sprites: { trimmed: true, padding: 1, powers: false },
})
const format = computed(() => exportFormat(form.as))
/** What goes out: all of the scene, or one of its levels alone. */
const scene = computed(() => (format.value.needs.painted ? levelAlone(store.scene!, form.level) : store.scene!))
const length = computed(() => scene.value.settings.length)
const count = computed(() => form.last - form.first + 1)
/** Whole frames of the scene; the one that is dragged past the other takes it along. */
function setRange(first: number, last: number) {
  const within = (frame: number) => clamp(Math.round(frame), 1, length.value)
  const kept = first === form.first ? { first: Math.min(first, last), last } : { first, last: Math.max(first, last) }
  Object.assign(form, { first: within(kept.first), last: within(kept.last) })
}
watch(length, (now, was) => setRange(form.first, form.last === was ? now : Math.min(form.last, now)))
/** The scene goes out, or how it was made. */
const making = computed(() => form.what === 'making' && format.value.needs.making === true)
/** Pictures go out in a size and over a ground; sheets and archives do not. */
const pictures = computed(() => format.value.needs.painted === true)
const takes = computed(() => Object.values(scene.value.takes).filter((take) => !take.away))
const runs = computed(() => runsWithin(pictureRuns(scene.value, form.take), form.first, form.last))
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
  const beyond = Object.values(scene.value.sounds ?? {}).filter(
    (sound) => !sound.muted && lastFrameOf(sound, scene.value.settings.fps) > form.last,
  )
  return [
    ...(format.value.needs.sound && beyond.length > 0
      ? [`${beyond.map(({ name }) => name).join(', ')} goes on beyond the last frame and is cut off there.`]
      : []),
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

/** What is asked for by its own width is kept within what a picture may be. */
const LONGEST = 8192
const MOST_TURNS = 1000
const ownWidth = (width: number | undefined) => {
  const { width: own, height } = scene.value.settings
  const most = Math.floor((LONGEST * own) / Math.max(own, height))
  if (width) form.scale = clamp(width, 8, most) / own
}
const goesBy = computed(() =>
  framesGoingBy(making.value ? form.seconds * scene.value.settings.fps : count.value, form.turns),
)
const lasts = computed(() => framesAndSeconds(goesBy.value, scene.value.settings.fps))
const ownSeconds = (seconds: number | undefined) => {
  if (seconds) form.turns = clamp((seconds * scene.value.settings.fps) / count.value, 1 / count.value, MOST_TURNS)
}

const canvas = ref<HTMLCanvasElement>()
const stage = ref<HTMLElement>()
/** What the page needs above and below the preview, in pixels. */
const BESIDE = 170
/** As large as there is room, never wider than its own paper asks for twice over. */
function previewScale(): number {
  const { width, height } = scene.value.settings
  const room = { width: (stage.value?.clientWidth ?? 700) - 24, height: Math.max(160, window.innerHeight - BESIDE) }
  return Math.min(room.width / width, room.height / height)
}
const calm = usePreferredReducedMotion()
const now = ref(1)
let stopPreview: (() => void) | undefined
function preview() {
  stopPreview?.()
  const { fps, width, height } = scene.value.settings
  const scale = previewScale()
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
  show(form.first)
  const showWithin = (frame: number) => show(form.first + frame - 1)
  if (calm.value !== 'reduce') stopPreview = playFrames({ fps, length: count.value, show: showWithin })
}
onMounted(async () => {
  await store.loadInk()
  preview()
})
watch(
  () => [store.scene, form.level, form.clear, form.take, form.first, form.last],
  () => store.scene && preview(),
)
useResizeObserver(stage, useDebounceFn(preview, 120))
onUnmounted(() => {
  stopPreview?.()
  stop()
})

const { progress, result, trouble, make, stop, forget } = useMaking(form, runs)
const wished = computed(() => ({
  ...{ as: form.as, scene: store.id, ...size.value },
  pictures:
    (making.value ? (form.seconds * scene.value.settings.fps) / 2 : runs.value.length) *
    (format.value.needs.turns ? form.turns : 1),
  frames: making.value
    ? form.seconds * scene.value.settings.fps
    : format.value.needs.turns
      ? goesBy.value
      : count.value,
}))
/** About what it will take, by what was made before; new when something was. */
const about = computed(() => {
  void result.value
  const cost = pictures.value ? estimated(wished.value, localStorage) : undefined
  return (
    cost && `About ${bytesInWords(cost.bytes)}, ${cost.ms < 1000 ? 'a moment' : `${Math.round(cost.ms / 1000)} s`}.`
  )
})
watch(result, (made) => made && !making.value && learn(wished.value, made, localStorage))
watch(form, forget)
let wasForSprites = false
// Sprites are nearly always wanted over nothing; what cannot be clear is over the paper.
watch(format, ({ needs }) => {
  form.clear = needs.sprites === true || (form.clear && !needs.opaque && !wasForSprites)
  wasForSprites = needs.sprites === true
})
</script>

<template>
  <div class="handover">
    <section class="paper show" aria-label="Preview">
      <div ref="stage" class="stage" :class="{ clear: form.clear }">
        <canvas ref="canvas" role="img" :aria-label="`Preview, frame ${now}`" />
      </div>
      <p class="note">
        Frame {{ now }} of {{ framesAndSeconds(length, scene.settings.fps) }} at {{ scene.settings.fps }} a second ·
        {{ runs.length }} different picture{{ runs.length === 1 ? '' : 's' }} in a row
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
      <div v-if="pictures && scene.levelOrder.length > 1" class="line">
        <label for="handover-level">Levels</label>
        <ElSelect id="handover-level" v-model="form.level" size="small" class="take">
          <ElOption value="*" label="all of them" />
          <ElOption
            v-for="id in scene.levelOrder.toReversed()"
            :key="id"
            :value="id"
            :label="`${scene.levels[id]!.name} alone`"
          />
        </ElSelect>
      </div>
      <div v-if="format.needs.making" class="line" role="group" aria-label="What goes by">
        <button class="word" :aria-pressed="!making" @click="form.what = 'scene'">the scene</button>
        <button
          class="word"
          :aria-pressed="making"
          title="How drawing, passes and timing came to be, from the first stroke on"
          @click="form.what = 'making'"
        >
          how it was made
        </button>
        <label v-if="making">
          in
          <ElInputNumber v-model="form.seconds" size="small" :min="1" :max="120" aria-label="Seconds of the making" />
          s</label
        >
      </div>
      <div v-if="(format.needs.painted || format.needs.sound) && !making" class="line" role="group" aria-label="Frames">
        <label>
          Frames
          <ElInputNumber
            size="small"
            :model-value="form.first"
            :min="1"
            :max="length"
            aria-label="First frame"
            @change="(value?: number) => setRange(value ?? 1, form.last)"
        /></label>
        <label>
          to
          <ElInputNumber
            size="small"
            :model-value="form.last"
            :min="1"
            :max="length"
            aria-label="Last frame"
            @change="(value?: number) => setRange(form.first, value ?? length)"
        /></label>
        <button v-if="count < length" class="word" @click="setRange(1, length)">All of them</button>
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
        <label>
          or
          <ElInputNumber
            size="small"
            :model-value="size.width"
            :min="8"
            :max="LONGEST"
            aria-label="Pixels across"
            @change="ownWidth"
          />
          × {{ size.height }} pixels</label
        >
      </div>
      <div v-if="format.needs.exact" class="line" role="group" aria-label="Pixels">
        <span>Pixels</span>
        <button class="word" :aria-pressed="form.exact" @click="form.exact = true">exact</button>
        <button class="word" :aria-pressed="!form.exact" @click="form.exact = false">nearly so, a smaller file</button>
      </div>
      <div v-if="format.needs.loops" class="line">
        <label for="handover-loops">Goes round</label>
        <ElInputNumber id="handover-loops" v-model="form.loops" size="small" :min="0" :max="1000" />
        <span class="note">{{ form.loops === 0 ? 'for ever' : form.loops === 1 ? 'once' : 'times' }}</span>
      </div>
      <div v-if="format.needs.turns" class="line">
        <label for="handover-turns">Goes by</label>
        <ElInputNumber
          id="handover-turns"
          size="small"
          :model-value="Number(form.turns.toFixed(2))"
          :min="0.01"
          :max="MOST_TURNS"
          @change="(value?: number) => (form.turns = value ?? 1)"
        />
        <label>
          {{ form.turns === 1 ? 'time' : 'times' }}, for
          <ElInputNumber
            size="small"
            :model-value="Number((goesBy / scene.settings.fps).toFixed(2))"
            :min="0.1"
            :max="3600"
            :step="1"
            aria-label="Seconds the film lasts"
            @change="ownSeconds"
          />
          s</label
        >
        <span class="note">{{ lasts }}</span>
      </div>
      <div v-if="format.needs.sprites" class="line" role="group" aria-label="Sprites">
        <button class="word" :aria-pressed="form.sprites.trimmed" @click="form.sprites.trimmed = true">
          Trimmed and packed
        </button>
        <button class="word" :aria-pressed="!form.sprites.trimmed" @click="form.sprites.trimmed = false">
          All of one size
        </button>
        <button
          class="word"
          :aria-pressed="form.sprites.powers"
          title="Sides of the sheet as older graphics want them: 256, 512, 1024 …"
          @click="form.sprites.powers = !form.sprites.powers"
        >
          Powers of two
        </button>
        <label>
          apart
          <ElInputNumber v-model="form.sprites.padding" size="small" :min="0" :max="64" aria-label="Pixels apart" />
          px
        </label>
      </div>
      <div v-if="pictures && !format.needs.opaque" class="line" role="group" aria-label="Background">
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
      <template v-else>
        <p v-if="about && !result" class="note" data-test="about">{{ about }}</p>
        <button class="word main" @click="make">{{ format.make }}</button>
      </template>
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
  width: 100%;
  margin: 0 auto;
  padding: 22px 24px;
  overflow: auto;
}

.show {
  position: sticky;
  top: 0;
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
  background: repeating-conic-gradient(var(--card) 0 25%, var(--chequer) 0 50%) 0 0 / 22px 22px;
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

.take {
  width: 200px;
}

.notes {
  margin: 0;
  padding: 8px 12px 8px 26px;
  border-left: 3px solid var(--plum);
  background: var(--plum-wash);
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
