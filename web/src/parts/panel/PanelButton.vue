<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import type { Placement } from 'element-plus'
import { computed, useTemplateRef } from 'vue'
import { WITHIN_WINDOW } from './within-window'

/**
 * A button that opens a panel hung at it, and shuts it again; so do Escape and a press elsewhere. Of a panel that is
 * shut nothing is in the page.
 */
const { placement = 'bottom', stays = '' } = defineProps<{
  /** What those who do not see it are told it is. */ label: string
  /** Px. */ width: number
  placement?: Placement
  /** Where a press leaves it open, beside itself and its button: a selector. */ stays?: string
}>()
const open = defineModel<boolean>('open', { default: false })
const button = useTemplateRef('button')
const whileOpen = computed(() => (open.value ? window : undefined))
useEventListener(whileOpen, 'keydown', ({ key }: KeyboardEvent) => {
  if (key === 'Escape') open.value = false
})
const KEPT = '.el-popper, .el-overlay'
useEventListener(
  whileOpen,
  'pointerdown',
  ({ target }: PointerEvent) => {
    const isElsewhere = target instanceof Element && !target.closest(stays ? `${KEPT}, ${stays}` : KEPT)
    if (isElsewhere && !button.value?.contains(target)) open.value = false
  },
  { capture: true },
)
</script>

<template>
  <button ref="button" :aria-expanded="open" @click="open = !open">
    <slot name="button" />
    <!-- Laid elsewhere in the page: only its place among the components is here. -->
    <ElPopover
      v-if="open"
      role="dialog"
      :aria-label="label"
      :hide-after="0"
      :visible="true"
      :virtual-ref="button!"
      virtual-triggering
      :placement="placement"
      :width="width"
      :popper-options="WITHIN_WINDOW"
    >
      <slot />
    </ElPopover>
  </button>
</template>
