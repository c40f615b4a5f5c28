<script setup lang="ts">
import { defineAsyncComponent, onMounted, onUnmounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { useFirstSteps } from '../session/first-steps'
import { typing } from '../parts/typing'
import type { ThingsShown } from './things-here'
import TopEdge from './TopEdge.vue'

// Only while they are taken.
const FirstSteps = defineAsyncComponent(() => import('./FirstSteps.vue'))
const steps = useFirstSteps()
// Fetched when something is first looked for.
const FindLine = defineAsyncComponent(() => import('./find/FindLine.vue'))
const finds = ref(false)
function onKey(event: KeyboardEvent) {
  if (event.key !== '/' || event.ctrlKey || event.metaKey || event.altKey || typing(event.target)) return
  event.preventDefault()
  finds.value = true
}
window.addEventListener('keydown', onKey)
// Only for whoever goes by keys.
function onTab(event: KeyboardEvent) {
  if (event.key !== 'Tab') return
  window.removeEventListener('keydown', onTab)
  void import('./keep-focus').then(({ keepFocus }) => keepFocus())
}
window.addEventListener('keydown', onTab)
// Asked for when first shown; that it can be asked follows once the page is there.
const ThingMenu = defineAsyncComponent(() => import('../parts/things/ThingMenu.vue'))
const asked = shallowRef<ThingsShown>()
const router = useRouter()
let unfollow = () => {}
onMounted(async () => {
  const { followThings } = await import('./things-here')
  unfollow = followThings(
    router,
    () => (finds.value = true),
    (shown) => (asked.value = shown),
  )
})
onUnmounted(() => {
  unfollow()
  window.removeEventListener('keydown', onKey)
})
</script>

<template>
  <div class="app">
    <TopEdge @find="finds = true" />
    <main class="place" tabindex="-1"><RouterView /></main>
    <FindLine v-if="finds" @close="finds = false" />
    <ThingMenu v-if="asked" v-bind="asked" @close="asked = undefined" />
    <FirstSteps v-if="steps.isOn" />
  </div>
</template>

<style scoped>
.app {
  display: flex;
  flex-direction: column;
  height: 100%;
}

/* What lies in a place scrolls with it, never the whole page. */
.place {
  position: relative;
  flex: 1;
  min-height: 0;
  overflow: auto;
}

/* It has the focus only until Tab goes on from its beginning. */
.place:focus {
  outline: none;
}
</style>
