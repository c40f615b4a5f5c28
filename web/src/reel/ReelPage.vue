<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { defineAsyncComponent, ref } from 'vue'
import { typing } from '../parts/typing'
import ReelHead from './ReelHead.vue'
import ReelScreen from './ReelScreen.vue'
import ReelStrip from './ReelStrip.vue'
import ShotPanel from './ShotPanel.vue'
import { useReel } from './useReel'
import { useScreen } from './useScreen'

// Only when it is asked for.
const ReelOut = defineAsyncComponent(() => import('./ReelOut.vue'))
const CutsPanel = defineAsyncComponent(() => import('./CutsPanel.vue'))
const { production } = defineProps<{ production: string }>()
const reel = useReel(production)
const { name, document, trouble, isKept, times, frame, chosen, chosenId } = reel
const canvas = ref<HTMLCanvasElement>()
const screen = useScreen(reel, canvas)
/** What lies open over the table. */
const open = ref<'out' | 'cuts'>()

function pick(shot: number) {
  const time = times.value.shots[shot]
  if (!time) return
  chosenId.value = time.shot.id
  if (screen.state.value !== 'plays') frame.value = reel.beginOf(shot)
}
const go = (to: number) => {
  screen.stop()
  frame.value = Math.min(Math.max(1, to), Math.max(1, times.value.frames))
}
const KEYS: Readonly<Record<string, () => void>> = {
  ' ': screen.toggle,
  ArrowLeft: () => go(frame.value - 1),
  ArrowRight: () => go(frame.value + 1),
  Home: () => go(1),
  End: () => go(times.value.frames),
}
useEventListener(window, 'keydown', (event) => {
  if (typing(event.target) || event.altKey) return
  // Whoever has the focus uses these keys itself.
  if ((event.target as HTMLElement).closest('[role="slider"], [role="spinbutton"], dialog, [role="dialog"]')) return
  const undoes = (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z'
  const act = undoes ? (event.shiftKey ? reel.redo : reel.undo) : event.ctrlKey ? undefined : KEYS[event.key]
  const pressed = event.key === ' ' && (event.target as HTMLElement).closest('button, a, summary')
  if (!act || pressed) return
  event.preventDefault()
  act()
})
</script>

<template>
  <div class="page">
    <ReelHead :reel="reel" :open="open" @open="(what) => (open = open === what ? undefined : what)" />
    <p v-if="trouble" class="trouble" role="alert">
      {{ trouble }} <button v-if="!document" class="word" @click="reel.load">Try again</button>
    </p>
    <p v-if="!document && !trouble" class="note">Fetching the reel …</p>
    <template v-else-if="document">
      <template v-if="reel.reel.value">
        <ReelOut v-if="open === 'out'" :reel="reel" @close="open = undefined" />
        <CutsPanel
          v-else-if="open === 'cuts'"
          :key="reel.reel.value.id"
          :reel="reel"
          @pick="pick"
          @close="open = undefined"
        />
      </template>
      <div v-if="!reel.reel.value" class="paper empty">
        <p>
          {{ name }} has no reel yet. A reel plays its scenes in order, with their sound; trims leave the scenes alone.
        </p>
        <button
          class="word main"
          @click="
            reel.addReel(
              'Long cut',
              reel.left.value.map(({ id }) => ({ scene: id })),
            )
          "
        >
          Put all scenes on a reel
        </button>
        <button class="word" @click="reel.addReel('Story')">Begin with an empty one</button>
      </div>
      <div v-else class="table">
        <div class="in-column">
          <ReelScreen :reel="reel" :screen="screen" @canvas="(element) => (canvas = element)" @go="go" />
          <ShotPanel v-if="chosen >= 0" :key="chosenId" :reel="reel" :at="chosen" />
          <p v-else class="note">
            Choose a shot on the strip to trim it, to let it come in over the one before, or to note something.
          </p>
        </div>
        <ReelStrip :reel="reel" :screen="screen" @pick="pick" />
      </div>
    </template>
    <p class="unseen" role="status">{{ isKept ? 'Kept' : 'Keeping' }}</p>
  </div>
</template>

<style scoped>
.page {
  display: flex;
  flex-direction: column;
  gap: 10px;
  max-width: 1480px;
  min-height: 100%;
  margin: 0 auto;
  padding: 14px 20px 20px;
}

.trouble {
  color: var(--plum);
}

.empty {
  display: grid;
  gap: 12px;
  justify-items: start;
  padding: 24px;
}

.table {
  display: grid;
  grid-template-columns: minmax(340px, 620px) minmax(280px, 1fr);
  gap: 14px;
  align-items: start;
}

.in-column {
  display: grid;
  gap: 10px;
}

@media (max-width: 760px) {
  .table {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
