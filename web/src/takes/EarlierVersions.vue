<script setup lang="ts">
import {
  bringBack,
  counted,
  inkBack,
  inkBackFor,
  numbersOf,
  PASSES,
  type Part,
  type Pass,
  type SimpleEdit,
} from '@unhurried/core'
import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { inWords } from '../api/in-words'
import { api, type HistoryStep } from '../api/api'
import { createInkStore } from '../session/ink-store'
import { framesAndSeconds } from '../parts/frames'
import { composedPictures } from '../stage/player'
import { playFrames } from '../stage/play-frames'
import { sayWhy, useScene } from '../session/scene'
import { momentInWords, sittingInWords, sittings, type Sitting } from './history'
import MomentCard from './MomentCard.vue'
import { useMoment, type Moment } from './useMoment'

const emit = defineEmits<{ back: [] }>()
const store = useScene()
const steps = shallowRef<HistoryStep[]>([])
const more = ref(false)
const trouble = ref('')
const AT_ONCE = 400

async function read(before?: number) {
  try {
    const next = await api.history(store.id, before)
    steps.value = before === undefined ? next : [...steps.value, ...next]
    more.value = next.length === AT_ONCE
    trouble.value = ''
  } catch (error) {
    trouble.value = inWords(error)
  }
}
onMounted(async () => {
  await read()
  // The newest moment is shown at once: from there one goes back.
  const newest = sittingList.value[0]?.chapters[0]
  if (newest && !chosen.value) await look(newest)
})
// What was just done appears as soon as it is kept.
watch(
  () => store.keeping.state,
  (state) => state === 'kept' && void read(),
)

const numberOf = (drawing: string) => store.scene?.drawings[drawing]?.number ?? 'no longer here'
const sittingList = computed(() => sittings(steps.value, numberOf))
/** A drawing as its last change in a sitting left it. */
const drawingMoment = (
  { chapters: told }: Sitting,
  { drawing: id, version, changes }: Sitting['drawings'][number],
) => ({
  version,
  to: told.findLast((chapter) => chapter.version >= version)!.to,
  words: `${counted(changes, 'change')} to drawing ${numberOf(id)}`,
})
const today = new Date()

// ---- one moment -----------------------------------------------------------------------------------
const {
  chosen,
  shown,
  isComing,
  trouble: amiss,
  ...moment
} = useMoment(async (version) => {
  const { scene } = await api.readMoment(store.id, version)
  const ink = createInkStore(store.id, (drawings) => api.readMomentInk(store.id, version, drawings))
  await ink.ensure(Object.keys(scene.drawings))
  return { scene, ink }
})
/** The scene as it was at the moment shown. */
const then = computed(() => shown.value?.scene)
const canvas = ref<HTMLCanvasElement>()
const now = ref(1)
const playing = ref(false)
let stopPlaying: (() => void) | undefined
let show: (frame: number) => void = () => undefined
onUnmounted(() => stopPlaying?.())

async function look(chapter: Moment) {
  stop()
  // Before it is here, so that what is chosen meanwhile stays chosen.
  part.value = 'whole'
  await moment.look(chapter)
}
const size = computed(() => {
  const { width, height } = then.value?.settings ?? { width: 16, height: 9 }
  const scale = Math.min(2, 640 / width, 360 / height)
  return { scale, width: Math.round(width * scale), height: Math.round(height * scale) }
})
watch(
  [shown, canvas],
  () => {
    if (!shown.value || !canvas.value) return
    const { scene, ink } = shown.value
    const pictures = composedPictures({ scene, inkOf: ink.inkOf, scale: size.value.scale })
    show = (frame) => {
      now.value = frame
      canvas.value?.getContext('2d')!.drawImage(pictures.at(frame), 0, 0)
    }
    show(Math.min(now.value, scene.settings.length))
  },
  { flush: 'post' },
)
function play() {
  if (!then.value) return
  playing.value = true
  stopPlaying = playFrames({
    fps: then.value.settings.fps,
    length: then.value.settings.length,
    from: now.value,
    show: (frame) => show(frame),
  })
}
function stop() {
  stopPlaying?.()
  playing.value = false
}

// ---- bringing back --------------------------------------------------------------------------------
const part = ref('whole')
const level = ref('')
const drawing = ref('')
watch(then, (scene) => {
  level.value = scene?.levelOrder.includes(store.level) ? store.level : (scene?.levelOrder.at(-1) ?? '')
  drawing.value =
    store.drawing && scene?.drawings[store.drawing] ? store.drawing : (Object.keys(scene?.drawings ?? {})[0] ?? '')
})
const drawings = computed(() =>
  Object.values(then.value?.drawings ?? {}).sort(
    (a, b) => a.level.localeCompare(b.level) || a.number.localeCompare(b.number, 'en', { numeric: true }),
  ),
)
const wanted = computed<Part>(() =>
  part.value === 'level'
    ? { level: level.value }
    : part.value === 'drawing'
      ? { drawing: drawing.value }
      : { whole: true },
)
const named = computed(() =>
  part.value === 'level'
    ? `level ${then.value!.levels[level.value]!.name}`
    : part.value === 'drawing'
      ? `drawing ${then.value!.drawings[drawing.value]!.number}`
      : 'the whole scene',
)
/** Points in one edit, so that a request stays within what the server takes. */
const MOST_POINTS = 400_000
const bringing = ref(false)

async function bring() {
  const present = store.ink
  if (!shown.value || !present) return
  const { scene, ink, moment: at } = shown.value
  bringing.value = true
  try {
    const ids = inkBackFor(scene, wanted.value)
    await present.ensure(ids)
    // Gone on to another scene meanwhile: what was asked for is not this one's.
    if (store.ink !== present || !store.working) return
    if (ids.some((id) => !present.isLoaded(id)))
      throw new Error('Some drawings could not be fetched from the server. Try again when it answers.')
    const counts = (id: string) =>
      Object.fromEntries(
        PASSES.flatMap((pass) => (present.inkOf(id, pass).length > 0 ? [[pass, present.inkOf(id, pass).length]] : [])),
      ) as Partial<Record<Pass, number>>
    const parts = bringBack({ now: store.working, then: scene, part: wanted.value, counts })
    const lines = ids.flatMap((id) =>
      PASSES.flatMap(
        (pass) => inkBack({ drawing: id, pass, now: present.inkOf(id, pass), then: ink.inkOf(id, pass) }) ?? [],
      ),
    )
    const words = `${named.value} brought back as it was ${momentInWords(at.to, today)}`
    const batches = batched([...parts, ...lines])
    if (batches.length === 0) return sayWhy(new Error(`Nothing to bring back: ${named.value} is as it was.`))
    const made = batches.every((edits, i) =>
      store.change({
        type: 'together',
        words: batches.length === 1 ? words : `${words}, part ${i + 1} of ${batches.length}`,
        edits,
      }),
    )
    if (made) {
      stop()
      moment.leave()
    }
  } catch (error) {
    sayWhy(error)
  } finally {
    bringing.value = false
  }
  return undefined
}
function batched(edits: readonly SimpleEdit[]): SimpleEdit[][] {
  const batches: SimpleEdit[][] = []
  let size_ = Infinity
  for (const edit of edits) {
    const points =
      edit.type === 'ink.change'
        ? [...edit.add, ...edit.remove].reduce((sum, { piece }) => sum + numbersOf(piece), 0)
        : 0
    if (size_ + points > MOST_POINTS || batches.at(-1)!.length >= 2000) {
      batches.push([])
      size_ = 0
    }
    batches.at(-1)!.push(edit)
    size_ += points
  }
  return batches
}
</script>

<template>
  <div class="earlier">
    <section class="paper list" aria-label="History">
      <p v-if="trouble || amiss" class="wrong" role="alert">
        {{ trouble || amiss }} <button class="word" @click="trouble ? read() : look(chosen!)">Try again</button>
      </p>
      <p v-if="sittingList.length === 0 && !trouble" class="note">Nothing was done to this scene yet.</p>
      <section v-for="(sitting, n) in sittingList" :key="sitting.version" class="sitting">
        <h2>{{ sittingInWords(sitting, today) }}</h2>
        <div v-if="sitting.drawings.length > 0" class="line cards">
          <MomentCard
            v-for="each in sitting.drawings"
            :id="store.id"
            :key="`${each.drawing} ${each.version}`"
            :scene="store.scene!"
            :drawing="each.drawing"
            :version="each.version"
            :words="drawingMoment(sitting, each).words"
            :picked="chosen?.version === each.version"
            @click="look(drawingMoment(sitting, each))"
          />
        </div>
        <details :open="n === 0">
          <summary>{{ counted(sitting.steps, 'step') }}, one by one</summary>
          <ol>
            <li v-for="chapter in sitting.chapters" :key="chapter.version">
              <button
                class="step"
                :class="{ picked: chosen?.version === chapter.version }"
                :aria-pressed="chosen?.version === chapter.version"
                @click="look(chapter)"
              >
                <span class="note">{{ momentInWords(chapter.to, today).slice(-5) }}</span><span>{{
                  chapter.words
                }}</span>
              </button>
            </li>
          </ol>
        </details>
      </section>
      <button v-if="more" class="word" @click="read(steps.at(-1)!.version)">Show earlier steps</button>
    </section>
    <section
      v-if="then && shown"
      class="paper moment"
      :class="{ going: isComing }"
      :aria-busy="isComing"
      aria-label="The scene at this moment"
    >
      <h2>As it was {{ momentInWords(shown.moment.to, today) }}</h2>
      <p class="note">
        After “{{ shown.moment.words }}”. {{ framesAndSeconds(then.settings.length, then.settings.fps) }},
        {{ counted(Object.keys(then.drawings).length, 'drawing') }}, {{ counted(then.levelOrder.length, 'level') }}.
      </p>
      <canvas
        ref="canvas"
        :width="size.width"
        :height="size.height"
        role="img"
        aria-label="The scene at this moment"
        data-test="moment"
      />
      <div class="line">
        <button class="word" :aria-pressed="playing" @click="playing ? stop() : play()">
          {{ playing ? 'Stop' : 'Play' }}
        </button>
        <input
          type="range"
          class="scrub"
          min="1"
          :max="then.settings.length"
          :value="now"
          aria-label="Frame"
          @input="(stop(), show(Number(($event.target as HTMLInputElement).value)))"
        />
        <span class="note">frame {{ now }}</span>
      </div>
      <div class="line" role="group" aria-label="What to bring back">
        <button class="word" :aria-pressed="part === 'whole'" @click="part = 'whole'">The whole scene</button>
        <button class="word" :aria-pressed="part === 'level'" @click="part = 'level'">One level</button>
        <button
          class="word"
          :disabled="drawings.length === 0"
          :aria-pressed="part === 'drawing'"
          @click="part = 'drawing'"
        >
          One drawing
        </button>
        <ElSelect v-if="part === 'level'" v-model="level" size="small" class="choose" aria-label="Level"
          ><ElOption v-for="id in [...then.levelOrder].reverse()" :key="id" :value="id" :label="then.levels[id]!.name"
        /></ElSelect>
        <ElSelect
          v-if="part === 'drawing'"
          v-model="drawing"
          filterable
          size="small"
          class="choose"
          aria-label="Drawing"
          ><ElOption
            v-for="each in drawings"
            :key="each.id"
            :value="each.id"
            :label="`${each.number}, level ${then.levels[each.level]!.name}`"
        /></ElSelect>
      </div>
      <div class="line">
        <button class="word main" :disabled="bringing || isComing" @click="bring">
          {{ bringing ? 'Bringing it back …' : `Bring ${named} back` }}
        </button>
        <button class="word" @click="emit('back')">Leave all as it is</button>
      </div>
      <p class="note">
        It comes back as a new step. Drawings made since stay in the scene, and undo takes the step back.
      </p>
    </section>
    <p v-else class="note none">
      {{ isComing ? 'Fetching that moment …' : 'Choose a moment on the left to look at the scene as it was then.' }}
    </p>
  </div>
</template>

<style scoped>
.earlier {
  display: grid;
  grid-template-columns: minmax(300px, 420px) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
  min-height: 0;
}

.list {
  max-height: 100%;
  padding: 10px 12px;
  overflow: auto;
}

ol {
  margin: 0;
  padding: 0;
  list-style: none;
}

.sitting {
  display: grid;
  gap: 6px;
  padding: 6px 0 10px;
  border-bottom: 1px solid var(--rule);
}

.sitting h2 {
  font-size: 16px;
}

summary {
  color: var(--graphite);
  font-size: 14px;
  cursor: pointer;
}

.step {
  display: grid;
  grid-template-columns: 48px minmax(0, 1fr);
  gap: 8px;
  width: 100%;
  padding: 4px 6px;
  border: 0;
  border-bottom: 1px solid var(--hairline);
  background: none;
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.step:hover {
  background: var(--sheet-shade);
}

.step.picked {
  background: var(--chosen);
}

.moment {
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 14px 18px;
}

.going {
  opacity: 0.55;
}

.line {
  width: 100%;
}

.scrub {
  flex: 1;
  height: 24px;
  max-width: 380px;
  accent-color: var(--persimmon);
}

.choose {
  width: 190px;
}

canvas {
  max-width: 100%;
  border: 1px solid var(--rule);
}

.wrong {
  color: var(--plum);
}

.none {
  padding: 30px;
}
</style>
