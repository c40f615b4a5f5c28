<script setup lang="ts">
import {
  counted,
  drawingsShown,
  EditRefused,
  keysFromLife,
  landmarksOf,
  pinOf,
  scoreAgainstFilm,
  scoreInWords,
  timedFromLife,
  type Footage,
  type TrackedFrame,
} from '@unhurried/core'
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { freshId } from '../api/ids'
import { framesAndSeconds } from '../parts/frames'
import ProgressLine from '../parts/ProgressLine.vue'
import { useLook } from '../session/look'
import { sayWhy, useScene } from '../session/scene'

/** A landmark followed on a film, and what its movement says of time: where it turns, and how long a step takes. */
const { film } = defineProps<{ film: Footage }>()
const store = useScene()
const look = useLook()
const fps = computed(() => store.scene!.settings.fps)
/** Landmarks pinned on the drawing that lies here. */
const pinned = computed(() => {
  const entry = store.drawing === undefined ? undefined : store.scene!.drawings[store.drawing]
  return entry ? landmarksOf(store.scene!, store.level).filter(({ id }) => pinOf(entry, id)) : []
})
const landmark = ref<string>()
const inHand = computed(() => pinned.value.find(({ id }) => id === landmark.value) ?? pinned.value[0])
const progress = ref<number>()
const found = shallowRef<{ landmark: string; name: string; from: string; track: readonly TrackedFrame[] }>()
/** How keys that were drawn after watching it compare. */
const compared = shallowRef<readonly string[]>([])
const timing = computed(() => found.value && timedFromLife(found.value.track))
const exposure = ref(store.scene!.settings.exposure ?? 2)
let stopping: AbortController | undefined
onUnmounted(() => stopping?.abort())
watch(
  () => store.level,
  () => (found.value = undefined),
)

async function follow() {
  const of = inHand.value
  if (!of || store.drawing === undefined) return
  const { x, y } = pinOf(store.scene!.drawings[store.drawing]!, of.id)!
  stopping = new AbortController()
  progress.value = 0
  found.value = undefined
  try {
    const { followedOnFilm } = await import('./follow-film')
    const track = await followedOnFilm({
      ...{ film, fps: fps.value, from: store.frame, to: store.scene!.settings.length, at: { x, y } },
      onProgress: (share) => (progress.value = share),
      signal: stopping.signal,
    })
    if (track.length < 2)
      sayWhy(
        new Error(
          `${of.name} cannot be told from what lies around it on the film. Pin it on something with more to it.`,
        ),
      )
    else show(of, track)
  } catch (error) {
    sayWhy(error)
  }
  progress.value = undefined
}

/** Dotted on every drawing shown over those frames that lacks it. */
function show({ id, name }: { id: string; name: string }, track: readonly TrackedFrame[]) {
  found.value = { landmark: id, name, from: store.drawing!, track }
  compared.value = []
  const places = new Map(track.map((at) => [at.frame, at]))
  look.propose(
    drawingsShown(store.exposures).flatMap(({ drawing, frame }) => {
      const at = places.get(frame)
      if (!at || pinOf(store.scene!.drawings[drawing], id)) return []
      return [{ drawing, landmark: id, x: at.x, y: at.y, confidence: 1 }]
    }),
  )
}

function layKeys() {
  const { landmark: id, track } = found.value!
  try {
    const wish = { scene: store.scene!, take: store.take, level: store.level, landmark: id, track, freshId }
    if (store.change(keysFromLife({ ...wish, exposure: exposure.value }))) look.refuse()
  } catch (error) {
    if (!(error instanceof EditRefused)) throw error
    sayWhy(error)
  }
}
function compare() {
  const { name, from, track } = found.value!
  try {
    compared.value = scoreInWords(scoreAgainstFilm({ scene: store.scene!, take: store.take, name, from, track }))
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    compared.value = [`Nothing to compare: no other drawing has ${name} pinned over these frames.`]
  }
}
const said = computed(() => {
  const { track, name } = found.value!
  const { turns, step, mean, most } = timing.value!
  const to = track.at(-1)!.frame
  const list = turns.slice(0, 8).map(({ frame, is }) => `${is} at ${frame}`)
  const turning = turns.length > 0 ? `It is ${list.join(', ')}${turns.length > 8 ? ' …' : ''}.` : 'It never turns back.'
  const stepping = step === undefined ? '' : ` One step takes ${framesAndSeconds(step, fps.value)}.`
  return `${name} followed to frame ${to}. ${turning}${stepping} It goes ${Math.round(mean)} px a frame, ${Math.round(most)} at its fastest.`
})
</script>

<template>
  <div class="follow" role="group" :aria-label="`Follow on ${film.name}`">
    <div class="line">
      <ProgressLine v-if="progress !== undefined" :share="progress" words="Following" quiet @stop="stopping?.abort()" />
      <template v-else>
        <ElSelect
          v-if="pinned.length > 1"
          :model-value="inHand?.id"
          size="small"
          class="which"
          aria-label="Landmark to follow"
          @change="(id: string) => (landmark = id)"
        >
          <ElOption v-for="each in pinned" :key="each.id" :value="each.id" :label="each.name" />
        </ElSelect>
        <button
          class="word"
          :disabled="!inHand"
          title="Where it lies on the film, frame by frame from here"
          @click="follow"
        >
          {{ inHand ? `Follow ${inHand.name} on it` : 'Pin a landmark here to follow it' }}
        </button>
      </template>
    </div>
    <template v-if="found">
      <p class="note" role="status">{{ said }}</p>
      <div class="line">
        <button v-if="look.proposals.length > 0" class="word" @click="look.accept()">
          Pin on {{ counted(look.proposals.length, 'drawing') }}
        </button>
        <button class="word" title="Keys where it begins, turns and ends, and charts with its spacing" @click="layKeys">
          Lay keys at its turns
        </button>
        <button
          class="word"
          title="Keys you drew after watching, this landmark pinned on each: which you found, on which frames, how far off"
          @click="compare"
        >
          Compare keys with it
        </button>
        <label class="held"
          >on
          <NumberField
            v-model="exposure"
            size="small"
            :min="1"
            :max="8"
            :controls="false"
            aria-label="Frames each drawing between is held"
        /></label>
      </div>
      <ul v-if="compared.length > 0" class="compared" role="status" data-test="compared">
        <li v-for="sentence in compared" :key="sentence">{{ sentence }}</li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.follow {
  display: grid;
  gap: 5px;
}

.which {
  width: 110px;
}

.compared {
  margin: 0;
  padding-left: 18px;
}

.held {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}

.held .el-input-number {
  width: 44px;
}
</style>
