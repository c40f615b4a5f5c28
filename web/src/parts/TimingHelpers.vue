<script setup lang="ts">
import {
  barsOf,
  clamp,
  counted,
  exposuresOf,
  framesPerBeat,
  isCycle,
  keysOnBeats,
  LIMITS,
  loopLength,
  secondsToFrames,
  totalFrames,
} from '@unhurried/core'
import { computed, ref } from 'vue'
import { sayWhy, useScene } from '../session/scene'
import { framesAndSeconds } from './frames'

defineProps<{ plain?: boolean }>()
const emit = defineEmits<{ done: [] }>()
const store = useScene()
const settings = computed(() => store.scene!.settings)
const inWords = (frames: number) => framesAndSeconds(frames, settings.value.fps)

// ---- beats --------------------------------------------------------------------------------------
const bpm = ref(settings.value.beats?.bpm ?? 100)
/** Taps further apart than this begin a new count, in milliseconds. */
const PAUSE = 3000
const TAPS = 8
let taps: number[] = []
function tap(event: Event) {
  const now = event.timeStamp
  taps = taps.length > 0 && now - taps.at(-1)! > PAUSE ? [now] : [...taps.slice(1 - TAPS), now]
  if (taps.length < 2) return
  const tempo = (60_000 * (taps.length - 1)) / (now - taps[0]!)
  bpm.value = clamp(Math.round(tempo * 10) / 10, LIMITS.bpm.min, LIMITS.bpm.max)
}
const beat = computed(() => framesPerBeat(bpm.value || 100, settings.value.fps))
const ruled = computed(() => settings.value.beats)
const rule = (beats: { bpm: number; first: number } | null) => store.change({ type: 'scene.set', settings: { beats } })

function putKeysOnBeats() {
  try {
    store.change(keysOnBeats(store.working!, { take: store.take, level: store.level }))
  } catch (error) {
    sayWhy(error)
  }
}
/** How a cycle comes round with the bars that are ruled, if any are. */
function withBars(period: number): string {
  if (!ruled.value) return ''
  const { turns, bars, off } = barsOf(period, { bpm: ruled.value.bpm, fps: settings.value.fps })
  const about =
    Math.abs(off) < 0.05 ? 'to the frame' : `${Math.abs(off).toFixed(1)} frames ${off > 0 ? 'late' : 'early'}`
  return `${counted(turns, 'turn')} fit ${counted(bars, 'bar')} of four beats, ${about}`
}

// ---- the opening --------------------------------------------------------------------------------
/** The eye needs this long before the first movement, in seconds. */
const SETTLE = 0.25
/** The frame where anything first changes. */
const moves = computed(() => {
  const firsts = store.scene!.levelOrder.flatMap((level) => {
    const [first, second] = exposuresOf(store.scene!, level, store.take)
    return second ? [first!.frames + 1] : []
  })
  return firsts.length > 0 ? Math.min(...firsts) : undefined
})
const opening = ref(secondsToFrames(SETTLE, settings.value.fps) * 2)
function holdOpening() {
  const has = moves.value! - 1
  if (opening.value > has)
    store.change({ type: 'frames.put-in', take: store.take, at: moves.value!, frames: opening.value - has })
  else if (opening.value < has)
    store.change({ type: 'frames.take-out', take: store.take, from: opening.value + 1, to: has })
}

// ---- cycles that line up --------------------------------------------------------------------------
const cycles = computed(() =>
  store.scene!.levelOrder.flatMap((level) =>
    store
      .scene!.sheets[store.take]![level]!.filter(isCycle)
      .map((cycle) => ({ name: store.scene!.levels[level]!.name, period: totalFrames(cycle.cycle) })),
  ),
)
const together = computed(() =>
  cycles.value.length > 0 ? loopLength(cycles.value.map((cycle) => cycle.period)) : undefined,
)
</script>

<template>
  <div class="helpers">
    <h3>Beats</h3>
    <div class="line">
      <NumberField
        v-model="bpm"
        size="small"
        :min="LIMITS.bpm.min"
        :max="LIMITS.bpm.max"
        :precision="1"
        :step="1"
        aria-label="Beats a minute"
      />
      <span>a minute</span>
      <button class="word" title="Tap along with the music; Space and Enter tap too" @click="tap">Tap along</button>
    </div>
    <p class="note">
      A beat every {{ Number(beat.exact.toFixed(2)) }} frames. Ruled at {{ beat.nearest }} they would be
      {{ Number(Math.abs(beat.drift).toFixed(2)) }} frames {{ beat.drift < 0 ? 'early' : 'late' }} after 16, so each
      beat gets its own nearest frame.
    </p>
    <div class="line">
      <button class="word" @click="rule({ bpm, first: store.frame })">Rule beats from frame {{ store.frame }}</button>
      <button v-if="ruled" class="word" @click="rule(null)">Take the rules away</button>
      <span v-if="ruled" class="note">{{ ruled.bpm }} a minute from frame {{ ruled.first }}</span>
    </div>
    <button v-if="ruled" class="word" title="The drawings between them are shared out anew" @click="putKeysOnBeats">
      Put the keys of {{ store.scene!.levels[store.level]!.name }} on the beats
    </button>
    <h3>Opening hold</h3>
    <p v-if="moves === undefined" class="note">Nothing moves in this take yet.</p>
    <template v-else>
      <p class="note">
        The first change comes after {{ inWords(moves - 1) }}. The eye wants about
        {{ inWords(secondsToFrames(SETTLE, settings.fps)) }} to settle.
      </p>
      <div class="line">
        <NumberField v-model="opening" size="small" :min="1" :max="600" aria-label="Frames of opening hold" />
        <button class="word" :disabled="opening === moves - 1" @click="holdOpening">
          Hold the opening for {{ inWords(opening) }}
        </button>
      </div>
    </template>
    <h3>Cycles</h3>
    <p v-if="together === undefined" class="note">There is no cycle on this take’s sheet.</p>
    <template v-else>
      <p>
        {{ cycles.map((cycle) => `${cycle.name} ${cycle.period}`).join(', ') }}: these cycles line up again after
        <b>{{ inWords(together) }}</b>.
      </p>
      <ul v-if="ruled" class="note">
        <li v-for="cycle in cycles" :key="cycle.name">{{ cycle.name }}: {{ withBars(cycle.period) }}</li>
      </ul>
      <button
        class="word"
        :disabled="together > LIMITS.length.max || together === settings.length"
        @click="store.change({ type: 'scene.set', settings: { length: together } })"
      >
        Make the scene exactly that long
      </button>
      <p v-if="together > LIMITS.length.max" class="note">
        That is longer than a scene can be ({{ inWords(LIMITS.length.max) }}).
      </p>
    </template>
    <button v-if="!plain" class="word" @click="emit('done')">Close</button>
  </div>
</template>

<style scoped>
.helpers {
  display: grid;
  gap: 7px;
  justify-items: start;
}

.el-input-number {
  width: 104px;
}
</style>
