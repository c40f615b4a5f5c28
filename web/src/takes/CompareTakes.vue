<script setup lang="ts">
import {
  counted,
  drawingsShown,
  exposuresOf,
  lengthOfTake,
  freeName,
  LIMITS,
  nameSchema,
  sentenceOf,
  takeLasting,
  takesDiffer,
  type Take,
} from '@unhurried/core'
import { usePreferredReducedMotion } from '@vueuse/core'
import { computed, onMounted, onUnmounted, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { freshId } from '../api/ids'
import { framesAndSeconds } from '../parts/frames'
import { composedPictures } from '../stage/player'
import { sayWhy, useScene } from '../session/scene'
import { useHeard } from '../sound/useHeard'
import TakeStrip from './TakeStrip.vue'

const MOST = 4
const store = useScene()
const router = useRouter()
const scene = computed(() => store.scene!)
const heard = useHeard()
const out = computed(() => Object.values(scene.value.takes).filter((take) => !take.away))
const away = computed(() => Object.values(scene.value.takes).filter((take) => take.away))
/** Takes laid beside each other, the main one first until others are chosen. */
const picked = ref<string[]>([scene.value.mainTake])
const beside = computed(() => picked.value.filter((id) => scene.value.takes[id] && !scene.value.takes[id].away))
watch(out, (now) => {
  picked.value = picked.value.filter((id) => now.some((take) => take.id === id))
  if (picked.value.length === 0) picked.value = [scene.value.mainTake]
})
function toggle(id: string) {
  if (picked.value.includes(id))
    picked.value = picked.value.length > 1 ? picked.value.filter((each) => each !== id) : picked.value
  else if (picked.value.length === MOST)
    sayWhy(new Error(`${MOST} takes can play side by side. Take one off the table first.`))
  else picked.value = [...picked.value, id]
}
/** Frames of the longest of them: one that ends before stays on its last picture. */
const length = computed(() => Math.max(...beside.value.map((id) => lengthOfTake(scene.value, id))))
const lasts = (take: Take) => lengthOfTake(scene.value, take.id)
const setLength = (take: Take, frames: number) => store.change(takeLasting(store.working!, take.id, frames))
/** Drawings of a take's sheet that lie beyond where it ends. */
const beyond = (take: Take) =>
  scene.value.levelOrder.reduce(
    (sum, level) =>
      sum + drawingsShown(exposuresOf(scene.value, level, take.id)).filter(({ frame }) => frame > lasts(take)).length,
    0,
  )
/** Each against the first on the table. */
const differences = computed(
  () =>
    new Map(
      beside.value.map((id) => [id, id === beside.value[0] ? [] : takesDiffer(scene.value, beside.value[0]!, id)]),
    ),
)
const differencesOf = (id: string) => {
  const frames = differences.value.get(id)!.reduce((sum, { from, to }) => sum + to - from + 1, 0)
  const name = scene.value.takes[beside.value[0]!]!.name
  return frames === 0
    ? `the same as ${name}`
    : `${framesAndSeconds(frames, scene.value.settings.fps)} differ from ${name}, hatched below`
}

function addFrom(take: Take) {
  const names = new Set(Object.values(scene.value.takes).map((each) => each.name))
  const name = freeName(take.name, names)
  const id = freshId()
  if (store.change({ type: 'take.add', id, name, from: take.id }) && picked.value.length < MOST)
    picked.value = [...picked.value, id]
}
/** What stands in the fields, as far as it was typed. */
const names = reactive<Record<string, string>>({})
watch(
  out,
  (now) => {
    for (const take of now) names[take.id] = take.name
  },
  { immediate: true },
)
function rename(take: Take, text: string) {
  const name = nameSchema.safeParse(text)
  if (!name.success) {
    names[take.id] = take.name
    sayWhy(new Error(`A take needs a name: ${sentenceOf(name.error)}`))
  } else if (name.data !== take.name) store.change({ type: 'take.set', take: take.id, fields: { name: name.data } })
}
async function open(take: Take) {
  store.take = take.id
  await router.push({ name: 'draw', params: { scene: store.id } })
}

// ---- playing in step ------------------------------------------------------------------------------
const canvases = new Map<string, HTMLCanvasElement>()
const keep = (id: string, canvas: unknown) =>
  canvas instanceof HTMLCanvasElement ? canvases.set(id, canvas) : canvases.delete(id)
const now = ref(1)
const playing = ref(false)
const calm = usePreferredReducedMotion()
let stopPlaying: (() => void) | undefined
let show: (frame: number) => void = () => undefined
const size = computed(() => {
  const { width, height } = scene.value.settings
  const scale = Math.min(
    1,
    (beside.value.length === 1 ? 720 : 460) / width,
    (beside.value.length === 1 ? 420 : 260) / height,
  )
  return { scale, width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) }
})
function lay() {
  const reels = beside.value.map((take) => ({
    take,
    pictures: composedPictures({ scene: scene.value, inkOf: store.ink!.inkOf, scale: size.value.scale, take }),
  }))
  show = (frame) => {
    now.value = frame
    for (const { take, pictures } of reels) canvases.get(take)?.getContext('2d')!.drawImage(pictures.at(frame), 0, 0)
  }
  show(Math.min(now.value, length.value))
  if (playing.value) play()
}
function play() {
  stopPlaying?.()
  playing.value = true
  stopPlaying = heard.playAlong({ from: now.value, length: length.value, show: (frame) => show(frame) })
}
function stop() {
  stopPlaying?.()
  playing.value = false
}
function goTo(frame: number) {
  stop()
  show(frame)
}
onMounted(async () => {
  lay()
  await store.loadInk()
  if (!store.scene) return
  lay()
  if (calm.value !== 'reduce') play()
})
watch([scene, beside, size], () => store.scene && lay(), { flush: 'post' })
onUnmounted(() => stopPlaying?.())
</script>

<template>
  <div class="takes">
    <aside class="paper list" aria-label="Takes of this scene">
      <section
        v-for="take in out"
        :key="take.id"
        class="take"
        :class="{ on: beside.includes(take.id) }"
        :aria-label="take.name"
      >
        <div class="line">
          <ElInput
            v-model="names[take.id]"
            :placeholder="take.name"
            size="small"
            class="name"
            :aria-label="`Name of take ${take.name}`"
            @change="(text: string) => rename(take, text)"
          />
          <b v-if="take.id === scene.mainTake" class="main-mark">main take</b>
        </div>
        <div class="line">
          <label
            >lasts
            <NumberField
              size="small"
              class="lasts"
              :controls="false"
              :model-value="lasts(take)"
              :min="1"
              :max="LIMITS.length.max"
              :aria-label="`Frames take ${take.name} lasts`"
              @change="(frames: number | undefined) => frames && setLength(take, frames)"
            />
            frames</label
          >
          <span class="note">{{ Number((lasts(take) / scene.settings.fps).toFixed(2)) }} s</span>
          <span v-if="beyond(take) > 0" class="note" data-test="beyond"
            >{{ counted(beyond(take), 'drawing') }} beyond its end</span
          >
        </div>
        <div class="line">
          <button class="word" :aria-pressed="beside.includes(take.id)" @click="toggle(take.id)">
            {{ beside.includes(take.id) ? 'On the table' : 'Lay it beside' }}
          </button>
          <button class="word" @click="open(take)">Time it on the desk</button>
        </div>
        <div class="line">
          <button class="word" @click="addFrom(take)">New take from this</button>
          <template v-if="take.id !== scene.mainTake">
            <button class="word" @click="store.change({ type: 'take.main', take: take.id })">
              Make it the main take
            </button>
            <button class="word" @click="store.change({ type: 'take.set', take: take.id, fields: { away: true } })">
              Put away
            </button>
          </template>
        </div>
      </section>
      <template v-if="away.length > 0">
        <h3>Put away</h3>
        <p v-for="take in away" :key="take.id" class="line">
          {{ take.name }}
          <button class="word" @click="store.change({ type: 'take.set', take: take.id, fields: { away: false } })">
            Bring it back
          </button>
        </p>
      </template>
      <div class="line">
        <button class="word" :disabled="!store.canUndo" @click="store.undo()">Undo</button>
        <button class="word" :disabled="!store.canRedo" @click="store.redo()">Redo</button>
      </div>
      <p v-if="out.length === 1" class="note">
        There is one timing so far. Make a new take from it, change its holds on the desk, and play the two in step
        here.
      </p>
    </aside>
    <div class="table">
      <div class="line">
        <button class="word main play" :aria-pressed="playing" @click="playing ? stop() : play()">
          {{ playing ? 'Stop' : 'Play in step' }}
        </button>
        <input
          class="scrub"
          type="range"
          min="1"
          :max="length"
          :value="now"
          aria-label="Frame"
          @input="goTo(Number(($event.target as HTMLInputElement).value))"
        />
        <span class="note">frame {{ now }} of {{ framesAndSeconds(length, scene.settings.fps) }}</span>
      </div>
      <div class="reels" :class="{ single: beside.length === 1 }">
        <figure v-for="id in beside" :key="id" class="paper reel" :data-take="scene.takes[id]!.name">
          <figcaption>
            <b>{{ scene.takes[id]!.name }}</b><span v-if="id === scene.mainTake" class="main-mark"> main take</span
            ><span v-if="id !== beside[0]" class="note">, {{ differencesOf(id) }}</span>
          </figcaption>
          <canvas
            :ref="(canvas) => keep(id, canvas)"
            :width="size.width"
            :height="size.height"
            role="img"
            :aria-label="`Take ${scene.takes[id]!.name} playing`"
          />
          <TakeStrip :scene="scene" :take="id" :differs="differences.get(id)!" :now="now" @pick="goTo" />
        </figure>
      </div>
    </div>
  </div>
</template>

<style scoped>
.takes {
  display: grid;
  grid-template-columns: 310px minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}

.list,
.table {
  display: grid;
  gap: 10px;
}

.list {
  padding: 12px 14px;
}

.take {
  display: grid;
  gap: 6px;
  padding: 8px 0 10px 10px;
  border-bottom: 1px solid var(--rule);
  border-left: 3px solid transparent;
}

.take.on {
  border-left-color: var(--persimmon);
}

.name {
  flex: 1;
}

.lasts {
  width: 64px;
}

.main-mark {
  color: var(--moss-dark);
  font-size: 14px;
  font-weight: 600;
}

.scrub {
  flex: 1;
  height: 24px;
  max-width: 420px;
  accent-color: var(--persimmon);
}

.play {
  min-width: 100px;
}

.reels {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 14px;
}

.reels.single {
  grid-template-columns: minmax(0, 1fr);
}

.reel {
  display: grid;
  gap: 8px;
  justify-items: center;
  margin: 0;
  padding: 10px 12px;
}

.reel figcaption {
  justify-self: start;
}

.reel .strip {
  width: 100%;
}

canvas {
  max-width: 100%;
  border: 1px solid var(--rule);
}
</style>
