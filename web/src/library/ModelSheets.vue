<script setup lang="ts">
import { nameSchema, type Character, type ModelSheet } from '@unhurried/core'
import { defineAsyncComponent, onUnmounted, ref } from 'vue'
import { freshId } from '../api/ids'
import PictureButton from '../parts/files/PictureButton.vue'
import { pictures } from '../stage/pictures/pictures'
import type { UsedLibrary } from './useLibrary'

// Painting is fetched when somebody comes this far.
const SheetFromScene = defineAsyncComponent(() => import('./SheetFromScene.vue'))
/** Pictures of an entry from its sides, with its landmarks on them. */
const { library, entry } = defineProps<{ library: UsedLibrary; entry: Character }>()
/** The landmark that is put where a sheet is pressed. */
const placing = ref<string>()
const put = (sheet: ModelSheet) => library.change({ type: 'sheet.put', of: entry.id, part: sheet })
const shown = ref(0)
onUnmounted(pictures.onChange(() => void shown.value++))
const address = (picture: string) => (shown.value >= 0 ? pictures.address(picture) : undefined)

const add = ({ picture, width, height, name }: { picture: string; width: number; height: number; name: string }) =>
  put({ id: freshId(), name, picture, width, height, angle: 0, places: [] })
function rename(sheet: ModelSheet, to: string) {
  const parsed = nameSchema.safeParse(to)
  if (parsed.success) put({ ...sheet, name: parsed.data })
}
function place(sheet: ModelSheet, event: MouseEvent) {
  if (placing.value === undefined) return
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect()
  const [x, y] = [(event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height]
  putPlace(sheet, placing.value, { x, y })
}
const inside = (share: number) => Math.min(1, Math.max(0, Math.round(share * 1e4) / 1e4))
function putPlace(sheet: ModelSheet, landmark: string, { x, y }: { x: number; y: number }) {
  const others = sheet.places.filter((each) => each.landmark !== landmark)
  put({ ...sheet, places: [...others, { landmark, x: inside(x), y: inside(y) }] })
}
const nameOf = (landmark: string) => entry.landmarks?.find(({ id }) => id === landmark)?.name ?? '?'
const STEP = 0.01
/** A place on a sheet goes by arrows, too. */
function step(sheet: ModelSheet, { landmark, x, y }: ModelSheet['places'][number], event: KeyboardEvent) {
  const by = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }[event.key]
  if (event.key === 'Delete') put({ ...sheet, places: sheet.places.filter((each) => each.landmark !== landmark) })
  else if (by) putPlace(sheet, landmark, { x: x + by[0]!, y: y + by[1]! })
  else return
  event.preventDefault()
}
const unplaced = (sheet: ModelSheet) =>
  (entry.landmarks ?? []).filter(({ id }) => !sheet.places.some(({ landmark }) => landmark === id))
</script>

<template>
  <div class="sheets" role="group" aria-label="Model sheets">
    <figure v-for="sheet in entry.sheets" :key="sheet.id" class="sheet">
      <div class="seen" :class="{ placing: placing !== undefined }" @click="place(sheet, $event)">
        <img :src="address(sheet.picture)" :alt="`Model sheet ${sheet.name} of ${entry.name}`" draggable="false" />
        <button
          v-for="each in sheet.places"
          :key="each.landmark"
          class="mark"
          :style="{ left: `${each.x * 100}%`, top: `${each.y * 100}%` }"
          :aria-label="`${nameOf(each.landmark)} on ${sheet.name}: arrows move it, Delete takes it off`"
          :title="nameOf(each.landmark)"
          @click.stop="placing = each.landmark"
          @keydown="step(sheet, each, $event)"
        />
      </div>
      <figcaption class="line">
        <ElInput
          size="small"
          class="name"
          :model-value="sheet.name"
          :model-modifiers="{ lazy: true }"
          :aria-label="`Name of the model sheet ${sheet.name}`"
          @change="(to: string) => rename(sheet, to)"
        />
        <label>
          <NumberField
            size="small"
            class="angle"
            :controls="false"
            :model-value="sheet.angle"
            :min="-180"
            :max="180"
            :aria-label="`Degrees ${sheet.name} is turned from the front`"
            @change="(angle?: number) => put({ ...sheet, angle: Math.round(angle ?? 0) })"
          />°
        </label>
        <button
          v-for="each in unplaced(sheet)"
          :key="each.id"
          class="word"
          :aria-label="`Put ${each.name} on ${sheet.name}`"
          @click="putPlace(sheet, each.id, { x: 0.5, y: 0.5 })"
        >
          + {{ each.name }}
        </button>
        <button
          class="word"
          :aria-label="`Take the model sheet ${sheet.name} out`"
          @click="library.change({ type: 'sheet.remove', of: entry.id, id: sheet.id })"
        >
          ×
        </button>
      </figcaption>
    </figure>
    <div class="more">
      <PictureButton :word="entry.sheets.length > 0 ? 'Another model sheet …' : 'Model sheet …'" @picture="add" />
      <SheetFromScene v-if="library.scenes.value.length > 0" :scenes="library.scenes.value" @picture="add" />
    </div>
  </div>
  <p v-if="placing !== undefined" class="note" role="status">
    Press a sheet where {{ nameOf(placing) }} is. <button class="word" @click="placing = undefined">Done</button>
  </p>
</template>

<style scoped>
.sheets {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: start;
}

.more {
  display: grid;
  gap: 8px;
  justify-items: start;
}

.sheet {
  display: grid;
  gap: 6px;
  width: 240px;
  margin: 0;
}

.seen {
  position: relative;
  border: 1px solid var(--rule);
  background: var(--card);
}

.seen.placing {
  cursor: crosshair;
}

.seen > img {
  display: block;
  width: 100%;
}

.mark {
  position: absolute;
  width: 24px;
  height: 24px;
  margin: -12px 0 0 -12px;
  padding: 0;
  border: 2px solid var(--lagoon);
  border-radius: 50%;
  background: transparent;
  cursor: pointer;
}

.name {
  width: 110px;
}

.angle {
  width: 56px;
}
</style>
