import { LIMITS, nameWith } from '@unhurried/core'
import { putSound } from '@unhurried/core/api'
import { createGlobalState, useEventListener } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { inWords } from '../api/in-words'
import { upload } from '../api/upload'
import { freshId } from '../api/ids'
import { useScene, type ThisScene } from '../session/scene'
import { measureFile, remember } from '../session/measured'

export const SOUND_ACCEPT = 'audio/*,video/webm,video/mp4,.wav,.flac,.mp3,.ogg,.opus,.aac,.m4a'

/** Files to be laid on a scene from a frame on. */
interface Wished {
  readonly files: readonly File[]
  readonly start: number
  readonly scene: ThisScene
}

/**
 * Brings sounds into the scene: each is read through, then kept, and only then laid on the sheet. One for the whole
 * page: what is under way, or waits to be tried again, outlives the panel that shows it.
 */
export const useBringIn = createGlobalState(() => {
  const store = useScene()
  const progress = ref<{ words: string; share: number }>()
  const trouble = ref('')
  /** What could not be brought in, a recording among it, to be tried again. */
  const left = shallowRef<readonly Wished[]>([])
  const leftHere = computed(() => left.value.filter(({ scene }) => scene.id === store.id))
  useEventListener(window, 'beforeunload', (event) => left.value.length > 0 && event.preventDefault())
  let under = Promise.resolve()
  let stopping: AbortController | undefined

  async function one(file: File, { start, scene, signal }: Omit<Wished, 'files'> & { signal: AbortSignal }) {
    const tell = (words: string) => (share: number) => {
      if (!signal.aborted) progress.value = { words: `${words} ${file.name}`, share }
    }
    tell('Reading')(0)
    if (file.size > LIMITS.soundBytes)
      throw new Error(`${file.name} takes more than ${LIMITS.soundBytes / 1e6} MB. Save it as OGG or MP3 first.`)
    const measured = await measureFile(file, tell('Reading'))
    signal.throwIfAborted()
    const { sound } = await upload(putSound, file, { onProgress: tell('Keeping'), signal })
    remember(sound, measured)
    if (store.id !== scene.id || !store.working)
      throw new Error(`Its scene is no longer open: ${file.name} waits there to be tried again.`)
    const name = nameWith(file.name.replace(/\.\w+$/, '')) || 'Sound'
    scene.change({
      type: 'sound.put',
      sound: { id: freshId(), name, file: sound, seconds: measured.seconds, start, from: 0, strength: 1 },
    })
  }

  async function take({ files, start, scene }: Wished) {
    stopping = new AbortController()
    trouble.value = ''
    let at = 0
    try {
      for (; at < files.length; at++) await one(files[at]!, { start, scene, signal: stopping.signal })
    } catch (error) {
      if (!stopping.signal.aborted) {
        trouble.value = inWords(error)
        left.value = [...left.value, { files: files.slice(at), start, scene }]
      }
    }
    stopping = progress.value = undefined
  }
  const bring = (files: readonly File[], start: number) => add({ files, start, scene: store.thisScene() })
  /** One after the other: what comes while another is under way waits for it. */
  const add = (wished: Wished): Promise<void> => (under = under.then(() => take(wished)))

  return {
    progress,
    trouble,
    /** What waits in the scene that is open. */
    left: leftHere,
    bring,
    again() {
      const wished = leftHere.value
      left.value = left.value.filter((each) => !wished.includes(each))
      for (const each of wished) void add(each)
    },
    stop() {
      stopping?.abort(new Error('Stopped.'))
      progress.value = undefined
    },
  }
})
