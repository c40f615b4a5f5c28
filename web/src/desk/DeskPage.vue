<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import ChartLadder from '../charts/ChartLadder.vue'
import MeasuredLadder from '../charts/MeasuredLadder.vue'
import { deskActs, editingActs } from './commands/acts'
import { useCommands } from './commands/commands'
import FoldedEdge from './FoldedEdge.vue'
import AheadCard from './next/AheadCard.vue'
import GuideCard from './next/GuideCard.vue'
import NextCard from './next/NextCard.vue'
import ClearedLine from './paper/ClearedLine.vue'
import PaperTable from './paper/PaperTable.vue'
import PlayStrip from './paper/PlayStrip.vue'
import SheetColumn from './sheet/SheetColumn.vue'
import type { ThingsAsked } from '../parts/things/things'
import { useSheetWidth } from './sheet/useSheetWidth'
import PencilTray from './tools/trays/PencilTray.vue'
import { wantedAct } from '../session/wanted'
import { useDesk } from './useDesk'
import { usePaperFirst } from './usePaperFirst'

const desk = useDesk()
const { store, level, pencil, stage, ahead, walk, inbetween, chart, landmarks, slides, keysOpen, layout } = desk
const size = useSheetWidth(layout)
/** Whether what lies around the paper is there yet. */
const isAround = usePaperFirst()
// Fetched when the keys are first asked for.
const KeysDialog = defineAsyncComponent(() => import('./commands/KeysDialog.vue'))
// Only where something is practised.
const ExerciseCard = defineAsyncComponent(() => import('./next/ExerciseCard.vue'))
const practised = computed(() => store.apartFromInk!.settings.exercise !== undefined)
const keysAsked = ref(false)
watch(keysOpen, () => (keysAsked.value = true))
const acts = deskActs(desk)
// What was found elsewhere is done here.
watch(
  [wantedAct, isAround],
  ([id, isReady]) => {
    if (id === undefined || !(id in acts) || !isReady) return
    wantedAct.value = undefined
    acts[id as keyof typeof acts]()
  },
  { immediate: true, flush: 'post' },
)
/** What can be done with what lies on the desk, fetched when it is first asked. */
async function thingsAt(asked: ThingsAsked) {
  const { thingsOnDesk } = await import('./commands/things')
  return () => thingsOnDesk(desk, acts, asked)
}
useCommands(
  (id) => acts[id](),
  desk.sheet.expose,
  () => keysOpen.value,
  editingActs(desk),
)
</script>

<template>
  <div
    class="desk"
    :class="{ mirrored: layout.leftHanded.value, cleared: layout.cleared.value }"
    :style="{ '--sheet-width': `${size.width.value}px` }"
    @things="(asked: ThingsAsked) => asked.detail.push(() => thingsAt(asked))"
    @stayed="stage.view.table.value?.keyPen.giveUp()"
  >
    <h1 class="told">Draw</h1>
    <FoldedEdge class="sheet-edge" :layout="layout" panel="sheet" words="Sheet" />
    <template v-if="layout.isShown('sheet')">
      <SheetColumn
        v-if="isAround"
        class="sheet-place"
        :class="{ over: layout.isOver('sheet') }"
        :desk="desk"
        :size="size"
      />
      <div v-else-if="!layout.isOver('sheet')" class="sheet-place to-come" />
    </template>
    <div class="middle">
      <PaperTable :desk="desk" />
      <ClearedLine v-if="layout.cleared.value" :desk="desk" />
      <PlayStrip v-else :desk="desk" />
    </div>
    <aside
      v-if="layout.isShown('chart')"
      class="chart-place"
      :class="{ over: layout.isOver('chart') }"
      aria-label="Chart"
    >
      <template v-if="isAround">
        <ExerciseCard v-if="practised" />
        <AheadCard v-if="desk.leadsAhead.value" :ahead="ahead" />
        <NextCard v-else :walk="walk" />
        <GuideCard :inbetween="inbetween" />
        <ChartLadder v-if="chart" :chart="chart" :landmark="landmarks.inHand.value" @open="store.showDrawing" />
        <MeasuredLadder v-else :landmark="landmarks.inHand.value" />
      </template>
    </aside>
    <FoldedEdge class="chart-edge" :layout="layout" panel="chart" words="Next, chart" />
    <template v-if="layout.isShown('tools')">
      <PencilTray
        v-if="isAround"
        v-model="pencil"
        class="tools-place"
        :level="level"
        :landmarks="landmarks"
        :slides="slides"
        :stage="stage"
        :ahead="ahead.isAhead.value"
        @light="desk.toggleLight"
        @again="acts.again()"
      />
      <div v-else class="tools-place to-come" />
    </template>
    <KeysDialog v-if="keysAsked" v-model="keysOpen" />
  </div>
</template>

<style scoped>
.desk {
  position: relative;
  display: grid;
  grid-template: minmax(0, 1fr) auto / auto auto minmax(0, 1fr) auto auto;
  grid-template-areas: 'sheet-edge sheet middle chart chart-edge' 'tools tools tools tools tools';
  height: 100%;
  overflow: hidden;
  user-select: none;
}

/* For whoever goes by headings: all there is to see here is the table. */
.told {
  position: absolute;
  margin: 0;
  opacity: 0;
  pointer-events: none;
}

/* For the left hand everything lies the other way round. */
.mirrored {
  grid-template-areas: 'chart-edge chart middle sheet sheet-edge' 'tools tools tools tools tools';
}

.sheet-edge,
.chart-edge {
  writing-mode: vertical-rl;
  z-index: 7;
}

.sheet-edge {
  grid-area: sheet-edge;
}

.chart-edge {
  grid-area: chart-edge;
}

.sheet-place {
  grid-area: sheet;
  width: var(--sheet-width);
}

.middle {
  display: grid;
  grid-area: middle;
  grid-template: minmax(0, 1fr) auto / minmax(0, 1fr);
  min-width: 0;
  min-height: 0;
}

.chart-place {
  display: flex;
  grid-area: chart;
  flex-direction: column;
  gap: 8px;
  width: 180px;
  min-height: 0;
  padding: 8px;
  overflow: hidden auto;
  scrollbar-width: thin;
}

/* Where there is no room it lies over the paper, at its edge. */
.over {
  position: absolute;
  top: 0;
  bottom: 0;
  z-index: 6;
  background: var(--table);
  box-shadow: var(--shadow);
}

.sheet-place.over {
  left: 26px;
}

.chart-place.over {
  right: 26px;
}

.mirrored .sheet-place.over {
  right: 26px;
  left: auto;
}

.mirrored .chart-place.over {
  right: auto;
  left: 26px;
}

/* No column grows with what lies in it. */
.tools-place {
  grid-area: tools;
  min-width: 0;
  min-height: 50px;
}

@media (max-height: 520px) {
  .tools-place {
    min-height: 42px;
  }
}

/* As large as what will lie there, so that the paper stays where it is. */
.to-come {
  background: var(--paper);
}
</style>
