<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import type { Thing, ThingAct } from './things'

/** What can be done with what lies at a place, the nearest thing first. */
const props = defineProps<{ things: readonly Thing[]; at: { readonly clientX: number; readonly clientY: number } }>()
const emit = defineEmits<{ close: [] }>()
const host = ref<HTMLElement>()
const place = ref({ left: props.at.clientX, top: props.at.clientY })
const before = document.activeElement
const rows = computed(() => [...(host.value?.querySelectorAll<HTMLElement>('[role=menuitem]') ?? [])])

onMounted(async () => {
  const { width, height } = host.value!.getBoundingClientRect()
  place.value = {
    left: Math.max(4, Math.min(props.at.clientX, innerWidth - width - 4)),
    top: Math.max(4, Math.min(props.at.clientY, innerHeight - height - 4)),
  }
  await nextTick()
  rows.value[0]?.focus()
})

function close() {
  emit('close')
  if (before instanceof HTMLElement && before.isConnected) before.focus()
}
function act({ does }: ThingAct) {
  close()
  does()
}
function onKey(event: KeyboardEvent) {
  const here = rows.value.indexOf(document.activeElement as HTMLElement)
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key]
  const to = step !== undefined ? here + step : { Home: 0, End: rows.value.length - 1 }[event.key]
  if (event.key === 'Escape' || event.key === 'Tab') close()
  else if (to !== undefined) rows.value[(to + rows.value.length) % rows.value.length]?.focus()
  else if (event.key !== 'Enter' && event.key !== ' ') return
  event.stopPropagation()
  if (event.key !== 'Enter' && event.key !== ' ') event.preventDefault()
}
</script>

<template>
  <Teleport to="#el-popper-container-1">
    <div class="cover" @pointerdown.self="close" @contextmenu.self.prevent="close">
      <div
        ref="host"
        class="paper menu"
        role="menu"
        aria-label="What can be done here"
        :style="{ left: `${place.left}px`, top: `${place.top}px` }"
        @keydown="onKey"
      >
        <div v-for="thing in things" :key="thing.words" role="group" :aria-label="thing.words">
          <p class="note" aria-hidden="true">{{ thing.words }}</p>
          <button v-for="each in thing.acts" :key="each.words" role="menuitem" @click="act(each)">
            <span>{{ each.words }}</span><kbd v-if="each.key">{{ each.key }}</kbd>
          </button>
        </div>
      </div>
    </div>
  </Teleport>
</template>

<style scoped>
.cover {
  position: fixed;
  inset: 0;
  z-index: 55;
}

.menu {
  position: fixed;
  display: grid;
  gap: 6px;
  min-width: 220px;
  max-width: 340px;
  max-height: 88vh;
  padding: 8px 6px;
  overflow: auto;
}

.menu > div + div {
  padding-top: 6px;
  border-top: 1px dashed var(--rule);
}

.note {
  margin: 0 8px 2px;
}

button {
  display: flex;
  gap: 12px;
  align-items: baseline;
  justify-content: space-between;
  width: 100%;
  min-height: 26px;
  padding: 3px 8px;
  border: 0;
  border-left: 3px solid transparent;
  background: none;
  color: var(--ink);
  font: inherit;
  text-align: left;
  cursor: pointer;
}

button:hover,
button:focus-visible {
  border-left-color: var(--persimmon);
  background: var(--sheet-shade);
  outline: none;
}

kbd {
  color: var(--graphite);
  font: 500 12.5px/1.4 var(--text);
  white-space: nowrap;
}

@media (forced-colors: active) {
  button:focus-visible {
    outline: 2px solid Highlight;
  }
}
</style>
