<script setup lang="ts">
import { isDrawn, newLevel, progress, settingsSchema, type LaidPlan, type Settings } from '@unhurried/core'
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { freshId } from '../api/ids'
import { framesAndSeconds } from '../parts/frames'
import { sayWhy, useScene } from '../session/scene'
import { useHeard } from '../sound/useHeard'
import type { ThingsAsked } from '../parts/things/things'
import TimeStrip from './TimeStrip.vue'
import { usePlanner } from './usePlanner'

// The strip can be read before what lies below it is here.
const ChartForm = defineAsyncComponent(() => import('../charts/ChartForm.vue'))
const PlannerBench = defineAsyncComponent(() => import('./PlannerBench.vue'))
const RateChange = defineAsyncComponent(() => import('./RateChange.vue'))
const TimingHelpers = defineAsyncComponent(() => import('../parts/TimingHelpers.vue'))

const store = useScene()
const router = useRouter()
const scene = computed(() => store.scene!)
const entry = computed(() => (store.drawing ? scene.value.drawings[store.drawing] : undefined))
useHeard().followFrame()
const begins = computed(() => store.here?.frame === store.frame && entry.value !== undefined)
const tally = computed(() => progress(scene.value))
const level = computed(() => scene.value.levels[store.level]!)

function putKey() {
  store.change({
    type: 'drawing.add',
    take: store.take,
    level: store.level,
    frame: store.frame,
    drawing: { id: freshId(), role: 'key' },
  })
}
function addLevel() {
  const id = freshId()
  const taken = new Set(Object.values(scene.value.levels).map((each) => each.name))
  const name =
    [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].find((letter) => !taken.has(letter)) ??
    `Level ${scene.value.levelOrder.length + 1}`
  const added = newLevel({ id, name, approach: scene.value.settings.approach })
  if (store.change({ type: 'level.add', level: added, at: scene.value.levelOrder.length })) store.level = id
}

/** What can be done on the strip, fetched when it is first asked. */
const thingsAsked = async () => {
  const { thingsOnStrip } = await import('./things')
  return () => thingsOnStrip({ store, router, putKey, addLevel })
}

// ---- planners -------------------------------------------------------------------------------------
const table = usePlanner()
const { planner, laid, record } = table
const route = useRoute()
// The desk leads here to the plan a drawing belongs to.
watch(
  () => route.query['plan'],
  (plan) => typeof plan === 'string' && table.reopen(plan),
  { immediate: true },
)
watch(
  () => route.query['planner'],
  (asked) => typeof asked === 'string' && table.open(asked),
  { immediate: true },
)
const laidWords = (plan: LaidPlan) =>
  `${table.planners.find(({ id }) => id === plan.planner)?.name ?? plan.planner}, frame ${plan.frame} of ${scene.value.levels[plan.level]?.name ?? ''}`

const length = ref('')
const rate = ref('')
watch(
  () => scene.value.settings,
  (settings) => {
    length.value = String(settings.length)
    rate.value = String(settings.fps)
  },
  { immediate: true },
)
/** The rate asked for, while what it would do is being shown. */
const newRate = ref<number>()
function setScene(field: 'length' | 'fps', text: string) {
  const settings: Partial<Settings> = { [field]: Number(text) }
  const parsed = settingsSchema.partial().safeParse(settings)
  if (!parsed.success) sayWhy(new Error(parsed.error.issues[0]!.message))
  else if (scene.value.settings[field] !== settings[field]) {
    if (field === 'fps' && progress(scene.value).done + progress(scene.value).toDo > 0) newRate.value = Number(text)
    else store.change({ type: 'scene.set', settings: { [field]: Number(text) } })
  }
  length.value = String(scene.value.settings.length)
  rate.value = String(scene.value.settings.fps)
}
</script>

<template>
  <div class="plan">
    <div class="line head">
      <h1>Plan</h1>
      <label for="plan-length">Length</label>
      <ElInput
        id="plan-length"
        v-model="length"
        class="short"
        inputmode="numeric"
        @change="setScene('length', length)"
      />
      <span class="note">{{ framesAndSeconds(scene.settings.length, scene.settings.fps) }}</span>
      <label for="plan-rate">Rate</label>
      <ElInput id="plan-rate" v-model="rate" class="short" inputmode="numeric" @change="setScene('fps', rate)" />
      <span class="note tally">{{ tally.done }} drawn, {{ tally.toDo }} to draw</span>
    </div>
    <RateChange v-if="newRate !== undefined" :fps="newRate" @done="newRate = undefined" />
    <div class="line planners" role="group" aria-label="Planners">
      <span class="note">Plan a motion</span>
      <button
        v-for="each in table.planners"
        :key="each.id"
        class="word"
        :title="each.about"
        :aria-pressed="planner?.id === each.id && !record"
        @click="table.open(each.id)"
      >
        {{ each.name }}
      </button>
      <ElDropdown v-if="laid.length > 0" trigger="click" max-height="320" @command="table.reopen">
        <button class="word" data-test="laid-plans">Laid plans ({{ laid.length }}) …</button>
        <template #dropdown>
          <ElDropdownMenu
            ><ElDropdownItem v-for="each in laid" :key="each.id" :command="each.id">{{
              laidWords(each)
            }}</ElDropdownItem></ElDropdownMenu
          >
        </template>
      </ElDropdown>
    </div>
    <TimeStrip
      @things="(asked: ThingsAsked) => asked.detail.push(thingsAsked)"
      :scene="scene"
      :only="planner ? table.level.value : undefined"
      :take="store.take"
      :frame="store.frame"
      :level="store.level"
      @pick="
        (picked: string, frame: number) => {
          store.level = picked
          store.goTo(frame)
        }
      "
      @move="
        (picked: string, frame: number, to: number) =>
          store.change({ type: 'exposure.move', take: store.take, level: picked, frame, to }) && store.goTo(to)
      "
      @open="begins ? router.push({ name: 'draw', params: { scene: store.id } }) : putKey()"
    />
    <PlannerBench v-if="planner" :table="table" />
    <div v-else class="below">
      <section class="paper side" aria-label="This frame">
        <h2>
          Frame {{ store.frame }} <span class="note">of level {{ level.name }}</span>
        </h2>
        <template v-if="begins && entry">
          <p>
            Drawing <b>{{ entry.number }}</b>, {{ isDrawn(entry) ? 'drawn' : 'still empty' }}, held
            {{ framesAndSeconds(store.here!.frames, scene.settings.fps) }}.
          </p>
          <div class="line" role="group" aria-label="Role of this drawing">
            <button
              v-for="role in ['key', 'breakdown', 'inbetween'] as const"
              :key="role"
              class="word"
              :aria-pressed="entry.role === role"
              @click="store.change({ type: 'drawing.set', drawing: entry.id, fields: { role } })"
            >
              {{ role }}
            </button>
          </div>
          <div class="line">
            <button class="word main" @click="router.push({ name: 'draw', params: { scene: store.id } })">
              Draw it
            </button>
            <button class="word" @click="store.change({ type: 'drawing.remove', drawing: entry.id })">
              Take it out
            </button>
          </div>
          <p class="note">Drag its number along the strip to begin it sooner or later.</p>
        </template>
        <template v-else>
          <p v-if="entry">Drawing {{ entry.number }} is held here.</p>
          <p v-else>Nothing is shown here yet.</p>
          <button class="word main" @click="putKey">Put a key at frame {{ store.frame }}</button>
        </template>
        <div class="line undo">
          <button class="word" :disabled="!store.canUndo" @click="store.undo()">Undo</button>
          <button class="word" :disabled="!store.canRedo" @click="store.redo()">Redo</button>
        </div>
        <h3>Level {{ level.name }}</h3>
        <div class="line">
          <button
            class="word"
            :aria-pressed="level.loop"
            @click="store.change({ type: 'level.set', level: store.level, fields: { loop: !level.loop } })"
          >
            Loop
          </button>
          <span class="note">{{
            level.loop ? 'after its last drawing comes its first' : 'not a loop: it ends with its last drawing'
          }}</span>
        </div>
        <div class="line">
          <button class="word" @click="store.change({ type: 'drawings.renumber', level: store.level })">
            Renumber its drawings
          </button>
          <button class="word" @click="addLevel">Add a level on top</button>
        </div>
        <div class="line" role="group" aria-label="Drawing numbers">
          <span class="note">Numbers</span>
          <button
            class="word"
            :aria-pressed="scene.settings.numbering === 'by-frame'"
            @click="store.change({ type: 'scene.set', settings: { numbering: 'by-frame' } })"
          >
            by frame
          </button>
          <button
            class="word"
            :aria-pressed="scene.settings.numbering === 'in-order'"
            @click="store.change({ type: 'scene.set', settings: { numbering: 'in-order' } })"
          >
            in order
          </button>
        </div>
        <p class="note">New drawings follow this; those that have a number keep it until the level is renumbered.</p>
      </section>
      <div class="stack">
        <ChartForm :scene="scene" :level="store.level" :frame="store.frame" />
        <details class="paper helpers">
          <summary>Beats, opening hold, cycles that line up</summary>
          <TimingHelpers plain />
        </details>
      </div>
    </div>
  </div>
</template>

<style scoped>
.plan {
  display: grid;
  grid-auto-rows: max-content;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  align-content: start;
  padding: 14px 18px 24px;
  overflow: auto;
}

.head h1 {
  margin-right: 14px;
}

.short {
  width: 72px;
}

.tally {
  margin-left: auto;
}

.planners {
  gap: 6px;
}

.below {
  display: grid;
  grid-template-columns: minmax(270px, 330px) minmax(0, 1fr);
  gap: 14px;
  align-items: start;
}

.side {
  display: grid;
  gap: 10px;
  padding: 15px 18px;
}

h2 .note {
  font-family: var(--text);
  font-weight: 400;
}

.stack {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
}

.helpers {
  padding: 12px 18px;
}

.helpers summary {
  font: 560 17px var(--heading);
  cursor: pointer;
}

.undo {
  padding-bottom: 10px;
  border-bottom: 1px solid var(--rule);
}
</style>
