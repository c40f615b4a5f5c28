<script setup lang="ts">
import { frameAtSecond, LIMITS, secondAt, type Sound } from '@unhurried/core'
import { computed, ref } from 'vue'

/** Notes to what is heard: each stays at its second of the sound, wherever that is laid. */
const { sound, fps, frame } = defineProps<{ sound: Sound; fps: number; frame: number }>()
const emit = defineEmits<{ notes: [notes: NonNullable<Sound['notes']> | undefined]; go: [frame: number] }>()

/** A second at the border of two frames belongs to the later. */
const NEARLY = 1e-6
const writing = ref('')
const notes = computed(() =>
  (sound.notes ?? []).map((note) => ({ ...note, frame: Math.floor(frameAtSecond(sound, note.at, fps) + NEARLY) })),
)
/** The second that is heard at the frame one is at. */
const here = computed(() => secondAt(sound, frame, fps))

function put(kept: NonNullable<Sound['notes']>) {
  emit('notes', kept.length > 0 ? [...kept].sort((a, b) => a.at - b.at) : undefined)
}
function write() {
  const text = writing.value.trim()
  if (!text || here.value === undefined) return
  put([...(sound.notes ?? []), { at: here.value, text }])
  writing.value = ''
}
const rewrite = (place: number, text: string) =>
  put((sound.notes ?? []).flatMap((note, i) => (i !== place ? [note] : text.trim() ? [{ ...note, text }] : [])))
</script>

<template>
  <ul v-if="notes.length > 0" class="notes" :aria-label="`Notes to ${sound.name}`">
    <li v-for="(note, i) in notes" :key="i">
      <button class="word" :title="`Go to frame ${note.frame}`" @click="emit('go', note.frame)">
        {{ note.frame }}
      </button>
      <ElInput
        size="small"
        :model-value="note.text"
        :model-modifiers="{ lazy: true }"
        :maxlength="LIMITS.note"
        :aria-label="`Note at frame ${note.frame}`"
        @change="(text: string) => rewrite(i, text)"
      />
      <button class="word" :aria-label="`Take out the note at frame ${note.frame}`" @click="rewrite(i, '')">
        take out
      </button>
    </li>
  </ul>
  <form class="line" @submit.prevent="write">
    <ElInput
      v-model="writing"
      :maxlength="LIMITS.note"
      size="small"
      class="writing"
      :disabled="here === undefined"
      :placeholder="here === undefined ? 'it is not heard at this frame' : `note at frame ${frame}`"
      :aria-label="`Note to ${sound.name} at frame ${frame}`"
    />
    <button class="word" :disabled="!writing.trim() || here === undefined">note it</button>
  </form>
</template>

<style scoped>
.notes {
  display: grid;
  gap: 3px;
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  display: grid;
  grid-template-columns: 44px 1fr auto;
  gap: 4px;
  align-items: center;
}

.writing {
  flex: 1;
}
</style>
