<script setup lang="ts">
import { counted } from '@unhurried/core'
import { computed } from 'vue'
import { useScene } from '../../session/scene'
import type { LayersWork } from './useLayersIn'

/** The layers of a file, uppermost first: which come in, and from which frame on. */
const { work } = defineProps<{ work: LayersWork }>()
const store = useScene()
const { file, chosen, frame, busy, trouble, done } = work
const layers = computed(() =>
  (file.value?.layers ?? []).map((layer, place) => ({ ...layer, place, is: isOf(layer.passes) })).reverse(),
)
type Passes = NonNullable<typeof file.value>['layers'][number]['passes']
function isOf(passes: Passes): string {
  const pictures = passes.some((pass) => pass.pictures.length > 0)
  const lines = passes.some((pass) => pass.ink.length > 0)
  const on = passes.map(({ pass }) => pass).join(', ')
  return `${pictures ? (lines ? 'picture and lines' : 'picture') : 'lines and paint'} on ${on}`
}
const fitted = computed(() => {
  const { width, height } = store.scene!.settings
  const same = file.value?.width === width && file.value.height === height
  return same ? '' : `It is ${file.value?.width} × ${file.value?.height} and is made as large as fits the paper.`
})
function toggle(place: number) {
  if (!chosen.delete(place)) chosen.add(place)
}
</script>

<template>
  <section v-if="file || busy || trouble || done" class="layers" aria-label="Layers of a file">
    <template v-if="file">
      <h2>{{ file.name }}</h2>
      <p v-if="fitted" class="note">{{ fitted }}</p>
      <p v-for="sentence in file.said" :key="sentence" class="note">{{ sentence }}</p>
      <ul>
        <li v-for="layer in layers" :key="layer.place">
          <button
            class="word"
            :aria-pressed="chosen.has(layer.place)"
            :title="chosen.has(layer.place) ? 'Comes in as a level' : 'Is left out'"
            @click="toggle(layer.place)"
          >
            {{ layer.name }}
          </button>
          <span class="note">{{ layer.is }}{{ layer.hidden ? ', hidden' : '' }}</span>
        </li>
      </ul>
      <label class="line"
        >from frame
        <NumberField
          v-model="frame"
          size="small"
          class="number"
          :controls="false"
          :min="1"
          :max="store.scene!.settings.length"
          aria-label="First frame of the layers"
      /></label>
      <div class="line">
        <button
          class="word main"
          :disabled="chosen.size === 0 || busy !== ''"
          data-test="lay-layers"
          @click="work.lay()"
        >
          Lay in {{ counted(chosen.size, 'level') }}
        </button>
        <button class="word" @click="file = undefined">Leave it</button>
      </div>
    </template>
    <div v-if="busy" class="line">
      <p class="note" role="status">{{ busy }} …</p>
      <button v-if="!file" class="word" @click="work.stop()">Stop</button>
    </div>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <p v-if="done" class="note" role="status" data-test="laid-layers">{{ done }}</p>
  </section>
</template>

<style scoped>
.layers {
  display: grid;
  gap: 6px;
}

h2 {
  overflow-wrap: anywhere;
  font-size: 1em;
}

ul {
  display: grid;
  gap: 4px;
  padding: 0;
  margin: 0;
  list-style: none;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}

.number {
  width: 56px;
}

.wrong {
  color: var(--plum);
}
</style>
