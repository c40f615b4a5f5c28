<script setup lang="ts">
import { toRefs } from 'vue'
import type { HandoverWork } from './useHandover'

/** How large, how often and over what pictures go out. */
const { work } = defineProps<{ work: HandoverWork }>()
const { form } = work
const { format, scene, size, pictures, filmed, goesBy, lasts } = toRefs(work)
</script>

<template>
  <div v-if="format.needs.paper" class="line" role="group" aria-label="Paper">
    <span>Printed on</span>
    <button class="word" :aria-pressed="form.paper === 'a4'" @click="form.paper = 'a4'">A4</button>
    <button class="word" :aria-pressed="form.paper === 'letter'" @click="form.paper = 'letter'">US Letter</button>
  </div>
  <div v-if="pictures" class="line" role="group" aria-label="Size">
    <span>Size</span>
    <button
      v-for="each in [0.5, 1, 2] as const"
      :key="each"
      class="word"
      :aria-pressed="form.scale === each"
      @click="form.scale = each"
    >
      {{ each === 0.5 ? '½' : `${each}×` }}
    </button>
    <label>
      or
      <NumberField
        size="small"
        :model-value="size.width"
        :min="8"
        :max="work.longest"
        aria-label="Pixels across"
        @change="work.ownWidth"
      />
      × {{ size.height }} pixels</label
    >
  </div>
  <div v-if="format.needs.exact" class="line" role="group" aria-label="Pixels">
    <span>Pixels</span>
    <button class="word" :aria-pressed="form.exact" @click="form.exact = true">exact</button>
    <button class="word" :aria-pressed="!form.exact" @click="form.exact = false">nearly so, a smaller file</button>
  </div>
  <div v-if="format.needs.loops" class="line">
    <label for="handover-loops">Goes round</label>
    <NumberField id="handover-loops" v-model="form.loops" size="small" :min="0" :max="1000" />
    <span class="note">{{ form.loops === 0 ? 'for ever' : form.loops === 1 ? 'once' : 'times' }}</span>
  </div>
  <div v-if="format.needs.turns" class="line">
    <label for="handover-turns">Goes by</label>
    <NumberField
      id="handover-turns"
      size="small"
      fractional
      :model-value="Number(form.turns.toFixed(2))"
      :min="0.01"
      :max="work.mostTurns"
      @change="(value?: number) => (form.turns = value ?? 1)"
    />
    <label>
      {{ form.turns === 1 ? 'time' : 'times' }}, for
      <NumberField
        size="small"
        fractional
        :model-value="Number((goesBy / scene.settings.fps).toFixed(2))"
        :min="0.1"
        :max="3600"
        :step="1"
        aria-label="Seconds the film lasts"
        @change="work.ownSeconds"
      />
      s</label
    >
    <span class="note">{{ lasts }}</span>
  </div>
  <div v-if="format.needs.sprites" class="line" role="group" aria-label="Sprites">
    <button class="word" :aria-pressed="form.sprites.trimmed" @click="form.sprites.trimmed = true">
      Trimmed and packed
    </button>
    <button class="word" :aria-pressed="!form.sprites.trimmed" @click="form.sprites.trimmed = false">
      All of one size
    </button>
    <button
      class="word"
      :aria-pressed="form.sprites.powers"
      title="Sides of the sheet as older graphics want them: 256, 512, 1024 …"
      @click="form.sprites.powers = !form.sprites.powers"
    >
      Powers of two
    </button>
    <label>
      apart
      <NumberField v-model="form.sprites.padding" size="small" :min="0" :max="64" aria-label="Pixels apart" />
      px
    </label>
  </div>
  <div v-if="pictures && !format.needs.opaque" class="line" role="group" aria-label="Background">
    <span>Over</span>
    <button class="word" :aria-pressed="!form.clear" @click="form.clear = false">the paper</button>
    <button class="word" :aria-pressed="form.clear" @click="form.clear = true">nothing (transparent)</button>
  </div>
  <div v-if="filmed" class="line" role="group" aria-label="Footage">
    <span>Films under the paper</span>
    <button class="word" :aria-pressed="!form.footage" @click="form.footage = false">stay here</button>
    <button class="word" :aria-pressed="form.footage" @click="form.footage = true">go along</button>
  </div>
</template>
