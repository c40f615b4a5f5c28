<script setup lang="ts">
import { useIntersectionObserver } from '@vueuse/core'
import { computed, defineAsyncComponent, nextTick, onUnmounted, ref } from 'vue'
import type { Production, ShelvedScene } from '../api/api'
import SceneCard from './SceneCard.vue'
import { useSorted } from '../parts/useSorted'
import type { Shelf } from './useShelf'

const CardActs = defineAsyncComponent(() => import('./CardActs.vue'))
/** The scenes of a production in their order; a card is dragged or stepped to another place. */
const { shelf, production } = defineProps<{ shelf: Shelf; production: Production }>()
const list = ref<HTMLElement>()
const rest = ref<HTMLElement>()
/** The one scene whose acts are shown. */
const open = ref<string>()

/** Cards made at once: making them costs a frame of the screen, and so does telling the list of them. */
const STEP = 8
const made = ref(6 * STEP)
const cards = computed(() => production.scenes.slice(0, made.value))
const more = computed(() => production.count - cards.value.length)
async function showMore() {
  if (made.value >= production.scenes.length && production.scenes.length < production.count)
    await shelf.showMore(production)
  made.value += STEP
}
let near = false
async function fill() {
  while (near && more.value > 0) {
    const before = cards.value.length
    await showMore()
    // They could not be fetched: the button asks again.
    if (cards.value.length === before) return
    await new Promise((resolve) => requestAnimationFrame(resolve))
  }
}
useIntersectionObserver(
  rest,
  ([entry]) => {
    const was = near
    near = entry?.isIntersecting ?? false
    if (near && !was) void fill()
  },
  { rootMargin: '800px' },
)

async function step(entry: ShelvedScene, by: number) {
  const at = production.scenes.findIndex(({ id }) => id === entry.id) + by
  if (at < 0 || at >= production.scenes.length) return
  void shelf.moveScene(entry, { production: production.id, at })
  await nextTick()
  list.value?.querySelector<HTMLElement>(`[data-scene="${entry.id}"] a`)?.focus()
}

function moved(item: HTMLElement, to: HTMLElement, at: number) {
  const entry = shelf.productions.value?.flatMap(({ scenes }) => scenes).find(({ id }) => id === item.dataset['scene'])
  if (entry) void shelf.moveScene(entry, { production: to.dataset['production']!, at })
}
/** What is dragged along is a copy, and copies of canvases are empty. */
function showDragged(from: HTMLElement, ghost: HTMLElement | null) {
  const picture = from.querySelector('canvas')
  if (picture) ghost?.querySelector('canvas')?.getContext('2d')?.drawImage(picture, 0, 0)
}
useSorted(list, { group: 'scenes', draggable: 'li', onStart: showDragged, onMoved: moved })
onUnmounted(() => (near = false))
</script>

<template>
  <ul ref="list" class="card-grid" :data-production="production.id">
    <SceneCard
      v-for="entry in cards"
      :key="entry.id"
      v-memo="[entry, open === entry.id && production]"
      :entry="entry"
      @step="(by) => step(entry, by)"
    >
      <div class="more">
        <button
          class="word"
          data-thing="scene acts"
          :aria-expanded="open === entry.id"
          :aria-label="`Change ${entry.name}`"
          @click="open = open === entry.id ? undefined : entry.id"
        >
          Change
        </button>
      </div>
      <CardActs v-if="open === entry.id" :shelf="shelf" :production="production" :entry="entry" />
    </SceneCard>
  </ul>
  <button v-if="more > 0" ref="rest" class="word" @click="showMore">Show the next of {{ more }} more scenes</button>
  <p v-if="production.scenes.length === 0" class="note">No scene yet: set one up and put its first key down.</p>
</template>

<style scoped>
ul {
  min-height: 12px;
}

.more {
  padding: 4px 14px 0;
}

.goes-here {
  opacity: 0.5;
  outline: 2px dashed var(--lagoon);
}
</style>
