<script setup lang="ts">
import { GRAINS } from '@unhurried/core'
import { useScene } from '../../../session/scene'
import { useCellGrid } from '../../paper/useCellGrid'
import { keyOf } from '../../commands/commands'
import type { PencilSettings } from '../pencil'

/** What the cell pen draws: every cell or a grain, on one side or both; and the lines between the cells. */
const pencil = defineModel<PencilSettings>({ required: true })
const set = (fields: Partial<PencilSettings>) => (pencil.value = { ...pencil.value, ...fields })
const grid = useCellGrid()
const store = useScene()
const WORDS = { every: 'full', half: 'half', quarter: 'quarter' } as const
</script>

<template>
  <span class="in-tray" role="group" aria-label="Cell pen">
    <button
      v-for="grain in GRAINS"
      :key="grain"
      class="word"
      :aria-pressed="(pencil.grain ?? 'every') === grain"
      :title="grain === 'every' ? 'Every cell' : `One cell in ${grain === 'half' ? 'two' : 'four'}, in an even grain`"
      @click="set({ grain: grain === 'every' ? undefined : grain })"
    >
      {{ WORDS[grain] }}
    </button>
    <button
      class="word"
      :aria-pressed="Boolean(pencil.mirrors)"
      :title="`On both sides of the middle of ${store.scene!.settings.width} cells`"
      @click="set({ mirrors: !pencil.mirrors })"
    >
      both sides
    </button>
    <button class="word" :aria-pressed="grid" :title="`Key ${keyOf('cell-grid')}`" @click="grid = !grid">grid</button>
  </span>
</template>
