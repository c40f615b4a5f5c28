<script setup lang="ts">
import { drawingsShown, exposuresOf, isDrawn, type Drawing } from '@unhurried/core'
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { useLook } from '../../session/look'
import { useScene } from '../../session/scene'
import { atPause } from '../../stage/at-pause'
import type { Box } from '../../stage/paint/box'
import { cropOf, sameBox } from './card-crop'
import DrawingCard from './DrawingCard.vue'

const props = defineProps<{ span: readonly string[] }>()
const store = useScene()
const look = useLook()
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

/** A card taken up and laid before another, or after the last. */
const lifted = ref<string>()
const over = ref<string | null>()
function drop(level: string) {
  const drawing = lifted.value
  if (
    drawing !== undefined &&
    over.value !== undefined &&
    scene.value.drawings[drawing]?.level === level &&
    over.value !== drawing
  )
    store.change({ type: 'card.move', take: store.take, drawing, before: over.value })
  lifted.value = undefined
  over.value = undefined
}
function onKey(event: KeyboardEvent, level: string, at: number) {
  if (!event.altKey || (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight')) return
  event.preventDefault()
  event.stopPropagation()
  const { cards } = rows.value.find((row) => row.level === level)!
  const before = event.key === 'ArrowLeft' ? cards[at - 1]?.id : (cards[at + 2]?.id ?? null)
  if (before !== undefined) store.change({ type: 'card.move', take: store.take, drawing: cards[at]!.id, before })
}
</script>

<template>
  <div class="beside">
    <div ref="host" class="rows" :class="{ several: all }">
      <div
        v-for="row in rows"
        :key="row.level"
        class="cards"
        role="group"
        :aria-label="
          row.level === store.level ? 'Drawings of this span' : `Drawings of level ${scene.levels[row.level]?.name}`
        "
        @dragover.prevent
        @drop.prevent="drop(row.level)"
      >
        <span v-if="all" class="note name">{{ scene.levels[row.level]?.name }}</span>
        <DrawingCard
          v-for="(card, i) in row.cards"
          :key="i"
          v-memo="[
            ...[card, scene, crops.get(row.level) ?? whole, card.id === store.drawing],
            ...[over === card.id, lifted === card.id, look.byDrawing.get(card.id)?.[0]?.sentence],
          ]"
          :scene="scene"
          :crop="crops.get(row.level) ?? whole"
          :entry="card"
          :ink="store.ink!"
          :here="card.id === store.drawing"
          :drawn="isDrawn(card)"
          :found="look.byDrawing.get(card.id)?.[0]?.sentence"
          :class="{ over: over === card.id, lifted: lifted === card.id }"
          draggable="true"
          title="Drag it to another place, or Alt and the arrows"
          @click="store.showDrawing(card.id)"
          @dragstart="
            (event: DragEvent) => {
              lifted = card.id
              event.dataTransfer?.setData('text/plain', card.number)
            }
          "
          @dragover.prevent="over = card.id"
          @dragend="lifted = undefined"
          @keydown="onKey($event, row.level, i)"
        />
        <i v-if="lifted" class="end" :class="{ over: over === null }" @dragover.prevent="over = null" />
      </div>
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

.cards {
  display: flex;
  gap: 5px;
  align-items: center;
  min-height: 78px;
  overflow-x: auto;
  scrollbar-width: thin;
}

.name {
  width: 52px;
  overflow: hidden;
  text-overflow: ellipsis;
}

.over {
  box-shadow: -4px 0 0 var(--persimmon);
}

.lifted {
  opacity: 0.5;
}

.end {
  flex: none;
  align-self: stretch;
  width: 26px;
  border: 1px dashed var(--rule);
  border-radius: 5px;
}

/* Beside the cards, never over one. */
.levels {
  flex: none;
}
</style>
