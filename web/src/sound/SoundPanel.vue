<script setup lang="ts">
import { counted } from '@unhurried/core'
import { computed } from 'vue'
import FilesButton from '../parts/files/FilesButton.vue'
import ProgressLine from '../parts/ProgressLine.vue'
import { useScene } from '../session/scene'
import SoundRow from './SoundRow.vue'
import TempoFound from './TempoFound.vue'
import { SOUND_ACCEPT, useBringIn } from './useBringIn'
import { useRecorder, type Microphone } from './useRecorder'

/** The sounds of the scene: brought in, placed, cut and made stronger or weaker. */
const scrubs = defineModel<boolean>('scrubs', { required: true })
/** The frame that is seen, also while it plays. */
defineProps<{ frame: number }>()
const emit = defineEmits<{ done: [] }>()
const store = useScene()
const { progress, trouble, left, bring, again, stop } = useBringIn()
const sounds = computed(() => Object.values(store.scene!.sounds ?? {}))
let recordedAt = 1
const recorder = useRecorder((file) => void bring([file], recordedAt))
const { seconds: recorded } = recorder
function record(microphone: Microphone) {
  recordedAt = store.frame
  void recorder.record(microphone)
}
const take = (files: Iterable<File>) => bring([...files], store.frame)
</script>

<template>
  <div class="sounds" @dragover.prevent @drop.prevent.stop="take($event.dataTransfer?.files ?? [])">
    <h3>Sound</h3>
    <p v-if="sounds.length === 0" class="note">
      No sound yet. Bring in a voice, music or a noise: it begins at frame {{ store.frame }} and stands on the sheet
      beside the frames.
    </p>
    <SoundRow v-for="sound in sounds" :key="sound.id" :sound="sound" :frame="frame" />
    <ProgressLine v-if="progress" v-bind="progress" @stop="stop" />
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <button v-if="left.length > 0 && !progress" class="word close" @click="again">Try it again</button>
    <div v-if="!progress" class="line">
      <FilesButton name="Bring in a sound" :accept="SOUND_ACCEPT" multiple @files="take"
        >Bring in a sound …</FilesButton
      >
      <button
        v-if="sounds.length > 0"
        class="word"
        :aria-pressed="scrubs"
        title="What lies under a frame is heard when you go there"
        @click="scrubs = !scrubs"
      >
        heard while flipping
      </button>
      <span v-if="sounds.length > 1" class="note">{{ counted(sounds.length, 'sound') }}</span>
    </div>
    <div v-if="recorded !== undefined" class="line" role="status">
      <span>Recording: {{ recorded.toFixed(1) }} s</span>
      <button class="word main" @click="recorder.stop()">Stop and keep it</button>
    </div>
    <div v-else-if="!progress" class="line" role="group" aria-label="Record">
      <button class="word" @click="record('own')">Record from the microphone</button>
      <button class="word" title="A made-up voice, to try it with no microphone" @click="record('stand-in')">
        from the stand-in
      </button>
    </div>
    <p v-if="recorder.trouble.value" class="wrong" role="alert">{{ recorder.trouble.value }}</p>
    <TempoFound v-if="sounds.length > 0" :sounds="sounds" />
    <button class="word close" @click="emit('done')">Close</button>
  </div>
</template>

<style scoped>
.sounds {
  display: grid;
  gap: 7px;
  max-height: 70vh;
  overflow: auto;
}

.close {
  justify-self: start;
}

.wrong {
  color: var(--plum);
}
</style>
