import { counted, LARGEST_LAYERS, layersLaid, type LayersIn, type Page } from '@unhurried/core'
import { reactive, ref, shallowRef } from 'vue'
import { inWords } from '../../api/in-words'
import { api } from '../../api/api'
import { freshId } from '../../api/ids'
import { useScene } from '../../session/scene'
import { WorkerClient, WorkerStopped } from '../../workers/client'
import { layersReportSchema, type LayersOrder, type LayersReport } from '../../workers/layers/messages'
import { AS_IT_IS } from '../useLaying'

const DIED = 'The work on the file stopped unexpectedly. Bring it in again.'
/** What a layer that is only the paper below a drawing is called in files from here. */
const PAPER = 'Paper'

export const isLayered = ({ name, type }: File) =>
  /\.(ora|svg)$/i.test(name) || type === 'image/openraster' || type === 'image/svg+xml'

type Layer = LayersIn['layers'][number]

/** A file of layers: read in a worker, its layers chosen, then laid as levels. */
export function useLayersIn() {
  const store = useScene()
  const client = new WorkerClient<LayersOrder, LayersReport>({
    start: () => new Worker(new URL('../../workers/layers/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: layersReportSchema,
    died: DIED,
  })
  const file = shallowRef<LayersIn & { readonly name: string }>()
  /** The layers that come in, by place. */
  const chosen = reactive(new Set<number>())
  const frame = ref(1)
  const busy = ref('')
  const trouble = ref('')
  const done = ref('')

  async function read(from: File) {
    trouble.value = done.value = ''
    if (from.size > LARGEST_LAYERS) {
      trouble.value = `${from.name} is larger than can be read here. Save it smaller, or in parts.`
      return
    }
    busy.value = `Reading ${from.name}`
    file.value = undefined
    chosen.clear()
    try {
      const answer = await client.ask({ kind: 'read', file: from })
      file.value = { ...answer.file, name: from.name }
      answer.file.layers.forEach(({ name }, i) => (i === 0 && name === PAPER) || chosen.add(i))
      frame.value = store.frame
    } catch (error) {
      if (!(error instanceof WorkerStopped)) trouble.value = `${from.name}: ${inWords(error)}`
    } finally {
      busy.value = ''
    }
  }

  /** The pictures of the layers, kept, as pages in all their colours. */
  async function pagesOf(layers: readonly Layer[]) {
    const pages = new Map<object, Page>()
    for (const { name, passes } of layers)
      for (const picture of passes.flatMap((pass) => pass.pictures)) {
        busy.value = `Keeping ${name}`
        const kept = await api.putPicture(new Blob([picture.png as Uint8Array<ArrayBuffer>]), 'image/png')
        const { width, height } = picture
        const fields = { name: name.slice(0, 100), picture: kept.picture, width, height }
        pages.set(picture, { id: freshId(), ...fields, ...AS_IT_IS })
      }
    return pages
  }

  async function lay(): Promise<boolean> {
    const { layers, width, height } = file.value!
    const coming = layers.filter((_, i) => chosen.has(i))
    trouble.value = ''
    const here = store.thisScene()
    try {
      const pages = await pagesOf(coming)
      if (!here.isOpen()) return false
      const { edits, level } = layersLaid({
        ...{ scene: store.working!, take: store.take, frame: frame.value, layers: coming, width, height, freshId },
        pageOf: (picture) => pages.get(picture)!,
      })
      if (!here.change(...edits)) return false
      store.level = level
      store.goTo(frame.value)
      done.value = `${counted(coming.length, 'level')} laid from frame ${frame.value}.`
      file.value = undefined
      return true
    } catch (error) {
      trouble.value = inWords(error)
      return false
    } finally {
      busy.value = ''
    }
  }

  return { file, chosen, frame, busy, trouble, done, read, lay, stop: () => client.stop(), rest: () => client.rest() }
}
export type LayersWork = ReturnType<typeof useLayersIn>
