import type { Ink } from '@unhurried/core'
import { reportSchema, type PaintOrder, type PaintReport } from './messages'

type Wish = PaintOrder extends infer O ? (O extends PaintOrder ? Omit<O, 'id'> : never) : never
type Answer<K extends PaintReport['kind']> = Extract<PaintReport, { kind: K }>
interface Waiting {
  resolve: (report: PaintReport) => void
  reject: (error: Error) => void
  onProgress: (done: number, of: number) => void
}

/** The passes of one drawing that hold paint; the same arrays while nothing on them changed. */
export interface Lines {
  readonly passes: readonly Ink[]
  readonly width: number
  readonly height: number
  readonly gap: number
}

const DIED = 'The work of painting stopped unexpectedly. Nothing was changed; do it again.'

/** The page's side of the paint worker: started when first needed, and again after it died. */
export function createPainter(start: () => Worker) {
  let worker: Worker | undefined
  let last = 0
  /** The lines the worker has. */
  let sent: Lines | undefined
  const waiting = new Map<number, Waiting>()

  function end(sentence: string) {
    worker?.terminate()
    worker = undefined
    sent = undefined
    for (const { reject } of waiting.values()) reject(new Error(sentence))
    waiting.clear()
  }
  function running(): Worker {
    if (worker) return worker
    worker = start()
    worker.onerror = (event) => {
      event.preventDefault?.()
      end(DIED)
    }
    worker.onmessageerror = () => end(DIED)
    worker.onmessage = (event: MessageEvent<unknown>) => {
      const parsed = reportSchema.safeParse(event.data)
      if (!parsed.success) return end(DIED)
      const report = parsed.data
      const job = waiting.get(report.id)
      if (report.kind === 'progress') return job?.onProgress(report.done, report.of)
      waiting.delete(report.id)
      if (report.kind === 'failed') job?.reject(new Error(report.sentence))
      else job?.resolve(report)
    }
    return worker
  }
  function ask<K extends 'filled' | 'through'>(
    order: Wish,
    onProgress: Waiting['onProgress'] = () => {},
  ): Promise<Answer<K>> {
    return new Promise((resolve, reject) => {
      const id = ++last
      waiting.set(id, { resolve: resolve as Waiting['resolve'], reject, onProgress })
      running().postMessage({ ...order, id })
    })
  }
  /** Has the lines of a drawing made ready for paint, unless they are. */
  function ready(lines: Lines) {
    const { passes, ...rest } = lines
    if (sent?.gap === lines.gap && sent.passes.every((ink, i) => ink === passes[i])) return
    running().postMessage({ kind: 'lines', id: 0, ink: passes.flat(), ...rest } satisfies PaintOrder)
    sent = lines
  }
  return {
    ready,
    fill(lines: Lines, order: Omit<Extract<PaintOrder, { kind: 'fill' }>, 'id' | 'kind'>) {
      ready(lines)
      return ask<'filled'>({ kind: 'fill', ...order })
    },
    through: (
      order: Omit<Extract<PaintOrder, { kind: 'through' }>, 'id' | 'kind'>,
      onProgress: Waiting['onProgress'],
    ) => ask<'through'>({ kind: 'through', ...order }, onProgress),
    /** Ends what is under way. */
    stop: () => end('Stopped.'),
  }
}
