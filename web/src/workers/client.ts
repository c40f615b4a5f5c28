import type { z } from 'zod'

/** What every worker tells: what about, and which order it answers; 0 answers none. */
interface WorkerReport {
  readonly kind: string
  readonly id: number
}
interface Progress extends WorkerReport {
  readonly done: number
  readonly of: number
}
type ProgressOf<Report> = Extract<Report, { kind: 'progress' }>
type AnswerTo<Report> = Exclude<Report, { kind: 'progress' | 'failed' }>
/** An order before it is numbered. */
export type Unnumbered<Order> = Order extends { id: number } ? Omit<Order, 'id'> : never

interface Asked<Report> {
  readonly resolve: (report: AnswerTo<Report>) => void
  readonly reject: (error: Error) => void
  readonly onProgress: (progress: ProgressOf<Report>) => void
}

/** Whoever asked ended it. */
export class WorkerStopped extends Error {
  override readonly name = 'WorkerStopped'
  constructor() {
    super('Stopped.')
  }
}

export interface WorkerClientOptions<Report> {
  /** Begins a worker: in the page, or in a test one that says what it is told to. */
  readonly start: () => Worker
  readonly reportSchema: z.ZodType<Report>
  /** What is said when the worker dies or talks nonsense. */
  readonly died: string
  /** A worker was begun, the first time or anew: it knows nothing yet. */
  readonly onStart?: () => void
  /** It is gone, and why; undefined when whoever asked ended it. */
  readonly onEnd?: (why: string | undefined) => void
}

/**
 * The page's side of a worker: begun when first needed and anew after it died, each order answered by its number,
 * all that waits ended with a sentence when the worker is.
 */
export class WorkerClient<Order extends object, Report extends WorkerReport> {
  readonly #asked = new Map<number, Asked<Report>>()
  #worker: Worker | undefined
  #last = 0

  constructor(private readonly options: WorkerClientOptions<Report>) {}

  get isRunning(): boolean {
    return this.#worker !== undefined
  }

  /** Orders something and gives what it is answered. Rejects with the sentence the worker says, `died`, or WorkerStopped. */
  ask(
    order: Unnumbered<Order>,
    onProgress: (progress: ProgressOf<Report>) => void = () => undefined,
    transfer: Transferable[] = [],
  ): Promise<AnswerTo<Report>> {
    return new Promise((resolve, reject) => {
      const worker = this.#running()
      const id = ++this.#last
      this.#asked.set(id, { resolve, reject, onProgress })
      worker.postMessage({ ...order, id }, transfer)
    })
  }

  /** Tells the worker something it does not answer. */
  tell(order: Order): void {
    this.#running().postMessage(order)
  }

  /** Ends the worker when nothing waits for it: its memory is given back, and it is begun anew when next needed. */
  rest(): void {
    if (this.#asked.size === 0) this.stop()
  }

  /** Ends the worker and all that waits for it. */
  stop(): void {
    this.#end(undefined)
  }

  #running(): Worker {
    if (this.#worker) return this.#worker
    const worker = this.options.start()
    this.#worker = worker
    const died = () => {
      if (worker === this.#worker) this.#end(this.options.died)
    }
    worker.onerror = (event) => {
      event.preventDefault?.()
      died()
    }
    worker.onmessageerror = died
    worker.onmessage = (event: MessageEvent<unknown>) => {
      if (worker !== this.#worker) return
      const parsed = this.options.reportSchema.safeParse(event.data)
      if (parsed.success) this.#hear(parsed.data)
      else died()
    }
    this.options.onStart?.()
    return worker
  }

  #hear(report: Report): void {
    const failure = report.kind === 'failed' && 'sentence' in report ? String(report.sentence) : undefined
    // What answers no order is about all the worker knows.
    if (failure !== undefined && report.id === 0) return this.#end(failure)
    const asked = this.#asked.get(report.id)
    if (report.kind === 'progress') return asked?.onProgress(report as Progress & ProgressOf<Report>)
    this.#asked.delete(report.id)
    if (failure !== undefined) asked?.reject(new Error(failure))
    else asked?.resolve(report as AnswerTo<Report>)
  }

  #end(why: string | undefined): void {
    if (!this.#worker) return
    this.#worker.terminate()
    this.#worker = undefined
    const waiting = [...this.#asked.values()]
    this.#asked.clear()
    this.options.onEnd?.(why)
    for (const { reject } of waiting) reject(why === undefined ? new WorkerStopped() : new Error(why))
  }
}
