<script setup lang="ts">
import type { Level } from '@unhurried/core'
import { Lamp } from '@lucide/vue'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { onePanelOf } from '../../../parts/panel/one-panel'
import PanelButton from '../../../parts/panel/PanelButton.vue'
import { useScene } from '../../../session/scene'
import { keyOf, type CommandId } from '../../commands/commands'
import PotRow from '../PotRow.vue'
import { drawsWithBrush, sizeInHand, type PencilSettings } from '../pencil'
import { TOOL_LIST } from '../register'
import SelectTray from './SelectTray.vue'
import type { Landmarks } from '../useLandmarks'
import type { Slides } from '../useSlides'
import type { Stage } from '../../paper/useStage'

// What seldom-used tools need is fetched when they are first taken in hand.
const CellPenTray = defineAsyncComponent(() => import('./CellPenTray.vue'))
const CameraTray = defineAsyncComponent(() => import('../camera/CameraTray.vue'))
const RulerTray = defineAsyncComponent(() => import('../rulers/RulerTray.vue'))
const PaintTray = defineAsyncComponent(() => import('./PaintTray.vue'))
const SlideTray = defineAsyncComponent(() => import('./SlideTray.vue'))
const LandmarkTray = defineAsyncComponent(() => import('./LandmarkTray.vue'))
const BrushPanel = defineAsyncComponent(() => import('../BrushPanel.vue'))
const LightTablePanel = defineAsyncComponent(() => import('../LightTablePanel.vue'))
const PassesPanel = defineAsyncComponent(() => import('../PassesPanel.vue'))
const ColoursPanel = defineAsyncComponent(() => import('../ColoursPanel.vue'))

const pencil = defineModel<PencilSettings>({ required: true })
const props = defineProps<{
  level: Level
  landmarks: Landmarks
  slides: Slides
  stage: Stage
  ahead: boolean
}>()
const emit = defineEmits<{ light: []; again: [] }>()
const store = useScene()
const set = (fields: Partial<PencilSettings>) => (pencil.value = { ...pencil.value, ...fields })
const cells = computed(() => Boolean(store.apartFromInk!.settings.cells))

const tools = computed(() => {
  if (!cells.value) return TOOL_LIST
  return TOOL_LIST.filter((tool) => !tool.notInCells).map((tool) =>
    tool.name === 'pencil' ? { ...tool, word: 'Cell pen' } : tool,
  )
})
const toolRow = ref<HTMLElement>()
// A tool taken in hand by its key may stand beyond the edge of a narrow window.
watch(
  () => pencil.value.tool,
  () => toolRow.value?.querySelector('[aria-pressed=true]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
  { flush: 'post' },
)
const drawsLines = computed(() => drawsWithBrush(pencil.value.tool))

const size = computed(() => sizeInHand(pencil.value, cells.value))
const THROUGH = [
  { value: 'one', word: 'this drawing' },
  { value: 'chosen', word: 'the chosen' },
  { value: 'all', word: 'all of the span' },
] as const
const targets = computed(() => props.stage.targets.all.value.length)

const pickPot = (swatch: string) =>
  set({ swatch, ...(drawsLines.value || pencil.value.tool === 'fill' ? {} : { tool: pencil.value.brush }) })

/** After a choice the keys belong to the paper again. */
const letKeysGo = () => document.activeElement instanceof HTMLElement && document.activeElement.blur()
const { open, shows } = onePanelOf<'brush' | 'colours' | 'light' | 'passes'>('.tray')
/** Straight ahead one key goes round three ways: which one it is stands on the lamp, as short as there is room for. */
const lightWords = computed(() => {
  const { on, shows } = props.level.lightTable
  if (!props.ahead || !on) return { shown: 'Light', all: 'Light table' }
  const [shown, all] = shows === 'earlier' ? ['earlier', 'earlier'] : ['both', 'both sides']
  return { shown, all: `Light table: ${all}` }
})
</script>

<template>
  <section class="tray" aria-label="Pencil tray">
    <div ref="toolRow" class="tools" role="group" aria-label="Tools">
      <button
        v-for="tool in tools"
        :key="tool.name"
        class="word tool"
        :class="{ apart: tool.apart }"
        :aria-pressed="pencil.tool === tool.name"
        :aria-label="tool.word"
        :title="`${tool.word}, key ${keyOf(tool.name as CommandId)}`"
        @click="set({ tool: tool.name })"
      >
        <component :is="tool.icon" :size="15" /><span>{{ tool.word }}</span>
      </button>
    </div>
    <div class="options">
      <PanelButton
        v-if="pencil.tool !== 'ruler' && pencil.tool !== 'camera'"
        v-bind="shows('passes')"
        class="word"
        data-thing="passes"
        :title="`The pass drawn on: ${pencil.pass}`"
        label="Passes"
        placement="top-start"
        :width="560"
      >
        <template #button
          ><span v-if="pencil.tool !== 'select'" class="wide-only">Pass: </span>{{ pencil.pass }}</template
        >
        <PassesPanel v-model="pencil" :level="level" />
      </PanelButton>
      <LandmarkTray v-if="pencil.tool === 'pin'" :landmarks="landmarks" class="wide" />
      <SlideTray v-else-if="pencil.tool === 'slide'" :slides="slides" class="wide" />
      <CameraTray v-else-if="pencil.tool === 'camera'" class="wide" />
      <RulerTray v-else-if="pencil.tool === 'ruler'" v-model="pencil" :rulers="stage.rulers" class="wide" />
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
              @update:model-value="(value: number | number[]) => set(size.set(Number(value)))"
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
          <CellPenTray v-if="cells && (drawsLines || pencil.tool === 'eraser')" v-model="pencil" />
          <PanelButton
            v-if="drawsLines && !cells"
            v-bind="shows('brush')"
            class="word"
            data-thing="brush"
            title="Touch, steadiness, taper, and a strip to try them"
            label="Brush"
            placement="top-start"
            :width="390"
          >
            <template #button>Brush …</template>
            <BrushPanel
              v-model="pencil"
              :colour="stage.tools.colour.value"
              :paper="store.apartFromInk!.settings.paper"
            />
          </PanelButton>
        </template>
        <SelectTray
          v-if="pencil.tool === 'select'"
          v-model="pencil"
          :selection="stage.selection"
          :cells="cells"
          @again="emit('again')"
        />
        <PaintTray v-else-if="pencil.tool === 'fill'" v-model="pencil" :paint="stage.paint" :cells="cells" />
        <span v-else-if="pencil.tool === 'points'" class="note"
          >Press a line to see its points; drag a point to bend the line there.</span
        >
        <span v-else-if="pencil.tool === 'pick'" class="note"
          >Press the paper, the ground or a reference.
          <button v-if="stage.tools.unknownColour.value" class="word" @click="open = 'colours'">
            <i class="dot" :style="{ backgroundColor: stage.tools.unknownColour.value }" /> New colour: name it
          </button></span
        >
        <label v-if="pencil.tool !== 'pick' && pencil.tool !== 'points'" class="through"
          ><ElSelect
            :model-value="pencil.on"
            size="small"
            aria-label="Drawings the tool works on"
            @change="(on: PencilSettings['on']) => set({ on })"
            @visible-change="(shown: boolean) => shown || letKeysGo()"
            ><ElOption v-for="each in THROUGH" :key="each.value" :value="each.value" :label="each.word"
          /></ElSelect>
          <span v-if="targets > 1" class="note" data-test="targets">{{ targets }} drawings</span>
        </label>
        <PotRow
          v-if="drawsLines || pencil.tool === 'fill' || pencil.tool === 'pick'"
          :chosen="pencil.swatch"
          @pick="pickPot"
        />
        <PanelButton
          v-if="drawsLines || pencil.tool === 'fill' || pencil.tool === 'pick'"
          v-bind="shows('colours')"
          class="word"
          data-thing="colours"
          label="Colours"
          placement="top"
          :width="380"
        >
          <template #button>Colours</template>
          <ColoursPanel v-model="pencil" :tools="stage.tools" />
        </PanelButton>
      </template>
    </div>
    <div class="right">
      <button
        class="word tool"
        :aria-label="lightWords.all"
        :aria-pressed="level.lightTable.on"
        :title="`Key ${keyOf('light')}`"
        @click="emit('light')"
      >
        <Lamp :size="15" /><span>{{ lightWords.shown }}</span>
      </button>
      <PanelButton
        v-bind="shows('light')"
        class="word"
        data-thing="light table"
        aria-label="Set it up"
        title="Set the light table up"
        label="Light table"
        placement="top-end"
        :width="430"
      >
        <template #button>…</template>
        <LightTablePanel :level="level" />
      </PanelButton>
    </div>
  </section>
</template>

<style scoped>
/* One line: every tool by its shape and name, then what the one in hand needs. */
.tray {
  display: flex;
  gap: 8px;
  align-items: center;
  min-width: 0;
  padding: 3px 8px 4px;
  background: var(--paper);
  border-top: 1px solid var(--rule);
}

/* As high for one tool as for another, so that the paper stays where it is. */
.options {
  display: flex;
  flex: 1;
  gap: 5px;
  align-items: center;
  min-width: 0;
  height: 42px;
  overflow: auto hidden;
  scrollbar-width: thin;
}

.options :deep(.word) {
  padding-inline: 7px;
}

/* What is said there stays on its line: what does not fit is reached by scrolling. */
.options :deep(.note) {
  white-space: nowrap;
}

.tools {
  display: flex;
  flex: none;
  gap: 1px;
}

.right {
  display: flex;
  flex: none;
  gap: 4px;
}

.right .word {
  padding: 2px 7px;
}

.wide {
  flex: 1;
}

.tool {
  display: grid;
  flex: none;
  gap: 1px;
  justify-items: center;
  min-width: 31px;
  min-height: 40px;
  padding: 3px 2px 1px;
  font-size: 11px;
}

.apart {
  margin-left: 4px;
}

@media (max-height: 520px) {
  .tray {
    padding: 2px 8px;
  }

  .options {
    height: 34px;
  }

  .tool {
    min-height: 33px;
  }

  .tray .slide {
    grid-auto-flow: column;
    gap: 6px;
    align-items: center;
    width: auto;
  }
}

/* Where the line is short the shapes stand for the names, but for the tool in hand. */
@media (max-width: 1180px) {
  .tools .tool {
    min-width: 25px;
  }

  .tools .tool:not([aria-pressed='true']) span,
  .wide-only {
    display: none;
  }
}

/* Narrower still the tools are scrolled through, so that what the one in hand needs keeps its room. */
@media (max-width: 900px) {
  .tools {
    flex: 0 1 50%;
    overflow: auto hidden;
    scrollbar-width: thin;
  }
}

.slide {
  display: grid;
  flex: none;
  width: 58px;
  font-size: 12.5px;
  line-height: 1.2;
  white-space: nowrap;
}

.slide b {
  font-weight: 600;
}

.slide .el-slider {
  width: 58px;
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
  width: 88px;
}

.dot {
  display: inline-block;
  width: 12px;
  height: 12px;
  border: 1px solid var(--edge);
  border-radius: 50%;
}
</style>
