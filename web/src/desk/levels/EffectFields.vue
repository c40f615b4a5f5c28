<script setup lang="ts">
import { momentAt, type Effects, type Level } from '@unhurried/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useScene } from '../../session/scene'
import { paintPicture } from '../../stage/paint/picture'
import { pictures } from '../../stage/pictures/pictures'

/** What is done to a level as it is shown: its shadow laid elsewhere, light round it, smeared along its way. */
const { level } = defineProps<{ level: Level }>()
const emit = defineEmits<{ try: [effects: Effects]; set: [effects: Effects] }>()
const store = useScene()
const effects = computed<Effects>(() => level.effects ?? {})
/** Pixels across of the small picture. */
const ACROSS = 230

interface Slider {
  readonly words: string
  readonly value: number
  readonly max: number
  readonly step: number
  readonly unit: string
  readonly put: (value: number) => Effects
}
function without(name: keyof Effects): Effects {
  const { [name]: _, ...rest } = effects.value
  return rest
}
const withShadow = (fields: Partial<NonNullable<Effects['shadow']>>): Effects => {
  const shadow = { x: 0, y: 0, soft: 0, ...effects.value.shadow, ...fields }
  return shadow.x === 0 && shadow.y === 0 && shadow.soft === 0 ? without('shadow') : { ...effects.value, shadow }
}
const withGlow = (fields: Partial<NonNullable<Effects['glow']>>): Effects => {
  const glow = { reach: 0, strength: 0.5, ...effects.value.glow, ...fields }
  return glow.reach < 1 ? without('glow') : { ...effects.value, glow }
}
const sliders = computed((): Slider[] => {
  const { shadow, glow, speed } = effects.value
  return [
    {
      ...{ words: 'Shadow soft over', value: shadow?.soft ?? 0, max: 100, step: 1, unit: ' px' },
      put: (soft) => withShadow({ soft }),
    },
    {
      ...{ words: 'Glow reaches', value: glow?.reach ?? 0, max: 200, step: 1, unit: ' px' },
      put: (reach) => withGlow({ reach }),
    },
    ...(glow
      ? [
          {
            ...{ words: 'Glow, how strong', value: Math.round(100 * glow.strength), max: 100, step: 5, unit: ' %' },
            put: (share: number) => withGlow({ strength: share / 100 }),
          },
        ]
      : []),
    {
      ...{ words: 'Smeared by speed', value: Math.round(100 * (speed ?? 0)), max: 200, step: 5, unit: ' %' },
      put: (share) => (share < 5 ? without('speed') : { ...effects.value, speed: share / 100 }),
    },
  ]
})
function colourGlow(swatch: string) {
  const { swatch: _, ...glow } = effects.value.glow!
  emit('set', { ...effects.value, glow: { ...glow, ...(swatch !== '' && { swatch }) } })
}

/** What was just opened is seen, and not only begun below the edge. */
const host = ref<HTMLElement>()
onMounted(() => host.value?.scrollIntoView({ block: 'end' }))

const canvas = ref<HTMLCanvasElement>()
watch(
  () => [canvas.value, store.scene, store.frame, store.take] as const,
  ([to, scene, frame, take]) => {
    if (!to || !scene) return
    const { width, height } = scene.settings
    const scale = ACROSS / width
    Object.assign(to, { width: ACROSS, height: Math.max(1, Math.round(height * scale)) })
    paintPicture(to.getContext('2d')!, {
      ...{ scene, ...momentAt(scene, frame, take), scale, only: level.id },
      ...{ inkOf: store.ink!.inkOf, pictureOf: pictures.of },
    })
  },
  { flush: 'post', immediate: true },
)
</script>

<template>
  <div ref="host" class="effects" role="group" :aria-label="`Effects of level ${level.name}`">
    <p class="note">Seen here, in play and in what goes out; while you draw the level is as it is drawn.</p>
    <canvas ref="canvas" role="img" :aria-label="`Level ${level.name} as it is shown`" data-test="effects-seen" />
    <div class="line">
      <span>Shadow pass moved</span>
      <NumberField
        v-for="axis in ['x', 'y'] as const"
        :key="axis"
        size="small"
        class="number"
        :controls="false"
        fractional
        :model-value="effects.shadow?.[axis] ?? 0"
        :min="-2000"
        :max="2000"
        :aria-label="axis === 'x' ? 'Shadow moved to the right, px' : 'Shadow moved down, px'"
        @change="(value: number | undefined) => emit('set', withShadow({ [axis]: value ?? 0 }))"
      />
      px
    </div>
    <template v-for="slider in sliders" :key="slider.words">
      <span>{{ slider.words }}</span>
      <ElSlider
        :model-value="slider.value"
        size="small"
        :min="0"
        :max="slider.max"
        :step="slider.step"
        :show-tooltip="false"
        :aria-label="slider.words"
        @input="(value: number | number[]) => emit('try', slider.put(Number(value)))"
        @change="(value: number | number[]) => emit('set', slider.put(Number(value)))"
      />
      <span class="note">{{ slider.value }}{{ slider.unit }}</span>
    </template>
    <div v-if="effects.glow" class="line">
      <span>in</span>
      <ElSelect
        size="small"
        class="colour"
        :model-value="effects.glow.swatch ?? ''"
        aria-label="Colour of the glow"
        @change="colourGlow"
      >
        <ElOption value="" label="its own colours" />
        <ElOption v-for="each in store.scene!.palette" :key="each.id" :value="each.id" :label="each.name" />
      </ElSelect>
    </div>
    <button class="word" :disabled="Object.keys(effects).length === 0" @click="emit('set', {})">No effects</button>
  </div>
</template>

<style scoped>
.effects {
  display: grid;
  grid-template-columns: 116px minmax(0, 1fr) 50px;
  gap: 3px 8px;
  align-items: center;
  font-size: 14px;
}

p,
canvas,
.line,
.word {
  grid-column: 1 / -1;
}

p {
  margin: 0;
}

canvas {
  width: 230px;
  border: 1px solid var(--rule);
  border-radius: 4px;
}

.number {
  width: 58px;
}

.colour {
  width: 150px;
}

.word {
  justify-self: start;
}
</style>
