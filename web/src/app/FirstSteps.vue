<script setup lang="ts">
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { computed, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useFirstSteps } from '../session/first-steps'
import { useScene } from '../session/scene'
import { FIRST_STEPS, stepNow } from './first-steps'

/** One sentence beside the thing it is about, until that is done. */
const steps = useFirstSteps()
const route = useRoute()
const store = useScene()
const now = computed(() => ({ page: String(route.name ?? ''), scene: store.working }))
const step = computed(() => (steps.value.isOn ? FIRST_STEPS[steps.value.next] : undefined))

/** Goes on to a step; past the last they are taken, and can be taken again from the first. */
function goTo(next: number) {
  steps.value = next < FIRST_STEPS.length ? { next, isOn: true } : { next: 0, isOn: false }
}
watch(
  [now, step],
  () => {
    const { next, isOn } = steps.value
    if (!isOn) return
    const found = stepNow(next, now.value)
    if (found !== next) goTo(found)
  },
  { immediate: true },
)

const box = shallowRef<DOMRect>()
const thing = () => document.querySelector(`[data-thing="${step.value?.at}"]`)
function look() {
  const rect = thing()?.getBoundingClientRect()
  const { value } = box
  if (rect && value && rect.x === value.x && rect.y === value.y && rect.width === value.width) return
  box.value = rect
}
useIntervalFn(look, 250, { immediateCallback: true })
watch(step, look, { flush: 'post' })
// What is done by using the thing is done once it was used.
useEventListener('click', (event) => {
  if (step.value && !step.value.isDone && thing()?.contains(event.target as Node)) goTo(steps.value.next + 1)
})

const WIDE = 250
/** Beside the thing where there is room, else in its corner; without the thing at the window's foot. */
const place = computed(() => {
  if (!box.value) return { left: '18px', bottom: '18px' }
  const { left, right, top, bottom } = box.value
  const isLarge = right - left > innerWidth / 3 && bottom - top > innerHeight / 3
  if (isLarge) return { left: `${right - WIDE - 12}px`, top: `${top + 12}px` }
  // What lies at the window's foot has its sentence above it.
  if (top > innerHeight * 0.6)
    return { left: `${Math.min(left, innerWidth - WIDE - 8)}px`, bottom: `${innerHeight - top + 8}px` }
  const x = right + WIDE + 16 < innerWidth ? right + 10 : Math.max(8, left - WIDE - 10)
  const beside = left - WIDE - 10 >= 8 || right + WIDE + 16 < innerWidth
  return { left: `${x}px`, top: `${Math.min(beside ? top : bottom + 8, innerHeight - 150)}px` }
})
</script>

<template>
  <aside v-if="step" class="paper step" aria-label="First steps" :style="place">
    <p role="status" data-test="step">{{ step.says }}</p>
    <div class="line">
      <span class="note">{{ steps.next + 1 }} of {{ FIRST_STEPS.length }}</span>
      <button class="word" @click="goTo(steps.next + 1)">Go on</button>
      <button
        class="word"
        title="Taken up again in Practice, whenever you like"
        @click="steps = { ...steps, isOn: false }"
      >
        Leave
      </button>
    </div>
  </aside>
</template>

<style scoped>
.step {
  position: fixed;
  z-index: 40;
  display: grid;
  gap: 6px;
  width: 250px;
  padding: 10px 12px;
  border-left: 3px solid var(--persimmon);
}

.line .note {
  flex: 1;
}
</style>
