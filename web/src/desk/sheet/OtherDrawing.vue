<script setup lang="ts">
import { drawingsShown } from '@unhurried/core'
import { computed } from 'vue'
import type { Desk } from '../useDesk'

/** Another drawing of the level put on this frame: the same one shown again, or a new one with its lines. */
const { desk, how } = defineProps<{ desk: Desk; how: 'show' | 'copy' }>()
const { store, scene, sheet } = desk
const WORDS = {
  show: { word: 'Show again', title: 'The same drawing, shown here too' },
  copy: { word: 'Copy drawing', title: 'A new drawing with the same lines' },
} as const
const put = (drawing: string) => (how === 'show' ? sheet.showAgain(drawing) : sheet.copyDrawing(drawing))

/** Every drawing of the level, those on no frame of this take last. */
const choices = computed(() => {
  const onSheet = drawingsShown(store.exposures).map((each) => each.drawing)
  const off = Object.values(scene.value.drawings)
    .filter((drawing) => drawing.level === store.level && !onSheet.includes(drawing.id))
    .map((drawing) => drawing.id)
  return [...onSheet, ...off].map((id) => {
    const { number } = scene.value.drawings[id]!
    const away = onSheet.includes(id) ? '' : ' (on no frame now)'
    return { id, words: how === 'show' ? `Show ${number} again here${away}` : `Copy ${number} to a new drawing here` }
  })
})
</script>

<template>
  <ElDropdown trigger="click" max-height="320" @command="put">
    <button class="word" :disabled="choices.length === 0" :title="WORDS[how].title" :aria-label="WORDS[how].word">
      <slot>{{ WORDS[how].word }}</slot>
    </button>
    <template #dropdown>
      <ElDropdownMenu
        ><ElDropdownItem v-for="each in choices" :key="each.id" :command="each.id">{{
          each.words
        }}</ElDropdownItem></ElDropdownMenu
      >
    </template>
  </ElDropdown>
</template>
