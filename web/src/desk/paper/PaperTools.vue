<script setup lang="ts">
import type { Level } from '@unhurried/core'
import { defineAsyncComponent } from 'vue'
import { onePanelOf } from '../../parts/panel/one-panel'
import PanelButton from '../../parts/panel/PanelButton.vue'
import { keyOf } from '../commands/commands'
import type { Layout } from '../useLayout'
import type { ViewOf } from './useView'

const ViewPanel = defineAsyncComponent(() => import('./ViewPanel.vue'))
const ReferencePanel = defineAsyncComponent(() => import('./ReferencePanel.vue'))

defineProps<{ view: ViewOf; level: Level; layout: Layout }>()
const emit = defineEmits<{ keys: [] }>()
const { shows } = onePanelOf<'view' | 'reference'>('.paper-tools')
</script>

<template>
  <div class="paper-tools">
    <PanelButton v-bind="shows('view')" class="word" data-thing="view" label="View" placement="top-end" :width="430">
      <template #button>View {{ view.percent.value }} %</template>
      <ViewPanel :view="view" :layout="layout" />
    </PanelButton>
    <PanelButton
      v-bind="shows('reference')"
      class="word"
      data-thing="reference"
      label="Reference"
      placement="top-end"
      :width="470"
    >
      <template #button>Reference</template>
      <ReferencePanel :level="level" />
    </PanelButton>
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
