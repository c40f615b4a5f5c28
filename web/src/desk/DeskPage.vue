<script setup lang="ts">
import { chartHere, chartSpan, PASSES, drawingsShown, timecode } from '@unhurried/core'
import { useLocalStorage } from '@vueuse/core'
import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import { framesAndSeconds } from '../parts/frames'
import TimingHelpers from '../parts/TimingHelpers.vue'
import { workOf } from '../stage/order-of-work'
import { useLook } from '../session/look'
import { useScene } from '../session/scene'
import ChartLadder from '../charts/ChartLadder.vue'
import { keyOf, useCommands, type CommandId } from './commands/commands'
import ExposureSheet from './sheet/ExposureSheet.vue'
import FindingOnPaper from './paper/FindingOnPaper.vue'
import GuideCard from './next/GuideCard.vue'
import GuideOnPaper from './paper/GuideOnPaper.vue'
import KeysDialog from './commands/KeysDialog.vue'
import LevelPanel from './levels/LevelPanel.vue'
import LiveLoop from './paper/LiveLoop.vue'
import MeasuredLadder from '../charts/MeasuredLadder.vue'
import NextCard from './next/NextCard.vue'
import PaperGuides from './paper/PaperGuides.vue'
import PaperHandles from './paper/PaperHandles.vue'
import PaperTools from './paper/PaperTools.vue'
import { usePencil, type PencilCase } from './tools/pencil'
import PencilTray from './tools/PencilTray.vue'
import { TOOL_NAMES, type ToolName } from './tools/register'
import ReferenceLayer from './paper/ReferenceLayer.vue'
import PaintDoubts from './tools/PaintDoubts.vue'
import SheetActs from './sheet/SheetActs.vue'
import SpanCards from './sheet/SpanCards.vue'
import { useFlips } from './commands/useFlips'
import { useInbetweenGuide } from './next/useInbetweenGuide'
import { useLandmarks } from './tools/useLandmarks'
import { copied } from './tools/useSelection'
import { useSheet } from './sheet/useSheet'
import { useSlides } from './tools/useSlides'
import { useStage } from './paper/useStage'
import { useWalk } from './next/useWalk'

const store = useScene()
const look = useLook()
const scene = computed(() => store.scene!)
const level = computed(() => scene.value.levels[store.level]!)
const pencil = usePencil()
const host = ref<HTMLElement>()
const keysOpen = ref(false)
/** Another drawing shown in place of this one for as long as it is being compared. */
const flipped = ref<string>()
watch(
  () => [store.frame, store.level],
  () => (flipped.value = undefined),
  { flush: 'sync' },
)
const sheet = useSheet()
const walk = useWalk()
const landmarks = useLandmarks()
const slides = useSlides()
const inbetween = useInbetweenGuide()
const toolsByKey = Object.fromEntries(TOOL_NAMES.map((name) => [name, () => take(name)])) as Record<
  ToolName,
  () => unknown
>
const take = (tool: PencilCase['tool']) => (pencil.value = { ...pencil.value, tool })
function passBy(step: 1 | -1) {
  const pass = PASSES[PASSES.indexOf(pencil.value.pass) + step]
  if (pass) pencil.value = { ...pencil.value, pass }
}

const steps = computed(() => workOf(scene.value, store.level, store.take))
/** The chart we are in, else the one that leads to the drawing on the table. */
const chart = computed(
  () =>
    chartHere(scene.value, store.level, store.frame, store.take) ??
    Object.values(scene.value.charts).find((each) => each.to === store.drawing),
)
const entry = computed(() => (store.drawing ? scene.value.drawings[store.drawing] : undefined))
const shown = computed(() => drawingsShown(store.exposures))
/** Every drawing of the level, those on no frame of this take last. */
const toShow = computed(() => {
  const onSheet = shown.value.map((each) => each.drawing)
  const off = Object.values(scene.value.drawings)
    .filter((drawing) => drawing.level === store.level && !onSheet.includes(drawing.id))
    .map((drawing) => drawing.id)
  return [...onSheet, ...off].map((id) => ({
    id,
    number: scene.value.drawings[id]!.number,
    off: !onSheet.includes(id),
  }))
})
const takes = computed(() => Object.values(scene.value.takes).filter((each) => !each.away || each.id === store.take))

const CARDS_AROUND = 9
/** The drawings of this span: of the chart we are in, else those around this one. */
const span = computed(() => {
  const order = shown.value.map((each) => each.drawing)
  if (chart.value) return [chart.value.from, ...chart.value.marks.map((mark) => mark.drawing), chart.value.to]
  const here = Math.max(0, order.indexOf(store.drawing ?? ''))
  return order.slice(Math.max(0, here - CARDS_AROUND), here + CARDS_AROUND + 1)
})
const stage = useStage({ host, pencil, flipped, walked: walk.onPegs, slid: slides.slid, span })
const { play, playing, playFrame, under, view, selection, tools } = stage
const mode = computed(() =>
  playing.value || !['pin', 'slide'].includes(pencil.value.tool) ? 'look' : (pencil.value.tool as 'pin' | 'slide'),
)
const flips = useFlips({ flipped, steps, host })

/** The small loop plays the span we are in, or all of it. */
const looping = useLocalStorage('unhurried-live-loop', false)
const loopFrames = computed(() => {
  const frames = chart.value && chartSpan(scene.value, chart.value, store.take)
  const { length } = scene.value.settings
  return frames
    ? { from: frames.fromFrame, to: Math.min(length, Math.max(frames.fromFrame + 1, frames.toFrame)) }
    : { from: 1, to: length }
})

function toggleLight() {
  const { lightTable } = level.value
  // The walk lights the parents even where the table is off: its switch then puts them out.
  const walking = walk.onPegs.value !== undefined && walk.onPegs.value === store.drawing
  if (walking) walk.onPegs.value = undefined
  if (lightTable.on || !walking)
    store.change({
      type: 'level.set',
      level: store.level,
      fields: { lightTable: { ...lightTable, on: !lightTable.on } },
    })
}
function goTo(frame: number, to = store.level) {
  store.chosen = undefined
  if (to === store.level) return stage.goAhead(frame)
  store.level = to
  store.goTo(frame)
}
function moveLevel(by: 1 | -1) {
  // The sheet shows the top level leftmost, so left is up.
  const at = scene.value.levelOrder.indexOf(store.level) - by
  goTo(store.frame, scene.value.levelOrder[at] ?? store.level)
}

// ---- panels over the sheet ------------------------------------------------------------------------
const acting = ref(false)
const helping = ref(false)
const edge = ref<HTMLElement>()
watch(acting, (open) => open && (helping.value = false))
watch(helping, (open) => open && (acting.value = false))
const head = shallowRef<{ level: string; at: HTMLElement }>()
const noting = ref<number>()
const note = ref('')
const noteField = ref<{ focus: () => void }>()
async function writeNote(frame: number) {
  note.value = scene.value.takes[store.take]?.notes?.find((each) => each.frame === frame)?.text ?? ''
  noting.value = frame
  await nextTick()
  noteField.value?.focus()
}
function keepNote() {
  if (
    noting.value === undefined ||
    store.change({ type: 'take.note', take: store.take, frame: noting.value, text: note.value })
  )
    noting.value = undefined
}
const onHold = (on: string, frame: number, frames: number, done: boolean) => {
  const edit = { type: 'exposure.hold' as const, take: store.take, level: on, frame, frames }
  if (done) store.change(edit)
  else store.attempt(edit)
}

/** How wide the sheet lies beside the paper, in CSS pixels; kept on this machine. */
const LEAST_SHEET = 252
const wide = useLocalStorage('unhurried-sheet-width', LEAST_SHEET)
const sheetWidth = computed(() => Math.min(1000, Math.max(LEAST_SHEET, Number(wide.value) || LEAST_SHEET)))
function widen(event: PointerEvent) {
  const bar = event.currentTarget as HTMLElement
  bar.setPointerCapture(event.pointerId)
  const pull = (moved: PointerEvent) => (wide.value = Math.max(LEAST_SHEET, moved.clientX))
  bar.addEventListener('pointermove', pull)
  bar.addEventListener('pointerup', () => bar.removeEventListener('pointermove', pull), { once: true })
}

function copyFrames() {
  copied.value = 'frames'
  sheet.copy()
}
function cutFrames() {
  copied.value = 'frames'
  sheet.cut()
}
function escape() {
  flips.stopBeat()
  stage.paint.leave()
  if (selection.selected.value) return selection.drop()
  if (acting.value || helping.value || head.value || noting.value !== undefined) acting.value = helping.value = false
  else store.chosen = undefined
  head.value = undefined
  noting.value = undefined
  store.attempt()
}
const acts: Record<CommandId, () => unknown> = {
  ...toolsByKey,
  earlier: () => stage.flip(-1),
  later: () => stage.flip(1),
  parents: flips.parents,
  play,
  light: toggleLight,
  riffle: () => {},
  beat: () => flips.beat('parents'),
  'beat-last': () => flips.beat('last'),
  'live-loop': () => (looping.value = !looping.value),
  fit: view.fit,
  'zoom-in': view.nearer,
  'zoom-out': view.farther,
  'turn-left': () => view.turnBy(-1),
  'turn-right': () => view.turnBy(1),
  mirror: view.mirror,
  silhouettes: () => (view.silhouettes.value = !view.silhouettes.value),
  whole: () => (pencil.value = { ...pencil.value, tool: 'eraser', whole: !pencil.value.whole }),
  'pass-up': () => passBy(1),
  'pass-down': () => passBy(-1),
  'put-back': slides.putBack,
  guides: () => (landmarks.shown.value = !landmarks.shown.value),
  undo: store.undo,
  redo: store.redo,
  next: () => walk.forward(),
  back: () => walk.back(),
  skip: () => walk.skip(),
  'put-in': sheet.putIn,
  empty: sheet.leaveEmpty,
  longer: () => sheet.hold((store.here?.frames ?? 0) + 1),
  shorter: () => sheet.hold((store.here?.frames ?? 0) - 1),
  acts: () => (acting.value = !acting.value),
  reverse: () => sheet.act({ do: 'reverse' }),
  'back-and-forth': () => sheet.act({ do: 'back-and-forth' }),
  cycle: () => sheet.act({ do: 'cycle', turns: null }),
  'frames-in': () => sheet.framesIn(1, false),
  'frames-in-all': () => sheet.framesIn(1, true),
  'frames-out': () => sheet.framesOut(false),
  'frames-out-all': () => sheet.framesOut(true),
  note: () => writeNote(store.frame),
  // Arrows nudge what is selected on the paper; else they go about the sheet.
  'frame-up': () => selection.nudge(0, -1) || goTo(store.frame - 1),
  'frame-down': () => selection.nudge(0, 1) || goTo(store.frame + 1),
  'level-left': () => selection.nudge(-1, 0) || moveLevel(-1),
  'level-right': () => selection.nudge(1, 0) || moveLevel(1),
  'choose-up': () => selection.nudge(0, -10) || sheet.stretch(-1, 0),
  'choose-down': () => selection.nudge(0, 10) || sheet.stretch(1, 0),
  'choose-left': () => selection.nudge(-10, 0) || sheet.stretch(0, -1),
  'choose-right': () => selection.nudge(10, 0) || sheet.stretch(0, 1),
  keys: () => (keysOpen.value = true),
}
useCommands(
  (id) => acts[id](),
  sheet.expose,
  () => keysOpen.value,
  {
    '$mod+c': () => selection.copy() || copyFrames(),
    '$mod+x': () => (selection.selected.value ? selection.cut() : cutFrames()),
    '$mod+v': () => (copied.value === 'ink' && selection.hasCopy.value ? selection.paste() : sheet.paste()),
    '$mod+Shift+v': () => selection.paste(true),
    '$mod+a': () => (pencil.value.tool === 'select' ? selection.all() : sheet.chooseAll()),
    Escape: escape,
    Delete: () => selection.remove() || sheet.leaveEmpty(),
  },
)
</script>

<template>
  <div class="desk" :style="{ '--sheet-width': `${sheetWidth}px` }">
    <aside class="left" aria-label="Exposure sheet and its tools">
      <div class="line">
        <span class="at"
          ><b>Frame {{ store.frame }}</b
          >{{ ' ' }}<span class="note">{{ timecode(store.frame, scene.settings.fps) }}</span></span
        >
        <button class="word" :disabled="!store.canUndo" :title="`Key ${keyOf('undo')}`" @click="store.undo()">
          Undo
        </button>
        <button class="word" :disabled="!store.canRedo" :title="`Key ${keyOf('redo')}`" @click="store.redo()">
          Redo
        </button>
      </div>
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
      <div class="tools">
        <div class="line" role="group" aria-label="Expose on">
          <span class="note">Hold</span>
          <button
            v-for="frames in 3"
            :key="frames"
            class="word digit"
            :aria-pressed="store.here?.frames === frames"
            :aria-label="`Expose on ${frames}`"
            @click="sheet.expose(frames)"
          >
            {{ frames }}
          </button>
          <button class="word" aria-label="One frame shorter" @click="sheet.hold((store.here?.frames ?? 0) - 1)">
            shorter
          </button>
          <button class="word" aria-label="One frame longer" @click="sheet.hold((store.here?.frames ?? 0) + 1)">
            longer
          </button>
        </div>
        <div class="line">
          <button class="word" @click="sheet.putIn()">Put in a drawing</button>
          <button class="word" @click="sheet.leaveEmpty()">Leave empty</button>
        </div>
        <div class="line">
          <ElDropdown trigger="click" :persistent="false" max-height="320" @command="sheet.showAgain">
            <button class="word" :disabled="toShow.length === 0" title="The same drawing, shown here too">
              Show again
            </button>
            <template #dropdown>
              <ElDropdownMenu
                ><ElDropdownItem v-for="each in toShow" :key="each.id" :command="each.id"
                  >Show {{ each.number }} again here{{ each.off ? ' (on no frame now)' : '' }}</ElDropdownItem
                ></ElDropdownMenu
              >
            </template>
          </ElDropdown>
          <ElDropdown trigger="click" :persistent="false" max-height="320" @command="sheet.copyDrawing">
            <button class="word" :disabled="toShow.length === 0" title="A new drawing with the same lines">
              Copy drawing
            </button>
            <template #dropdown>
              <ElDropdownMenu
                ><ElDropdownItem v-for="each in toShow" :key="each.id" :command="each.id"
                  >Copy {{ each.number }} to a new drawing here</ElDropdownItem
                ></ElDropdownMenu
              >
            </template>
          </ElDropdown>
        </div>
        <div class="line">
          <button class="word" :aria-expanded="acting" :title="`Key ${keyOf('acts')}`" @click="acting = !acting">
            {{ store.chosen ? `Frames ${store.chosen.from}–${store.chosen.to}` : 'These frames' }} …
          </button>
          <button class="word" :aria-expanded="helping" @click="helping = !helping">Beats, holds …</button>
        </div>
      </div>
      <!-- Beside the sheet, never over it. -->
      <ElPopover
        :hide-after="0"
        v-if="edge && (acting || helping)"
        :visible="true"
        :virtual-ref="edge"
        virtual-triggering
        placement="right-start"
        :width="420"
      >
        <SheetActs v-if="acting" :sheet="sheet" @done="acting = false" />
        <TimingHelpers v-else-if="helping" @done="helping = false" />
      </ElPopover>
      <form v-if="noting !== undefined" class="line noting" @submit.prevent="keepNote">
        <label for="desk-note">Note at frame {{ noting }}</label>
        <ElInput id="desk-note" ref="noteField" v-model="note" size="small" @keydown.esc.stop="noting = undefined" />
        <button class="word">Write it</button>
      </form>
      <ExposureSheet
        :scene="scene"
        :take="store.take"
        :frame="store.frame"
        :level="store.level"
        :chosen="store.chosen"
        :solo="store.solo"
        :found="look.bySquare"
        @pick="(picked: string, frame: number) => goTo(frame, picked)"
        @choose="
          (chosen, picked: string, frame: number) => {
            store.level = picked
            store.goTo(frame)
            store.chosen = chosen
          }
        "
        @hold="onHold"
        @head="(picked: string, at: HTMLElement) => (head = head?.level === picked ? undefined : { level: picked, at })"
        @note="writeNote"
      />
      <ElPopover
        :hide-after="0"
        v-if="head && scene.levels[head.level]"
        :visible="true"
        :virtual-ref="head.at"
        virtual-triggering
        placement="right-start"
        :width="230"
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
        :aria-valuenow="sheetWidth"
        :aria-valuemin="LEAST_SHEET"
        aria-valuemax="1000"
        @pointerdown="widen"
        @keydown.left.stop.prevent="wide = sheetWidth - 40"
        @keydown.right.stop.prevent="wide = sheetWidth + 40"
      />
    </aside>
    <div class="middle">
      <div class="table">
        <div
          ref="host"
          class="stage"
          data-test="table"
          role="img"
          :aria-label="entry ? `Drawing ${entry.number} on the table` : 'Empty paper'"
        />
        <div
          class="paper-edge"
          data-test="paper"
          aria-hidden="true"
          :style="{
            width: `${scene.settings.width}px`,
            height: `${scene.settings.height}px`,
            transform: `matrix(${view.lie.value.matrix.join(',')})`,
            '--zoom': view.lie.value.zoom,
          }"
        />
        <GuideOnPaper :lie="view.lie.value" :playing="playing" :play-frame="playFrame" :inbetween="inbetween" />
        <PaperGuides
          v-if="!playing"
          :lie="view.lie.value"
          :chart="chart"
          :landmarks="landmarks"
          :slides="slides"
          :mode="mode"
        />
        <PaperHandles
          v-if="!playing"
          :lie="view.lie.value"
          :selection="selection"
          :paint="stage.paint"
          :tools="tools"
        />
        <FindingOnPaper v-if="!playing" :lie="view.lie.value" />
        <PaintDoubts :paint="stage.paint" />
        <ReferenceLayer :picking="pencil.tool === 'pick'" @pick="tools.pickColour" />
        <LiveLoop
          v-if="looping && !playing"
          :from="loopFrames.from"
          :to="loopFrames.to"
          :live="tools.live.value"
          :silhouettes="view.silhouettes.value"
          @close="looping = false"
        />
        <p v-if="tools.modelNote.value" class="paper model" role="status">
          {{ tools.modelNote.value }} <button class="word" @click="tools.modelNote.value = ''">Draw on</button>
        </p>
      </div>
      <div class="strip">
        <div class="line">
          <button class="word" :title="`Key ${keyOf('earlier')}`" @click="stage.flip(-1)">Flip back</button>
          <button class="word main play" :title="`Key ${keyOf('play')}`" :aria-pressed="playing" @click="play">
            {{ playing ? 'Stop' : 'Play' }}
          </button>
          <button class="word" :title="`Key ${keyOf('later')}`" @click="stage.flip(1)">Flip on</button>
          <button
            class="word"
            :aria-pressed="flips.beating.value !== undefined"
            :title="`Key ${keyOf('beat')}`"
            @click="flips.beat('parents')"
          >
            Beat
          </button>
          <button class="word" :aria-pressed="looping" :title="`Key ${keyOf('live-loop')}`" @click="looping = !looping">
            Loop
          </button>
          <span v-if="playing" class="note" data-test="play-frame"
            >frame {{ playFrame }} of {{ scene.settings.length }}</span
          >
          <span v-else-if="entry" class="note">
            Drawing <b class="ink">{{ entry.number }}</b>{{
              flipped ? `, showing ${scene.drawings[flipped]?.number}` : ''
            }}, held {{ framesAndSeconds(store.here?.frames ?? 1, scene.settings.fps) }}
          </span>
          <span v-else class="note">Empty frame: draw here and a key is put in.</span>
          <PaperTools :view="view" :level="level" @keys="keysOpen = true" />
          <span v-if="store.solo" class="note"
            >Level {{ scene.levels[store.solo]?.name }} alone.
            <button class="word" @click="store.solo = undefined">Show all levels</button></span
          >
        </div>
        <SpanCards :span="span" />
      </div>
    </div>
    <aside class="right" aria-label="Chart">
      <NextCard :walk="walk" />
      <GuideCard :inbetween="inbetween" />
      <ChartLadder v-if="chart" :chart="chart" :landmark="landmarks.inHand.value" @open="store.showDrawing" />
      <MeasuredLadder v-else :landmark="landmarks.inHand.value" />
    </aside>
    <PencilTray
      v-model="pencil"
      class="bottom"
      :level="level"
      :landmarks="landmarks"
      :slides="slides"
      :under="under"
      :stage="stage"
      @light="toggleLight"
    />
    <KeysDialog v-model="keysOpen" />
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template: minmax(0, 1fr) auto / var(--sheet-width) minmax(0, 1fr) 244px;
  grid-template-areas: 'left middle right' 'bottom bottom right';
  height: 100%;
  overflow: hidden;
}

.left {
  position: relative;
  display: flex;
  flex-direction: column;
  grid-area: left;
  gap: 6px;
  min-height: 0;
  padding-top: 8px;
  background: var(--paper);
  border-right: 1px solid var(--rule);
}

.left > .sheet {
  flex: 1;
}

.noting .el-input {
  flex: 1;
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

.widen:hover {
  background: rgb(35 104 108 / 25%);
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  padding: 0 8px;
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
  grid-template: minmax(0, 1fr) auto / minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
}

.table {
  position: relative;
  overflow: hidden;
}

.stage {
  position: absolute;
  inset: 0;
  overflow: hidden;
}

.paper-edge {
  position: absolute;
  top: 0;
  left: 0;
  transform-origin: 0 0;
  box-shadow:
    0 calc(1px / var(--zoom)) calc(2px / var(--zoom)) rgb(74 58 30 / 30%),
    0 calc(6px / var(--zoom)) calc(22px / var(--zoom)) rgb(74 58 30 / 18%);
  pointer-events: none;
}

.model {
  position: absolute;
  top: 8px;
  left: 50%;
  z-index: 3;
  max-width: 460px;
  padding: 7px 12px;
  font-size: 14px;
  transform: translateX(-50%);
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

.right {
  display: flex;
  grid-area: right;
  flex-direction: column;
  gap: 10px;
  min-height: 0;
  padding: 12px 12px 6px;
  overflow: hidden auto;
}

.none {
  padding: 0 4px;
}

/* No column grows with what lies in it. */
.bottom {
  grid-area: bottom;
  min-width: 0;
}
</style>
