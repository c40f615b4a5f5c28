<script setup lang="ts">
import { chartHere, drawingsShown, isDrawn, timecode } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { freshId } from '../../ids'
import { framesAndSeconds } from '../../parts/frames'
import { workOf } from '../../stage/work'
import { sayWhy, useScene } from '../../stores/scene'
import ChartLadder from './ChartLadder.vue'
import { keyOf, useCommands, type CommandId } from './commands'
import DrawingCard from './DrawingCard.vue'
import ExposureSheet from './ExposureSheet.vue'
import KeysDialog from './KeysDialog.vue'
import NextCard from './NextCard.vue'
import { usePencil } from './pencil'
import PencilTray from './PencilTray.vue'
import { useStage } from './useStage'

const store = useScene()
const scene = computed(() => store.scene!)
const level = computed(() => scene.value.levels[store.level]!)
const pencil = usePencil()
const host = ref<HTMLElement>()
const keysOpen = ref(false)
/** Another drawing shown in place of this one for as long as it is being compared. */
const flipped = ref<string>()
watch(() => [store.frame, store.level], () => (flipped.value = undefined), { flush: 'sync' })
const { play, playing, playFrame } = useStage(host, pencil, flipped)

const steps = computed(() => workOf(scene.value, store.level))
const allSteps = computed(() => scene.value.levelOrder.flatMap((each) => workOf(scene.value, each)))
const next = computed(() => steps.value.find((step) => !step.drawn) ?? allSteps.value.find((step) => !step.drawn))
const left = computed(() => allSteps.value.filter((step) => !step.drawn).length)
const chart = computed(() => chartHere(scene.value, store.level, store.frame))
const entry = computed(() => (store.drawing ? scene.value.drawings[store.drawing] : undefined))
const shown = computed(() => drawingsShown(store.exposures))

const CARDS_AROUND = 9
/** The drawings of this span: of the chart we are in, else those around this one. */
const cards = computed(() => {
  const order = shown.value.map((each) => each.drawing)
  const span = chart.value
  const ids = span
    ? [span.from, ...span.marks.map((mark) => mark.drawing), span.to]
    : order.slice(Math.max(0, order.indexOf(store.drawing ?? '') - CARDS_AROUND), Math.max(0, order.indexOf(store.drawing ?? '')) + CARDS_AROUND + 1)
  return ids.flatMap((id) => scene.value.drawings[id] ?? [])
})

const where = () => ({ take: scene.value.mainTake, level: store.level, frame: store.frame })
function hold(frames: number) {
  if (store.here && frames >= 1) store.change({ type: 'exposure.hold', ...where(), frames })
  else sayWhy(new Error('A drawing is held for at least one frame. Leave the frame empty instead.'))
}
const putIn = () => store.change({ type: 'drawing.add', ...where(), drawing: { id: freshId(), role: store.here?.drawing ? 'inbetween' : 'key' } })
const leaveEmpty = () => store.change({ type: 'exposure.show', ...where(), drawing: null })
const showAgain = (drawing: string) => store.change({ type: 'exposure.show', ...where(), drawing })
function copy(source: string) {
  const { take, frame } = where()
  store.change({ type: 'drawing.copy', take, frame, source, drawing: { id: freshId(), role: scene.value.drawings[source]!.role } })
}
function openNext() {
  if (next.value) store.showDrawing(next.value.drawing)
}
const toggleLight = () => store.change({ type: 'level.set', level: store.level, fields: { lightTable: { ...level.value.lightTable, on: !level.value.lightTable.on } } })
function flipParents() {
  const parents = steps.value.find((step) => step.drawing === store.drawing)?.between?.parents
  if (!parents) return store.flip(-1)
  flipped.value = flipped.value === undefined ? parents[0] : flipped.value === parents[0] ? parents[1] : undefined
}
function moveLevel(by: 1 | -1) {
  // The sheet shows the top level leftmost, so left is up.
  const at = scene.value.levelOrder.indexOf(store.level) - by
  store.level = scene.value.levelOrder[at] ?? store.level
}

const acts: Record<CommandId, () => unknown> = {
  earlier: () => store.flip(-1), later: () => store.flip(1), parents: flipParents, play, light: toggleLight,
  pencil: () => (pencil.value = { ...pencil.value, tool: 'pencil' }), eraser: () => (pencil.value = { ...pencil.value, tool: 'eraser' }),
  undo: store.undo, redo: store.redo, next: openNext, 'put-in': putIn, empty: leaveEmpty,
  longer: () => hold((store.here?.frames ?? 0) + 1), shorter: () => hold((store.here?.frames ?? 0) - 1),
  'frame-up': () => store.goTo(store.frame - 1), 'frame-down': () => store.goTo(store.frame + 1),
  'level-left': () => moveLevel(-1), 'level-right': () => moveLevel(1), keys: () => (keysOpen.value = true),
}
useCommands((id) => acts[id](), hold, () => keysOpen.value)
</script>

<template>
  <div class="desk">
    <aside class="left" aria-label="Exposure sheet and its tools">
      <div class="line">
        <span class="at"><b>Frame {{ store.frame }}</b> <span class="note">{{ timecode(store.frame, scene.settings.fps) }}</span></span>
        <button class="word" :disabled="!store.canUndo" :title="`Key ${keyOf('undo')}`" @click="store.undo()">Undo</button>
        <button class="word" :disabled="!store.canRedo" :title="`Key ${keyOf('redo')}`" @click="store.redo()">Redo</button>
      </div>
      <div class="line" role="group" aria-label="Expose on">
        <span class="note">Hold</span>
        <button v-for="frames in 3" :key="frames" class="word digit" :aria-pressed="store.here?.frames === frames" :aria-label="`Expose on ${frames}`" @click="hold(frames)">{{ frames }}</button>
        <button class="word" aria-label="One frame shorter" @click="hold((store.here?.frames ?? 0) - 1)">shorter</button>
        <button class="word" aria-label="One frame longer" @click="hold((store.here?.frames ?? 0) + 1)">longer</button>
      </div>
      <div class="line">
        <button class="word" @click="putIn">Put in a drawing</button>
        <button class="word" @click="leaveEmpty">Leave empty</button>
      </div>
      <div class="line">
        <ElDropdown trigger="click" max-height="320" @command="showAgain">
          <button class="word" :disabled="shown.length === 0" title="The same drawing, shown here too">Show again</button>
          <template #dropdown>
            <ElDropdownMenu><ElDropdownItem v-for="each in shown" :key="each.drawing" :command="each.drawing">Show {{ scene.drawings[each.drawing]!.number }} again here</ElDropdownItem></ElDropdownMenu>
          </template>
        </ElDropdown>
        <ElDropdown trigger="click" max-height="320" @command="copy">
          <button class="word" :disabled="shown.length === 0" title="A new drawing with the same lines">Copy drawing</button>
          <template #dropdown>
            <ElDropdownMenu><ElDropdownItem v-for="each in shown" :key="each.drawing" :command="each.drawing">Copy {{ scene.drawings[each.drawing]!.number }} to a new drawing here</ElDropdownItem></ElDropdownMenu>
          </template>
        </ElDropdown>
      </div>
      <ExposureSheet :scene="scene" :frame="store.frame" :level="store.level" @pick="(picked: string, frame: number) => { store.level = picked; store.goTo(frame) }" />
    </aside>
    <div class="middle">
      <div ref="host" class="table" data-test="table" role="img" :aria-label="entry ? `Drawing ${entry.number} on the table` : 'Empty paper'" />
      <div class="strip">
        <div class="line">
          <button class="word" :title="`Key ${keyOf('earlier')}`" @click="store.flip(-1)">Flip back</button>
          <button class="word main play" :title="`Key ${keyOf('play')}`" :aria-pressed="playing" @click="play">{{ playing ? 'Stop' : 'Play' }}</button>
          <button class="word" :title="`Key ${keyOf('later')}`" @click="store.flip(1)">Flip on</button>
          <span v-if="playing" class="note" data-test="play-frame">frame {{ playFrame }} of {{ scene.settings.length }}</span>
          <span v-else-if="entry" class="note">
            Drawing <b class="ink">{{ entry.number }}</b>{{ flipped ? `, showing ${scene.drawings[flipped]?.number}` : '' }}, held {{ framesAndSeconds(store.here?.frames ?? 1, scene.settings.fps) }}
          </span>
          <span v-else class="note">Empty frame: draw here and a key is put in.</span>
        </div>
        <div class="cards" aria-label="Drawings of this span" role="group">
          <DrawingCard
            v-for="card in cards" :key="card.id" :scene="scene" :entry="card" :ink="store.ink!" :here="card.id === store.drawing" :drawn="isDrawn(card)"
            @click="store.showDrawing(card.id)"
          />
        </div>
      </div>
    </div>
    <aside class="right" aria-label="Chart">
      <NextCard :scene="scene" :step="next" :left="left" :any="allSteps.length > 0" :on-pegs="next !== undefined && next.drawing === store.drawing" @open="openNext" />
      <ChartLadder v-if="chart" :scene="scene" :chart="chart" :drawing="store.drawing" @open="store.showDrawing" />
      <p v-else class="note none">No chart leads over this frame. <RouterLink :to="{ name: 'plan', params: { scene: store.id } }">Join two keys in Plan</RouterLink>.</p>
    </aside>
    <PencilTray v-model="pencil" class="bottom" :palette="scene.palette" :level="level" @light="toggleLight" @keys="keysOpen = true" />
    <KeysDialog v-model="keysOpen" />
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template: minmax(0, 1fr) auto / 252px minmax(0, 1fr) 216px;
  grid-template-areas: 'left middle right' 'bottom bottom bottom';
  height: 100%;
  overflow: hidden;
}

.left {
  display: grid;
  grid-area: left;
  grid-template-rows: auto auto auto auto minmax(0, 1fr);
  gap: 6px;
  min-height: 0;
  padding-top: 8px;
  background: var(--paper);
  border-right: 1px solid var(--rule);
}

.left > .line {
  padding: 0 8px;
}

.line {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}

.at {
  margin-right: auto;
}

.left .word {
  padding: 2px 6px;
}

.digit {
  min-width: 25px;
}

.middle {
  display: grid;
  grid-area: middle;
  grid-template-rows: minmax(0, 1fr) auto;
  min-width: 0;
  min-height: 0;
}

.table {
  position: relative;
  overflow: hidden;
}

.table :deep(canvas:first-child) {
  border-radius: 2px;
  box-shadow: 0 1px 2px rgb(74 58 30 / 30%), 0 6px 22px rgb(74 58 30 / 18%);
}

.strip {
  display: grid;
  gap: 5px;
  padding: 0 14px 7px;
}

.strip .line {
  gap: 7px;
}

.strip .note {
  margin-left: 8px;
}

.ink {
  color: var(--ink);
}

.play {
  min-width: 62px;
}

.cards {
  display: flex;
  gap: 5px;
  min-height: 78px;
  overflow-x: auto;
  scrollbar-width: thin;
}

.right {
  display: flex;
  grid-area: right;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  padding: 12px 12px 6px 0;
  overflow: hidden auto;
}

.none {
  padding: 0 4px;
}

.bottom {
  grid-area: bottom;
}

@media (max-width: 1100px) {
  .desk {
    grid-template-columns: 236px minmax(0, 1fr) 190px;
  }
}
</style>
