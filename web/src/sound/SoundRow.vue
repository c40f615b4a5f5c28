<script setup lang="ts">
import { endOf, lastFrameOf, LIMITS, nameSchema, sentenceOf, type Sound } from '@unhurried/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import { freshId } from '../api/ids'
import { framesAndSeconds } from '../parts/frames'
import { sayWhy, useScene } from '../session/scene'
import { heardOf } from '../session/measured'
import SoundNotes from './SoundNotes.vue'
import SoundNumber from './SoundNumber.vue'

const WordsPanel = defineAsyncComponent(() => import('./words/WordsPanel.vue'))

/** One sound of the scene, and all that can be changed about it. */
const { sound } = defineProps<{ sound: Sound; frame: number }>()
const store = useScene()
const saying = ref(store.scene!.said?.[sound.id] !== undefined)
const fps = computed(() => store.scene!.settings.fps)
const heard = computed(() => heardOf(sound.file))
const trouble = computed(() => (heard.value && 'trouble' in heard.value ? heard.value.trouble : ''))
/** Of a second, as finely as a hand sets it. */
const fine = (seconds: number) => Math.round(seconds * 1000) / 1000

/** Changes some of it; what is `undefined` says nothing any more. */
function set(fields: { [K in keyof Sound]?: Sound[K] | undefined }) {
  const next = Object.fromEntries(Object.entries({ ...sound, ...fields }).filter(([, value]) => value !== undefined))
  store.change({ type: 'sound.put', sound: next as Sound })
}
const seconds = computed(() => ({ min: 0, max: fine(sound.seconds), step: 0.1, precision: 3 }))
/** An end at the end of the file says nothing. */
const endAt = (to: number | undefined) => set({ to: to === undefined || to >= fine(sound.seconds) ? undefined : to })
function rename(name: string) {
  const parsed = nameSchema.safeParse(name)
  if (parsed.success) set({ name: parsed.data })
  else sayWhy(new Error(`A sound needs a name: ${sentenceOf(parsed.error)}`))
}
const copy = () =>
  store.change({
    type: 'sound.put',
    sound: { ...sound, id: freshId(), start: Math.min(LIMITS.length.max, lastFrameOf(sound, fps.value) + 1) },
  })
</script>

<template>
  <div class="sound" role="group" :aria-label="`Sound ${sound.name}`">
    <div class="line">
      <ElInput
        :model-value="sound.name"
        :model-modifiers="{ lazy: true }"
        size="small"
        class="name"
        :aria-label="`Name of sound ${sound.name}`"
        @change="rename"
      />
      <button class="word" :aria-pressed="sound.muted === true" @click="set({ muted: sound.muted ? undefined : true })">
        mute
      </button>
      <button class="word" title="Once more, right after it" @click="copy">copy</button>
      <button class="word" @click="store.change({ type: 'sound.remove', sound: sound.id })">take out</button>
    </div>
    <div class="line">
      <SoundNumber
        word="at frame"
        :label="`Frame where ${sound.name} begins`"
        :value="sound.start"
        :min="-LIMITS.length.max"
        :max="LIMITS.length.max"
        @set="(start) => start !== undefined && set({ start })"
      />
      <button class="word" @click="set({ start: store.frame })">begin at {{ store.frame }}</button>
      <span class="note"
        >lasts {{ framesAndSeconds(Math.max(1, Math.round((endOf(sound) - sound.from) * fps)), fps) }}</span
      >
    </div>
    <div class="line">
      <SoundNumber
        word="from"
        :label="`Second of its file with which ${sound.name} begins`"
        v-bind="seconds"
        :value="fine(sound.from)"
        @set="(from) => from !== undefined && set({ from })"
      />
      <SoundNumber
        word="to"
        :label="`Second of its file with which ${sound.name} ends`"
        v-bind="seconds"
        :value="fine(endOf(sound))"
        @set="endAt"
        >s</SoundNumber
      >
    </div>
    <div class="line">
      <SoundNumber
        word="rises over"
        :label="`Seconds over which ${sound.name} rises`"
        v-bind="seconds"
        :value="sound.fadeIn ?? 0"
        @set="(fadeIn) => set({ fadeIn: fadeIn || undefined })"
      />
      <SoundNumber
        word="falls over"
        :label="`Seconds over which ${sound.name} dies away`"
        v-bind="seconds"
        :value="sound.fadeOut ?? 0"
        @set="(fadeOut) => set({ fadeOut: fadeOut || undefined })"
        >s</SoundNumber
      >
    </div>
    <div class="line strength">
      <span>strength</span>
      <ElSlider
        :model-value="Math.round(sound.strength * 100)"
        size="small"
        :min="0"
        :max="100 * LIMITS.soundStrength"
        :show-tooltip="false"
        :aria-label="`Strength of ${sound.name}`"
        @change="(value: number | number[]) => set({ strength: Number(value) / 100 })"
      />
      <span class="note">{{ Math.round(sound.strength * 100) }} %</span>
    </div>
    <SoundNotes
      :sound="sound"
      :fps="fps"
      :frame="frame"
      @notes="(notes) => set({ notes })"
      @go="(at) => (store.frame = Math.min(Math.max(1, at), store.scene!.settings.length))"
    />
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <button class="word saying" :aria-expanded="saying" @click="saying = !saying">words and mouths</button>
    <WordsPanel v-if="saying" :sound="sound" :frame="frame" />
  </div>
</template>

<style scoped>
.sound {
  display: grid;
  gap: 5px;
  padding: 7px 0;
  border-top: 1px solid var(--rule);
}

.name {
  flex: 1;
  min-width: 90px;
}

.saying {
  justify-self: start;
}

.strength .el-slider {
  flex: 1;
  margin: 0 8px;
}

.wrong {
  color: var(--plum);
}
</style>
