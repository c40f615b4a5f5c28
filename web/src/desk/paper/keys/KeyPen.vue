<script setup lang="ts">
import { computed, ref } from 'vue'
import { useScene } from '../../../session/scene'
import type { PaperPlacement } from '../../../stage/surface'
import type { KeyPen } from './useKeyPen'
import { usePaperPlace } from '../usePaperPlace'

/** Where the pen is that keys lead, and what leads it. */
const { pen, placement } = defineProps<{ pen: KeyPen; placement: PaperPlacement }>()
const { isHere, isDown, at } = pen
const store = useScene()
const host = ref<SVGSVGElement>()
const { k, style } = usePaperPlace(() => placement, host)
const where = computed(() => `${Math.round(at.value.x)}, ${Math.round(at.value.y)} px`)
</script>

<template>
  <svg
    v-if="isHere"
    ref="host"
    class="cross"
    :class="{ down: isDown }"
    :viewBox="`0 0 ${store.scene!.settings.width} ${store.scene!.settings.height}`"
    :style="style"
    aria-hidden="true"
    data-test="cross"
  >
    <g :transform="`translate(${at.x} ${at.y}) scale(${k})`">
      <path class="under" d="M-16 0H-4M4 0H16M0 -16V-4M0 4V16" />
      <path d="M-16 0H-4M4 0H16M0 -16V-4M0 4V16" />
    </g>
  </svg>
  <p id="key-pen" class="paper words" :class="{ unseen: !isHere }">
    Arrows lead the pen, with Shift by a pixel. Enter puts it down and lifts it, Esc gives up.
    <b role="status">{{ isHere ? `${isDown ? 'Down at' : 'Over'} ${where}` : '' }}</b>
  </p>
</template>

<style scoped>
.cross {
  position: absolute;
  overflow: visible;
  pointer-events: none;
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}

.cross .under {
  stroke: var(--paper);
  stroke-width: 4;
}

.cross.down {
  stroke: var(--persimmon);
}

.words {
  position: absolute;
  bottom: 8px;
  left: 50%;
  z-index: 3;
  margin: 0;
  padding: 4px 10px;
  font-size: 14px;
  white-space: nowrap;
  transform: translateX(-50%);
  font-variant-numeric: tabular-nums;
}
</style>
