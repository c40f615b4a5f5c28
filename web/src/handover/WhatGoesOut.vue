<script setup lang="ts">
import { EXPORT_FORMATS } from '@unhurried/core'
import { toRefs } from 'vue'
import type { HandoverWork } from './useHandover'

/** Which pictures go out, and as what. */
const { work } = defineProps<{ work: HandoverWork }>()
const { form } = work
const { format, scene, length, count, making, pictures, takes } = toRefs(work)
</script>

<template>
  <fieldset>
    <legend>What goes out</legend>
    <label
      v-for="each in EXPORT_FORMATS"
      :key="each.id"
      class="choice"
      :class="{ chosen: form.as === each.id }"
      :data-thing="`format ${each.id}`"
      ><input v-model="form.as" type="radio" name="as" :value="each.id" />
      <span
        ><b>{{ each.word }}</b> <span class="note">{{ each.note }}</span></span
      ></label
    >
  </fieldset>
  <div v-if="takes.length > 1 && format.needs.take" class="line">
    <label for="handover-take">Take</label>
    <ElSelect id="handover-take" v-model="form.take" size="small" class="take"
      ><ElOption
        v-for="each in takes"
        :key="each.id"
        :value="each.id"
        :label="each.id === scene.mainTake ? `${each.name} (main)` : each.name"
    /></ElSelect>
  </div>
  <div v-if="pictures && scene.levelOrder.length > 1" class="line">
    <label for="handover-level">Levels</label>
    <ElSelect id="handover-level" v-model="form.level" size="small" class="take">
      <ElOption value="*" label="all of them" />
      <ElOption
        v-for="id in scene.levelOrder.toReversed()"
        :key="id"
        :value="id"
        :label="`${scene.levels[id]!.name} alone`"
      />
    </ElSelect>
  </div>
  <div v-if="format.needs.making" class="line" role="group" aria-label="What goes by">
    <button class="word" :aria-pressed="!making" @click="form.what = 'scene'">the scene</button>
    <button
      class="word"
      :aria-pressed="making"
      title="How drawing, passes and timing came to be, from the first stroke on"
      @click="form.what = 'making'"
    >
      how it was made
    </button>
    <label v-if="making">
      in
      <NumberField v-model="form.seconds" size="small" :min="1" :max="120" aria-label="Seconds of the making" />
      s</label
    >
  </div>
  <div v-if="(format.needs.painted || format.needs.sound) && !making" class="line" role="group" aria-label="Frames">
    <label>
      Frames
      <NumberField
        size="small"
        :model-value="form.first"
        :min="1"
        :max="length"
        aria-label="First frame"
        @change="(value?: number) => work.setRange(value ?? 1, form.last)"
    /></label>
    <label>
      to
      <NumberField
        size="small"
        :model-value="form.last"
        :min="1"
        :max="length"
        aria-label="Last frame"
        @change="(value?: number) => work.setRange(form.first, value ?? length)"
    /></label>
    <button v-if="count < length" class="word" @click="work.setRange(1, length)">All of them</button>
  </div>
</template>

<style scoped>
fieldset {
  display: grid;
  gap: 6px;
  width: 100%;
  margin: 0;
  padding: 0;
  border: 0;
}

legend {
  padding: 0 0 5px;
  font-weight: 600;
}

.take {
  width: 200px;
}
</style>
