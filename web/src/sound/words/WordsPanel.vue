<script setup lang="ts">
import { counted, frameAtSecond, heardWords, isUnsure, LIMITS, SPEECH_SOUNDS, type Sound } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { inWords } from '../../api/in-words'
import FilesButton from '../../parts/files/FilesButton.vue'
import { useScene } from '../../session/scene'
import MouthPanel from '../MouthPanel.vue'
import { readCues } from './read-cues'
import WordRow from './WordRow.vue'
import { useWords } from './useWords'

/** What is said in a sound: typed or brought, laid where it is heard, put right by hand; and the mouths to it. */
const { sound } = defineProps<{ sound: Sound; frame: number }>()
const store = useScene()
const work = useWords(() => sound)
const { words, share, trouble } = work
const fps = computed(() => store.scene!.settings.fps)
const text = ref('')
const letters = ref(false)
const listed = ref(false)
// What is laid is what is written, until somebody writes.
watch(
  () => words.value.map((word) => word.text).join(' '),
  (now) => (text.value = now),
  { immediate: true },
)
watch(work.byLetters, (now) => (letters.value = now), { immediate: true })
const heard = computed(() => heardWords(sound, store.scene!.said?.[sound.id], fps.value))
const unsure = computed(() => words.value.filter(isUnsure).length)
const busy = computed(() => share.value !== undefined)

async function bring([file]: readonly File[]) {
  try {
    await work.layCues(await readCues(file!))
  } catch (error) {
    trouble.value = inWords(error)
  }
}
/** The frame on which a second of the sound is heard. */
const frameOf = (second: number) => Math.max(1, Math.floor(frameAtSecond(sound, second, fps.value)))
</script>

<template>
  <div class="words" role="group" :aria-label="`Words of ${sound.name}`">
    <label :for="`said-${sound.id}`">What is said</label>
    <ElInput
      :id="`said-${sound.id}`"
      v-model="text"
      type="textarea"
      :autosize="{ minRows: 2, maxRows: 6 }"
      :maxlength="LIMITS.words * 12"
      placeholder="Type or paste the line as it is said"
    />
    <div class="line">
      <button class="word main" :disabled="busy || text.trim() === ''" @click="work.layText(text, letters)">
        {{ words.length > 0 ? 'Lay them anew' : 'Lay the words' }}
      </button>
      <button
        class="word"
        :aria-pressed="letters"
        title="For any language but English: each word is said by its letters"
        @click="letters = !letters"
      >
        by their letters
      </button>
      <FilesButton
        :name="`Bring in subtitles for ${sound.name}`"
        accept=".vtt,.srt,text/vtt"
        :disabled="busy"
        @files="bring"
        >Subtitles …</FilesButton
      >
      <button v-if="words.length > 0" class="word" :disabled="busy" @click="work.takeOut">take the words out</button>
    </div>
    <p v-if="busy" class="note" role="status">Listening … {{ Math.round(100 * share!) }} %</p>
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <template v-if="words.length > 0">
      <div class="line">
        <button class="word" :aria-expanded="listed" @click="listed = !listed">
          {{ counted(words.length, 'word') }} laid
        </button>
        <span v-if="unsure > 0" class="note">
          <i class="unsure" aria-hidden="true" /> {{ counted(unsure, 'word') }} not sure: listen there, and drag its
          edge on the sheet
        </span>
      </div>
      <ol v-if="listed" class="list">
        <WordRow
          v-for="(word, place) in words"
          :key="place"
          :word="word"
          :from="frameOf(word.at[0]!)"
          :to="frameOf(word.at.at(-1)! - 1e-6)"
          :heard="heard.some((each) => each.place === place)"
          @go="store.goTo(Math.min(store.scene!.settings.length, frameOf(word.at[0]!)))"
          @sounds="(written) => work.writeSounds(place, written)"
          @free="work.free(place)"
        />
      </ol>
      <details v-if="listed" class="note">
        <summary>Sounds a word can be written with</summary>
        <span v-for="(as, symbol) in SPEECH_SOUNDS" :key="symbol" class="symbol"
          ><b>{{ symbol }}</b> {{ as }}</span
        >
        <p>A vowel that is stressed has a 1 behind it.</p>
      </details>
      <MouthPanel :sound="sound" :frame="frame" />
    </template>
  </div>
</template>

<style scoped>
.words {
  display: grid;
  gap: 5px;
  padding: 4px 0 4px 10px;
  border-left: 2px solid var(--rule);
}

.list {
  display: grid;
  gap: 2px;
  max-height: 190px;
  padding: 0;
  margin: 0;
  overflow: auto;
  list-style: none;
}

.symbol {
  display: inline-block;
  min-width: 76px;
  font-size: 0.9em;
}

.wrong {
  color: var(--plum);
}

.unsure {
  display: inline-block;
  width: 9px;
  height: 9px;
  border: 2px dotted var(--plum);
}
</style>
