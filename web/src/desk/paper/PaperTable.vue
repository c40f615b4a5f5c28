<script setup lang="ts">
import { Redo2, Undo2 } from '@lucide/vue'
import { computed, defineAsyncComponent } from 'vue'
import { useScene } from '../../session/scene'
import PaintDoubts from '../tools/PaintDoubts.vue'
import type { Desk } from '../useDesk'
import AheadTargets from './AheadTargets.vue'
import CellGrid from './CellGrid.vue'
import FindingOnPaper from './FindingOnPaper.vue'
import KeyPen from './keys/KeyPen.vue'
import GuideOnPaper from './GuideOnPaper.vue'
import PaperGuides from './PaperGuides.vue'
import PaperHandles from './PaperHandles.vue'
import { paperInWords } from './keys/paper-in-words'
import ReferenceLayer from './ReferenceLayer.vue'
import { useKeyPen } from './keys/useKeyPen'
import WritingNote from './WritingNote.vue'

const { desk } = defineProps<{ desk: Desk }>()
const store = useScene()
// Only where something is practised.
const ExerciseOnPaper = defineAsyncComponent(() => import('./ExerciseOnPaper.vue'))
// Only once it is asked for.
const LiveLoop = defineAsyncComponent(() => import('./LiveLoop.vue'))
// Only where there are some, or are to be.
const CameraOnPaper = defineAsyncComponent(() => import('../tools/camera/CameraOnPaper.vue'))
const RulersOnPaper = defineAsyncComponent(() => import('../tools/rulers/RulersOnPaper.vue'))
const { scene, pencil, chart, landmarks, slides, inbetween, loop, stage } = desk
const { playing, playFrame, view, selection, rulers, tools } = stage
const keyPen = useKeyPen({
  pen: () => view.table.value?.keyPen,
  size: () => scene.value.settings,
  isSelected: () => selection.selected.value !== undefined,
})
/** It counts the lines, so it is told of every one. */
const words = computed(() => paperInWords(store.scene!, store.scene!.drawings[store.drawing ?? '']))
const mode = computed(() => {
  const { tool } = pencil.value
  return !playing.value && (tool === 'pin' || tool === 'slide') ? tool : 'look'
})
</script>

<template>
  <div class="table">
    <div
      :ref="desk.setHost"
      class="stage"
      data-test="table"
      role="application"
      tabindex="0"
      :aria-label="words"
      aria-describedby="key-pen"
      @keydown="keyPen.onKey"
      @focus="keyPen.begin"
      @blur="keyPen.end"
    />
    <KeyPen :pen="keyPen" :placement="view.placement.value" />
    <div
      class="paper-edge"
      data-thing="paper"
      data-test="paper"
      aria-hidden="true"
      :style="{
        width: `${scene.settings.width}px`,
        height: `${scene.settings.height}px`,
        transform: `matrix(${view.placement.value.matrix.join(',')})`,
        '--zoom': view.placement.value.zoom,
      }"
    />
    <GuideOnPaper :placement="view.placement.value" :playing="playing" :play-frame="playFrame" :inbetween="inbetween" />
    <CellGrid v-if="!playing" :placement="view.placement.value" />
    <PaperGuides
      v-if="!playing"
      :placement="view.placement.value"
      :chart="chart"
      :landmarks="landmarks"
      :slides="slides"
      :mode="mode"
    />
    <RulersOnPaper
      v-if="!playing && !scene.settings.cells && (pencil.tool === 'ruler' || rulers.all.value.length > 0)"
      :placement="view.placement.value"
      :rulers="rulers"
      :kind="pencil.rulerKind ?? 'straight'"
      :in-hand="pencil.tool === 'ruler'"
    />
    <CameraOnPaper
      v-if="!playing && !scene.settings.cells && (pencil.tool === 'camera' || scene.takes[store.take]?.camera)"
      :placement="view.placement.value"
      :in-hand="pencil.tool === 'camera'"
    />
    <ExerciseOnPaper v-if="scene.settings.exercise" :placement="view.placement.value" :playing="playing" />
    <PaperHandles
      v-if="!playing"
      :placement="view.placement.value"
      :selection="selection"
      :paint="stage.paint"
      :tools="tools"
    />
    <FindingOnPaper v-if="!playing" :placement="view.placement.value" />
    <div class="thumb" data-test="thumb" role="group" aria-label="Under the thumb">
      <button :disabled="!store.canUndo" aria-label="Undo" @click="store.undo()"><Undo2 aria-hidden="true" /></button>
      <button :disabled="!store.canRedo" aria-label="Redo" @click="store.redo()"><Redo2 aria-hidden="true" /></button>
    </div>
    <PaintDoubts :paint="stage.paint" />
    <ReferenceLayer :picking="pencil.tool === 'pick'" @pick="tools.pickColour" />
    <LiveLoop
      v-if="loop.on.value && !playing"
      :from="loop.frames.value.from"
      :to="loop.frames.value.to"
      :live="tools.live.value"
      :silhouettes="view.silhouettes.value"
      @close="loop.on.value = false"
    />
    <AheadTargets v-if="desk.ahead.isAhead.value && !playing" :ahead="desk.ahead" />
    <WritingNote v-if="!playing" class="note" />
    <p v-if="tools.modelNote.value" class="paper note" role="status">
      {{ tools.modelNote.value }} <button class="word" @click="tools.modelNote.value = ''">Draw on</button>
    </p>
  </div>
</template>

<style scoped>
.table {
  position: relative;
  overflow: hidden;
}

.stage {
  position: absolute;
  inset: 0;
  overflow: hidden;
}

.stage:focus-visible {
  outline: none;
}

/* Above the canvases. */
.stage:focus-visible::after {
  position: absolute;
  inset: 2px;
  z-index: 2;
  border: 2px solid var(--lagoon);
  content: '';
  pointer-events: none;
}

.paper-edge {
  position: absolute;
  top: 0;
  left: 0;
  transform-origin: 0 0;
  box-shadow:
    0 calc(1px / var(--zoom)) calc(2px / var(--zoom)) rgb(from var(--shade) r g b / 30%),
    0 calc(6px / var(--zoom)) calc(22px / var(--zoom)) rgb(from var(--shade) r g b / 18%);
  pointer-events: none;
}

.note {
  position: absolute;
  top: 8px;
  left: 50%;
  z-index: 3;
  max-width: 460px;
  padding: 7px 12px;
  font-size: 14px;
  transform: translateX(-50%);
}

/* Where fingers reach the glass, at the side of the hand that does not draw. */
.thumb {
  position: absolute;
  bottom: 18%;
  left: 8px;
  z-index: 3;
  display: none;
  gap: 10px;
}

:global(.mirrored) .thumb {
  right: 8px;
  left: auto;
}

.thumb button {
  display: grid;
  place-items: center;
  width: 48px;
  height: 48px;
  border: 1px solid var(--rule);
  border-radius: 50%;
  background: var(--paper);
  color: var(--ink);
  touch-action: manipulation;
}

.thumb button:disabled {
  opacity: 0.45;
}

@media (any-pointer: coarse) {
  .thumb {
    display: grid;
  }
}
</style>
