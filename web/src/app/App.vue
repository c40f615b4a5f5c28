<script setup lang="ts">
import { defineAsyncComponent, onMounted, onUnmounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { useFirstSteps } from '../session/first-steps'
import type { FollowedFind } from './find/follow-find'
import type { ThingsShown } from './things-here'
import TopEdge from './TopEdge.vue'

// Only while they are taken.
const FirstSteps = defineAsyncComponent(() => import('./FirstSteps.vue'))
const steps = useFirstSteps()
// Fetched when something is first looked for.
const FindLine = defineAsyncComponent(() =>
  import('./find/FindLine.vue').catch((error) => {
    // What does not come takes no keys.
    finds.value = false
    throw error
  }),
)
const finds = ref(false)
/** What was typed while the line was fetched. */
let begin: FollowedFind['begin'] = () => undefined
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
  const [{ followThings }, { followFind }] = await Promise.all([import('./things-here'), import('./find/follow-find')])
  const find = followFind(finds)
  begin = find.begin
  const unfollowThings = followThings(
    router,
    () => (finds.value = true),
    (shown) => (asked.value = shown),
  )
  unfollow = () => (find.unfollow(), unfollowThings())
})
onUnmounted(() => unfollow())
</script>

<template>
  <div class="app">
    <TopEdge @find="finds = true" />
    <main class="place" tabindex="-1"><RouterView /></main>
    <FindLine v-if="finds" :begin="() => begin()" @close="finds = false" />
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
