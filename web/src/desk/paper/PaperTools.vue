<script setup lang="ts">
import type { Level } from '@unhurried/core'
import { useEventListener } from '@vueuse/core'
import { ref, defineAsyncComponent } from 'vue'
import { keyOf } from '../commands/commands'
import type { Layout } from '../useLayout'
import type { ViewOf } from './useView'

const ViewPanel = defineAsyncComponent(() => import('./ViewPanel.vue'))
const ReferencePanel = defineAsyncComponent(() => import('./ReferencePanel.vue'))

defineProps<{ view: ViewOf; level: Level; layout: Layout }>()
const emit = defineEmits<{ keys: [] }>()
const open = ref<'view' | 'reference'>()
const toggle = (panel: NonNullable<typeof open.value>) => (open.value = open.value === panel ? undefined : panel)
useEventListener(window, 'keydown', (event: KeyboardEvent) => {
  if (event.key === 'Escape') open.value = undefined
})
useEventListener(
  window,
  'pointerdown',
  (event: PointerEvent) => {
    if (open.value && event.target instanceof Element && !event.target.closest('.el-popper, .paper-tools, .el-overlay'))
      open.value = undefined
  },
  { capture: true },
)
</script>

<template>
  <div class="paper-tools">
    <ElPopover
      role="dialog"
      aria-label="View"
      :hide-after="0"
      :visible="open === 'view'"
      placement="top-end"
      :width="430"
    >
      <template #reference
        ><button class="word" data-thing="view" :aria-expanded="open === 'view'" @click="toggle('view')">
          View {{ view.percent.value }} %
        </button></template
      >
      <ViewPanel v-if="open === 'view'" :view="view" :layout="layout" />
    </ElPopover>
    <ElPopover
      role="dialog"
      aria-label="Reference"
      :hide-after="0"
      :visible="open === 'reference'"
      placement="top-end"
      :width="470"
    >
      <template #reference
        ><button class="word" data-thing="reference" :aria-expanded="open === 'reference'" @click="toggle('reference')">
          Reference
        </button></template
      >
      <ReferencePanel v-if="open === 'reference'" :level="level" />
    </ElPopover>
    <button class="word" :title="`Key ${keyOf('keys')}`" @click="emit('keys')">Keys</button>
  </div>
</template>

<style scoped>
.paper-tools {
  display: flex;
  gap: 4px;
  margin-left: auto;
}

.word {
  padding: 2px 7px;
}
</style>
