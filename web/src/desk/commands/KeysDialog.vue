<script setup lang="ts">
import { ref } from 'vue'
import { changeKey, COMMANDS, keyName, keyShown, usualKeys, type CommandId } from './commands'

const open = defineModel<boolean>({ required: true })
const waiting = ref<CommandId>()
const sentence = ref('')

/** What a key is for that cannot be given away. */
function keptFor(key: string): string {
  if (key === '/') return '“/” opens the line that finds anything.'
  return /^[1-9]$/.test(key) ? 'Digits expose on that many frames.' : ''
}

function take(event: KeyboardEvent) {
  if (!waiting.value) return
  event.preventDefault()
  event.stopPropagation()
  if (event.key === 'Escape') {
    waiting.value = undefined
    return
  }
  const key = keyName(event)
  if (!key) return
  const taken = keptFor(key)
  const other = taken ? undefined : changeKey(waiting.value, key)
  sentence.value =
    taken || (other ? `“${key}” is the key of “${COMMANDS.find((each) => each.id === other)!.words}” already.` : '')
  if (!taken && !other) waiting.value = undefined
}
</script>

<template>
  <ElDialog v-model="open" title="All keys" width="min(1040px, 95vw)" top="4vh" @closed="waiting = undefined">
    <p class="note">
      Press a key’s button, then the key you want there. Digits 1 to 9 expose the drawing, or all that are chosen, on
      that many frames. Ctrl+C, Ctrl+X and Ctrl+V copy, cut and paste frames, Ctrl+A chooses the level, Delete leaves
      empty, Escape lets go.
    </p>
    <p v-if="sentence" class="sentence" role="alert">{{ sentence }}</p>
    <ul @keydown.capture="take">
      <li v-for="command in COMMANDS" :key="command.id">
        <span>{{ command.words }}</span>
        <button
          class="word sign"
          :aria-pressed="waiting === command.id"
          :aria-label="`Change the key of: ${command.words}`"
          @click="waiting = command.id"
        >
          {{ waiting === command.id ? 'press a key' : keyShown(command.id) }}
        </button>
      </li>
    </ul>
    <button class="word" @click="usualKeys()">Put the usual keys back</button>
  </ElDialog>
</template>

<style scoped>
ul {
  columns: 3;
  column-gap: 24px;
  margin: 12px 0;
  padding: 0;
  list-style: none;
}

li {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
  padding: 3px 0;
  break-inside: avoid;
}

.sentence {
  color: var(--plum);
}
</style>
