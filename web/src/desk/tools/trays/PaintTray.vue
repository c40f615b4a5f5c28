<script setup lang="ts">
import ProgressLine from '../../../parts/ProgressLine.vue'
import type { PencilSettings } from '../pencil'
import type { Paint } from '../paint/usePaint'

const pencil = defineModel<PencilSettings>({ required: true })
defineProps<{ paint: Paint; cells: boolean }>()
</script>

<template>
  <div v-if="!cells" class="in-tray" role="group" aria-label="Painting">
    <label class="tray-field" :title="`Paint goes on the ${paint.pass.value} pass`"
      >Gaps to
      <NumberField
        size="small"
        :controls="false"
        :model-value="pencil.gap"
        :min="0"
        :max="60"
        aria-label="Gaps closed, in pixels"
        @change="(value?: number) => (pencil = { ...pencil, gap: value ?? 8 })"
      />
      px</label
    >
    <button
      class="word"
      :disabled="!paint.last.value || paint.progress.value !== undefined"
      title="Lays the paint you put down last in every drawing of this level"
      @click="paint.propagate()"
    >
      Paint through
    </button>
    <ProgressLine
      v-if="paint.progress.value"
      :share="paint.progress.value.done / Math.max(1, paint.progress.value.of)"
      words="Painting through"
      quiet
      @stop="paint.stop()"
    />
    <span v-else-if="paint.note.value" class="note" role="status">{{ paint.note.value }}</span>
  </div>
</template>
