<script setup lang="ts">
import { chartSpan, counted, fractionInWords, spacingInWords, type Scene } from '@unhurried/core'
import { computed } from 'vue'
import { framesAndSeconds } from '../parts/frames'
import { useScene } from '../session/scene'
import ChartLadder from './ChartLadder.vue'
import { copiedChart } from './copied-chart'
import SpacingFields from './SpacingFields.vue'
import SpacingGraph from './SpacingGraph.vue'
import { useChartEnds, useChartWish } from './useChartWish'

const props = defineProps<{ scene: Scene; level: string; frame: number }>()
const store = useScene()
const chartEnds = useChartEnds(() => props)
const { shown, existing, isNesting, ends } = chartEnds
const { joined, spacing, wish, lay, layCopied } = useChartWish(() => props, chartEnds)
const { form, wished } = spacing
const HELD = ['On ones', 'On twos', 'On threes']
const ENDS = { from: 'From', to: 'to' } as const
/** Inbetweens the table tells one by one. */
const TOLD = 9

const numberOf = (drawing: string) => props.scene.drawings[drawing]?.number ?? ''
/** The wish in figures: what each inbetween has, the first of them one by one. */
const rows = computed(() => {
  const { inbetweens = [] } = wish.value.plan ?? {}
  const told = inbetweens.slice(0, TOLD)
  const more = inbetweens.length > TOLD ? ['…'] : []
  return {
    frame: [...told.map(({ frame }) => String(frame)), ...more],
    share: [...told.map(({ fraction }) => fractionInWords(fraction)), ...more],
    held: [...told.map(({ exposure }) => String(exposure)), ...more],
  }
})
const fitsLoosely = computed(() => {
  const { plan } = wish.value
  return plan?.shared
    ? `${form.exposure.trim()} does not fill ${plan.toFrame - plan.fromFrame} frames, so they are shared out.`
    : ''
})
/** The chart that is here already, with the frames its drawings have on the sheet now. */
const laid = computed(() => {
  const span = existing.value && chartSpan(props.scene, existing.value, store.take)
  if (!existing.value || !span) return undefined
  const frames = new Map(shown.value.map((entry) => [entry.drawing, entry.frame]))
  const marks = existing.value.marks.flatMap(({ drawing, fraction }) => {
    const frame = frames.get(drawing)
    return frame === undefined ? [] : [{ frame, fraction }]
  })
  return { ...span, marks }
})
const marksInWords = computed(() =>
  existing.value?.marks.map((mark) => `${numberOf(mark.drawing)} at ${fractionInWords(mark.fraction)}`).join(', '),
)
</script>

<template>
  <section class="paper chart-form" aria-label="Chart">
    <template v-if="existing && !isNesting">
      <h2>Chart from {{ numberOf(existing.from) }} to {{ numberOf(existing.to) }}</h2>
      <p class="note">Spaced {{ spacingInWords(existing.spacing) }}; inbetweens {{ marksInWords }}.</p>
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
        <button class="word" @click="isNesting = true">Nest a chart between two of its drawings</button>
        <button class="word" :aria-pressed="copiedChart?.id === existing.id" @click="copiedChart = existing">
          Copy it
        </button>
      </div>
    </template>
    <template v-else>
      <h2>{{ isNesting ? 'Nest a chart' : 'Join two keys with a chart' }}</h2>
      <button v-if="isNesting" class="word" @click="isNesting = false">Back to the chart that is here</button>
      <div class="line">
        <template v-for="(words, end) in ENDS" :key="end">
          <label :for="`chart-${end}`">{{ words }}</label>
          <ElSelect :id="`chart-${end}`" v-model="joined[end]" class="end" placeholder="key">
            <ElOption
              v-for="entry in ends"
              :key="entry.drawing"
              :value="entry.drawing"
              :label="`${numberOf(entry.drawing)} (frame ${entry.frame})`"
            />
          </ElSelect>
        </template>
      </div>
      <p v-if="copiedChart" class="line">
        <button class="word" :disabled="!joined.to" @click="layCopied">Lay the copied chart here</button>
        <span class="note">{{ spacingInWords(copiedChart.spacing) }}, held {{ copiedChart.exposure.join(' ') }}</span>
      </p>
      <SpacingFields :spacing="spacing" />
      <div class="line" role="group" aria-label="Exposure">
        <button
          v-for="(word, i) in HELD"
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
          :spacing="wished"
        />
        <div v-if="wish.plan" class="told">
          <p>
            <b>{{ counted(wish.plan.inbetweens.length, 'inbetween') }}</b> over
            {{ framesAndSeconds(wish.plan.toFrame - wish.plan.fromFrame, scene.settings.fps) }}
          </p>
          <table>
            <tbody>
              <tr v-for="(figures, words) in rows" :key="words">
                <th scope="row">{{ words }}</th>
                <td v-for="(figure, i) in figures" :key="i">{{ figure }}</td>
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
