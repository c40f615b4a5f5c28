<script setup lang="ts">
import { BRUSH_TABLE, coloursOf, potsOf, type Level } from '@unhurried/core'
import { Lamp } from '@lucide/vue'
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useScene } from '../../session/scene'
import type { UnderLight } from '../../stage/light-table'
import BrushPanel from './BrushPanel.vue'
import ColoursPanel from './ColoursPanel.vue'
import { keyOf, type CommandId } from '../commands/commands'
import LandmarkTray from './LandmarkTray.vue'
import LightTablePanel from './LightTablePanel.vue'
import PaintTray from './PaintTray.vue'
import PassesPanel from './PassesPanel.vue'
import { drawsWithBrush, type PencilCase } from './pencil'
import { TOOL_LIST, type ToolName } from './register'
import SelectTray from './SelectTray.vue'
import SlideTray from './SlideTray.vue'
import type { Landmarks } from './useLandmarks'
import type { Slides } from './useSlides'
import type { Stage } from '../paper/useStage'

const pencil = defineModel<PencilCase>({ required: true })
const props = defineProps<{
  level: Level
  landmarks: Landmarks
  slides: Slides
  under: readonly UnderLight[]
  stage: Stage
}>()
const emit = defineEmits<{ light: [] }>()
const store = useScene()
const set = (fields: Partial<PencilCase>) => (pencil.value = { ...pencil.value, ...fields })
const cells = computed(() => Boolean(store.scene!.settings.cells))

const tools = computed(() => TOOL_LIST.filter((tool) => !(cells.value && tool.notInCells)))
const wordOf = (name: ToolName, word: string) => (cells.value && name === 'pencil' ? 'Cell pen' : word)
const drawsLines = computed(() => drawsWithBrush(pencil.value.tool))

/** The size of what is in hand. */
const size = computed<{ value: number; least: number; most: number; unit: string; set: (value: number) => void }>(
  () => {
    const { tool, brush, brushes, eraserSize, pushSize, cellSize } = pencil.value
    if (cells.value)
      return {
        value: cellSize,
        least: 1,
        most: 16,
        unit: cellSize === 1 ? 'cell' : 'cells',
        set: (value) => set({ cellSize: value }),
      }
    if (tool === 'eraser')
      return { value: eraserSize, least: 2, most: 200, unit: 'px', set: (value) => set({ eraserSize: value }) }
    if (tool === 'push')
      return { value: pushSize, least: 8, most: 400, unit: 'px', set: (value) => set({ pushSize: value }) }
    return {
      value: brushes[brush].size,
      least: 1,
      most: BRUSH_TABLE[brush].widest,
      unit: 'px',
      set: (value) => set({ brushes: { ...brushes, [brush]: { ...brushes[brush], size: value } } }),
    }
  },
)
const THROUGH = [
  { value: 'one', word: 'this drawing' },
  { value: 'chosen', word: 'the chosen' },
  { value: 'all', word: 'all of the span' },
] as const
const targets = computed(() => props.stage.through.targets.value.length)

const pots = computed(() => potsOf(store.scene!.palette))
const colours = computed(() => coloursOf(store.scene!.palette))
const chosen = computed(() => pots.value.find((swatch) => swatch.id === pencil.value.swatch) ?? pots.value[0]!)
/** Pots by their groups, those of no group first. */
const shelves = computed(() => {
  const names = [...new Set(pots.value.map((pot) => pot.group ?? ''))].sort(
    (a, b) => Number(b === '') - Number(a === ''),
  )
  return names.map((name) => ({ name, pots: pots.value.filter((pot) => (pot.group ?? '') === name) }))
})
const pickPot = (swatch: string) =>
  set({ swatch, ...(drawsLines.value || pencil.value.tool === 'fill' ? {} : { tool: pencil.value.brush }) })

/** After a choice the keys belong to the paper again. */
const letKeysGo = () => document.activeElement instanceof HTMLElement && document.activeElement.blur()
const open = ref<'brush' | 'colours' | 'light' | 'passes'>()
const toggle = (panel: NonNullable<typeof open.value>) => (open.value = open.value === panel ? undefined : panel)
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') open.value = undefined
})
useEventListener(
  window,
  'pointerdown',
  (event: PointerEvent) => {
    if (open.value && event.target instanceof Element && !event.target.closest('.el-popper, .tray, .el-overlay'))
      open.value = undefined
  },
  { capture: true },
)
const titleOf = (name: ToolName) => `Key ${keyOf(name as CommandId)}`
</script>

<template>
  <section class="tray" aria-label="Pencil tray">
    <div class="line">
      <div class="tools" role="group" aria-label="Tools">
        <button
          v-for="tool in tools"
          :key="tool.name"
          class="word tool"
          :class="{ apart: tool.apart }"
          :aria-pressed="pencil.tool === tool.name"
          :title="titleOf(tool.name)"
          @click="set({ tool: tool.name })"
        >
          <component :is="tool.icon" :size="14" /> {{ wordOf(tool.name, tool.word) }}
        </button>
      </div>
    </div>
    <div class="line options">
      <ElPopover :hide-after="0" :visible="open === 'passes'" placement="top-start" :width="560">
        <template #reference
          ><button
            class="word"
            :aria-expanded="open === 'passes'"
            :title="`The pass drawn on: ${pencil.pass}`"
            @click="toggle('passes')"
          >
            Pass: {{ pencil.pass }}
          </button></template
        >
        <PassesPanel v-if="open === 'passes'" v-model="pencil" :level="level" />
      </ElPopover>
      <LandmarkTray v-if="pencil.tool === 'pin'" :landmarks="landmarks" class="wide" />
      <SlideTray v-else-if="pencil.tool === 'slide'" :slides="slides" :under="under" class="wide" />
      <template v-else>
        <template v-if="drawsLines || pencil.tool === 'eraser' || pencil.tool === 'push'">
          <label class="slide"
            ><span
              >Size <b>{{ size.value }} {{ size.unit }}</b></span
            ><ElSlider
              :model-value="size.value"
              size="small"
              :min="size.least"
              :max="size.most"
              :show-tooltip="false"
              aria-label="Size in pixels"
              @update:model-value="(value: number | number[]) => size.set(Number(value))"
          /></label>
          <button
            v-if="pencil.tool === 'eraser' && !cells"
            class="word"
            :aria-pressed="pencil.whole"
            :title="`Key ${keyOf('whole')}`"
            @click="set({ whole: !pencil.whole })"
          >
            Lines whole
          </button>
          <ElPopover
            :hide-after="0"
            v-if="drawsLines && !cells"
            :visible="open === 'brush'"
            placement="top-start"
            :width="390"
          >
            <template #reference
              ><button
                class="word"
                :aria-expanded="open === 'brush'"
                @click="toggle('brush')"
                title="Touch, steadiness, taper, and a strip to try them"
              >
                Brush …
              </button></template
            >
            <BrushPanel
              v-if="open === 'brush'"
              v-model="pencil"
              :colour="stage.tools.colour.value"
              :paper="store.scene!.settings.paper"
            />
          </ElPopover>
        </template>
        <SelectTray v-if="pencil.tool === 'select'" v-model="pencil" :selection="stage.selection" :cells="cells" />
        <PaintTray v-else-if="pencil.tool === 'fill'" v-model="pencil" :paint="stage.paint" :cells="cells" />
        <span v-else-if="pencil.tool === 'points'" class="note"
          >Press a line to see its points; drag a point to bend the line there.</span
        >
        <span v-else-if="pencil.tool === 'pick'" class="note"
          >Press the paper, the ground or a reference.
          <button v-if="stage.tools.found.value" class="word" @click="open = 'colours'">
            <i class="dot" :style="{ backgroundColor: stage.tools.found.value }" /> New colour: name it
          </button></span
        >
        <label v-if="pencil.tool !== 'pick' && pencil.tool !== 'points'" class="through"
          ><span class="note">On</span>
          <ElSelect
            :model-value="pencil.through"
            size="small"
            aria-label="Drawings the tool works on"
            @change="(through: PencilCase['through']) => set({ through })"
            @visible-change="(shown: boolean) => shown || letKeysGo()"
            ><ElOption v-for="each in THROUGH" :key="each.value" :value="each.value" :label="each.word"
          /></ElSelect>
          <span v-if="targets > 1" class="note" data-test="targets">{{ targets }} drawings</span>
        </label>
        <div
          v-if="drawsLines || pencil.tool === 'fill' || pencil.tool === 'pick'"
          class="pots"
          role="group"
          aria-label="Colours"
        >
          <template v-for="shelf in shelves" :key="shelf.name">
            <span v-if="shelf.name" class="group">{{ shelf.name }}</span>
            <button
              v-for="pot in shelf.pots"
              :key="pot.id"
              class="pot"
              :aria-pressed="chosen.id === pot.id"
              :title="pot.name"
              @click="pickPot(pot.id)"
            >
              <i :style="{ backgroundColor: colours.get(pot.id)! }" /><span>{{ pot.name }}</span>
            </button>
          </template>
        </div>
        <ElPopover
          :hide-after="0"
          v-if="drawsLines || pencil.tool === 'fill' || pencil.tool === 'pick'"
          :visible="open === 'colours'"
          placement="top"
          :width="380"
        >
          <template #reference
            ><button class="word" :aria-expanded="open === 'colours'" @click="toggle('colours')">
              Colours
            </button></template
          >
          <ColoursPanel v-if="open === 'colours'" v-model="pencil" :tools="stage.tools" />
        </ElPopover>
      </template>
      <div class="right">
        <button
          class="word tool"
          :aria-pressed="level.lightTable.on"
          :title="`Key ${keyOf('light')}`"
          @click="emit('light')"
        >
          <Lamp :size="14" /> Light table
        </button>
        <ElPopover :hide-after="0" :visible="open === 'light'" placement="top-end" :width="430">
          <template #reference
            ><button
              class="word"
              :aria-expanded="open === 'light'"
              aria-label="Set it up"
              title="Set the light table up"
              @click="toggle('light')"
            >
              …
            </button></template
          >
          <LightTablePanel v-if="open === 'light'" :level="level" />
        </ElPopover>
      </div>
    </div>
  </section>
</template>

<style scoped>
.tray {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 4px;
  padding: 5px 12px 6px;
  background: var(--paper);
  border-top: 1px solid var(--rule);
}

.line {
  display: flex;
  gap: 5px 8px;
  align-items: center;
  min-height: 36px;
}

/* As high for one tool as for another, so that the paper stays where it is. */
.options {
  gap: 6px;
  height: 40px;
  overflow: auto hidden;
  scrollbar-width: thin;
}

.line:first-child {
  flex-wrap: wrap;
  min-height: 28px;
}

.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 3px;
}

.right {
  display: flex;
  flex: none;
  gap: 4px;
  margin-left: auto;
}

.right .word {
  padding: 2px 7px;
}

.wide {
  flex: 1;
}

.tool {
  display: inline-flex;
  gap: 4px;
  align-items: center;
  padding: 2px 5px;
  font-size: 13px;
}

.apart {
  margin-left: 5px;
}

.slide {
  display: grid;
  width: 92px;
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

.through {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}

.through .el-select {
  width: 106px;
}

.pots {
  display: flex;
  gap: 4px;
  align-items: center;
  flex: 0 1 auto;
  min-width: 76px;
  overflow-x: auto;
  scrollbar-width: thin;
}

.group {
  flex: none;
  padding-left: 5px;
  color: var(--graphite);
  font-size: 11.5px;
  font-style: italic;
  border-left: 1px solid var(--rule);
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

.dot {
  display: inline-block;
  width: 12px;
  height: 12px;
  border: 1px solid #a9987a;
  border-radius: 50%;
}
</style>
