<script setup lang="ts">
import { LIMITS, nameWith, type Footage } from '@unhurried/core'
import { putSound } from '@unhurried/core/api'
import { computed, onUnmounted, ref } from 'vue'
import { inWords } from '../api/in-words'
import { freshId } from '../api/ids'
import { upload } from '../api/upload'
import FilesButton from '../parts/files/FilesButton.vue'
import ProgressLine from '../parts/ProgressLine.vue'
import { useScene } from '../session/scene'
import FootageRow from './FootageRow.vue'
import { films } from './films'

/** Films under the paper: brought in, placed, timed and veiled. */
const store = useScene()
const all = computed(() => Object.values(store.scene!.footage ?? {}))
const progress = ref<{ words: string; share: number }>()
const trouble = ref('')
const arrived = ref(0)
onUnmounted(films.onChange(() => arrived.value++))
const troubleOf = (film: Footage) => (arrived.value >= 0 ? films.troubleOf(film.file) : undefined)
let stopping: AbortController | undefined

async function bring(file: File | undefined) {
  if (!file) return
  stopping = new AbortController()
  const { signal } = stopping
  const [here, start] = [store.thisScene(), store.frame]
  const tell = (words: string) => (share: number) => {
    if (!signal.aborted) progress.value = { words: `${words} ${file.name}`, share }
  }
  trouble.value = ''
  try {
    tell('Reading')(0)
    if (file.size > LIMITS.soundBytes)
      throw new Error(`${file.name} takes more than ${LIMITS.soundBytes / 1e6} MB. Cut out what the scene needs.`)
    const { openFilm } = await import('./open-film')
    const film = await openFilm(file, 64)
    const { seconds, width, height } = film
    film.close()
    signal.throwIfAborted()
    const { sound } = await upload(putSound, file, { onProgress: tell('Keeping'), signal })
    if (here.isOpen()) lay(file.name, { file: sound, start, seconds, width, height })
  } catch (error) {
    if (!signal.aborted) trouble.value = inWords(error)
  }
  stopping = progress.value = undefined
}

/** As large as fits the paper, in its middle, half veiled. */
function lay(name: string, film: Pick<Footage, 'file' | 'start' | 'seconds' | 'width' | 'height'>) {
  const paper = store.scene!.settings
  const scale = Math.min(paper.width / film.width, paper.height / film.height)
  const across = film.width * scale
  store.change({
    type: 'footage.put',
    footage: {
      ...{ id: freshId(), name: nameWith(name.replace(/\.\w+$/, '')) || 'Film', ...film },
      ...{ from: 0, speed: 1, strength: 0.5 },
      ...{ x: (paper.width - across) / 2, y: (paper.height - film.height * scale) / 2, across },
    },
  })
}
function stop() {
  stopping?.abort(new Error('Stopped.'))
  progress.value = undefined
}
</script>

<template>
  <section
    class="films"
    aria-label="Footage"
    @dragover.prevent
    @drop.prevent.stop="bring($event.dataTransfer?.files[0])"
  >
    <h3>Footage under the paper</h3>
    <p v-if="all.length === 0" class="note">
      A short film of a hand or a walk, veiled, to time from and to trace. Each frame shows exactly the picture that
      belongs to it; it goes out with the scene only when you say so at Hand over.
    </p>
    <FootageRow v-for="film in all" :key="film.id" :film="film" :trouble="troubleOf(film)" />
    <ProgressLine v-if="progress" v-bind="progress" @stop="stop" />
    <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
    <div v-if="!progress" class="line">
      <FilesButton
        name="Bring in a film"
        accept="video/webm,video/mp4,video/quicktime,.mov,.mkv"
        @files="([first]) => bring(first)"
        >Bring in a film …</FilesButton
      >
    </div>
  </section>
</template>

<style scoped>
.films {
  display: grid;
  gap: 7px;
  padding-top: 8px;
  border-top: 1px solid var(--rule);
}

.wrong {
  color: var(--plum);
}
</style>
