<script setup lang="ts">
import { LIMITS, type Footage } from '@unhurried/core'
import { computed } from 'vue'
import { freshId } from '../api/ids'
import { framesAndSeconds } from '../parts/frames'
import { useScene } from '../session/scene'
import FollowOnFilm from './FollowOnFilm.vue'

/** One film under the paper, and all that can be changed about it. */
const { film, trouble } = defineProps<{ film: Footage; trouble: string | undefined }>()
const store = useScene()
const fps = computed(() => store.scene!.settings.fps)
/** Changes some of it; what is `undefined` says nothing any more. */
function set(fields: { [K in keyof Footage]?: Footage[K] | undefined }) {
  const next = Object.fromEntries(Object.entries({ ...film, ...fields }).filter(([, value]) => value !== undefined))
  store.change({ type: 'footage.put', footage: next as Footage })
}
const lasts = computed(() => Math.max(1, Math.round(((film.seconds - film.from) / film.speed) * fps.value)))
function rename(name: string) {
  if (name.trim()) set({ name: name.trim() })
}
/** Once more, right after itself. */
const copy = () =>
  store.change({
    type: 'footage.put',
    footage: { ...film, id: freshId(), start: Math.min(LIMITS.length.max, film.start + lasts.value) },
  })
/** What is heard in it, on the sheet from the same second on. */
const hear = () =>
  store.change({
    type: 'sound.put',
    sound: {
      ...{ id: freshId(), name: film.name, file: film.file, seconds: film.seconds },
      ...{ start: film.start, from: film.from, strength: 1 },
    },
  })
const numbers = computed(() => [
  {
    field: 'start' as const,
    word: 'at frame',
    label: `Frame where ${film.name} begins`,
    min: -LIMITS.length.max,
    max: LIMITS.length.max,
    precision: 0,
    step: 1,
  },
  {
    field: 'from' as const,
    word: 'from second',
    label: `Second with which ${film.name} begins`,
    min: 0,
    max: film.seconds,
    precision: 3,
    step: 0.1,
  },
  {
    field: 'speed' as const,
    word: 'speed',
    label: `Speed of ${film.name}`,
    ...LIMITS.footageSpeed,
    precision: 2,
    step: 0.25,
  },
  {
    field: 'x' as const,
    word: 'left',
    label: `Left edge of ${film.name}`,
    min: -LIMITS.reach,
    max: LIMITS.reach,
    precision: 0,
    step: 10,
  },
  {
    field: 'y' as const,
    word: 'top',
    label: `Top edge of ${film.name}`,
    min: -LIMITS.reach,
    max: LIMITS.reach,
    precision: 0,
    step: 10,
  },
  {
    field: 'across' as const,
    word: 'wide',
    label: `Width of ${film.name}`,
    min: 1,
    max: LIMITS.reach,
    precision: 0,
    step: 10,
  },
])
</script>

<template>
  <div class="film" role="group" :aria-label="`Film ${film.name}`">
    <div class="line">
      <ElInput
        size="small"
        class="name"
        :model-value="film.name"
        :model-modifiers="{ lazy: true }"
        :aria-label="`Name of film ${film.name}`"
        @change="rename"
      />
      <button
        class="word"
        :aria-pressed="film.hidden === true"
        @click="set({ hidden: film.hidden ? undefined : true })"
      >
        hide
      </button>
      <button class="word" title="Once more, right after it" @click="copy">copy</button>
      <button class="word" @click="store.change({ type: 'footage.remove', footage: film.id })">take out</button>
    </div>
    <div class="numbers">
      <label v-for="each in numbers" :key="each.field"
        >{{ each.word }}
        <NumberField
          size="small"
          :controls="false"
          :model-value="film[each.field]"
          :min="each.min"
          :max="each.max"
          :step="each.step"
          :precision="each.precision"
          :aria-label="each.label"
          @change="(value?: number) => value !== undefined && set({ [each.field]: value })"
      /></label>
    </div>
    <div class="line" role="group" :aria-label="`Pictures of ${film.name} held`">
      <button class="word" @click="set({ start: store.frame })">begin at {{ store.frame }}</button>
      <button
        v-for="(word, i) in ['ones', 'twos', 'threes']"
        :key="word"
        class="word"
        :aria-pressed="(film.step ?? 1) === i + 1"
        @click="set({ step: i === 0 ? undefined : i + 1 })"
      >
        {{ word }}
      </button>
      <button class="word" title="What is heard in it, laid on the sheet" @click="hear">its sound</button>
      <span class="note">lasts {{ framesAndSeconds(lasts, fps) }}</span>
    </div>
    <label class="veil"
      ><span>seen by</span>
      <ElSlider
        size="small"
        :min="0"
        :max="100"
        :show-tooltip="false"
        :model-value="Math.round(100 * film.strength)"
        :aria-label="`How strongly ${film.name} is seen`"
        @input="
          (value: number | number[]) =>
            store.attempt({ type: 'footage.put', footage: { ...film, strength: Number(value) / 100 } })
        "
        @change="(value: number | number[]) => set({ strength: Number(value) / 100 })"
      /><span class="note">{{ Math.round(100 * film.strength) }} %</span></label
    >
    <FollowOnFilm :film="film" />
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
  </div>
</template>

<style scoped>
.film {
  display: grid;
  gap: 5px;
  padding: 6px 0;
  border-top: 1px solid var(--rule);
}

.name {
  flex: 1;
  min-width: 90px;
}

.numbers {
  display: grid;
  grid-template-columns: repeat(3, auto);
  gap: 4px 10px;
  justify-content: start;
}

.numbers label {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  justify-content: space-between;
}

.numbers .el-input-number {
  width: 62px;
}

.veil {
  display: grid;
  grid-template-columns: 60px 1fr auto;
  gap: 10px;
  align-items: center;
}

.wrong {
  color: var(--plum);
}
</style>
