<script setup lang="ts">
import { nextTick, onBeforeUnmount, onMounted, ref } from 'vue'
import { typedAhead } from './typed-ahead'
import { useFind } from './useFind'
import type { Act } from './doing'
import type { FollowedFind } from './follow-find'

/** One line that finds any act by what it is called here or elsewhere, or by its key, and does it. */
const { begin } = defineProps<{ begin: FollowedFind['begin'] }>()
const emit = defineEmits<{ close: [] }>()
const { words, found, at, needsScene, act, step } = useFind(() => emit('close'))
const field = ref<HTMLInputElement>()
/** Whether it is shown where it lies, for the hand to do. */
const goesOnly = ({ doing }: Act) => doing.is !== 'command' || doing.via !== undefined
const before = document.activeElement
onMounted(async () => {
  field.value?.focus()
  const { text, ended } = typedAhead(begin())
  words.value = text
  await nextTick()
  if (ended === 'Escape') emit('close')
  else if (ended && found.value[0]) void act(found.value[0])
})
onBeforeUnmount(() => before instanceof HTMLElement && before.isConnected && before.focus())

function onKey(event: KeyboardEvent) {
  const { key } = event
  if (key === 'ArrowDown') step(1)
  else if (key === 'ArrowUp') step(-1)
  else if (key === 'Escape') emit('close')
  else if (key === 'Enter' && found.value[at.value]) void act(found.value[at.value]!)
  else return
  event.preventDefault()
  event.stopPropagation()
}
</script>

<template>
  <div class="cover" @pointerdown.self="emit('close')">
    <section class="paper find" role="dialog" aria-label="Find anything" @keydown="onKey">
      <input
        ref="field"
        type="text"
        class="field"
        role="combobox"
        placeholder="What would you do? Our word, yours, or a key"
        aria-label="Find an act"
        aria-controls="found-acts"
        aria-autocomplete="list"
        :aria-expanded="found.length > 0"
        :aria-activedescendant="found[at] ? `act-${at}` : undefined"
        :value="words"
        @input="words = ($event.target as HTMLInputElement).value"
      />
      <ul id="found-acts" role="listbox" aria-label="Found">
        <li
          v-for="(each, i) in found"
          :id="`act-${i}`"
          :key="each.id"
          role="option"
          :aria-selected="i === at"
          :aria-disabled="needsScene(each)"
          :class="{ here: i === at, asleep: needsScene(each) }"
          @pointermove="at = i"
          @click="act(each)"
        >
          <span class="words">{{ each.words }}</span>
          <span class="note">{{ needsScene(each) ? `${each.lives}, in an open scene` : each.lives }}</span>
          <kbd v-if="each.key">{{ each.key }}</kbd>
        </li>
      </ul>
      <p v-if="words.trim() && found.length === 0" class="note" role="status">
        Nothing is called that here. Try another word for it.
      </p>
      <p v-else class="note foot">
        <template v-if="found[at]"
          >{{ goesOnly(found[at]!) ? 'Enter goes there.' : 'Enter does it.' }}
          <RouterLink :to="{ name: 'guide', params: { page: found[at]!.guide } }" @click="emit('close')"
            >How it works</RouterLink
          ></template
        >
        <RouterLink v-else :to="{ name: 'guide', params: { page: 'shelf' } }" @click="emit('close')"
          >The guide</RouterLink
        >
      </p>
    </section>
  </div>
</template>

<style scoped>
.cover {
  position: fixed;
  inset: 0;
  z-index: 60;
}

.find {
  display: grid;
  gap: 6px;
  width: min(620px, 94vw);
  margin: 9vh auto 0;
  padding: 12px 14px;
}

.field {
  width: 100%;
  padding: 8px 10px;
  border: 1px solid var(--edge);
  border-radius: var(--corner);
  background: var(--card);
  font: 500 17px/1.3 var(--text);
}

ul {
  display: grid;
  max-height: 56vh;
  margin: 0;
  padding: 0;
  overflow: auto;
  list-style: none;
}

li {
  display: flex;
  gap: 10px;
  align-items: baseline;
  padding: 5px 8px;
  border-left: 3px solid transparent;
  cursor: pointer;
}

li.here {
  border-left-color: var(--persimmon);
  background: var(--sheet-shade);
}

li.asleep {
  cursor: default;
}

.words {
  flex: 1;
}

.asleep .words {
  color: var(--graphite);
}

kbd {
  padding: 0 6px;
  border: 1px solid var(--rule);
  border-radius: 4px;
  background: var(--card);
  font: 500 13px/1.5 var(--text);
  white-space: nowrap;
}

.foot {
  display: flex;
  gap: 8px;
}

@media (forced-colors: active) {
  li.here {
    outline: 2px solid Highlight;
  }
}
</style>
