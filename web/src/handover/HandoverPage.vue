<script setup lang="ts">
import { computed, toRefs, watch } from 'vue'
import { bytesInWords } from '../parts/bytes'
import ProgressLine from '../parts/ProgressLine.vue'
import { useScene } from '../session/scene'
import { estimated, learn } from './estimate'
import HandoverPreview from './HandoverPreview.vue'
import HowItGoesOut from './HowItGoesOut.vue'
import LookedAt from './LookedAt.vue'
import SheetBack from './SheetBack.vue'
import { useHandover } from './useHandover'
import { useMaking } from './useMaking'
import WhatGoesOut from './WhatGoesOut.vue'

const store = useScene()
const work = useHandover()
const { form } = work
const { format, scene, count, making, pictures, runs, size, empty, notes, goesBy } = toRefs(work)
const { progress, result, trouble, make, stop, forget } = useMaking(form, runs)
const wished = computed(() => ({
  ...{ as: form.as, scene: store.id, ...size.value },
  pictures:
    (making.value ? (form.seconds * scene.value.settings.fps) / 2 : runs.value.length) *
    (format.value.needs.turns ? form.turns : 1),
  frames: making.value
    ? form.seconds * scene.value.settings.fps
    : format.value.needs.turns
      ? goesBy.value
      : count.value,
}))
/** About what it will take, by what was made before; new when something was. */
const about = computed(() => {
  void result.value
  const cost = pictures.value ? estimated(wished.value, localStorage) : undefined
  return (
    cost && `About ${bytesInWords(cost.bytes)}, ${cost.ms < 1000 ? 'a moment' : `${Math.round(cost.ms / 1000)} s`}.`
  )
})
watch(result, (made) => made && !making.value && learn(wished.value, made, localStorage))
watch(form, forget)
</script>

<template>
  <div class="handover">
    <HandoverPreview :work="work" />
    <section class="paper form" aria-label="What goes out">
      <h1>Hand over</h1>
      <WhatGoesOut :work="work" />
      <HowItGoesOut :work="work" />
      <ul v-if="notes.length > 0" class="notes">
        <li v-for="each in notes" :key="each">{{ each }}</li>
      </ul>
      <LookedAt v-if="pictures && !empty" :take="form.take" />
      <p v-if="empty && pictures" class="note">Nothing is on the sheet yet. Draw something first, then hand it over.</p>
      <ProgressLine v-else-if="progress" v-bind="progress" @stop="stop" />
      <template v-else>
        <p v-if="about && !result" class="note" data-test="about">{{ about }}</p>
        <button class="word main" data-thing="make" @click="make">{{ format.make }}</button>
      </template>
      <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
      <p v-if="result" class="result" role="status">
        <a :href="result.url" :download="result.name" data-test="file">Save {{ result.name }}</a>
        <span class="note">{{ bytesInWords(result.bytes) }}, made in {{ (result.ms / 1000).toFixed(1) }} s</span>
      </p>
      <SheetBack v-if="form.as === 'csv'" :take="form.take" />
    </section>
  </div>
</template>

<style scoped>
.handover {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(300px, 380px);
  gap: 18px;
  align-content: start;
  align-items: start;
  width: 100%;
  margin: 0 auto;
  padding: 22px 24px;
  overflow: auto;
}

.form {
  display: grid;
  gap: 13px;
  justify-items: start;
  padding: 18px 20px;
}

.notes {
  margin: 0;
  padding: 8px 12px 8px 26px;
  border-left: 3px solid var(--plum);
  background: var(--plum-wash);
  font-size: 14px;
}

.wrong {
  color: var(--plum);
}

.result {
  display: grid;
  gap: 2px;
}

.result a {
  font-weight: 600;
}
</style>
