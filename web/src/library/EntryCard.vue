<script setup lang="ts">
import { counted, LIMITS, nameSchema, type Character } from '@unhurried/core'
import { computed, defineAsyncComponent, ref } from 'vue'
import EntryColours from './EntryColours.vue'
import EntryLandmarks from './EntryLandmarks.vue'
import EntryMouths from './EntryMouths.vue'
import ModelSheets from './ModelSheets.vue'
import type { UsedLibrary } from './useLibrary'

/** One character, prop or ground: its colours, its model sheets, and what else is known of it. */
const { library, entry } = defineProps<{ library: UsedLibrary; entry: Character }>()
// Every check by its words: only when they are looked at.
const EntryLimits = defineAsyncComponent(() => import('./EntryLimits.vue'))
const showsLimits = ref(false)
const users = computed(() => library.usersOf(entry.id))
const trouble = ref('')
function rename(to: string) {
  const parsed = nameSchema.safeParse(to)
  trouble.value = parsed.success ? '' : 'Give it a name.'
  if (parsed.success) library.changeEntry(entry, { name: parsed.data })
}
</script>

<template>
  <section class="paper entry" :aria-label="entry.name">
    <div class="line">
      <ElInput
        :model-value="entry.name"
        :model-modifiers="{ lazy: true }"
        size="small"
        class="name"
        aria-label="Name"
        @change="rename"
      />
      <span class="note">{{ entry.kind }}</span>
      <span v-if="trouble" class="wrong" role="alert">{{ trouble }}</span>
      <span class="line acts">
        <button class="word" :disabled="library.entries.value[0] === entry" @click="library.move(entry, -1)">
          Earlier
        </button>
        <button class="word" :disabled="library.entries.value.at(-1) === entry" @click="library.move(entry, 1)">
          Later
        </button>
        <button class="word" @click="library.change({ type: 'character.remove', id: entry.id })">Take off</button>
      </span>
    </div>
    <EntryColours :library="library" :entry="entry" />
    <ModelSheets :library="library" :entry="entry" />
    <div class="line">
      <label>
        <NumberField
          size="small"
          :model-value="entry.heads"
          :min="0.5"
          :max="40"
          :step="0.5"
          placeholder="any"
          optional
          aria-label="Heads high"
          @change="(heads?: number) => library.changeEntry(entry, { heads: heads || undefined })"
        />
        heads high
      </label>
      <label>
        drawn with a line of
        <NumberField
          size="small"
          :model-value="entry.lineWidth"
          :min="0.5"
          :max="200"
          :step="0.5"
          placeholder="any"
          optional
          aria-label="Width of its line"
          @change="(lineWidth?: number) => library.changeEntry(entry, { lineWidth: lineWidth || undefined })"
        />
        px
      </label>
      <ElInput
        class="told"
        size="small"
        :model-value="entry.note ?? ''"
        :model-modifiers="{ lazy: true }"
        placeholder="Note"
        aria-label="Note"
        :maxlength="LIMITS.note"
        @change="(note: string) => library.changeEntry(entry, { note: note.trim() || undefined })"
      />
    </div>
    <EntryLandmarks :library="library" :entry="entry" />
    <EntryMouths v-if="entry.kind === 'character'" :library="library" :entry="entry" />
    <details
      :open="entry.limits !== undefined"
      @toggle="({ target }) => (showsLimits = (target as HTMLDetailsElement).open)"
    >
      <summary>Limits of its own for Second look</summary>
      <EntryLimits v-if="showsLimits" :library="library" :entry="entry" />
    </details>
    <p class="note" data-test="users">
      <template v-if="users.length === 0"
        >No scene has its colours yet: bring it in from the colours of a scene.</template
      >
      <template v-else>
        In {{ counted(users.length, 'scene') }}:
        <template v-for="(scene, i) in users.slice(0, 12)" :key="scene.id"
          >{{ i > 0 ? ', ' : ''
          }}<RouterLink :to="{ name: 'draw', params: { scene: scene.id } }">{{ scene.name }}</RouterLink></template
        >{{ users.length > 12 ? ' …' : '.' }}
      </template>
    </p>
  </section>
</template>

<style scoped>
.entry {
  display: grid;
  gap: 10px;
  padding: 12px 16px;
}

.name {
  width: 220px;
}

.told {
  flex: 1;
  min-width: 180px;
}

.acts {
  margin-left: auto;
}

.wrong {
  color: var(--plum);
}

summary {
  color: var(--lagoon);
  cursor: pointer;
}
</style>
