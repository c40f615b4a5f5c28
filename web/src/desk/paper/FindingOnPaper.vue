<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { pathThrough } from '../../parts/svg-path'
import type { PaperPlacement } from '../../stage/surface'
import { useLook } from '../../session/look'
import { useScene } from '../../session/scene'
import { usePaperPlace } from './usePaperPlace'

/** A finding of Second look drawn over the paper, and what is said of it. */
const props = defineProps<{ placement: PaperPlacement }>()
const look = useLook()
const store = useScene()
const router = useRouter()
const host = ref<SVGSVGElement>()
const { k, style } = usePaperPlace(() => props.placement, host)
const marks = computed(() =>
  look.evidence.map((each) => {
    const unit = k.value
    if (each.kind === 'shape') {
      const [ring] = each.rings
      const xs = ring?.filter((_, i) => i % 2 === 0) ?? []
      const ys = ring?.filter((_, i) => i % 2 === 1) ?? []
      return {
        kind: 'shape' as const,
        d: each.rings.map((ring) => pathThrough(ring, true)).join(''),
        words: each.words,
        at: {
          x: xs.length > 0 ? (Math.max(...xs) + Math.min(...xs)) / 2 : 0,
          y: (ys.length > 0 ? Math.min(...ys) : 0) - 8 * unit,
        },
      }
    }
    if (each.kind === 'guide') {
      const [x = 0, y = 0] = each.lines[0] ?? []
      const d = each.lines.map((line) => pathThrough(line, each.closed)).join('')
      return { kind: 'guide' as const, d, words: each.words, at: { x: x + 12 * unit, y: y + 22 * unit } }
    }
    if (each.kind === 'path')
      return {
        kind: 'path' as const,
        d: each.points.map(({ x, y }, i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join(''),
        dots: each.points,
        words: undefined,
        at: { x: 0, y: 0 },
      }
    if (each.kind === 'ring')
      return {
        kind: 'ring' as const,
        x: each.at.x,
        y: each.at.y,
        r: Math.max(each.radius, 9 * unit),
        words: each.words,
        at: { x: each.at.x + Math.max(each.radius, 9 * unit) + 4 * unit, y: each.at.y },
      }
    const [dx, dy] = [each.to.x - each.from.x, each.to.y - each.from.y]
    const size = Math.hypot(dx, dy) || 1
    const [ux, uy] = [dx / size, dy / size]
    const tip = 7 * unit
    return {
      kind: 'arrow' as const,
      words: each.words,
      at: { x: each.to.x + 8 * unit, y: each.to.y - 8 * unit },
      d: `M${each.from.x} ${each.from.y}L${each.to.x} ${each.to.y}M${each.to.x - ux * tip - uy * tip * 0.6} ${each.to.y - uy * tip + ux * tip * 0.6}L${each.to.x} ${each.to.y}L${each.to.x - ux * tip + uy * tip * 0.6} ${each.to.y - uy * tip - ux * tip * 0.6}`,
    }
  }),
)
/** Dashes of what is no fault but how it goes or should be. */
const DASHES: Readonly<Record<string, readonly number[]>> = { path: [5, 4], guide: [9, 5] }
function back() {
  look.hide()
  void router.push({ name: 'look', params: { scene: store.id } })
}
</script>

<template>
  <svg
    v-if="look.shown"
    ref="host"
    class="guides"
    :viewBox="`0 0 ${store.scene!.settings.width} ${store.scene!.settings.height}`"
    aria-hidden="true"
    :style="style"
    data-test="evidence"
  >
    <template v-for="(mark, i) in marks" :key="i">
      <circle v-if="mark.kind === 'ring'" :cx="mark.x" :cy="mark.y" :r="mark.r" class="ring" :stroke-width="2 * k" />
      <path
        v-else
        :d="mark.d"
        :class="mark.kind"
        :stroke-width="(mark.kind === 'arrow' ? 2.4 : 1.5) * k"
        :stroke-dasharray="DASHES[mark.kind]?.map((long) => long * k).join(' ')"
      />
      <text
        v-if="mark.words"
        :class="mark.kind"
        :x="mark.at.x"
        :y="mark.at.y"
        :font-size="13.5 * k"
        :stroke-width="3 * k"
      >
        {{ mark.words }}
      </text>
    </template>
  </svg>
  <div v-if="look.shown" class="paper told" role="status">
    <p v-if="look.mended"><b>No longer found.</b> It was measured again and is within its limit.</p>
    <p v-else>{{ look.shown.sentence }}</p>
    <button v-if="!look.mended && look.shown.takeOut" class="word" @click="look.takeOut(look.shown)">
      Take it out
    </button>
    <button class="word main" @click="back">Back to the list</button>
    <button class="word" @click="look.hide()">Put it away</button>
  </div>
</template>

<style scoped>
.guides {
  position: absolute;
  overflow: visible;
  pointer-events: none;
}

.shape {
  fill: rgb(from var(--plum) r g b / calc(20 / 255));
  stroke: var(--plum);
}

.path,
path.guide {
  fill: none;
  stroke: var(--lagoon);
}

text.guide {
  fill: var(--lagoon);
}

.arrow,
.ring {
  fill: none;
  stroke: var(--plum);
  stroke-linecap: round;
  stroke-linejoin: round;
}

text {
  fill: var(--plum);
  font-family: var(--heading);
  stroke: var(--paper);
  paint-order: stroke;
}

.told {
  position: absolute;
  top: 8px;
  left: 50%;
  z-index: 6;
  display: flex;
  gap: 8px;
  align-items: center;
  width: max-content;
  max-width: min(680px, calc(100% - 24px));
  padding: 6px 10px;
  transform: translateX(-50%);
  font-size: 14px;
}
</style>
