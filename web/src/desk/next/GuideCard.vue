<script setup lang="ts">
import { counted, guideTaken, type GuideShape } from '@unhurried/core'
import { computed, defineAsyncComponent } from 'vue'
import { useRouter } from 'vue-router'
import { freshId } from '../../api/ids'
import { sayWhy, useScene } from '../../session/scene'
import type { InbetweenGuide } from './useInbetweenGuide'
import { usePencil } from '../tools/pencil'

const PlannerName = defineAsyncComponent(() => import('./PlannerName.vue'))

/** What lies under this drawing, by a plan or found between its parents, and what can be done with it. */
const props = defineProps<{ inbetween: InbetweenGuide }>()
const store = useScene()
const router = useRouter()
const pencil = usePencil()
const scene = computed(() => store.scene!)
const guide = computed(() => (store.drawing ? scene.value.guides?.[store.drawing] : undefined))
const plan = computed(() => (guide.value ? scene.value.plans?.[guide.value.plan] : undefined))
const light = computed(() => scene.value.levels[store.level]!.lightTable)
/** They lie on the light table: with it off they are not seen. */
const shown = computed(() => light.value.on && light.value.guides !== 'off')
const unsure = computed(() => props.inbetween.guide.value?.lines.filter(({ sure }) => !sure).length ?? 0)
function toggle() {
  const { guides: _, ...lightTable } = light.value
  store.change({
    type: 'level.set',
    level: store.level,
    fields: { lightTable: { ...lightTable, ...(shown.value ? { guides: 'off' as const } : { on: true }) } },
  })
}
/** Takes what a plan laid, or the lines found between the parents. */
function take(found = false) {
  const lines = found
    ? props.inbetween.guide.value?.lines.map(({ points, closed }): GuideShape => ({
        points: points.map((value) => Math.round(value * 8) / 8),
        ...(closed && { closed: true as const }),
      }))
    : undefined
  const swatch = scene.value.palette.some(({ id }) => id === pencil.value.swatch)
    ? pencil.value.swatch
    : scene.value.palette[0]!.id
  try {
    store.change(
      guideTaken({
        scene: store.working!,
        drawing: store.drawing!,
        ...(lines && { shapes: lines }),
        rough: store.ink!.inkOf(store.drawing!, 'rough'),
        swatch,
        size: 3,
        freshId,
      }),
    )
  } catch (error) {
    sayWhy(error)
  }
}
</script>

<template>
  <section v-if="guide" class="paper card" aria-label="Guide under this drawing">
    <p>
      <PlannerName v-if="plan" :planner="plan.planner" />{{ ' ' }}
      <span class="note">lies under drawing {{ scene.drawings[store.drawing!]?.number }}</span>
    </p>
    <div class="line">
      <button class="word" :aria-pressed="shown" @click="toggle">Show guides</button>
      <button class="word" title="Its lines are put on the rough pass" @click="take()">Take as rough ink</button>
      <button
        v-if="plan"
        class="word"
        @click="router.push({ name: 'plan', params: { scene: store.id }, query: { plan: plan.id } })"
      >
        Change the plan
      </button>
    </div>
  </section>
  <section v-if="inbetween.between.value" class="paper card" aria-label="Inbetween guide">
    <div class="line">
      <button
        class="word"
        :aria-pressed="inbetween.wanted.value"
        title="Lines of the two drawings it lies between, carried along; what is unsure is dotted"
        @click="inbetween.toggle()"
      >
        Guide this inbetween
      </button>
      <template v-if="inbetween.wanted.value">
        <button
          class="word"
          title="Its lines are put on the rough pass"
          :disabled="!inbetween.guide.value"
          @click="take(true)"
        >
          Take as rough ink
        </button>
        <button class="word" :aria-pressed="inbetween.matching.value" @click="inbetween.toggleMatching()">
          Match by hand
        </button>
      </template>
    </div>
    <p v-if="inbetween.trouble.value" class="wrong" role="alert">{{ inbetween.trouble.value }}</p>
    <p v-if="inbetween.wanted.value && unsure > 0" class="note">
      {{ counted(unsure, 'line is', 'lines are') }} unsure: dotted.
    </p>
    <p v-if="inbetween.matching.value" class="note" role="status">
      {{
        inbetween.chosen.value
          ? 'Now its line on the later drawing, dashed.'
          : 'Choose a line of the earlier drawing, then the same line of the later one.'
      }}
      <template v-if="inbetween.between.value.matches.length > 0"
        >{{ inbetween.between.value.matches.length }} put together by hand.</template
      >
      <button v-if="inbetween.chosen.value" class="word" @click="inbetween.letGo()">Let this one go</button>
    </p>
  </section>
</template>

<style scoped>
.card {
  display: grid;
  gap: 4px;
  padding: 5px 9px;
}

.line {
  gap: 4px;
}

.line .word {
  padding: 2px 6px;
  font-size: 13px;
}
</style>
