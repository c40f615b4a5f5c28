import { reportSchema, type PaintOrder, type PaintReport } from './paint-messages'

type Wish = PaintOrder extends infer O ? (O extends PaintOrder ? Omit<O, 'id'> : never) : never
type Answer<K extends PaintReport['kind']> = Extract<PaintReport, { kind: K }>
interface Waiting { resolve: (report: PaintReport) => void; reject: (error: Error) => void; onProgress: (done: number, of: number) => void }

const DIED = 'The work of painting stopped unexpectedly. Nothing was changed; do it again.'

/** The page's side of the paint worker: started when first needed, and again after it died. */
export function createPainter(start: () => Worker) {
  let worker: Worker | undefined
  let last = 0
  const waiting = new Map<number, Waiting>()

  function end(sentence: string) {
    worker?.terminate()
    worker = undefined
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
  function ask<K extends 'filled' | 'through'>(order: Wish, onProgress: Waiting['onProgress'] = () => {}): Promise<Answer<K>> {
    return new Promise((resolve, reject) => {
      const id = ++last
      waiting.set(id, { resolve: resolve as Waiting['resolve'], reject, onProgress })
      running().postMessage({ ...order, id })
    })
  }
  return {
    fill: (order: Omit<Extract<PaintOrder, { kind: 'fill' }>, 'id' | 'kind'>) => ask<'filled'>({ kind: 'fill', ...order }),
    through: (order: Omit<Extract<PaintOrder, { kind: 'through' }>, 'id' | 'kind'>, onProgress: Waiting['onProgress']) => ask<'through'>({ kind: 'through', ...order }, onProgress),
    /** Ends what is under way. */
    stop: () => end('Stopped.'),
  }
}
export type Painter = ReturnType<typeof createPainter>
