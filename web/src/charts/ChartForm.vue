<script setup lang="ts">
import {
  counted,
  chartHere,
  chartLaidLike,
  chartSpan,
  drawingsShown,
  EditRefused,
  exposuresOf,
  fractionInWords,
  LAW_WORDS,
  LIMITS,
  patternSchema,
  sentenceOf,
  SPACING_LAWS,
  spacingInWords,
  wishedChart,
  type Scene,
  type Spacing,
  type SpacingLaw,
} from '@unhurried/core'
import { computed, reactive, ref, watch } from 'vue'
import { freshId } from '../api/ids'
import { framesAndSeconds } from '../parts/frames'
import { sayWhy, useScene } from '../session/scene'
import ChartLadder from './ChartLadder.vue'
import { copiedChart } from './copied-chart'
import SpacingGraph from './SpacingGraph.vue'

const props = defineProps<{ scene: Scene; level: string; frame: number }>()
const store = useScene()
const form = reactive({
  from: '',
  to: '',
  by: 'halves' as 'halves' | 'thirds' | 'law',
  slowOut: 2,
  slowIn: 0,
  law: 'slow-out-in' as SpacingLaw,
  strength: 2,
  exposure: '2',
})

const shown = computed(() => drawingsShown(exposuresOf(props.scene, props.level, store.take)))
const onChart = computed(
  () => new Set(Object.values(props.scene.charts).flatMap((chart) => chart.marks.map((mark) => mark.drawing))),
)
const existing = computed(() => chartHere(props.scene, props.level, props.frame, store.take))
/** Laying a chart within the one that is here, between two of its own drawings. */
const nesting = ref(false)
watch(
  () => [props.level, existing.value?.id],
  () => (nesting.value = false),
)
/** Drawings a chart may join: everything that is not itself an inbetween of one; within a chart, its own. */
const ends = computed(() => {
  const outer = nesting.value ? existing.value : undefined
  const own = outer && [outer.from, ...outer.marks.map((mark) => mark.drawing), outer.to]
  return shown.value.filter((entry) => (own ? own.includes(entry.drawing) : !onChart.value.has(entry.drawing)))
})

watch(
  [ends, () => props.frame, () => props.level],
  () => {
    const at = Math.max(
      0,
      ends.value.findLastIndex((entry) => entry.frame <= props.frame),
    )
    const loop = props.scene.levels[props.level]!.loop
    const from = ends.value[at]
    const to = ends.value[at + 1] ?? (loop ? ends.value[0] : undefined)
    if (from && to && from !== to) Object.assign(form, { from: from.drawing, to: to.drawing })
    else if (from && ends.value[at - 1]) Object.assign(form, { from: ends.value[at - 1]!.drawing, to: from.drawing })
    else Object.assign(form, { from: from?.drawing ?? '', to: '' })
  },
  { immediate: true },
)

const pattern = computed(() =>
  patternSchema.safeParse(
    form.exposure
      .trim()
      .split(/[\s,]+/)
      .map(Number),
  ),
)
const spacing = computed<Spacing>(() =>
  form.by === 'law'
    ? { by: 'law', law: form.law, strength: form.strength }
    : { by: form.by, slowOut: form.slowOut, slowIn: form.slowIn },
)
const wish = computed(() => {
  if (!form.from || !form.to)
    return { sentence: 'Put down two keys first: choose a frame on the strip and press “Put a key”.' }
  if (!pattern.value.success) return { sentence: sentenceOf(pattern.value.error) }
  try {
    const plan = wishedChart(
      props.scene,
      { level: props.level, from: form.from, to: form.to, spacing: spacing.value, exposure: pattern.value.data },
      store.take,
    )
    if (plan.inbetweens.length === 0)
      return { sentence: 'On these exposures there is no inbetween. Choose a shorter exposure or more halves.' }
    return { plan }
  } catch (error) {
    if (!(error instanceof EditRefused || error instanceof RangeError)) throw error
    return { sentence: error.message }
  }
})
const fitsLoosely = computed(
  () =>
    wish.value.plan?.shared &&
    `${form.exposure.trim()} does not fill ${wish.value.plan.toFrame - wish.value.plan.fromFrame} frames, so they are shared out.`,
)

/** The chart that is here already, with the frames its drawings have on the sheet now. */
const laid = computed(() => {
  const span = existing.value && chartSpan(props.scene, existing.value, store.take)
  if (!existing.value || !span) return undefined
  const frames = new Map(shown.value.map((entry) => [entry.drawing, entry.frame]))
  return {
    ...span,
    marks: existing.value.marks.flatMap(({ drawing, fraction }) =>
      frames.has(drawing) ? [{ frame: frames.get(drawing)!, fraction }] : [],
    ),
  }
})

function numberOf(drawing: string) {
  return props.scene.drawings[drawing]?.number ?? ''
}
function lay() {
  const { plan } = wish.value
  if (!plan || !pattern.value.success) return
  const laid = store.change({
    type: 'chart.add',
    id: freshId(),
    take: store.take,
    level: props.level,
    from: form.from,
    to: form.to,
    spacing: spacing.value,
    exposure: pattern.value.data,
    drawings: plan.inbetweens.map(() => freshId()),
  })
  if (laid) nesting.value = false
}
/** Lays the chart that was copied between the two that are chosen; why it cannot be is said. */
function layCopied() {
  const span = { id: freshId(), take: store.take, level: props.level, from: form.from, to: form.to, freshId }
  try {
    if (store.change(chartLaidLike(props.scene, copiedChart.value!, span))) nesting.value = false
  } catch (error) {
    if (!(error instanceof EditRefused || error instanceof RangeError)) throw error
    sayWhy(error)
  }
}
</script>

<template>
  <section class="paper chart-form" aria-label="Chart">
    <template v-if="existing && !nesting">
      <h2>Chart from {{ numberOf(existing.from) }} to {{ numberOf(existing.to) }}</h2>
      <p class="note">
        Spaced {{ spacingInWords(existing.spacing) }}; inbetweens
        {{ existing.marks.map((mark) => `${numberOf(mark.drawing)} at ${fractionInWords(mark.fraction)}`).join(', ') }}.
      </p>
      <div class="result">
        <SpacingGraph
          v-if="laid"
          :from-frame="laid.fromFrame"
          :to-frame="laid.toFrame"
          :marks="laid.marks"
          :spacing="existing.spacing"
        />
        <ChartLadder
          class="ladder"
          :chart="existing"
          :landmark="scene.levels[level]!.landmarks?.[0]"
          @open="store.showDrawing"
        />
      </div>
      <p class="note">
        Drag a mark along the ladder. Taken out, the chart leaves what is drawn for it on the sheet; empty inbetweens go
        with it.
      </p>
      <div class="line">
        <button class="word" @click="nesting = true">Nest a chart between two of its drawings</button>
        <button class="word" :aria-pressed="copiedChart?.id === existing.id" @click="copiedChart = existing">
          Copy it
        </button>
      </div>
    </template>
    <template v-else>
      <h2>{{ nesting ? 'Nest a chart' : 'Join two keys with a chart' }}</h2>
      <button v-if="nesting" class="word" @click="nesting = false">Back to the chart that is here</button>
      <div class="line">
        <label for="chart-from">From</label>
        <ElSelect id="chart-from" v-model="form.from" class="end" placeholder="key">
          <ElOption
            v-for="entry in ends"
            :key="entry.drawing"
            :value="entry.drawing"
            :label="`${numberOf(entry.drawing)} (frame ${entry.frame})`"
          />
        </ElSelect>
        <label for="chart-to">to</label>
        <ElSelect id="chart-to" v-model="form.to" class="end" placeholder="key">
          <ElOption
            v-for="entry in ends"
            :key="entry.drawing"
            :value="entry.drawing"
            :label="`${numberOf(entry.drawing)} (frame ${entry.frame})`"
          />
        </ElSelect>
      </div>
      <p v-if="copiedChart" class="line">
        <button class="word" :disabled="!form.to" @click="layCopied">Lay the copied chart here</button>
        <span class="note">{{ spacingInWords(copiedChart.spacing) }}, held {{ copiedChart.exposure.join(' ') }}</span>
      </p>
      <div class="line" role="group" aria-label="Spacing">
        <button class="word" :aria-pressed="form.by === 'halves'" @click="form.by = 'halves'">By halves</button>
        <button class="word" :aria-pressed="form.by === 'thirds'" @click="form.by = 'thirds'">By thirds</button>
        <button class="word" :aria-pressed="form.by === 'law'" @click="form.by = 'law'">By law</button>
        <template v-if="form.by !== 'law'">
          <label for="slow-out">slow out</label>
          <NumberField
            id="slow-out"
            v-model="form.slowOut"
            :min="LIMITS.halvings.min"
            :max="LIMITS.halvings.max"
            size="small"
          />
          <label for="slow-in">slow in</label>
          <NumberField
            id="slow-in"
            v-model="form.slowIn"
            :min="LIMITS.halvings.min"
            :max="LIMITS.halvings.max"
            size="small"
          />
        </template>
        <template v-else>
          <ElSelect v-model="form.law" class="end" aria-label="Law">
            <ElOption v-for="law in SPACING_LAWS" :key="law" :value="law" :label="LAW_WORDS[law]" />
          </ElSelect>
          <label for="strength">strength</label>
          <NumberField
            id="strength"
            v-model="form.strength"
            :min="0.5"
            :max="5"
            :step="0.25"
            size="small"
            :disabled="['even', 'fall', 'rise', 'swing'].includes(form.law)"
          />
        </template>
      </div>
      <div class="line" role="group" aria-label="Exposure">
        <button
          v-for="(word, i) in ['On ones', 'On twos', 'On threes']"
          :key="word"
          class="word"
          :aria-pressed="form.exposure.trim() === String(i + 1)"
          @click="form.exposure = String(i + 1)"
        >
          {{ word }}
        </button>
        <label for="pattern">or a pattern</label>
        <ElInput id="pattern" v-model="form.exposure" class="pattern" placeholder="3 2" />
      </div>
      <div class="result">
        <SpacingGraph
          v-if="wish.plan"
          :from-frame="wish.plan.fromFrame"
          :to-frame="wish.plan.toFrame"
          :marks="wish.plan.inbetweens"
          :spacing="spacing"
        />
        <div v-if="wish.plan" class="told">
          <p>
            <b>{{ counted(wish.plan.inbetweens.length, 'inbetween') }}</b> over
            {{ framesAndSeconds(wish.plan.toFrame - wish.plan.fromFrame, scene.settings.fps) }}
          </p>
          <table>
            <thead>
              <tr>
                <th scope="row">frame</th>
                <td v-for="each in wish.plan.inbetweens.slice(0, 9)" :key="each.frame">{{ each.frame }}</td>
                <td v-if="wish.plan.inbetweens.length > 9">…</td>
              </tr>
            </thead>
            <tbody>
              <tr>
                <th scope="row">share</th>
                <td v-for="each in wish.plan.inbetweens.slice(0, 9)" :key="each.frame">
                  {{ fractionInWords(each.fraction) }}
                </td>
                <td v-if="wish.plan.inbetweens.length > 9">…</td>
              </tr>
              <tr>
                <th scope="row">held</th>
                <td v-for="each in wish.plan.inbetweens.slice(0, 9)" :key="each.frame">{{ each.exposure }}</td>
                <td v-if="wish.plan.inbetweens.length > 9">…</td>
              </tr>
            </tbody>
          </table>
          <p v-if="fitsLoosely" class="note">{{ fitsLoosely }}</p>
          <button class="word main" @click="lay">Lay this chart</button>
        </div>
        <p v-else class="sentence" role="status">{{ wish.sentence }}</p>
      </div>
    </template>
  </section>
</template>

<style scoped>
.chart-form {
  display: grid;
  gap: 11px;
  align-content: start;
  justify-items: start;
  padding: 15px 18px;
}

.ladder {
  flex: 1 1 250px;
  max-width: 380px;
}

.end {
  width: 150px;
}

.pattern {
  width: 92px;
}

.result {
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
  align-items: start;
  width: 100%;
}

.told {
  display: grid;
  gap: 6px;
  justify-items: start;
}

table {
  border-collapse: collapse;
  font-size: 14px;
}

th {
  padding-right: 10px;
  color: var(--graphite);
  font-weight: 400;
  text-align: left;
}

td {
  padding: 0 6px;
  text-align: right;
}

.sentence {
  max-width: 62ch;
  color: var(--plum);
}
</style>
