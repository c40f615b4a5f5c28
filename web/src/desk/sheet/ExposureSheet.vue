<script setup lang="ts">
import { lengthOfTake, timecode, type Scene } from '@unhurried/core'
import { Eye, EyeOff, Lock, Video } from '@lucide/vue'
import { computed, defineAsyncComponent, ref } from 'vue'
import type { Chosen } from '../../session/scene'
import SheetRow from './SheetRow.vue'
import { beatsByFrame, HEAD, measuresInCss, NUMBER, ROW } from './grid/grid-measures'
import { indexOf, useGrid } from './grid/useGrid'
import { useSheetDrag, type SheetEvents } from './grid/useSheetDrag'

// Most scenes are silent.
const SoundStrip = defineAsyncComponent(() => import('../../sound/SoundStrip.vue'))
// Most scenes are seen as they lie.
const CameraColumn = defineAsyncComponent(() => import('./CameraColumn.vue'))
const SheetWords = defineAsyncComponent(() => import('../../sound/words/SheetWords.vue'))

const props = defineProps<{
  scene: Scene
  take: string
  frame: number
  level: string
  chosen: Chosen | undefined
  solo: string | undefined
  /** The level whose panel is open. */ opened?: string | undefined
  /** Squares where something is to be looked at, `level:frame`, and what. */ found: ReadonlyMap<string, string>
}>()
const emit = defineEmits<SheetEvents>()

const host = ref<HTMLElement>()
const grid = useGrid(props, host)
const { settings, length, levels, columns, faces, measures, sound, first, count, rows } = grid
/** The same object for as long as nothing stands elsewhere. */
const inCss = computed(() => measuresInCss(measures.value))
/** The camera's keys stand right beside the numbers, the sounds between them and the levels, while there are any. */
const camera = computed(() => measures.value.camera)
const sounds = computed(() => props.scene.sounds)
/** The last frame of the take. */
const ends = computed(() => lengthOfTake(props.scene, props.take))
/** What stays the same object is read by itself, so that what is made of it stays too. */
const noteList = computed(() => props.scene.takes[props.take]?.notes)
const notes = computed(() => new Map((noteList.value ?? []).map((note) => [note.frame, note.text])))
const beats = computed(() => beatsByFrame(settings.value))
// The same for every row and always: a row is no other row because elsewhere something changed.
const columnsNow = () => columns.value
const facesNow = () => faces.value
const foundNow = () => props.found

const NONE: readonly string[] = []
const onlyHere = computed(() => [props.level])
/** The levels chosen at a frame: the same object for as long as they are. */
const chosenAt = (frame: number) => {
  const { chosen } = props
  if (!chosen) return frame === props.frame ? onlyHere.value : NONE
  return frame >= chosen.from && frame <= chosen.to ? chosen.levels : NONE
}

const { down, preventPan } = useSheetDrag({
  view: () => host.value!,
  levels: () => levels.value,
  column: (level) => props.scene.sheets[props.take]![level]!,
  scene: () => props.scene,
  at: () => ({ level: indexOf(levels.value, props.level), frame: props.frame }),
  placeOf: grid.placeOf,
  emit,
})
</script>

<template>
  <div
    ref="host"
    class="sheet"
    role="grid"
    tabindex="0"
    aria-label="Exposure sheet"
    :aria-rowcount="length"
    :aria-colcount="levels.length"
    aria-multiselectable="true"
    :style="inCss"
    @pointerdown="down"
    @touchmove="preventPan"
  >
    <div class="all" :style="{ height: `${length * ROW}px` }" role="presentation">
      <div class="heads" role="row">
        <span class="number" role="columnheader">frame</span>
        <span
          v-if="camera"
          class="head"
          role="columnheader"
          aria-label="Camera"
          title="Camera"
          :style="{ left: `${NUMBER}px`, width: `${camera}px` }"
          ><Video :size="13" aria-hidden="true"
        /></span>
        <span
          v-if="sounds"
          class="head"
          role="columnheader"
          :style="{ left: `${measures.soundAt}px`, width: `${sound.width.value}px` }"
        >
          <button title="Sounds: placed, cut, stronger and weaker" @click="emit('sounds')">
            <span>sound</span>
          </button>
          <i
            class="wider"
            role="separator"
            aria-orientation="vertical"
            tabindex="0"
            aria-label="Width of the sound"
            :aria-valuenow="sound.width.value"
            :aria-valuemin="sound.least"
            :aria-valuemax="sound.most"
            @pointerdown.stop="sound.widen"
            @keydown.left.stop.prevent="sound.step(-1)"
            @keydown.right.stop.prevent="sound.step(1)"
          />
        </span>
        <span
          v-for="each in columns"
          :key="each.level.id"
          v-memo="[each, solo, each.level.id === level, opened]"
          role="columnheader"
          class="head of-level"
          :class="{ active: each.level.id === level, dim: each.level.hidden || (solo && solo !== each.level.id) }"
          :style="each.style"
        >
          <button
            data-thing="level"
            :data-level="each.level.id"
            :aria-expanded="each.level.id === opened"
            :title="`Level ${each.level.name}: hide, lock, show alone, order`"
            :aria-label="`Level ${each.level.name}`"
            @click="emit('head', each.level.id, $event.currentTarget as HTMLElement)"
          >
            <EyeOff v-if="each.level.hidden" :size="12" /><Eye v-else-if="solo === each.level.id" :size="12" /><Lock
              v-if="each.level.locked"
              :size="12"
            /><span>{{ each.level.name }}</span>
          </button>
        </span>
        <span class="head of-notes" role="columnheader">notes</span>
      </div>
      <div class="numbers" aria-hidden="true" :style="{ height: `${length * ROW}px` }">
        <span
          v-for="{ slot, frame: number } in rows"
          :key="slot"
          v-memo="[number, number === frame, beats, settings.fps]"
          class="number"
          :class="{ here: number === frame, second: (number - 1) % settings.fps === 0 }"
          :data-row="number"
          :title="timecode(number, settings.fps)"
          :style="{ top: `${(number - 1) * ROW}px` }"
          ><i v-if="beats.has(number)" class="beat-mark">{{ beats.get(number) }}</i
          >{{ number }}</span
        >
      </div>
      <div v-if="camera" class="camera" role="row" :style="{ left: `${NUMBER}px`, top: `${HEAD}px` }">
        <div role="gridcell">
          <CameraColumn :row-height="ROW" :length="length" @go="(frame: number) => emit('pick', level, frame)" />
        </div>
      </div>
      <div
        v-if="sounds"
        class="sounds"
        role="row"
        data-sound
        :style="{
          left: `${measures.soundAt}px`,
          top: `${(first - 1) * ROW + HEAD}px`,
          width: `${sound.width.value}px`,
        }"
      >
        <div role="gridcell">
          <SoundStrip
            down
            :sounds="sounds"
            :fps="scene.settings.fps"
            :first="first"
            :count="count"
            :per-frame="ROW"
            :across="sound.width.value"
          />
          <SheetWords
            v-for="(_, id) in scene.said"
            :key="id"
            :sound="sounds[id]!"
            :scene="scene"
            :first="first"
            :count="count"
            :per-frame="ROW"
            :across="sound.width.value"
          />
        </div>
      </div>
      <SheetRow
        v-for="{ slot, frame: number, passing } in rows"
        :key="slot"
        v-memo="[...[number, passing, chosenAt(number), number === frame], ...[notes, beats, settings.fps, ends]]"
        :number="number"
        :passing="passing"
        :columns="columnsNow"
        :drawings="facesNow"
        :found="foundNow"
        :chosen="chosenAt(number)"
        :here="number === frame"
        :second="(number - 1) % settings.fps === 0"
        :beat="beats.has(number)"
        :beyond="number > ends"
        :note="notes.get(number)"
        :style="`top: ${(number - 1) * ROW + HEAD}px`"
      />
    </div>
  </div>
</template>

<style scoped>
.sheet {
  position: relative;
  min-height: 0;
  overflow: auto scroll;
  border-top: 1px solid var(--rule);
  scrollbar-width: thin;
  user-select: none;
  touch-action: pan-x pan-y;
}

.all {
  position: relative;
  box-sizing: content-box;
  width: var(--width);
  padding-top: 26px;
}

.heads {
  position: sticky;
  top: 0;
  z-index: 3;
  width: var(--width);
  height: 26px;
  margin-top: -26px;
  background: var(--paper);
  border-bottom: 1px solid var(--edge);
  font-size: 13px;
  line-height: 26px;
}

.head {
  position: absolute;
  top: 0;
  overflow: hidden;
  color: var(--graphite);
  text-align: center;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.head.of-level {
  width: var(--across);
}

.head.of-notes {
  right: 0;
  width: var(--notes);
}

.head button {
  display: flex;
  margin: 0 auto;
  text-overflow: ellipsis;
  gap: 2px;
  align-items: center;
  max-width: 100%;
  padding: 0 3px;
  overflow: hidden;
  border: 0;
  background: none;
  color: inherit;
  font: inherit;
  cursor: pointer;
}

.head button span {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
}

.head button:hover {
  color: var(--lagoon);
  text-decoration: underline;
}

.head.active {
  color: var(--ink);
  font-weight: 600;
}

.head.dim {
  font-style: italic;
}

.camera {
  position: absolute;
  z-index: 1;
  border-left: 1px solid var(--rule);
}

.sounds {
  position: absolute;
  z-index: 1;
  border-left: 1px solid var(--rule);
  cursor: pointer;
}

.wider {
  position: absolute;
  top: 0;
  right: 0;
  width: 6px;
  height: 26px;
  cursor: ew-resize;
}

.numbers {
  position: sticky;
  left: 0;
  z-index: 2;
  width: 36px;
  background: var(--paper);
}

.heads .number {
  position: sticky;
  left: 0;
  z-index: 2;
  padding-right: 4px;
  font-size: 12px;
}

.numbers .number {
  position: absolute;
  left: 0;
  border-bottom: 1px solid var(--hairline);
}

.numbers .second {
  border-top: 1.5px solid var(--edge);
}

.number {
  display: block;
  width: 36px;
  height: var(--row);
  padding-right: 9px;
  background: var(--paper);
  color: var(--graphite);
  font-size: 13px;
  line-height: var(--row);
  text-align: right;
  cursor: default;
}

.heads .number {
  height: 26px;
  line-height: 26px;
}

.number.here {
  background: var(--chosen);
  color: var(--persimmon-dark);
  font-weight: 700;
}

.beat-mark {
  position: absolute;
  left: 3px;
  color: var(--lagoon);
  font-size: 11px;
  font-style: normal;
  font-weight: 600;
}
</style>
