<script setup lang="ts">
import { computed, ref } from 'vue'
import { useScene } from '../../session/scene'
import type { PaperPlacement } from '../../stage/surface'
import { useCellGrid } from './useCellGrid'
import { usePaperPlace } from './usePaperPlace'

/** The lines between the cells of a sprite, every eighth stronger; cells smaller than a few pixels have none. */
const props = defineProps<{ placement: PaperPlacement }>()
const SMALLEST = 5
const store = useScene()
const shown = useCellGrid()
const host = ref<SVGSVGElement>()
const { k, style } = usePaperPlace(() => props.placement, host)
const settings = computed(() => store.scene!.settings)
const drawn = computed(() => settings.value.cells && shown.value && props.placement.zoom >= SMALLEST)
</script>

<template>
  <svg
    v-if="drawn"
    ref="host"
    class="cell-grid"
    :viewBox="`0 0 ${settings.width} ${settings.height}`"
    :style="style"
    aria-hidden="true"
    data-test="cell-grid"
  >
    <defs>
      <pattern
        v-for="size in [1, 8]"
        :id="`cells-${size}`"
        :key="size"
        :width="size"
        :height="size"
        patternUnits="userSpaceOnUse"
      >
        <path :d="`M${size} 0H0V${size}`" :stroke-width="(size === 1 ? 0.8 : 1.6) * k" />
      </pattern>
    </defs>
    <rect v-for="size in [1, 8]" :key="size" width="100%" height="100%" :fill="`url(#cells-${size})`" />
  </svg>
</template>

<style scoped>
.cell-grid {
  position: absolute;
  pointer-events: none;
}

path {
  fill: none;
  stroke: var(--lagoon);
  stroke-opacity: 0.45;
}
</style>
