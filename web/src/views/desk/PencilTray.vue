<script setup lang="ts">
import { nameSchema, sentenceOf, type Level, type Swatch } from '@unhurried/core'
import { Eraser, Lamp, MapPin, Move, Pencil } from '@lucide/vue'
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { freshId } from '../../ids'
import { sayWhy, useScene } from '../../stores/scene'
import { keyOf } from './commands'
import LightTablePanel from './LightTablePanel.vue'
import LandmarkTray from './LandmarkTray.vue'
import type { PencilCase } from './pencil'
import SlideTray from './SlideTray.vue'
import type { Landmarks } from './useLandmarks'
import type { Slides } from './useSlides'
import type { UnderLight } from '../../stage/lamp'

const pencil = defineModel<PencilCase>({ required: true })
const props = defineProps<{ palette: readonly Swatch[]; level: Level; landmarks: Landmarks; slides: Slides; under: readonly UnderLight[] }>()
const emit = defineEmits<{ light: []; keys: [] }>()
const store = useScene()

function set(fields: Partial<PencilCase>) {
  pencil.value = { ...pencil.value, ...fields }
}
const size = computed({
  get: () => (pencil.value.tool === 'pencil' ? pencil.value.pencilSize : pencil.value.eraserSize),
  set: (value) => set(pencil.value.tool === 'pencil' ? { pencilSize: value } : { eraserSize: value }),
})
const mixing = ref(false)
const lighting = ref(false)
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') mixing.value = lighting.value = false
})
const newName = ref('')
const newColour = ref('#23686c')
function addPot() {
  const name = nameSchema.safeParse(newName.value)
  if (!name.success) return sayWhy(new Error(`A colour needs a name: ${sentenceOf(name.error)}`))
  const swatch = { id: freshId(), name: name.data, colour: newColour.value }
  if (store.change({ type: 'swatch.put', swatch })) {
    set({ swatch: swatch.id, tool: 'pencil' })
    newName.value = ''
  }
}
const chosen = computed(() => props.palette.find((swatch) => swatch.id === pencil.value.swatch) ?? props.palette[0]!)
</script>

<template>
  <section class="tray" aria-label="Pencil tray">
    <div class="tools" role="group" aria-label="Tools">
      <button class="word tool" :aria-pressed="pencil.tool === 'pencil'" :title="`Key ${keyOf('pencil')}`" @click="set({ tool: 'pencil' })"><Pencil :size="15" /> Pencil</button>
      <button class="word tool" :aria-pressed="pencil.tool === 'eraser'" :title="`Key ${keyOf('eraser')}`" @click="set({ tool: 'eraser' })"><Eraser :size="15" /> Eraser</button>
      <button class="word tool" :aria-pressed="pencil.tool === 'pin'" :title="`Key ${keyOf('pin')}`" @click="set({ tool: 'pin' })"><MapPin :size="15" /> Pins</button>
      <button class="word tool" :aria-pressed="pencil.tool === 'slide'" :title="`Slide on the pegs, key ${keyOf('slide')}`" @click="set({ tool: 'slide' })"><Move :size="15" /> Slide</button>
    </div>
    <LandmarkTray v-if="pencil.tool === 'pin'" :landmarks="landmarks" class="wide" />
    <SlideTray v-else-if="pencil.tool === 'slide'" :slides="slides" :under="under" class="wide" />
    <template v-else>
    <label class="slide"><span>Size <b>{{ size }} px</b></span><ElSlider v-model="size" size="small" :min="pencil.tool === 'pencil' ? 1 : 4" :max="pencil.tool === 'pencil' ? 60 : 200" :show-tooltip="false" aria-label="Size in pixels" /></label>
    <label class="slide"><span>Steady <b>{{ Math.round(pencil.steadiness * 100) }} %</b></span><ElSlider :model-value="Math.round(pencil.steadiness * 100)" size="small" :show-tooltip="false" aria-label="Steadiness in per cent" @update:model-value="(value: number | number[]) => set({ steadiness: Number(value) / 100 })" /></label>
    <label class="slide"><span>Touch <b>{{ pencil.curve < -0.05 ? 'light' : pencil.curve > 0.05 ? 'heavy' : 'even' }}</b></span><ElSlider :model-value="pencil.curve * 100" size="small" :min="-100" :max="100" :step="10" :show-tooltip="false" aria-label="Pressure: light or heavy touch" @update:model-value="(value: number | number[]) => set({ curve: Number(value) / 100 })" /></label>
    <div class="pots" role="group" aria-label="Colours">
      <button v-for="swatch in palette" :key="swatch.id" class="pot" :aria-pressed="chosen.id === swatch.id" :title="swatch.name" @click="set({ swatch: swatch.id, tool: 'pencil' })">
        <i :style="{ backgroundColor: swatch.colour }" /><span>{{ swatch.name }}</span>
      </button>
    </div>
    <ElPopover v-model:visible="mixing" placement="top" :width="290" trigger="click">
      <template #reference><button class="word">Colours</button></template>
      <div class="mix">
        <p><b>{{ chosen.name }}</b></p>
        <ElColorPicker :model-value="chosen.colour" :aria-label="`Change ${chosen.name} everywhere`" @change="(colour: string | null) => colour && store.change({ type: 'swatch.put', swatch: { ...chosen, colour } })" />
        <span class="note">changes it everywhere</span>
        <form @submit.prevent="addPot">
          <ElInput v-model="newName" placeholder="Name of a new colour" aria-label="Name of a new colour" />
          <ElColorPicker v-model="newColour" aria-label="New colour" />
          <button class="word">Add</button>
        </form>
      </div>
    </ElPopover>
    </template>
    <div class="right">
      <button class="word tool" :aria-pressed="level.lightTable.on" :title="`Key ${keyOf('light')}`" @click="emit('light')"><Lamp :size="15" /> Light table</button>
      <ElPopover v-model:visible="lighting" placement="top-end" :width="430" trigger="click">
        <template #reference><button class="word">Set it up</button></template>
        <LightTablePanel :level="level" />
      </ElPopover>
      <button class="word" :title="`Key ${keyOf('keys')}`" @click="emit('keys')">Keys</button>
    </div>
  </section>
</template>

<style scoped>
.tray {
  display: flex;
  flex-wrap: wrap;
  gap: 5px 12px;
  align-items: center;
  padding: 6px 14px;
  background: var(--paper);
  border-top: 1px solid var(--rule);
}

.tools,
.right {
  display: flex;
  gap: 5px;
}

.right {
  margin-left: auto;
}

.wide {
  flex: 1;
}

.tool {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}

.slide {
  display: grid;
  width: 86px;
  font-size: 12.5px;
  line-height: 1.2;
}

.slide b {
  font-weight: 600;
}

.slide .el-slider {
  --el-slider-height: 3px;
  --el-slider-button-size: 13px;
  height: 17px;
}

.pots {
  display: flex;
  gap: 4px;
  min-width: 0;
  max-width: 300px;
  overflow-x: auto;
  scrollbar-width: thin;
}

.pot {
  flex: none;
  display: grid;
  justify-items: center;
  max-width: 66px;
  padding: 2px 4px;
  border: 1px solid transparent;
  border-radius: 5px;
  background: none;
  color: var(--ink);
  font-size: 11.5px;
  line-height: 1.2;
  cursor: pointer;
}

.pot span {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.pot[aria-pressed='true'] {
  border-color: var(--lagoon);
  background: #fffdf8;
}

.pot i {
  width: 24px;
  height: 15px;
  border: 1px solid #a9987a;
  border-radius: 3px 3px 8px 8px;
}

.mix {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.mix form {
  display: flex;
  gap: 6px;
  align-items: center;
}
</style>
