<script setup lang="ts">
import type { RulerKind } from '@unhurried/core'
import { computed, ref } from 'vue'
import { useScene } from '../../../session/scene'
import type { PaperPlacement } from '../../../stage/surface'
import { usePaperPlace } from '../../paper/usePaperPlace'
import { KINDS } from './kinds'
import { handlesOf, linesOf, measureOf } from './shapes'
import { useRulerPen } from './useRulerPen'
import type { Rulers } from './useRulers'

/** The rulers where they lie; with their tool in hand they are laid and moved. */
const props = defineProps<{ placement: PaperPlacement; rulers: Rulers; kind: RulerKind; inHand: boolean }>()
const store = useScene()
const host = ref<SVGSVGElement>()
const { k, style, onPaper } = usePaperPlace(() => props.placement, host)
const settings = computed(() => store.scene!.settings)

const shown = computed(() => {
  const reach = 4 * (settings.value.width + settings.value.height)
  const number: Partial<Record<RulerKind, number>> = {}
  return props.rulers.all.value.map((ruler) => {
    number[ruler.kind] = (number[ruler.kind] ?? 0) + 1
    return {
      ruler,
      name: `${KINDS[ruler.kind].word} ${number[ruler.kind]}`,
      ...linesOf(ruler, reach),
      handles: handlesOf(ruler),
      measure: measureOf(ruler),
      chosen: ruler.id === props.rulers.chosen.value?.id,
    }
  })
})

const { down, onHandleKey, onKey } = useRulerPen({
  ...{ rulers: props.rulers, k, onPaper },
  kind: () => props.kind,
  inHand: () => props.inHand,
  host: () => host.value!,
})
</script>

<template>
  <svg
    ref="host"
    class="rulers"
    :class="{ hand: inHand, off: !rulers.on.value }"
    :viewBox="`0 0 ${settings.width} ${settings.height}`"
    :style="style"
    :tabindex="inHand ? 0 : -1"
    :role="inHand ? 'application' : undefined"
    :aria-hidden="!inHand"
    :aria-label="
      inHand
        ? `Rulers: Enter lays one in the middle of the paper (${KINDS[kind].word}), Tab goes to its places`
        : undefined
    "
    data-test="rulers"
    @pointerdown="down"
    @keydown="onKey"
  >
    <g
      v-for="each in shown"
      :key="each.ruler.id"
      class="ruler"
      :class="{ aside: each.ruler.aside, chosen: each.chosen && inHand }"
      :data-kind="each.ruler.kind"
    >
      <path class="beyond" :d="each.beyond" :stroke-dasharray="`${2 * k} ${5 * k}`" :stroke-width="k" />
      <path :d="each.edge" :stroke-width="1.6 * k" />
      <template v-if="inHand">
        <path class="grab" :d="each.edge" :stroke-width="14 * k" :data-ruler="each.ruler.id" />
        <text
          v-if="each.measure && each.chosen"
          :x="each.handles[1]!.x + 12 * k"
          :y="each.handles[1]!.y - 8 * k"
          :font-size="13 * k"
        >
          {{ each.measure }}
        </text>
        <circle
          v-for="(handle, i) in each.handles"
          :key="i"
          class="handle"
          :cx="handle.x"
          :cy="handle.y"
          :r="7 * k"
          :stroke-width="1.6 * k"
          tabindex="0"
          role="button"
          :aria-label="`${each.name}, place ${i + 1}: arrows move it, Delete takes it out`"
          :data-ruler="each.ruler.id"
          :data-place="i"
          @keydown="onHandleKey($event, each.ruler, i)"
          @focus="rulers.choose(each.ruler.id)"
        />
      </template>
      <path
        v-else-if="each.ruler.kind === 'vanishing'"
        :d="each.handles.map(({ x, y }) => `M${x - 7 * k} ${y}h${14 * k}M${x} ${y - 7 * k}v${14 * k}`).join('')"
        :stroke-width="1.6 * k"
      />
    </g>
  </svg>
</template>

<style scoped>
.rulers {
  position: absolute;
  overflow: visible;
  pointer-events: none;
}

/* What is off or laid aside is there to be seen, and only just. */
.off .ruler,
.ruler.aside {
  opacity: 0.35;
}

.hand {
  cursor: crosshair;
  pointer-events: all;
  touch-action: none;
}

/* With another tool it is no more than seen. */
.rulers:not(.hand):focus-visible {
  outline: none;
}

.rulers :deep(*) {
  pointer-events: none;
}

.hand .grab,
.hand .handle {
  cursor: grab;
  pointer-events: all;
}

path {
  fill: none;
  stroke: var(--moss);
}

.beyond {
  opacity: 0.55;
}

.rulers:not(.hand) [data-kind='vanishing'] .beyond {
  opacity: 0.25;
}

.grab {
  stroke: transparent;
  stroke-linecap: round;
  pointer-events: stroke;
}

.handle {
  fill: rgb(from var(--card) r g b / 80%);
  stroke: var(--moss);
}

.chosen path:not(.grab) {
  stroke: var(--persimmon);
}

.chosen .handle {
  stroke: var(--persimmon);
}

.handle:focus-visible {
  outline: none;
  fill: var(--persimmon);
}

text {
  font-family: var(--text);
  fill: var(--moss-dark);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 0.25em;
}
</style>
