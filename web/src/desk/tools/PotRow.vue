<script setup lang="ts">
import { coloursOf, potsOf } from '@unhurried/core'
import { useElementSize } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useScene } from '../../session/scene'

/** As many pots as there is room for, each whole; the one in hand is always among them, all are in Colours. */
const props = defineProps<{ chosen: string }>()
const emit = defineEmits<{ pick: [swatch: string] }>()
const store = useScene()
const WIDTH = 48
const GAP = 3
/** Before the page has been laid out. */
const UNMEASURED = 3
const host = ref<HTMLElement>()
const { width } = useElementSize(host)
const colours = computed(() => coloursOf(store.apartFromInk!.palette))
/** By their groups, those of no group first. */
const pots = computed(() => {
  const all = potsOf(store.apartFromInk!.palette)
  const groups = [...new Set(all.map((pot) => pot.group ?? ''))].sort((a, b) => Number(b === '') - Number(a === ''))
  return groups.flatMap((group) => all.filter((pot) => (pot.group ?? '') === group))
})
const inHand = computed(() => pots.value.find(({ id }) => id === props.chosen) ?? pots.value[0]!)
const shown = computed(() => {
  const room = width.value > 0 ? Math.max(1, Math.floor((width.value + GAP) / (WIDTH + GAP))) : UNMEASURED
  const first = pots.value.slice(0, room)
  return first.includes(inHand.value) ? first : [...first.slice(0, room - 1), inHand.value]
})
</script>

<template>
  <div ref="host" class="pots" role="group" aria-label="Colours">
    <button
      v-for="pot in shown"
      :key="pot.id"
      class="pot"
      :data-pot="pot.id"
      :aria-pressed="inHand.id === pot.id"
      :title="pot.group ? `${pot.group}: ${pot.name}` : pot.name"
      @click="emit('pick', pot.id)"
    >
      <i :style="{ backgroundColor: colours.get(pot.id)! }" /><span>{{ pot.name }}</span>
    </button>
  </div>
</template>

<style scoped>
.pots {
  display: flex;
  flex: 1 0 150px;
  gap: 3px;
  max-width: 520px;
  overflow: hidden;
}

@media (max-width: 1180px) {
  .pots {
    flex-basis: 48px;
  }
}

.pot {
  display: grid;
  flex: none;
  justify-items: center;
  width: 48px;
  padding: 2px 2px 1px;
  border: 1px solid transparent;
  border-radius: 5px;
  background: none;
  color: var(--ink);
  font-size: 11px;
  line-height: 1.2;
  cursor: pointer;
}

.pot span {
  max-width: 100%;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.pot[aria-pressed='true'] {
  border-color: var(--lagoon);
  background: var(--card);
}

.pot i {
  width: 24px;
  height: 15px;
  border: 1px solid var(--edge);
  border-radius: 3px 3px 8px 8px;
}
</style>
