<script setup lang="ts">
import { drawingsShown, exposuresOf, type Drawing } from '@unhurried/core'
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useScene } from '../../session/scene'
import { atPause } from '../../stage/at-pause'
import type { Box } from '../../stage/paint/box'
import { cropOf, sameBox } from './card-crop'
import CardRow from './CardRow.vue'

const props = defineProps<{ span: readonly string[] }>()
const store = useScene()
const scene = computed(() => store.apartFromInk!)
const all = ref(false)
const AROUND = 9
/** One row for each level, the one worked on first. */
const rows = computed(() => {
  const of = (ids: readonly string[]): Drawing[] => ids.flatMap((id) => scene.value.drawings[id] ?? [])
  const mine = { level: store.level, cards: of(props.span) }
  if (!all.value) return [mine]
  const others = [...scene.value.levelOrder]
    .reverse()
    .filter((id) => id !== store.level)
    .map((id) => {
      const order = drawingsShown(exposuresOf(scene.value, id, store.take))
      const here = Math.max(
        0,
        order.findLastIndex((each) => each.frame <= store.frame),
      )
      return {
        level: id,
        cards: of(order.slice(Math.max(0, here - AROUND), here + AROUND + 1).map((each) => each.drawing)),
      }
    })
  return [mine, ...others.filter(({ cards }) => cards.length > 0)]
})

/** The part of the paper the cards of each level show; looked at again while the hand pauses. */
const crops = shallowRef<ReadonlyMap<string, Box>>(new Map())
const whole = computed<Box>(() => ({
  left: 0,
  top: 0,
  right: scene.value.settings.width,
  bottom: scene.value.settings.height,
}))
const owner = {}
function cropAnew() {
  stop = atPause(owner, () => {
    const { ink } = store
    if (!ink || !store.scene) return
    const next = new Map(
      rows.value.map(({ level, cards }) => {
        const box = cropOf(
          cards.map(({ id }) => id),
          ink.inkOf,
          scene.value.settings,
        )
        const before = crops.value.get(level)
        return [level, before && sameBox(before, box) ? before : box]
      }),
    )
    if ([...next].some(([level, box]) => crops.value.get(level) !== box)) crops.value = next
  })
}
let stop = () => {}
watch(rows, cropAnew, { immediate: true })

/** The card of the drawing on the pegs is brought into sight once the hand pauses: flips do not wait for it. */
const host = ref<HTMLElement>()
const follower = {}
let unfollow = () => {}
watch(
  () => store.drawing,
  () =>
    (unfollow = atPause(follower, () =>
      host.value?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' }),
    )),
  { immediate: true },
)
const release = store.ink!.onChange(cropAnew)
onUnmounted(() => {
  release()
  stop()
  unfollow()
})
</script>

<template>
  <div class="beside">
    <div ref="host" class="rows" :class="{ several: all }">
      <CardRow
        v-for="row in rows"
        :key="row.level"
        :level="row.level"
        :cards="row.cards"
        :crop="crops.get(row.level) ?? whole"
        :named="all"
      />
    </div>
    <button v-if="scene.levelOrder.length > 1" class="word levels" :aria-pressed="all" @click="all = !all">
      {{ all ? 'This level' : 'All levels' }}
    </button>
  </div>
</template>

<style scoped>
.beside {
  display: flex;
  gap: 6px;
  align-items: center;
  min-width: 0;
}

.rows {
  flex: 1;
  min-width: 0;
}

.rows.several {
  display: grid;
  gap: 4px;
  max-height: 232px;
  overflow-y: auto;
}

/* Beside the cards, never over one. */
.levels {
  flex: none;
}
</style>
