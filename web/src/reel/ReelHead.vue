<script setup lang="ts">
import { counted, feetAndFrames, LIMITS, nameSchema, sentenceOf } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { framesAndSeconds } from '../parts/frames'
import type { UsedReel } from './useReel'

/** Which reel of the production it is, how long, and what is done with reels as a whole. */
const { reel } = defineProps<{ reel: UsedReel; open: 'out' | 'cuts' | undefined }>()
defineEmits<{ open: [what: 'out' | 'cuts'] }>()
const { name, reels, reel: shown, times } = reel
const changes = ref(false)
const newName = ref('')
const trouble = ref('')
watch(
  [shown, changes],
  () => {
    newName.value = shown.value?.name ?? ''
    trouble.value = ''
  },
  { immediate: true },
)
const length = computed(() => {
  const { frames, fps, shots } = times.value
  return `${counted(shots.length, 'shot')}, ${framesAndSeconds(frames, fps)}, ${feetAndFrames(frames)} feet and frames`
})
function change(fields: { name?: string; fps?: number }) {
  const { id, name: called, fps } = shown.value!
  const parsed = nameSchema.safeParse(fields.name ?? called)
  trouble.value = parsed.success ? '' : sentenceOf(parsed.error)
  if (parsed.success) reel.change({ type: 'reel.put', part: { id, fps: fields.fps ?? fps, name: parsed.data } })
}
function takeOff() {
  reel.change({ type: 'reel.remove', id: shown.value!.id })
  changes.value = false
}
</script>

<template>
  <div class="line head">
    <h1>Reel of {{ name || 'a production' }}</h1>
    <span v-if="shown" class="note" data-test="length">{{ length }}</span>
    <span class="line acts">
      <button class="word" :disabled="reel.undoable.value.length === 0" @click="reel.undo">Undo</button>
      <button class="word" :disabled="reel.redoable.value.length === 0" @click="reel.redo">Redo</button>
      <button class="word" :disabled="!shown" :aria-expanded="open === 'cuts'" @click="$emit('open', 'cuts')">
        Look at the cuts
      </button>
      <button class="word" :disabled="!shown" :aria-expanded="open === 'out'" @click="$emit('open', 'out')">
        Hand over …
      </button>
      <RouterLink class="word" to="/">Back to the shelf</RouterLink>
    </span>
  </div>
  <div v-if="shown" class="line" role="group" aria-label="Reels">
    <button
      v-for="each in reels"
      :key="each.id"
      class="word"
      :aria-pressed="each.id === shown.id"
      @click="reel.choose(each.id)"
    >
      {{ each.name }}
    </button>
    <button class="word" @click="reel.newReel()">New reel</button>
    <button class="word" :aria-expanded="changes" @click="changes = !changes">Change this one</button>
  </div>
  <div v-if="shown && changes" class="line" role="group" aria-label="This reel">
    <ElInput
      v-model="newName"
      size="small"
      class="name"
      aria-label="Name of this reel"
      @change="(to: string) => change({ name: to })"
    />
    <label>
      <NumberField
        size="small"
        :model-value="shown.fps"
        :min="LIMITS.fps.min"
        :max="LIMITS.fps.max"
        aria-label="Frames a second of this reel"
        @change="(fps?: number) => fps && change({ fps })"
      />
      frames a second
    </label>
    <button class="word" @click="reel.copyReel(shown)">Copy it, for another cut</button>
    <button class="word" @click="takeOff">Take it off</button>
    <span v-if="trouble" class="wrong" role="alert">{{ trouble }}</span>
  </div>
</template>

<style scoped>
.head {
  align-items: baseline;
}

.acts {
  margin-left: auto;
}

.name {
  width: 220px;
}

.wrong {
  color: var(--plum);
}
</style>
