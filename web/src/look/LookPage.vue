<script setup lang="ts">
import { CHECKS, counted, lengthOfTake, SEVERITIES, timecode, writeFindingsCsv, type Limits } from '@unhurried/core'
import { computed, defineAsyncComponent, onMounted, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '../api/api'
import { handDown } from '../parts/hand-down'
import PanelButton from '../parts/panel/PanelButton.vue'
import { useLook } from '../session/look'
import { useOwnEye } from '../session/practice/own-eye'
import { sayWhy, useScene } from '../session/scene'
import type { SeenFinding } from '../workers/look/messages'
import {
  filtered,
  grouped,
  namedFor,
  nameOfCheck,
  SEVERITY_WORDS,
  unmeasuredOf,
  type FindingFilter,
} from './findings-list'
import FindingSlip from './FindingSlip.vue'
import LimitsPanel from './LimitsPanel.vue'
import LookGraphs from './LookGraphs.vue'
import { useNextScene } from './useNextScene'

const FitLimits = defineAsyncComponent(() => import('./FitLimits.vue'))
const store = useScene()
const look = useLook()
const router = useRouter()
const scene = computed(() => store.scene!)
/** Frames of the take that is looked at. */
const length = computed(() => lengthOfTake(scene.value, store.take))

const filter = reactive<FindingFilter>({ level: 'all', severity: 'all', from: 1, to: undefined, meantToo: false })
const findings = computed(() => look.found?.findings ?? [])
const listed = computed(() => filtered(findings.value, filter))
const groups = computed(() => grouped(listed.value))
const unmeasured = computed(() => unmeasuredOf(look.found?.unmeasured ?? [], filter.level))
const answered = computed(() => findings.value.filter(({ meant }) => meant !== undefined).length)
/** Slips of each group in the page until more are asked for. */
const SLIPS = 30
const most = ref(SLIPS)
watch(filter, () => (most.value = SLIPS))

const graphed = ref('')
const graphLevel = computed(() => {
  const levels = look.found?.graphs.levels.map(({ level }) => level) ?? []
  return [graphed.value, store.level].find((level) => levels.includes(level)) ?? levels[0] ?? ''
})
const volumeLimit = computed(
  () => store.limits['volume']?.['share'] ?? CHECKS.find(({ id }) => id === 'volume')!.limits['share']!.value,
)
/** Drawings of that level the list names for their volume: graph and list say the same. */
const offInSize = computed(() => namedFor('volume', graphLevel.value, findings.value))

function show(finding: SeenFinding) {
  look.show(finding)
  void router.push({ name: 'draw', params: { scene: store.id } })
}
onMounted(() => look.look())

const { beside, handOnTo } = useNextScene(() => look.look(true))
const eye = useOwnEye()
function lookByEye() {
  eye.value = { ...eye.value, isOn: !eye.value.isOn }
  look.look()
}

// ---- limits ---------------------------------------------------------------------------------------
const showsLimits = ref(false)
/** Undefined: not asked for yet. */
const fits = ref<boolean>()
const saving = ref(false)
async function keepLimits(next: Limits) {
  saving.value = true
  try {
    store.limits = await api.setLimits(store.production, next)
    look.look()
  } catch (error) {
    sayWhy(error)
  } finally {
    saving.value = false
  }
}
function fit() {
  showsLimits.value = false
  fits.value = true
}

const print = () => window.print()
const csv = () =>
  handDown(
    new Blob([writeFindingsCsv({ scene: scene.value, findings: listed.value })], { type: 'text/csv' }),
    'second-look.csv',
  )
</script>

<template>
  <div class="second-look">
    <section class="list paper" aria-label="Findings">
      <header>
        <h1>Second look</h1>
        <p v-if="look.progress" class="note" role="status" data-test="look-progress">
          {{ look.progress.words }} … {{ look.progress.done }} of {{ look.progress.of }}
          <button class="word" @click="look.stop()">Stop</button>
        </p>
        <p v-else-if="look.found" class="note" role="status" data-test="look-told">
          {{ counted(look.open.length, 'finding') }}{{ answered > 0 ? `, ${answered} answered` : '' }} in
          {{ counted(look.found.drawings, 'drawing') }}
        </p>
        <button class="word" :disabled="Boolean(look.progress)" @click="look.look(true)">Look again</button>
      </header>
      <div class="filters">
        <ElSelect v-model="filter.level" size="small" aria-label="Level"
          ><ElOption value="all" label="All levels" /><ElOption
            v-for="id in scene.levelOrder.toReversed()"
            :key="id"
            :value="id"
            :label="scene.levels[id]!.name"
        /></ElSelect>
        <ElSelect v-model="filter.severity" size="small" aria-label="How much it matters"
          ><ElOption value="all" label="All found" /><ElOption
            v-for="each in SEVERITIES.toReversed()"
            :key="each"
            :value="each"
            :label="SEVERITY_WORDS[each]"
        /></ElSelect>
        <span class="note">frames</span>
        <NumberField
          v-model="filter.from"
          size="small"
          :min="1"
          :max="length"
          :controls="false"
          aria-label="From frame"
        />
        <span class="note">to</span>
        <NumberField
          size="small"
          optional
          :model-value="filter.to ?? length"
          :min="1"
          :max="length"
          :controls="false"
          aria-label="To frame"
          @change="(value?: number) => (filter.to = value)"
        />
        <label class="note"><input v-model="filter.meantToo" type="checkbox" /> answered too</label>
      </div>
      <div class="filters">
        <ElSelect
          v-if="beside.length > 0"
          size="small"
          aria-label="The scene it hands on to"
          :model-value="scene.settings.handsOnTo ?? 'none'"
          @change="handOnTo"
          ><ElOption value="none" label="Hands on to none" /><ElOption
            v-for="each in beside"
            :key="each.id"
            :value="each.id"
            :label="`Hands on to ${each.name}`"
        /></ElSelect>
        <PanelButton v-model:open="showsLimits" class="word" label="Limits" placement="bottom-start" :width="460">
          <template #button>Limits …</template>
          <LimitsPanel :saving="saving" @keep="keepLimits" @fit="fit" />
        </PanelButton>
        <button
          v-if="Object.keys(eye.limits).length > 0"
          class="word"
          :aria-pressed="eye.isOn"
          title="By what you saw in Practice: what lies below your own threshold is found too"
          @click="lookByEye"
        >
          Look for what I cannot see
        </button>
        <FitLimits v-if="fits !== undefined" v-model="fits" @keep="keepLimits" />
        <button class="word" aria-label="Findings as CSV" title="Findings as CSV" :disabled="!look.found" @click="csv">
          CSV
        </button>
        <button class="word" aria-label="Print them" title="Print them" :disabled="!look.found" @click="print">
          Print
        </button>
      </div>
      <div class="scroll" tabindex="0" role="region" aria-label="List of findings">
        <p v-if="look.trouble" class="trouble" role="alert">{{ look.trouble }}</p>
        <template v-for="group in groups" :key="group.severity">
          <h2>
            {{ group.words }} <span class="note">{{ group.findings.length }}</span>
          </h2>
          <ul>
            <FindingSlip
              v-for="(finding, i) in group.findings.slice(0, most)"
              :key="`${finding.check}${finding.drawings.join()}${i}`"
              :finding="finding"
              :shown="look.shown === finding"
              @show="show(finding)"
            />
          </ul>
          <button v-if="group.findings.length > most" class="word more" @click="most += 100">
            {{ group.findings.length - most }} more
          </button>
        </template>
        <p v-for="[check, count] in look.found?.left ?? []" :key="check" class="note left">
          {{ count }} more of “{{ nameOfCheck(check) }}” are left out here. Mend or answer these first, or change the
          limit.
        </p>
        <p v-if="look.found && groups.length === 0" class="quiet">
          {{
            look.found.drawings === 0 || look.found.graphs.levels.length === 0
              ? 'Nothing is drawn yet. Draw two keys and something between them, and what can be measured is told here.'
              : look.open.length === 0
                ? 'Nothing was found that is over its limit.'
                : 'Nothing of this kind. Choose all levels and all frames to see the rest.'
          }}
        </p>
        <details v-if="unmeasured.length > 0" class="unmeasured" open>
          <summary>
            Not measured <span class="note">{{ unmeasured.length }}</span>
          </summary>
          <p v-for="each in unmeasured" :key="each.sentence">
            {{ each.sentence }} <span class="note">({{ each.checks.join(', ').toLowerCase() }})</span>
          </p>
        </details>
      </div>
    </section>
    <section class="measured paper" aria-label="Graphs">
      <header>
        <h2>Measured</h2>
        <span class="note">frame {{ store.frame }}, {{ timecode(store.frame, scene.settings.fps) }}</span>
        <ElSelect
          v-if="look.found && look.found.graphs.levels.length > 1"
          :model-value="graphLevel"
          size="small"
          class="of"
          aria-label="Level of the graphs"
          @change="(id: string) => (graphed = id)"
          ><ElOption
            v-for="each in look.found.graphs.levels"
            :key="each.level"
            :value="each.level"
            :label="scene.levels[each.level]?.name ?? ''"
        /></ElSelect>
      </header>
      <div class="scroll" tabindex="0" role="region" aria-label="Graphs over the frames">
        <LookGraphs
          v-if="look.found && look.found.graphs.levels.length > 0"
          :graphs="look.found.graphs"
          :level="graphLevel"
          :limit="volumeLimit"
          :off="offInSize"
        />
        <p v-else class="quiet">What was measured is drawn here over the frames: spacing, size, arrivals, lightness.</p>
      </div>
    </section>
  </div>
</template>

<style scoped>
.second-look {
  display: grid;
  grid-template-columns: minmax(380px, 43%) minmax(0, 1fr);
  gap: 14px;
  height: 100%;
  padding: 12px 16px 14px;
  overflow: hidden;
}

section {
  display: flex;
  flex-direction: column;
  min-height: 0;
}

header {
  flex-wrap: wrap;
}

header,
.filters {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 8px 12px 4px;
}

.filters {
  align-items: center;
  padding-top: 2px;
}

.filters .el-select {
  flex: 1 1 90px;
  min-width: 76px;
  max-width: 150px;
}

.filters .note,
.filters .word {
  flex: none;
}

.filters .el-input-number {
  width: 54px;
}

header .word:last-child {
  margin-left: auto;
}

.of {
  width: 150px;
  margin-left: auto;
}

.scroll {
  flex: 1;
  min-height: 0;
  overflow: auto;
  border-top: 1px solid var(--rule);
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

h2 {
  padding: 9px 12px 4px;
  font-size: 17px;
}

header h2 {
  padding: 0;
}

.quiet,
.trouble {
  padding: 22px 18px;
  color: var(--graphite);
}

.trouble {
  color: var(--plum);
}

.more {
  margin: 6px 12px;
}

.left {
  padding: 6px 12px;
}

.unmeasured {
  padding: 8px 12px 12px;
  font-size: 14px;
}

.unmeasured summary {
  font: 560 17px/1.4 var(--heading);
  cursor: pointer;
}

.unmeasured p {
  padding: 2px 0;
}

@media (max-width: 1000px) {
  .second-look {
    grid-template-columns: minmax(0, 1fr);
    overflow: auto;
  }

  section {
    min-height: 420px;
  }
}

@media print {
  .measured {
    break-before: page;
  }

  .second-look {
    display: block;
    height: auto;
    overflow: visible;
  }

  .scroll {
    overflow: visible;
  }

  :deep(.acts),
  :deep(.reason .word),
  .filters,
  header .word,
  :deep(figcaption .word) {
    display: none;
  }
}
</style>
