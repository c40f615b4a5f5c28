import { pagesLaid, quantized, type InkPiece, type Pass } from '@unhurried/core'
import { reactive, ref } from 'vue'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'
import { WorkerStopped } from '../workers/client'
import type { Laying, PaperIn } from './usePaperIn'

/** The lightest of what is traced, in scene pixels. */
const LEAST_SIZE = 0.5
const MOST_SIZE = 400

/** Pages become drawings: each traced in the worker, then all laid on the sheet at once. */
export function useLaying(work: PaperIn) {
  const store = useScene()
  const form = reactive({
    level: 'new' as string,
    name: 'From paper',
    as: 'lines' as 'lines' | 'shapes',
    pass: 'line' as Extract<Pass, 'rough' | 'line'>,
    swatch: store.scene!.palette[0]!.id,
    frame: 1,
    hold: Math.max(1, Math.round(0.2 * store.scene!.settings.fps)),
  })
  const progress = ref<{ words: string; share: number }>()
  const trouble = ref('')
  const done = ref('')
  let stopped = false

  async function inkOf({ page, box, matrix }: Laying): Promise<InkPiece[]> {
    const levels = page.levels ?? page.looked!.levels
    const answer = await work.client.ask({
      ...{ kind: 'trace', page: await work.orderOf(page), levels, as: form.as, matrix: [...matrix] },
      ...(box && { box: { ...box } }),
    })
    if (answer.kind !== 'traced') return []
    const size = (own: number) => Math.min(MOST_SIZE, Math.max(LEAST_SIZE, own))
    const swatch = form.swatch
    const lines = answer.lines.map((line): InkPiece => {
      return { kind: 'stroke', id: freshId(), swatch, size: size(line.size), points: line.points }
    })
    const shapes = answer.shapes.map(({ outline, holes }): InkPiece => {
      return { kind: 'fill', id: freshId(), swatch, outline, ...(holes.length > 0 && { holes }) }
    })
    return [...lines, ...shapes].map((piece) => quantized(piece))
  }

  async function lay(): Promise<boolean> {
    const layings = work.layings.value
    stopped = false
    trouble.value = done.value = ''
    try {
      const inks: InkPiece[][] = []
      for (const [i, laying] of layings.entries()) {
        progress.value = { words: `Tracing ${laying.page.name}`, share: i / layings.length }
        inks.push(await inkOf(laying))
        if (stopped) return false
      }
      const { edits, level } = pagesLaid({
        ...{
          scene: store.working!,
          take: store.take,
          frame: form.frame,
          hold: form.hold,
          pass: form.pass,
          inks,
          freshId,
        },
        on: form.level === 'new' ? { name: form.name.trim() || 'From paper' } : { level: form.level },
      })
      for (const edit of edits) if (!store.change(edit)) return false
      store.level = level
      store.goTo(form.frame)
      done.value = `${layings.length} drawings laid from frame ${form.frame}.`
      return true
    } catch (error) {
      if (!(error instanceof WorkerStopped)) trouble.value = (error as Error).message
      return false
    } finally {
      progress.value = undefined
    }
  }

  return {
    ...{ form, progress, trouble, done, lay },
    stop() {
      stopped = true
      progress.value = undefined
    },
  }
}
