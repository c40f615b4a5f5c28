<script setup lang="ts">
import { onMounted, onUnmounted, ref, watch } from 'vue'
import type { Drawing, Scene } from '@unhurried/core'
import type { InkStore } from '../../ink/ink-store'
import { paintDrawing } from '../../stage/paint'

const props = defineProps<{ scene: Scene; entry: Drawing; ink: InkStore; here: boolean; drawn: boolean }>()
const canvas = ref<HTMLCanvasElement>()
const HEIGHT = 50
const { width, height } = props.scene.settings
const scale = HEIGHT / height
let handle = 0

function paint() {
  cancelAnimationFrame(handle)
  handle = requestAnimationFrame(() => {
    const surface = canvas.value?.getContext('2d')
    if (!surface) return
    surface.setTransform(1, 0, 0, 1, 0, 0)
    surface.fillStyle = props.scene.settings.paper
    surface.fillRect(0, 0, canvas.value!.width, canvas.value!.height)
    surface.setTransform(scale, 0, 0, scale, 0, 0)
    paintDrawing(surface, props.entry.id, props.ink.inkOf, props.scene.palette)
  })
}
onMounted(paint)
const release = props.ink.onChange((drawing) => drawing === props.entry.id && paint())
watch(() => [props.scene.palette, props.entry.id], paint)
onUnmounted(() => {
  release()
  cancelAnimationFrame(handle)
})
</script>

<template>
  <button class="card" :class="{ here, drawn }" :aria-label="`Drawing ${entry.number}${drawn ? '' : ', not drawn yet'}`" :aria-pressed="here">
    <canvas ref="canvas" :width="Math.max(1, Math.round(width * scale))" :height="HEIGHT" aria-hidden="true" />
    <b :class="entry.role">{{ entry.number }}</b>
  </button>
</template>

<style scoped>
.card {
  position: relative;
  flex: none;
  padding: 2px 2px 0;
  border: 1px solid var(--rule);
  border-radius: 5px;
  background: var(--paper);
  cursor: pointer;
}

.card:not(.drawn) {
  border-style: dashed;
  border-color: #a9987a;
}

.card.here {
  border: 1px solid var(--persimmon);
  box-shadow: inset 0 -3px 0 var(--persimmon);
}

canvas {
  display: block;
  max-width: 120px;
  border-radius: 3px;
}

b {
  display: block;
  font: 560 12.5px/1.5 var(--heading);
  text-align: center;
}

b.breakdown {
  text-decoration: underline;
}

b.key::before {
  content: '( ';
  color: transparent;
}

b.key::after {
  content: ' )';
  color: transparent;
}

b.key {
  display: inline-block;
  padding: 0 1px;
  border: 1.2px solid var(--ink);
  border-radius: 10px;
  line-height: 15px;
}
</style>
