<script setup lang="ts">
import { computed, defineAsyncComponent, ref } from 'vue'
import { WITHIN_WINDOW } from '../../parts/panel/within-window'
import { useLook } from '../../session/look'
import type { Chosen } from '../../session/scene'
import type { Desk } from '../useDesk'
import ExposureSheet from './ExposureSheet.vue'
import SheetTools from './SheetTools.vue'
import { LEAST_SHEET, type useSheetWidth } from './useSheetWidth'

// The desk can be drawn on before what is seldom asked for is here.
const FrameMenu = defineAsyncComponent(() => import('./FrameMenu.vue'))
const SoundPanel = defineAsyncComponent(() => import('../../sound/SoundPanel.vue'))
const TimingHelpers = defineAsyncComponent(() => import('../../parts/TimingHelpers.vue'))
const LevelPanel = defineAsyncComponent(() => import('../levels/LevelPanel.vue'))

const { desk } = defineProps<{ desk: Desk; size: ReturnType<typeof useSheetWidth> }>()
const { store, scene, panels } = desk
const { acting, helping, sounding, head, noting, note, noteAt } = panels
const { scrubs } = desk.heard
/** The frame one sees: while it plays, the one that goes by. */
const shownFrame = computed(() => (desk.stage.playing.value ? desk.stage.playFrame.value : store.frame))
const look = useLook()
const edge = ref<HTMLElement>()
/** Where panels lie: beside the sheet, and no part of the edge they lie at. */
const besideSheet = { getBoundingClientRect: () => edge.value!.getBoundingClientRect() }
const takes = computed(() => Object.values(scene.value.takes).filter((each) => !each.away || each.id === store.take))

function onHold(level: string, frame: number, frames: number, done: boolean) {
  const edit = { type: 'exposure.hold' as const, take: store.take, level, frame, frames }
  if (done) store.change(edit)
  else store.attempt(edit)
}
function choose(chosen: Chosen | undefined, level: string, frame: number) {
  store.level = level
  store.goTo(frame)
  store.chosen = chosen
}
</script>

<template>
  <aside class="left" aria-label="Exposure sheet and its tools">
    <SheetTools :desk="desk" />
    <div v-if="takes.length > 1" class="line">
      <label for="desk-take" class="note">Take</label>
      <ElSelect id="desk-take" v-model="store.take" size="small" class="take"
        ><ElOption
          v-for="each in takes"
          :key="each.id"
          :value="each.id"
          :label="each.id === scene.mainTake ? `${each.name} (main)` : each.name"
      /></ElSelect>
    </div>
    <!-- Beside the sheet, never over it. -->
    <ElPopover
      role="dialog"
      :aria-label="acting ? 'What to do with the chosen frames' : helping ? 'Timing' : 'Sounds'"
      :hide-after="0"
      v-if="edge && (acting || helping || sounding)"
      :visible="true"
      :virtual-ref="besideSheet"
      virtual-triggering
      :popper-options="WITHIN_WINDOW"
      :placement="desk.layout.leftHanded.value ? 'left-start' : 'right-start'"
      :width="430"
    >
      <FrameMenu v-if="acting" :desk="desk" @done="acting = false" />
      <TimingHelpers v-else-if="helping" @done="helping = false" />
      <SoundPanel v-else-if="sounding" v-model:scrubs="scrubs" :frame="shownFrame" @done="sounding = false" />
    </ElPopover>
    <form v-if="noting !== undefined" class="line noting" @submit.prevent="panels.keepNote()">
      <label for="desk-note">Note at frame {{ noting }}</label>
      <ElInput
        id="desk-note"
        :ref="panels.setNoteField"
        v-model="note"
        size="small"
        @keydown.esc.stop="noting = undefined"
      />
      <label
        >at
        <NumberField
          v-model="noteAt"
          size="small"
          :controls="false"
          :min="1"
          :max="scene.settings.length"
          class="at"
          aria-label="Frame of the note"
      /></label>
      <button class="word">{{ noteAt === noting ? 'Write it' : 'Move it' }}</button>
      <button v-if="noteAt !== noting" type="button" class="word" @click="panels.keepNote({ copied: true })">
        Copy it there
      </button>
    </form>
    <ExposureSheet
      :scene="scene"
      :take="store.take"
      :frame="store.frame"
      :level="store.level"
      :chosen="store.chosen"
      :solo="store.solo"
      :found="look.bySquare"
      :opened="head?.level"
      @pick="(picked: string, frame: number) => desk.goTo(frame, picked)"
      @choose="choose"
      @hold="onHold"
      @head="panels.toggleHead"
      @note="panels.writeNote"
      @sounds="sounding = !sounding"
    />
    <ElPopover
      role="dialog"
      :aria-label="`Level ${scene.levels[head.level]!.name}`"
      :hide-after="0"
      v-if="head && scene.levels[head.level]"
      :visible="true"
      :virtual-ref="head.at"
      virtual-triggering
      :popper-options="WITHIN_WINDOW"
      placement="right-start"
      :width="300"
    >
      <LevelPanel :level="scene.levels[head.level]!" />
      <button class="word close" @click="head = undefined">Close</button>
    </ElPopover>
    <div
      ref="edge"
      class="widen"
      role="separator"
      aria-orientation="vertical"
      tabindex="0"
      aria-label="Width of the sheet"
      :aria-valuenow="size.width.value"
      :aria-valuemin="LEAST_SHEET"
      :aria-valuemax="size.most"
      @pointerdown="size.widen"
      @keydown.left.stop.prevent="size.step(-1)"
      @keydown.right.stop.prevent="size.step(1)"
    />
  </aside>
</template>

<style scoped>
.left {
  position: relative;
  display: flex;
  flex-direction: column;
  gap: 4px;
  min-height: 0;
  padding-top: 5px;
  background: var(--paper);
  border-right: 1px solid var(--rule);
}

.left > .sheet {
  flex: 1;
}

.noting .el-input {
  flex: 1 0 100%;
}

.noting .at {
  width: 52px;
}

.take {
  flex: 1;
}

.close {
  margin-top: 8px;
}

.widen {
  position: absolute;
  top: 0;
  right: -4px;
  bottom: 0;
  z-index: 4;
  width: 8px;
  cursor: ew-resize;
}

/* Wide enough for any hand, on the side of the table. */
.widen::before {
  position: absolute;
  inset: 0 -16px 0 0;
  content: '';
}

:global(.mirrored .widen::before) {
  inset: 0 0 0 -16px;
}

:global(.mirrored .widen) {
  right: auto;
  left: -4px;
}

.widen:hover {
  background: rgb(from var(--lagoon) r g b / 25%);
}

.left > .line {
  padding: 0 8px;
}

.line {
  gap: 4px;
}

.left .word {
  padding: 2px 6px;
}
</style>
