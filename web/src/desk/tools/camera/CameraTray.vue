<script setup lang="ts">
import { fieldInNumbers, LAW_WORDS, LIMITS, SPACING_LAWS, type CameraField, type SpacingLaw } from '@unhurried/core'
import { computed } from 'vue'
import { useCamera } from './useCamera'

const camera = useCamera()
const { here, field } = camera
const numbers = computed(() => fieldInNumbers(field.value))
const set = (fields: Partial<CameraField>) => camera.keep({ ...field.value, ...fields })
const FIELDS = computed(() => [
  {
    word: 'x',
    says: 'Middle of the field, across, in pixels',
    value: numbers.value.x,
    set: (x: number) => set({ x }),
  },
  {
    word: 'y',
    says: 'Middle of the field, down, in pixels',
    value: numbers.value.y,
    set: (y: number) => set({ y }),
  },
  {
    word: '%',
    says: 'How near the camera is, in per cent',
    value: numbers.value.percent,
    set: (near: number) => set({ scale: 100 / Math.max(100 / LIMITS.field.max, near) }),
  },
  {
    word: '°',
    says: 'Turn of the field in degrees',
    value: numbers.value.degrees,
    set: (turn: number) => set({ turn: (turn * Math.PI) / 180 }),
  },
])
</script>

<template>
  <div class="camera" role="group" aria-label="Camera">
    <label v-for="each in FIELDS" :key="each.word" class="field"
      >{{ each.word
      }}<NumberField
        size="small"
        :controls="false"
        fractional
        :model-value="each.value"
        :aria-label="each.says"
        @change="(value?: number) => value !== undefined && each.set(value)"
    /></label>
    <template v-if="here">
      <ElSelect
        size="small"
        class="law"
        aria-label="How it goes on from here"
        :model-value="here.law"
        @change="(law: SpacingLaw) => camera.goOnBy(law)"
        ><ElOption v-for="law in SPACING_LAWS" :key="law" :value="law" :label="LAW_WORDS[law]"
      /></ElSelect>
      <button class="word" title="The key at this frame" @click="camera.takeOut()">Take it out</button>
    </template>
    <button v-else class="word" @click="camera.keep(field)">Key here</button>
    <button class="word" title="All of the paper, as it lies" @click="camera.seeAll()">All of it</button>
    <span class="unseen" role="status" data-test="camera-told">{{ camera.told.value }}</span>
  </div>
</template>

<style scoped>
/* One line, as every tool's. */
.camera {
  display: flex;
  flex: 1 0 auto;
  gap: 6px;
  align-items: center;
  max-width: 100%;
}

.field {
  display: inline-flex;
  gap: 3px;
  align-items: center;
  font-size: 13px;
}

.field .el-input-number {
  width: 54px;
}

.law {
  width: 122px;
}
</style>
