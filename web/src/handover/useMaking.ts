import {
  exportFormat,
  inkKey,
  PASSES,
  picturesOf,
  soundFilesOf,
  type Edit,
  type InkPiece,
  type PictureRun,
  drawingsOf,
} from '@unhurried/core'
import { onUnmounted, ref, shallowRef, type Ref } from 'vue'
import { inWords } from '../api/in-words'
import { api } from '../api/api'
import { editsApi } from '../api/edits'
import { useScene } from '../session/scene'
import { pictures } from '../stage/pictures/pictures'
import { levelAlone } from './level-alone'
import { handoverReportSchema, type HandoverOrder } from '../workers/handover/messages'

/** What is asked for on the page. */
export type Handover = Pick<
  HandoverOrder,
  'as' | 'take' | 'paper' | 'scale' | 'footage' | 'clear' | 'exact' | 'loops' | 'turns' | 'sprites' | 'first' | 'last'
> & {
  /** The scene itself, or how it was made, in so many seconds. */
  what: 'scene' | 'making'
  /** The one level that goes out in pictures; `*` is all of them. */
  level: string
  seconds: number
}

const NO_DRAWINGS = 'Some drawings could not be fetched: the server is not answering. Start it again, then hand over.'
const NO_PICTURE =
  'A picture of this scene could not be fetched. Take its ground away or put the picture in again, then hand over.'
const DIED = 'The work stopped unexpectedly. Try again, at a smaller size if it happens twice.'

/** Makes what is handed over, in a worker: how far it is, what came of it, or why nothing did. */
export function useMaking(form: Handover, runs: Ref<readonly PictureRun[]>) {
  const store = useScene()
  const progress = ref<{ share: number; words: string }>()
  const result = shallowRef<{ url: string; name: string; bytes: number; ms: number }>()
  const trouble = ref('')
  let worker: Worker | undefined
  /** Counts what was begun: what was stopped meanwhile goes no further. */
  let begun = 0

  function stop() {
    begun++
    worker?.terminate()
    worker = undefined
    progress.value = undefined
  }
  function fail(sentence: string) {
    stop()
    trouble.value = sentence
  }
  function forget() {
    if (result.value) URL.revokeObjectURL(result.value.url)
    result.value = undefined
  }
  onUnmounted(() => {
    stop()
    forget()
  })

  function begin(order: HandoverOrder) {
    worker = new Worker(new URL('../workers/handover/worker.ts', import.meta.url), { type: 'module' })
    worker.onerror = () => fail(DIED)
    worker.onmessage = (event: MessageEvent<unknown>) => {
      const report = handoverReportSchema.parse(event.data)
      if (report.kind === 'progress') progress.value = { share: report.done / report.of, words: report.words }
      else if (report.kind === 'failed') fail(report.sentence)
      else {
        stop()
        const { file, name, ms } = report
        result.value = { url: URL.createObjectURL(file), name, bytes: file.size, ms }
      }
    }
    worker.postMessage(order)
  }

  async function make() {
    stop()
    forget()
    trouble.value = ''
    progress.value = { share: 0, words: 'Fetching the drawings' }
    const mine = begun
    try {
      await store.needInk()
      const order = await orderOf(store, form, runs.value, (share) => {
        if (mine === begun) progress.value = { share, words: 'Mixing the sound' }
      })
      if (mine === begun) begin(order)
    } catch (error) {
      if (mine === begun) fail(inWords(error))
    }
  }

  return { progress, result, trouble, make, stop, forget }
}

type Store = ReturnType<typeof useScene>

/** All that the worker needs. Errors: with a sentence, when some of it cannot be had. */
async function orderOf(
  store: Store,
  form: Handover,
  runs: readonly PictureRun[],
  onMixing: (share: number) => void,
): Promise<HandoverOrder> {
  const { needs } = exportFormat(form.as)
  const scene = needs.painted ? levelAlone(store.scene!, form.level) : store.scene!
  const named = picturesOf(scene)
  const files = await pictures.files(named)
  if (needs.painted && files.size < named.length) throw new Error(NO_PICTURE)
  const making = form.what === 'making' && needs.making ? await madeOf(store, form.seconds) : undefined
  const sound = needs.sound && scene.sounds && !making ? await mixed(scene, form, onMixing) : undefined
  const { what: _, seconds: __, level: ___, ...asked } = form
  return {
    ...asked,
    ...(making && { making }),
    sprites: { ...form.sprites },
    ...(sound && { sound }),
    scene: JSON.parse(JSON.stringify(scene)) as HandoverOrder['scene'],
    ink: inkOf(store, making ? 'none' : needs.ink, runs),
    files,
    pictures: needs.files ? await fetched(named, api.readPicture) : new Map(),
    sounds: needs.files ? await fetched(soundFilesOf(scene), api.readSound) : new Map(),
  }
}

/** All that was done to the scene, from its beginning on. Errors: with a sentence, when it cannot be fetched. */
async function madeOf(store: Store, seconds: number): Promise<NonNullable<HandoverOrder['making']>> {
  const { scene: first } = await api.readMoment(store.id, 0)
  const edits: Edit[] = []
  for (let since = 0; ;) {
    const rows = await editsApi.editsSince(store.id, since)
    edits.push(...rows.map(({ edit }) => edit))
    if (rows.length === 0) return { first, edits, seconds }
    since = rows.at(-1)!.version
  }
}

function inkOf(store: Store, which: 'shown' | 'all' | 'none', runs: readonly PictureRun[]) {
  const wanted = {
    shown: () => runs.flatMap(drawingsOf),
    all: () => Object.keys(store.scene!.drawings),
    none: () => [],
  }[which]()
  const ink = new Map<string, InkPiece[]>()
  for (const drawing of wanted) {
    if (!store.ink!.isLoaded(drawing)) throw new Error(NO_DRAWINGS)
    for (const pass of PASSES) ink.set(inkKey(drawing, pass), [...store.ink!.inkOf(drawing, pass)])
  }
  return ink
}

async function fetched(hashes: readonly string[], read: (hash: string) => Promise<Uint8Array<ArrayBuffer>>) {
  const files = new Map<string, Uint8Array<ArrayBuffer>>()
  for (const hash of hashes) files.set(hash, await read(hash))
  return files
}

/** What is heard while the frames go by once. */
async function mixed(
  { sounds, settings: { fps } }: NonNullable<Store['scene']>,
  { first, last }: Handover,
  onMixing: (share: number) => void,
) {
  const { mixdown } = await import('../sound/mixdown')
  return mixdown({ sounds, fps, first, last }, onMixing)
}
