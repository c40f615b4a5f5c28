<script setup lang="ts">
import { LIMITS, stagesOf, type Pass } from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../session/scene'
import { CHANGES, useCost } from './useCost'
import type { Log } from './useLog'

const { log } = defineProps<{ log: Log }>()
const store = useScene()
const { form, levels, colours, words, touched, putOnList } = useCost(log)
const stages = computed(() => (form.level ? stagesOf(store.scene!, form.level) : []))
const choose = (pass: Pass, on: boolean) =>
  (form.passes = on ? [...form.passes, pass] : form.passes.filter((each) => each !== pass))
</script>

<template>
  <section v-if="levels.length > 0" class="paper panel cost" aria-label="What a change costs">
    <h2>What a change costs</h2>
    <div class="line">
      <ElSelect v-model="form.change" size="small" class="change" aria-label="What is changed"
        ><ElOption v-for="each in CHANGES" :key="each.id" :value="each.id" :label="each.words"
      /></ElSelect>
      <template v-if="form.change === 'design'">
        <ElSelect v-model="form.level" size="small" class="level" aria-label="Level of the change"
          ><ElOption v-for="each in levels" :key="each.id" :value="each.id" :label="each.name"
        /></ElSelect>
        <label v-for="pass in stages" :key="pass" class="word">
          <input
            type="checkbox"
            :checked="form.passes.includes(pass)"
            :aria-label="`Draw ${pass} again`"
            @change="choose(pass, ($event.target as HTMLInputElement).checked)"
          />
          {{ pass }}
        </label>
      </template>
      <ElSelect
        v-else-if="form.change === 'colour'"
        v-model="form.colour"
        size="small"
        class="level"
        placeholder="Colour or group"
        aria-label="Colour of the change"
        ><ElOption v-for="each in colours" :key="each.id" :value="each.id" :label="each.name"
      /></ElSelect>
      <label v-else-if="form.change === 'length'"
        >to
        <NumberField
          v-model="form.length"
          size="small"
          class="short"
          :min="LIMITS.length.min"
          :max="LIMITS.length.max"
          :controls="false"
          aria-label="Length to try"
        />
        frames</label
      >
      <label v-else
        >to
        <NumberField
          v-model="form.fps"
          size="small"
          class="short"
          :min="LIMITS.fps.min"
          :max="LIMITS.fps.max"
          :controls="false"
          aria-label="Rate to try"
        />
        frames a second, in the same time</label
      >
    </div>
    <p data-test="cost">{{ words }}</p>
    <div v-if="touched.length > 0" class="line">
      <button
        class="word"
        title="Nothing is changed but the list; each goes off it when it is drawn again"
        @click="putOnList"
      >
        Put them on the list to be mended
      </button>
    </div>
  </section>
</template>

<style scoped>
.cost {
  padding: 14px 16px;
}

.change {
  width: 180px;
}

.level {
  width: 150px;
}

.short {
  width: 64px;
}

label {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}

input {
  accent-color: var(--persimmon);
}
</style>
