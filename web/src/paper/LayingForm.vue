<script setup lang="ts">
import { counted, LIMITS } from '@unhurried/core'
import { computed } from 'vue'
import { framesAndSeconds } from '../parts/frames'
import ProgressLine from '../parts/ProgressLine.vue'
import { useScene } from '../session/scene'
import type { useLaying } from './useLaying'
import type { PaperIn } from './usePaperIn'

/** Where the pages come to lie on the sheet, and as what. */
const { work, laying } = defineProps<{ work: PaperIn; laying: ReturnType<typeof useLaying> }>()
const store = useScene()
const { form, numbers, progress, trouble, done } = laying
const fps = computed(() => store.scene!.settings.fps)
const levels = computed(() =>
  store
    .scene!.levelOrder.map((id) => store.scene!.levels[id]!)
    .filter(({ kind, locked }) => kind === 'animated' && !locked),
)
const count = computed(() => work.layings.value.length)
const isNumbered = computed(() => form.numbered && !form.boils && numbers.value !== undefined)
const last = computed(() => {
  if (isNumbered.value) return form.frame + numbers.value!.after.at(-1)! + form.hold - 1
  return form.frame + (form.boils ? form.boilFrames : count.value * form.hold) - 1
})
/** So many stretches of missing numbers are named. */
const NAMED = 6
const missing = computed(() => {
  const gaps = numbers.value?.gaps ?? []
  if (gaps.length === 0) return 'None is missing.'
  const told = gaps.slice(0, NAMED).map(([from, to]) => (from === to ? String(from) : `${from} to ${to}`))
  return `Missing: ${told.join(', ')}${gaps.length > NAMED ? ' …' : ''}; the drawing before stays.`
})
</script>

<template>
  <div class="line" role="group" aria-label="As what">
    <span>As</span>
    <button
      class="word"
      :aria-pressed="form.as === 'lines'"
      title="Strokes with their width"
      @click="form.as = 'lines'"
    >
      lines
    </button>
    <button class="word" :aria-pressed="form.as === 'shapes'" title="Outlines filled in" @click="form.as = 'shapes'">
      shapes
    </button>
    <button
      class="word"
      :aria-pressed="form.as === 'picture'"
      title="As it was read, in one colour"
      @click="form.as = 'picture'"
    >
      pictures
    </button>
    <button
      class="word"
      :aria-pressed="form.as === 'colours'"
      title="As they are, in all their colours, pixel on pixel: stills of a film"
      @click="form.as = 'colours'"
    >
      in colour
    </button>
  </div>
  <div v-if="form.as !== 'colours'" class="line" role="group" aria-label="On which pass">
    <span>on</span>
    <button
      v-for="pass in ['rough', 'line'] as const"
      :key="pass"
      class="word"
      :aria-pressed="form.pass === pass"
      @click="form.pass = pass"
    >
      {{ pass }}
    </button>
    <button
      v-if="!laying.isPicture.value"
      class="word"
      :aria-pressed="form.below"
      title="The page lies under what was traced of it, on the rough pass, until you take it away"
      @click="form.below = !form.below"
    >
      page stays below
    </button>
  </div>
  <div class="line">
    <label for="paper-level">Level</label>
    <ElSelect id="paper-level" v-model="form.level" size="small" class="level" aria-label="Level">
      <ElOption value="new" label="a new one" />
      <ElOption v-for="each in levels" :key="each.id" :value="each.id" :label="each.name" />
    </ElSelect>
    <ElInput
      v-if="form.level === 'new'"
      v-model="form.name"
      size="small"
      class="level"
      :maxlength="LIMITS.name"
      aria-label="Name of the new level"
    />
  </div>
  <div class="line">
    <label>
      from frame
      <NumberField
        v-model="form.frame"
        size="small"
        class="number"
        :controls="false"
        :min="1"
        :max="LIMITS.length.max"
        aria-label="First frame"
    /></label>
    <label>
      each held
      <NumberField
        v-model="form.hold"
        size="small"
        class="number"
        :controls="false"
        :min="1"
        :max="240"
        aria-label="Frames each is held"
    /></label>
    <span class="note">{{ framesAndSeconds(form.hold, fps) }}</span>
  </div>
  <div v-if="numbers && !form.boils" class="line">
    <button
      class="word"
      :aria-pressed="form.numbered"
      title="The first on the frame above, the others as far after it as their numbers are"
      @click="form.numbered = !form.numbered"
    >
      by their numbers
    </button>
    <span v-if="form.numbered" class="note" data-test="numbers"
      >{{ numbers.first }} to {{ numbers.last }}. {{ missing }}</span
    >
  </div>
  <div v-if="count > 1 && form.level === 'new'" class="line">
    <button
      class="word"
      :aria-pressed="form.boils"
      title="The same thing drawn again and again: shown in an order that never repeats at once"
      @click="form.boils = !form.boils"
    >
      as a boil
    </button>
    <label v-if="form.boils">
      for
      <NumberField
        v-model="form.boilFrames"
        size="small"
        class="number"
        :controls="false"
        :min="count"
        :max="LIMITS.length.max"
        aria-label="Frames of the boil"
      />
      frames</label
    >
  </div>
  <div v-if="form.as !== 'colours'" class="line">
    <label for="paper-colour">in</label>
    <ElSelect id="paper-colour" v-model="form.swatch" size="small" class="level" aria-label="Colour">
      <ElOption v-for="each in store.scene!.palette" :key="each.id" :value="each.id" :label="each.name" />
    </ElSelect>
  </div>
  <ProgressLine v-if="progress" v-bind="progress" @stop="laying.stop()" />
  <button v-else class="word main" :disabled="count === 0" data-test="lay-pages" @click="laying.lay()">
    Lay in {{ counted(count, 'drawing') }}
  </button>
  <p v-if="count > 0 && !progress" class="note">Frames {{ form.frame }} to {{ last }}.</p>
  <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
  <p v-if="done" class="note" role="status" data-test="laid">{{ done }}</p>
</template>

<style scoped>
.level {
  width: 120px;
}

.number {
  width: 56px;
}

.main {
  justify-self: start;
}

.wrong {
  color: var(--plum);
}
</style>
