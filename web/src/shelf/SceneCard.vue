<script lang="ts">
import { restfulQueue } from '../parts/stillness'

// Cards that only go by are left as paper: a test is made for those the shelf comes to rest on.
const whenStill = restfulQueue()
</script>

<script setup lang="ts">
import { defineAsyncComponent, ref } from 'vue'
import type { ShelvedScene } from '../api/api'
import { framesAndSeconds } from '../parts/frames'

// The shelf can be read before its pencil tests can be painted.
const ScenePreview = defineAsyncComponent(() => import('./ScenePreview.vue'))
const { entry, production = '' } = defineProps<{ entry: ShelvedScene; production?: string }>()
defineEmits<{ step: [by: number] }>()
/** Whether the card is on the screen or nearly. The browser says so: to watch a thousand would cost more than to draw them. */
let onScreen = false
const tested = ref(false)
function seen(event: Event) {
  onScreen = !(event as ContentVisibilityAutoStateChangeEvent).skipped
  if (!onScreen) tested.value = false
  else
    whenStill(
      async () => void (tested.value = true),
      () => onScreen,
    )
}
</script>

<template>
  <li class="paper card" :data-scene="entry.id" @contentvisibilityautostatechange.self="seen">
    <RouterLink
      :to="{ name: 'draw', params: { scene: entry.id } }"
      draggable="false"
      @keydown.shift.arrow-left.prevent="$emit('step', -1)"
      @keydown.shift.arrow-right.prevent="$emit('step', 1)"
    >
      <div class="test" :style="{ backgroundColor: entry.paper }">
        <ScenePreview v-if="tested" :key="entry.version" :entry="entry" :width="272" />
      </div>
      <h3>{{ entry.name }}</h3>
    </RouterLink>
    <p v-if="production" class="note">{{ production }}</p>
    <p class="note">{{ framesAndSeconds(entry.length, entry.fps) }} at {{ entry.fps }}</p>
    <p class="tally">
      <span class="done">{{ entry.done }} drawn</span>
      <span v-if="entry.toDo > 0" class="left">{{ entry.toDo }} to draw</span>
      <span v-else-if="entry.done > 0" class="left">nothing left to draw</span>
      <span v-else class="left">no key yet</span>
      <span v-if="entry.toMend" class="mend">{{ entry.toMend }} to mend</span>
    </p>
    <p v-if="entry.notice" class="told">{{ entry.notice }}</p>
    <slot />
  </li>
</template>

<style scoped>
.card {
  overflow: hidden;
  padding-bottom: 8px;
  /* Off the screen a card costs nothing, and is as high as most are: rows do not shift when it comes into sight. */
  content-visibility: auto;
  contain-intrinsic-size: auto 262px;
}

.test {
  box-sizing: content-box;
  overflow: hidden;
  aspect-ratio: 16 / 9;
  border-bottom: 1px solid var(--rule);
}

a {
  display: block;
  color: var(--ink);
  text-decoration: none;
}

a:focus-visible {
  outline-offset: -3px;
}

.card:hover h3 {
  text-decoration: underline;
  text-decoration-color: var(--lagoon);
}

h3 {
  padding: 10px 14px 2px;
}

p {
  padding: 0 14px;
}

.tally {
  display: flex;
  flex-wrap: wrap;
  gap: 0 12px;
  font-size: 14px;
}

.done {
  color: var(--moss);
}

.left {
  color: var(--graphite);
}

.mend,
.told {
  color: var(--plum);
}

.told {
  margin-top: 4px;
  font-size: 14px;
}
</style>
