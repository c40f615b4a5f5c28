<script setup lang="ts">
import { lengthOfTake } from '@unhurried/core'
import { computed } from 'vue'
import { framesAndSeconds } from '../../parts/frames'
import { keepingInWords } from '../../session/sync/keeping'
import { keyOf, type CommandId } from '../commands/commands'
import FoldedEdge from '../FoldedEdge.vue'
import { TOOL_LIST } from '../tools/register'
import SpanCards from '../sheet/SpanCards.vue'
import type { Desk } from '../useDesk'

/** The table cleared: the tools under the hand, one line of words, and the edges from which everything comes back. */
const { desk } = defineProps<{ desk: Desk }>()
const { store, scene, drawing, pencil, layout, stage, span } = desk
const AT_HAND = ['pencil', 'eraser', 'fill', 'select'] as const
const tools = computed(() => {
  const names = new Set<string>([...AT_HAND, pencil.value.tool])
  return TOOL_LIST.filter(({ name }) => names.has(name))
})
</script>

<template>
  <div class="cleared">
    <SpanCards v-if="layout.isShown('cards')" :span="span" />
    <div class="line">
      <div class="line" role="group" aria-label="Tools at hand">
        <button
          v-for="tool in tools"
          :key="tool.name"
          class="word tool"
          :aria-pressed="pencil.tool === tool.name"
          :title="`Key ${keyOf(tool.name as CommandId)}`"
          @click="pencil = { ...pencil, tool: tool.name }"
        >
          <component :is="tool.icon" :size="14" /> {{ tool.word }}
        </button>
      </div>
      <span class="note" role="status">
        <template v-if="stage.playing.value"
          >frame {{ stage.playFrame.value }} of {{ lengthOfTake(scene, store.take) }}</template
        >
        <template v-else
          >Frame {{ store.frame
          }}<template v-if="drawing"
            >, drawing {{ drawing.number }}, held
            {{ framesAndSeconds(store.here?.frames ?? 1, scene.settings.fps) }}</template
          ><template v-else>, empty</template>. {{ keepingInWords(store.keeping) }}.</template
        >
      </span>
      <FoldedEdge class="back" :layout="layout" panel="cards" words="Cards" />
      <FoldedEdge :layout="layout" panel="tools" words="Tools" />
      <button class="word" :title="`Key ${keyOf('clear')}`" @click="layout.clear()">Lay everything back</button>
    </div>
  </div>
</template>

<style scoped>
.cleared {
  padding: 3px 10px 5px;
}

.line {
  gap: 4px 7px;
}

.tool {
  display: inline-flex;
  gap: 4px;
  align-items: center;
}

.back {
  margin-left: auto;
}

.cleared :deep(.folded) {
  padding: 2px 8px;
  border-radius: var(--corner);
}
</style>
