<script setup lang="ts">
import {
  followsDrawings,
  LIMITS,
  sentenceOf,
  settingsSchema,
  usualExposure,
  type Approach,
  type Settings,
} from '@unhurried/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { onInWords, USUAL_EXPOSURES } from '../parts/frames'
import { useScene } from '../session/scene'

const SizePanel = defineAsyncComponent(() => import('./SizePanel.vue'))

/** What the scene was set up with, to be changed at any time. */
const store = useScene()
const settings = computed(() => store.scene!.settings)
/** The frame it shows on the shelf at rest. */
const cover = computed(() => settings.value.cover ?? 1)
const sizing = ref(false)
const name = ref('')
const trouble = ref('')
watch(
  () => settings.value.name,
  (now) => (name.value = now),
  { immediate: true },
)
const APPROACHES: { value: Approach; word: string }[] = [
  { value: 'pose-to-pose', word: 'Pose to pose' },
  { value: 'straight-ahead', word: 'Straight ahead' },
  { value: 'every-drawing-a-key', word: 'Every drawing a key' },
]

function set(fields: Partial<Settings>) {
  const parsed = settingsSchema.partial().safeParse(fields)
  trouble.value = parsed.success ? '' : sentenceOf(parsed.error)
  if (parsed.success) store.change({ type: 'scene.set', settings: fields })
}
function rename() {
  if (name.value.trim() !== settings.value.name) set({ name: name.value.trim() })
}
</script>

<template>
  <div class="panel">
    <h3>This scene</h3>
    <label class="field">
      <span>Name</span>
      <ElInput v-model="name" size="small" aria-label="Name of the scene" @change="rename" />
    </label>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <div class="field">
      <span>Paper</span>
      <ElColorPicker
        :model-value="settings.paper"
        size="small"
        aria-label="Colour of the paper"
        @change="(colour: string | null) => colour && set({ paper: colour.toLowerCase() })"
      />
      <button class="word" :aria-expanded="sizing" aria-label="Change the size" @click="sizing = !sizing">
        {{ settings.width }} × {{ settings.height }}
      </button>
      <button
        class="word"
        :aria-pressed="Boolean(settings.cells)"
        :disabled="!settings.cells && Math.max(settings.width, settings.height) > LIMITS.cellSide"
        :title="`For sprites: whole cells and no smoothing, up to ${LIMITS.cellSide} pixels a side`"
        @click="set({ cells: !settings.cells })"
      >
        in cells
      </button>
    </div>
    <SizePanel v-if="sizing" @done="sizing = false" />
    <div class="field" role="group" aria-label="Approach">
      <span>Approach</span>
      <button
        v-for="each in APPROACHES"
        :key="each.value"
        class="word"
        :aria-pressed="settings.approach === each.value"
        @click="set({ approach: each.value })"
      >
        {{ each.word }}
      </button>
    </div>
    <div class="field" role="group" aria-label="New drawings on">
      <span>New drawings on</span>
      <button
        v-for="frames in USUAL_EXPOSURES"
        :key="frames"
        class="word"
        :aria-pressed="usualExposure(settings) === frames"
        @click="set({ exposure: frames })"
      >
        {{ onInWords(frames) }}
      </button>
    </div>
    <div class="field" role="group" aria-label="The scene ends">
      <span>It ends</span>
      <button class="word" :aria-pressed="followsDrawings(settings)" @click="set({ lengthFollows: true })">
        where its drawings do
      </button>
      <button class="word" :aria-pressed="!followsDrawings(settings)" @click="set({ lengthFollows: false })">
        at its length
      </button>
    </div>
    <div class="field" role="group" aria-label="Cover on the shelf">
      <span>On the shelf</span>
      <button class="word" :aria-pressed="cover === store.frame" @click="set({ cover: store.frame })">
        shows frame {{ store.frame }} at rest
      </button>
      <button v-if="cover !== 1" class="word" @click="set({ cover: null })">the first again, not {{ cover }}</button>
    </div>
    <div class="field" role="group" aria-label="Drawing numbers">
      <span>Drawing numbers</span>
      <button class="word" :aria-pressed="settings.numbering === 'by-frame'" @click="set({ numbering: 'by-frame' })">
        by frame
      </button>
      <button class="word" :aria-pressed="settings.numbering === 'in-order'" @click="set({ numbering: 'in-order' })">
        1, 2, 3 …
      </button>
    </div>
    <p class="note">Numbers that are there stay; a level renumbers its own. Length and rate are changed in Plan.</p>
  </div>
</template>

<style scoped>
.field {
  display: flex;
  flex-wrap: wrap;
  gap: 5px;
  align-items: center;
}

.field > span:first-child {
  min-width: 112px;
}

.field .el-input {
  flex: 1;
}

.wrong {
  color: var(--plum);
}
</style>
