<script setup lang="ts">
import { LIMITS, nameSchema, sentenceOf, type Shot } from '@unhurried/core'
import { computed, ref } from 'vue'
import { inWords } from '../api/in-words'
import PictureButton from '../parts/files/PictureButton.vue'
import { framesAndSeconds } from '../parts/frames'
import { makeScenes } from './make-scenes'
import type { UsedReel } from './useReel'
import { shotName } from './words'

/** What can be set of one shot. */
const { reel, at } = defineProps<{ reel: UsedReel; at: number }>()
const time = computed(() => reel.times.value.shots[at]!)
const shot = computed(() => time.value.shot)
const entry = computed(() => reel.entries.value.get(shot.value.scene ?? ''))
const fps = computed(() => reel.reel.value!.fps)
const trouble = ref('')
const busy = ref(false)
const set = (fields: { [F in keyof Shot]?: Shot[F] | undefined }) => reel.changeShot({ ...shot.value, ...fields })
function name(to: string) {
  const parsed = to.trim() === '' ? undefined : nameSchema.safeParse(to)
  trouble.value = parsed && !parsed.success ? sentenceOf(parsed.error) : ''
  if (!trouble.value) set({ name: parsed?.data })
}
/** Ends that are the scene's own are not written down: they go along with it. */
function trim([first, last]: readonly [number, number]) {
  set({ first: first > 1 ? first : undefined, last: last < entry.value!.length ? last : undefined })
}
async function makeScene() {
  busy.value = true
  try {
    await makeScenes(reel, [shot.value])
  } catch (error) {
    trouble.value = inWords(error)
  } finally {
    busy.value = false
  }
}
const copy = () => {
  const { id: _, ...fields } = shot.value
  reel.addShots([fields])
}
</script>

<template>
  <section class="paper panel" :aria-label="`Shot ${at + 1}`">
    <div class="line">
      <h2>{{ at + 1 }} {{ shotName(time, entry) }}</h2>
      <RouterLink v-if="entry" class="word" :to="{ name: 'draw', params: { scene: entry.id } }"
        >Open its scene</RouterLink
      >
      <span class="line acts">
        <button class="word" :disabled="at === 0" @click="reel.moveShot(shot.id, at - 1)">Earlier</button>
        <button
          class="word"
          :disabled="at === reel.times.value.shots.length - 1"
          @click="reel.moveShot(shot.id, at + 1)"
        >
          Later
        </button>
        <button class="word" @click="copy">Copy</button>
        <button class="word" @click="reel.removeShot(shot)">Take out</button>
      </span>
    </div>
    <template v-if="entry">
      <div class="line">
        <span>Shows frames</span>
        <NumberField
          size="small"
          :model-value="time.first"
          :min="1"
          :max="time.last"
          aria-label="First frame shown"
          @change="(to?: number) => to && trim([to, time.last])"
        />
        <span>to</span>
        <NumberField
          size="small"
          :model-value="time.last"
          :min="time.first"
          :max="entry.length"
          aria-label="Last frame shown"
          @change="(to?: number) => to && trim([time.first, to])"
        />
        <span class="note"
          >of {{ framesAndSeconds(entry.length, entry.fps) }} at {{ entry.fps }}; the scene stays whole</span
        >
      </div>
      <ElSlider
        v-if="entry.length > 1"
        class="trim"
        range
        :model-value="[time.first, time.last]"
        :min="1"
        :max="entry.length"
        :range-start-label="'First frame shown'"
        :range-end-label="'Last frame shown'"
        @change="(to: number | number[]) => Array.isArray(to) && trim([to[0]!, to[1]!])"
      />
    </template>
    <div v-else class="line">
      <label>
        Lasts
        <NumberField
          size="small"
          :model-value="shot.frames ?? time.last"
          :min="1"
          :max="LIMITS.length.max"
          aria-label="Frames this shot lasts"
          @change="(frames?: number) => frames && set({ frames })"
        />
        {{ framesAndSeconds(shot.frames ?? time.last, fps) }}
      </label>
      <button v-if="!time.missing" class="word" :disabled="busy" @click="makeScene">
        {{ busy ? 'Setting it up …' : 'Make its scene' }}
      </button>
      <span v-else class="note"
        >Its scene is not on the shelf: bring it back from the drawer, or take the shot out.</span
      >
    </div>
    <div class="line">
      <label>
        Comes in over
        <NumberField
          size="small"
          :model-value="shot.fade ?? 0"
          :min="0"
          :max="LIMITS.length.max"
          aria-label="Frames it comes in over"
          @change="(fade?: number) => set({ fade: fade || undefined })"
        />
        frames of {{ at === 0 ? 'black' : 'the shot before' }}
      </label>
      <PictureButton
        :word="shot.picture ? 'Another story picture …' : 'Story picture …'"
        @picture="({ picture }) => set({ picture })"
      />
      <button v-if="shot.picture && (entry || shot.frames)" class="word" @click="set({ picture: undefined })">
        Without it
      </button>
    </div>
    <div class="fields">
      <ElInput
        :model-value="shot.name ?? ''"
        :model-modifiers="{ lazy: true }"
        size="small"
        placeholder="Name"
        aria-label="Name of this shot"
        @change="name"
      />
      <ElInput
        :model-value="shot.note ?? ''"
        :model-modifiers="{ lazy: true }"
        size="small"
        placeholder="Note"
        aria-label="Note on this shot"
        :maxlength="LIMITS.note"
        @change="(note: string) => set({ note: note.trim() || undefined })"
      />
    </div>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
  </section>
</template>

<style scoped>
.panel {
  display: grid;
  gap: 8px;
  padding: 10px 14px;
}

.acts {
  margin-left: auto;
}

.trim {
  width: auto;
  margin: 0 10px;
}

.fields {
  display: grid;
  grid-template-columns: 1fr 2fr;
  gap: 8px;
}

.wrong {
  color: var(--plum);
}
</style>
