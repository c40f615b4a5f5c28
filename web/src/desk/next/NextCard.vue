<script setup lang="ts">
import { chartTargets, fractionInWords, stepInWords, toMend } from '@unhurried/core'
import { computed } from 'vue'
import { framesAndSeconds } from '../../parts/frames'
import { useScene } from '../../session/scene'
import { keyOf } from '../commands/commands'
import type { Walk } from './useWalk'

const props = defineProps<{ walk: Walk }>()
const store = useScene()
const scene = computed(() => store.scene!)
/** What is on the pegs while it is still to be drawn, else what comes next. */
const step = computed(() => {
  const { here, onPegs: put, next } = props.walk
  return here.value && !here.value.drawn && put.value === here.value.drawing ? here.value : next.value
})
const entry = computed(() => (step.value ? scene.value.drawings[step.value.drawing] : undefined))
const onPegs = computed(() => step.value !== undefined && step.value.drawing === store.drawing)
const targets = computed(() => {
  const chart = step.value?.between && scene.value.charts[step.value.between.chart]
  return chart
    ? chartTargets(scene.value, chart, store.take).flatMap((each) =>
        each.targets.filter((target) => target.drawing === step.value!.drawing).map((target) => target.landmark.name),
      )
    : []
})
/** The first of what is to be drawn again, and how many there are. */
const mend = computed(() => {
  const all = Object.values(scene.value.drawings).some((drawing) => drawing.mend) ? toMend(scene.value) : []
  const other = all.find(({ drawing }) => drawing.id !== store.drawing) ?? all[0]
  return other && { ...other, count: all.length }
})
const scopes = computed(
  () =>
    [
      { value: 'scene', word: 'all levels' },
      { value: 'level', word: `level ${scene.value.levels[store.level]!.name}` },
    ] as const,
)
</script>

<template>
  <section class="paper next" aria-label="Next on the pegs">
    <h2>Next on the pegs</h2>
    <template v-if="step && entry">
      <p class="number">
        <b :class="entry.role">{{ entry.number }}</b>{{ ' '
        }}<span class="note">{{ entry.role }}, {{ scene.levels[step.level]!.name }}</span>
      </p>
      <p data-test="how">{{ stepInWords(scene, step) }}</p>
      <p v-if="entry.note">{{ entry.note }}</p>
      <p class="note">
        <template v-if="step.between"
          >at {{ fractionInWords(step.between.fraction) }} of the chart<template v-if="targets.length > 0"
            >; target for {{ targets.join(', ') }}</template
          >; </template
        >frame {{ step.frame }}, held {{ framesAndSeconds(step.exposure, scene.settings.fps) }}
      </p>
      <p v-if="onPegs" class="on">On the pegs now</p>
      <div class="line">
        <button v-if="!onPegs" class="word main" :title="`Key ${keyOf('next')}`" @click="walk.forward()">
          Put it on the pegs
        </button>
        <button class="word" :disabled="!walk.canGoBack.value" :title="`Key ${keyOf('back')}`" @click="walk.back()">
          Back
        </button>
        <button class="word" :title="`Leave it for later, key ${keyOf('skip')}`" @click="walk.skip()">Skip</button>
      </div>
    </template>
    <p v-else-if="walk.any.value" class="note">Everything planned is drawn. Play it.</p>
    <p v-else class="note">
      Nothing planned yet. Draw on an empty frame to put a key there, or plan keys and charts first.
    </p>
    <p v-if="walk.any.value" class="note foot">
      {{ walk.left.value }} left to draw<template v-if="walk.passedOver.value > 0"
        >, {{ walk.passedOver.value }} skipped</template
      >, on
      <button
        v-for="each in scopes"
        :key="each.value"
        class="scope"
        :aria-pressed="walk.scope.value === each.value"
        @click="walk.over(each.value)"
      >
        {{ each.word }}
      </button>
    </p>
    <p v-if="mend" class="line" data-test="mend">
      <span
        >To be mended: {{ scene.levels[mend.drawing.level]!.name }} {{ mend.drawing.number }} in
        {{ mend.passes.join(', ') }}{{ mend.count > 1 ? `, ${mend.count} in all` : '' }}</span
      >
      <button class="word" @click="store.showDrawing(mend.drawing.id)">Open it</button>
    </p>
  </section>
</template>

<style scoped>
.next {
  display: grid;
  gap: 2px;
  justify-items: start;
  padding: 6px 9px;
}

h2 {
  font-size: 16px;
}

.number {
  margin-top: 2px;
}

.number b {
  font: 600 22px/1.2 var(--heading);
}

.number b.key {
  padding: 0 10px;
  border: 1.5px solid var(--ink);
  border-radius: 18px;
}

.number b.breakdown {
  text-decoration: underline;
}

.on {
  color: var(--moss);
  font-weight: 600;
}

.line {
  gap: 4px;
  margin: 2px 0;
}

.line .word {
  padding: 2px 7px;
}

.scope {
  min-height: 24px;
  padding: 0 3px;
  border: 0;
  background: none;
  color: var(--graphite);
  font: inherit;
  cursor: pointer;
}

.scope[aria-pressed='true'] {
  color: var(--ink);
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 3px;
}
</style>
