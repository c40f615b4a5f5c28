<script setup lang="ts">
import { CHARACTER_KINDS, counted, nameSchema, sentenceOf, type Character } from '@unhurried/core'
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'
import ProgressLine from '../parts/ProgressLine.vue'
import { typing } from '../parts/typing'
import EntryCard from './EntryCard.vue'
import { useLibrary } from './useLibrary'

const { production } = defineProps<{ production: string }>()
const library = useLibrary(production)
const { name, document, trouble, entries, behind, progress, said, isKept } = library
const kind = ref<Character['kind']>('character')
const newName = ref('')
const nameTrouble = ref('')
function add() {
  const parsed = nameSchema.safeParse(newName.value)
  nameTrouble.value = parsed.success ? '' : sentenceOf(parsed.error)
  if (parsed.success && library.add(kind.value, parsed.data)) newName.value = ''
}
useEventListener(window, 'keydown', (event) => {
  if (typing(event.target) || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
  event.preventDefault()
  if (event.shiftKey) library.redo()
  else library.undo()
})
</script>

<template>
  <div class="page">
    <div class="line head">
      <h1>Library of {{ name || 'a production' }}</h1>
      <span class="line acts">
        <button class="word" :disabled="library.undoable.value.length === 0" @click="library.undo">Undo</button>
        <button class="word" :disabled="library.redoable.value.length === 0" @click="library.redo">Redo</button>
        <RouterLink class="word" :to="{ name: 'reel', params: { production } }">Reel</RouterLink>
        <RouterLink class="word" to="/">Back to the shelf</RouterLink>
      </span>
    </div>
    <p v-if="trouble" class="wrong" role="alert">
      {{ trouble }} <button v-if="!document" class="word" @click="library.load">Try again</button>
    </p>
    <p v-if="!document && !trouble" class="note">Fetching the library …</p>
    <template v-else-if="document">
      <section v-if="behind.length > 0 || progress" class="paper behind" aria-label="Behind the library">
        <ProgressLine
          v-if="progress"
          :share="progress.done / Math.max(1, progress.of)"
          :words="`${progress.done} of ${counted(progress.of, 'scene')} brought along`"
          @stop="library.stop"
        />
        <template v-else>
          <p>
            {{ counted(behind.length, 'scene') }} {{ behind.length === 1 ? 'has' : 'have' }} other colours than the
            library:
            {{
              behind
                .slice(0, 6)
                .map((scene) => scene.name)
                .join(', ')
            }}{{ behind.length > 6 ? ' …' : '' }}.
          </p>
          <button class="word main" @click="library.follow">
            Bring {{ behind.length === 1 ? 'it' : 'them' }} along
          </button>
        </template>
      </section>
      <p v-if="said" :class="said.wrong ? 'wrong' : 'note'" :role="said.wrong ? 'alert' : 'status'">
        {{ said.sentence }}
      </p>
      <p v-if="entries.length === 0" class="note">
        Nobody is in it yet. Put in who and what comes again in several scenes: their colours, model sheets and
        landmarks are set here once, and scenes follow.
      </p>
      <EntryCard v-for="entry in entries" :key="entry.id" :library="library" :entry="entry" />
      <form class="line" @submit.prevent="add">
        <span role="group" aria-label="Kind" class="line">
          <button
            v-for="each in CHARACTER_KINDS"
            :key="each"
            type="button"
            class="word"
            :aria-pressed="kind === each"
            @click="kind = each"
          >
            {{ each }}
          </button>
        </span>
        <ElInput v-model="newName" size="small" class="name" placeholder="Name" aria-label="Name of a new entry" />
        <button class="word">Put it in</button>
        <span v-if="nameTrouble" class="wrong" role="alert">{{ nameTrouble }}</span>
      </form>
    </template>
    <p class="unseen" role="status">{{ isKept ? 'Kept' : 'Keeping' }}</p>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  gap: 12px;
  max-width: 1240px;
  margin: 0 auto;
  padding: 18px 28px 40px;
}

.head {
  align-items: baseline;
}

.acts {
  margin-left: auto;
}

.name {
  width: 200px;
}

.behind {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
  padding: 10px 14px;
  border-color: var(--plum);
}

.wrong {
  color: var(--plum);
}
</style>
