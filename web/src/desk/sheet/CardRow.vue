<script setup lang="ts">
import { isDrawn, levelPalette, type Drawing } from '@unhurried/core'
import { computed, ref } from 'vue'
import { useLook } from '../../session/look'
import { useScene } from '../../session/scene'
import type { Box } from '../../stage/paint/box'
import DrawingCard from './DrawingCard.vue'

/** Cards of one level in their order: gone to, and taken to another place by hand or by the arrows. */
const props = defineProps<{
  level: string
  cards: readonly Drawing[]
  /** The part of the paper they show, in scene pixels. */
  crop: Box
  /** Whether the level's name stands before them. */
  named: boolean
}>()
const store = useScene()
const look = useLook()
// Each by itself: most changes of the scene leave them what they were.
const paper = computed(() => store.apartFromInk!.settings.paper)
const palette = computed(() => levelPalette(store.apartFromInk!, props.level))
const pages = computed(() => store.apartFromInk!.pages)

/** A card taken up and laid before another, or after the last. */
const lifted = ref<string>()
const over = ref<string | null>()
function drop() {
  const drawing = lifted.value
  if (
    drawing !== undefined &&
    over.value !== undefined &&
    store.scene!.drawings[drawing]?.level === props.level &&
    over.value !== drawing
  )
    store.change({ type: 'card.move', take: store.take, drawing, before: over.value })
  letGo()
}
const letGo = () => (lifted.value = over.value = undefined)
function onKey(event: KeyboardEvent, at: number) {
  if (!event.altKey || (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight')) return
  event.preventDefault()
  event.stopPropagation()
  const { cards } = props
  const before = event.key === 'ArrowLeft' ? cards[at - 1]?.id : (cards[at + 2]?.id ?? null)
  if (before !== undefined) store.change({ type: 'card.move', take: store.take, drawing: cards[at]!.id, before })
}
const findingOf = ({ id }: Drawing) => look.byDrawing.get(id)?.[0]?.sentence
</script>

<template>
  <div
    class="cards"
    role="group"
    :aria-label="
      level === store.level ? 'Drawings of this span' : `Drawings of level ${store.apartFromInk!.levels[level]?.name}`
    "
    @dragover.prevent
    @drop.prevent="drop"
  >
    <span v-if="named" class="note name">{{ store.apartFromInk!.levels[level]?.name }}</span>
    <DrawingCard
      v-for="(card, i) in cards"
      :key="i"
      v-memo="[
        ...[card, paper, palette, pages, crop, card.id === store.drawing],
        ...[over === card.id, lifted === card.id, findingOf(card)],
      ]"
      :paper="paper"
      :palette="palette"
      :pages="pages"
      :crop="crop"
      :entry="card"
      :ink="store.ink!"
      :here="card.id === store.drawing"
      :drawn="isDrawn(card)"
      :found="findingOf(card)"
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
      @dragover.prevent="lifted && (over = card.id)"
      @dragend="letGo"
      @keydown="onKey($event, i)"
    />
    <i v-if="lifted" class="end" :class="{ over: over === null }" @dragover.prevent="over = null" />
  </div>
</template>

<style scoped>
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
</style>
