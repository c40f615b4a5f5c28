<script setup lang="ts">
import { tinykeys } from 'tinykeys'
import { computed, onUnmounted, watch } from 'vue'
import { typing } from '../parts/typing'
import { useScene } from '../session/scene'

const props = defineProps<{ scene: string }>()
const store = useScene()
watch(
  () => props.scene,
  (id) => void store.open(id),
  { immediate: true },
)
/** Paper of another size, or in cells, is laid out anew. */
const paper = computed(() => {
  const { width, height, cells } = store.apartFromInk?.settings ?? {}
  return `${width} × ${height}${cells ? ' in cells' : ''}`
})
// The keys everybody's hands know work in every place of a scene, beside the desk's own.
const unlessTyping = (act: () => void) => (event: KeyboardEvent) => {
  if (typing(event.target)) return
  event.preventDefault()
  act()
}
const release = tinykeys(window, {
  '$mod+z': unlessTyping(store.undo),
  '$mod+Shift+Z': unlessTyping(store.redo),
  '$mod+y': unlessTyping(store.redo),
})
onUnmounted(() => {
  release()
  store.close()
})

function makeMine(id: string) {
  const conflict = store.conflicts.find((each) => each.id === id)
  if (conflict && store.change(conflict.edit)) store.settleConflict(id)
}
</script>

<template>
  <div class="frame">
    <div v-if="store.conflicts.length > 0" class="asides" role="alert">
      <p v-for="conflict in store.conflicts" :key="conflict.id">
        {{ conflict.sentence }}
        <button class="word" @click="makeMine(conflict.id)">Make my change after all</button>
        <button class="word" @click="store.settleConflict(conflict.id)">Leave it as it is</button>
      </p>
    </div>
    <div v-if="store.trouble && store.apartFromInk" class="asides" role="alert">
      <p>
        Some drawings are not here yet. {{ store.trouble }}
        <button class="word" @click="store.loadInk">Try again</button>
      </p>
    </div>
    <div v-if="store.trouble && !store.apartFromInk" class="trouble paper" role="alert">
      <h1>This scene cannot be opened</h1>
      <p>{{ store.trouble }}</p>
      <p>
        <button class="word main" @click="store.open(props.scene)">Try again</button>
        <RouterLink to="/">Back to the shelf</RouterLink>
      </p>
    </div>
    <RouterView v-else-if="store.apartFromInk" :key="paper" />
    <p v-else class="waiting note">Fetching the scene …</p>
  </div>
</template>

<style scoped>
.frame {
  display: flex;
  flex-direction: column;
  height: 100%;
}

.frame > :last-child {
  flex: 1;
  min-height: 0;
}

.asides {
  padding: 6px 18px;
  background: var(--plum-pale);
  border-bottom: 1px solid var(--plum);
}

.asides p {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding: 2px 0;
}

.frame > .trouble {
  flex: none;
  display: grid;
  gap: 10px;
  max-width: 560px;
  margin: 60px auto;
  padding: 24px;
}

.trouble p:last-child {
  display: flex;
  gap: 14px;
  align-items: center;
}

.waiting {
  padding: 60px;
  text-align: center;
}
</style>
