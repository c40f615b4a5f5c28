<script setup lang="ts">
import { RULER_KINDS } from '@unhurried/core'
import { computed } from 'vue'
import { keyShown } from '../../commands/commands'
import type { PencilSettings } from '../pencil'
import { KINDS } from './kinds'
import { useRulerActs } from './useRulerActs'
import type { Rulers } from './useRulers'

const pencil = defineModel<PencilSettings>({ required: true })
const { rulers } = defineProps<{ rulers: Rulers }>()
const { layAside, takeAway } = useRulerActs(rulers)
const kind = computed(() => pencil.value.rulerKind ?? 'straight')
function take(next: typeof kind.value) {
  pencil.value = { ...pencil.value, rulerKind: next }
  rulers.choose(undefined)
}
const asks = computed(() => (rulers.on.value ? KINDS[kind.value].how : 'Off: lines go where the hand goes.'))
interface RulerAct {
  readonly word: string
  readonly title?: string
  readonly act: () => void
}
/** What is done to the one in hand. */
const acts = computed((): RulerAct[] => {
  const { value: chosen } = rulers.chosen
  if (!chosen) return []
  return [
    {
      word: chosen.aside ? 'Use it again' : 'Lay it aside',
      title: 'What is laid aside is seen, and leads nothing',
      act: () => layAside(chosen),
    },
    ...(KINDS[chosen.kind].byPresses ? [{ word: 'Begin another', act: () => rulers.choose(undefined) }] : []),
    { word: 'Take it away', title: 'Delete', act: () => takeAway(chosen) },
  ]
})
</script>

<template>
  <div class="rulers" role="group" aria-label="Rulers">
    <button
      class="word"
      :aria-pressed="rulers.on.value"
      :title="`Key ${keyShown('rulers')}`"
      data-test="rulers-on"
      @click="rulers.toggle()"
    >
      {{ rulers.on.value ? 'On' : 'Off' }}
    </button>
    <span class="kinds" role="group" aria-label="Kind to lay">
      <button
        v-for="each in RULER_KINDS"
        :key="each"
        class="word"
        :aria-pressed="kind === each"
        :title="`${KINDS[each].does}. ${KINDS[each].how}`"
        @click="take(each)"
      >
        {{ KINDS[each].word }}
      </button>
    </span>
    <ElDropdown v-if="acts.length > 0" trigger="click" @command="(act: () => void) => act()">
      <button class="word">Change …</button>
      <template #dropdown
        ><ElDropdownMenu
          ><ElDropdownItem v-for="{ word, title, act } in acts" :key="word" :command="act" :title>{{
            word
          }}</ElDropdownItem></ElDropdownMenu
        ></template
      >
    </ElDropdown>
    <span class="note asks" role="status" :title="asks">{{ asks }}</span>
  </div>
</template>

<style scoped>
/* One line, as every tool's. */
.rulers,
.kinds {
  display: flex;
  flex: none;
  gap: 4px;
  align-items: center;
}

.rulers {
  flex: 1 0 auto;
  max-width: 100%;
}

.asks {
  flex: 1 1 130px;
  min-width: 110px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
