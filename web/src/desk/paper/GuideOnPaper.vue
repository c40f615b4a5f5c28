<script setup lang="ts">
import { exposureAt, exposuresOf, landmarksOf, pinOf, placesOf, type Ink } from '@unhurried/core'
import { computed, ref } from 'vue'
import { pathThrough } from '../../parts/svg-path'
import type { PaperPlacement } from '../../stage/surface'
import { useScene } from '../../session/scene'
import type { InbetweenGuide } from '../next/useInbetweenGuide'
import { usePaperPlace } from './usePaperPlace'

/** What a guided inbetween could be, and the figures a planner laid under this drawing, and where its landmarks should land: on the light table, never in the picture. */
const props = defineProps<{
  placement: PaperPlacement
  playing: boolean
  playFrame: number
  inbetween: InbetweenGuide
}>()
const store = useScene()
const host = ref<SVGSVGElement>()
const { k, style } = usePaperPlace(() => props.placement, host)
const lightTable = computed(() => store.scene!.levels[store.level]?.lightTable)
const drawing = computed(() =>
  props.playing
    ? (exposureAt(exposuresOf(store.scene!, store.level, store.take), props.playFrame)?.drawing ?? undefined)
    : store.drawing,
)
const guide = computed(() => {
  if (
    !lightTable.value?.on ||
    lightTable.value.guides === 'off' ||
    (props.playing && lightTable.value.guides !== 'play')
  )
    return undefined
  return drawing.value === undefined ? undefined : store.scene!.guides?.[drawing.value]
})
const lines = computed(
  () =>
    guide.value?.shapes.map((shape) => ({ d: pathThrough(shape.points, shape.closed), tone: shape.tone ?? 'near' })) ??
    [],
)
/** Landmarks that are not pinned on this drawing yet. */
const targets = computed(() => {
  if (props.playing || !guide.value) return []
  const entry = store.scene!.drawings[drawing.value!]
  return landmarksOf(store.scene!, store.level).flatMap(({ id, name }) =>
    guide.value!.targets[id] && !pinOf(entry, id) ? [{ name, ...guide.value!.targets[id] }] : [],
  )
})
const guided = computed(() =>
  props.playing
    ? []
    : (props.inbetween.guide.value?.lines ?? []).map(({ points, closed, sure }) => ({
        d: pathThrough(points, closed),
        sure,
      })),
)
/** The lines of both parents, to be put together by hand. */
const parents = computed(() => {
  const { matching, inks, between, chosen } = props.inbetween
  if (props.playing || !matching.value || !inks.value || !between.value) return []
  const linesOf = (ink: Ink, side: 'a' | 'b') =>
    ink.flatMap((piece, i) =>
      piece.kind === 'cells'
        ? []
        : [
            {
              id: piece.id,
              side,
              d: pathThrough(placesOf(piece)[0]!, piece.kind === 'fill'),
              chosen: side === 'a' && chosen.value === piece.id,
              words: `Line ${i + 1} of drawing ${store.scene!.drawings[side === 'a' ? between.value!.a : between.value!.b]?.number ?? ''}`,
            },
          ],
    )
  return [...linesOf(inks.value.a, 'a'), ...linesOf(inks.value.b, 'b')]
})
</script>

<template>
  <svg
    v-if="guided.length > 0"
    class="guide"
    :viewBox="`0 0 ${store.scene!.settings.width} ${store.scene!.settings.height}`"
    aria-hidden="true"
    :style="style"
    data-test="inbetween-guide"
  >
    <path
      v-for="(line, i) in guided"
      :key="i"
      :d="line.d"
      :class="{ unsure: !line.sure }"
      :stroke-width="2 * k"
      :stroke-dasharray="line.sure ? undefined : `${1.5 * k} ${5 * k}`"
    />
  </svg>
  <svg
    v-if="parents.length > 0"
    class="guide hands"
    :viewBox="`0 0 ${store.scene!.settings.width} ${store.scene!.settings.height}`"
    role="group"
    aria-label="Lines to put together"
    :style="style"
    data-test="matching"
  >
    <path
      v-for="line in parents"
      :key="`${line.side}${line.id}`"
      :d="line.d"
      :class="[line.side, { chosen: line.chosen }]"
      role="button"
      tabindex="0"
      :aria-label="line.words"
      :aria-pressed="line.chosen"
      :data-line="`${line.side}:${line.id}`"
      :stroke-width="(line.chosen ? 7 : 4) * k"
      :stroke-dasharray="line.side === 'b' ? `${7 * k} ${4 * k}` : undefined"
      @click="inbetween.pick(line.side, line.id)"
      @keydown.enter.prevent="inbetween.pick(line.side, line.id)"
    />
  </svg>
  <svg
    v-if="guide"
    ref="host"
    class="guide"
    :viewBox="`0 0 ${store.scene!.settings.width} ${store.scene!.settings.height}`"
    aria-hidden="true"
    :style="style"
    data-test="guide"
  >
    <path
      v-for="(line, i) in lines"
      :key="i"
      :d="line.d"
      :class="line.tone"
      :stroke-width="2 * k"
      :stroke-dasharray="line.tone === 'near' ? undefined : `${5 * k} ${4 * k}`"
    />
    <g v-for="target in targets" :key="target.name" :transform="`translate(${target.x} ${target.y})`" class="target">
      <circle :r="6 * k" :stroke-width="1.4 * k" />
      <path :d="`M${-9 * k} 0H${9 * k}M0 ${-9 * k}V${9 * k}`" :stroke-width="k" />
      <text :x="10 * k" :y="-6 * k" :font-size="12 * k" :stroke-width="3 * k">{{ target.name }}</text>
    </g>
  </svg>
</template>

<style scoped>
.hands path {
  pointer-events: stroke;
  cursor: pointer;
  outline: none;
}

.hands .a {
  stroke: rgb(from var(--ochre) r g b / calc(153 / 255));
}

.hands .b {
  stroke: rgb(from var(--iris) r g b / calc(153 / 255));
}

.hands .chosen,
.hands path:focus-visible,
.hands path:hover {
  stroke: var(--persimmon);
}

.guide {
  position: absolute;
  overflow: visible;
  pointer-events: none;
  mix-blend-mode: multiply;
}

path {
  fill: none;
  stroke: var(--lagoon-soft);
  stroke-linecap: round;
  stroke-linejoin: round;
}

.far {
  stroke: var(--lagoon-pale);
}

.help {
  stroke: var(--sand);
}

.target circle,
.target path {
  fill: none;
  stroke: var(--lagoon);
  opacity: 0.75;
}

text {
  fill: var(--lagoon);
  font-family: var(--heading);
  stroke: var(--paper);
  paint-order: stroke;
}
</style>
