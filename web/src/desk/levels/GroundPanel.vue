<script setup lang="ts">
import {
  counted,
  clamp,
  BLENDS,
  LIMITS,
  panForWalk,
  panSpeed,
  SPACING_LAWS,
  TEXTURES,
  type Blend,
  type Ground,
  type Level,
  type SpacingLaw,
} from '@unhurried/core'
import { computed, ref } from 'vue'
import PictureButton from '../../parts/files/PictureButton.vue'
import { sayWhy, useScene } from '../../session/scene'

const props = defineProps<{ level: Level }>()
const store = useScene()
const ground = computed<Ground>(() => props.level.ground ?? {})
const length = computed(() => store.scene!.settings.length)
const set = (next: Ground) =>
  store.change({
    type: 'level.set',
    level: props.level.id,
    fields: { ground: Object.keys(next).length > 0 ? next : null },
  })
function setPicture(fields: Partial<NonNullable<Ground['picture']>>) {
  const { repeat, ...picture } = { ...ground.value.picture!, ...fields }
  set({ ...ground.value, picture: { ...picture, ...(repeat && { repeat }) } })
}
function lay({ picture, width }: { picture: string; width: number }) {
  set({
    ...ground.value,
    picture: { picture, x: 0, y: 0, scale: clamp(store.scene!.settings.width / width, 0.01, 50) },
  })
}
function without(field: keyof Ground) {
  const next = { ...ground.value }
  delete next[field]
  set(next)
}
const pan = computed(() => ground.value.pan)
const speed = computed(() => (pan.value ? panSpeed(pan.value, length.value) : undefined))
const setPan = (fields: Partial<NonNullable<Ground['pan']>>) =>
  set({
    ...ground.value,
    pan: { from: { x: 0, y: 0 }, to: { x: 0, y: 0 }, law: 'even', strength: 2, ...pan.value, ...fields },
  })
const step = ref(96)
const frames = ref(12)
function walk(towards: 'left' | 'right') {
  try {
    set({
      ...ground.value,
      pan: panForWalk({ stepLength: step.value, framesPerStep: frames.value, length: length.value, towards }),
    })
  } catch (error) {
    sayWhy(error)
  }
}
const percent = (share: number | undefined) => Math.round((share ?? 1) * 100)
const ENDS = [
  { end: 'from', word: 'start' },
  { end: 'to', word: 'end' },
] as const
</script>

<template>
  <div class="panel">
    <div class="row">
      <span>Strength</span
      ><ElSlider
        :model-value="percent(level.strength)"
        size="small"
        :min="5"
        :show-tooltip="false"
        :aria-label="`Strength of level ${level.name}`"
        @change="
          (value: number | number[]) =>
            store.change({ type: 'level.set', level: level.id, fields: { strength: Number(value) / 100 } })
        "
      /><span class="note">{{ percent(level.strength) }} %</span>
    </div>
    <div class="row">
      <span>Blend</span
      ><ElSelect
        :model-value="level.blend ?? 'normal'"
        size="small"
        :aria-label="`How level ${level.name} blends`"
        @change="(blend: Blend) => store.change({ type: 'level.set', level: level.id, fields: { blend } })"
        ><ElOption v-for="blend in BLENDS" :key="blend" :value="blend" :label="blend"
      /></ElSelect>
    </div>
    <template v-if="level.kind === 'ground'">
      <h3>Picture</h3>
      <div class="line">
        <PictureButton :word="ground.picture ? 'Another picture' : 'Lay a picture'" @picture="lay" /><button
          v-if="ground.picture"
          class="word"
          @click="without('picture')"
        >
          Take it away
        </button>
      </div>
      <div v-if="ground.picture" class="line">
        <label class="field"
          >x
          <NumberField
            size="small"
            :controls="false"
            fractional
            :model-value="ground.picture.x"
            aria-label="Picture from the left, in pixels"
            @change="(x?: number) => setPicture({ x: x ?? 0 })"
        /></label>
        <label class="field"
          >y
          <NumberField
            size="small"
            :controls="false"
            fractional
            :model-value="ground.picture.y"
            aria-label="Picture from the top, in pixels"
            @change="(y?: number) => setPicture({ y: y ?? 0 })"
        /></label>
        <label class="field"
          >size
          <NumberField
            size="small"
            :controls="false"
            fractional
            :model-value="Math.round(ground.picture.scale * 100)"
            :min="1"
            :max="5000"
            aria-label="Size of the picture in per cent"
            @change="(size?: number) => setPicture({ scale: (size ?? 100) / 100 })"
          />
          %</label
        >
        <button
          class="word"
          :aria-pressed="Boolean(ground.picture.repeat)"
          @click="setPicture({ repeat: !ground.picture!.repeat })"
        >
          again and again
        </button>
      </div>
      <h3>Texture</h3>
      <div class="line">
        <button
          v-for="is in TEXTURES"
          :key="is"
          class="word"
          :aria-pressed="ground.texture?.is === is"
          @click="
            ground.texture?.is === is
              ? without('texture')
              : set({ ...ground, texture: { is, strength: ground.texture?.strength ?? 0.5 } })
          "
        >
          {{ is }}
        </button>
        <ElSlider
          v-if="ground.texture"
          class="short"
          :model-value="percent(ground.texture.strength)"
          size="small"
          :show-tooltip="false"
          aria-label="Strength of the texture"
          @change="
            (value: number | number[]) =>
              set({ ...ground, texture: { is: ground.texture!.is, strength: Number(value) / 100 } })
          "
        />
      </div>
      <h3>Pan</h3>
      <div v-for="{ end, word } in ENDS" :key="end" class="line">
        <span class="note end">{{ word }}</span>
        <label class="field"
          >x
          <NumberField
            size="small"
            :controls="false"
            fractional
            :model-value="pan?.[end].x ?? 0"
            :aria-label="`Pan ${word}, across, in pixels`"
            @change="(x?: number) => setPan({ [end]: { x: x ?? 0, y: pan?.[end].y ?? 0 } })"
        /></label>
        <label class="field"
          >y
          <NumberField
            size="small"
            :controls="false"
            fractional
            :model-value="pan?.[end].y ?? 0"
            :aria-label="`Pan ${word}, down, in pixels`"
            @change="(y?: number) => setPan({ [end]: { x: pan?.[end].x ?? 0, y: y ?? 0 } })"
        /></label>
      </div>
      <div v-if="pan" class="line">
        <ElSelect
          :model-value="pan.law"
          size="small"
          class="law"
          aria-label="Law of the pan"
          @change="(law: SpacingLaw) => setPan({ law })"
          ><ElOption v-for="law in SPACING_LAWS" :key="law" :value="law" :label="law.replaceAll('-', ' ')"
        /></ElSelect>
        <label v-if="pan.law.startsWith('slow')" class="field"
          >strength
          <NumberField
            size="small"
            :controls="false"
            :model-value="pan.strength"
            :min="LIMITS.strength.min"
            :max="LIMITS.strength.max"
            :step="0.5"
            aria-label="Strength of the law of the pan"
            @change="(strength?: number) => setPan({ strength: strength ?? 2 })"
        /></label>
        <button class="word" @click="without('pan')">No pan</button>
      </div>
      <p v-if="speed" class="note" data-test="pan-speed">
        {{ speed.mean.toFixed(1) }} px per frame{{
          speed.most > speed.mean * 1.02 ? `, ${speed.most.toFixed(1)} at the fastest` : ''
        }}, over {{ counted(length, 'frame') }}.
      </p>
      <div class="line">
        <span class="note">Under a walk:</span>
        <label class="field"
          >step
          <NumberField
            v-model="step"
            fractional
            size="small"
            :controls="false"
            :min="0.1"
            aria-label="Length of a step in pixels"
          />
          px</label
        >
        <label class="field"
          >in
          <NumberField v-model="frames" size="small" :controls="false" :min="1" aria-label="Frames of a step" />
          frames</label
        >
        <button class="word" @click="walk('right')">walking right</button
        ><button class="word" @click="walk('left')">walking left</button>
      </div>
    </template>
  </div>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: 62px 1fr 44px;
  gap: 8px;
  align-items: center;
}

.line {
  gap: 5px 7px;
}

.field {
  display: inline-flex;
  gap: 4px;
  align-items: center;
  font-size: 13.5px;
}

.field .el-input-number {
  width: 62px;
}

.end {
  width: 34px;
}

.short,
.law {
  width: 110px;
}
</style>
