import { sameItems, type Ink } from '@unhurried/core'
import { WorkerClient, type Unnumbered } from '../client'
import { reportSchema, type PaintOrder, type PaintReport } from './messages'

export type PaintAnswer<K extends PaintReport['kind']> = Extract<PaintReport, { kind: K }>
type OrderOf<K extends PaintOrder['kind']> = Omit<Extract<PaintOrder, { kind: K }>, 'id' | 'kind'>

/** The passes of one drawing that hold paint; the same arrays while nothing on them changed. */
export interface Lines {
  readonly passes: readonly Ink[]
  readonly width: number
  readonly height: number
  readonly gap: number
}

const DIED = 'The work of painting stopped unexpectedly. Nothing was changed; do it again.'

/** Fills and their propagation through drawings, done by the paint worker. */
export class Painter {
  readonly #client: WorkerClient<PaintOrder, PaintReport>
  /** The lines the worker has. */
  #sent: Lines | undefined

  constructor(start: () => Worker) {
    this.#client = new WorkerClient({ start, reportSchema, died: DIED, onEnd: () => (this.#sent = undefined) })
  }

  /** Has the lines of a drawing made ready for paint, unless they are. */
  ready(lines: Lines): void {
    const { passes, ...rest } = lines
    if (this.#sent?.gap === lines.gap && sameItems(this.#sent.passes, passes)) return
    this.#client.tell({ kind: 'lines', id: 0, ink: passes.flat(), ...rest })
    this.#sent = lines
  }

  async fill(lines: Lines, order: OrderOf<'fill'>): Promise<PaintAnswer<'filled'>> {
    this.ready(lines)
    return this.#ask<'filled'>({ kind: 'fill', ...order })
  }

  propagate(
    order: OrderOf<'propagate'>,
    onProgress: (done: number, of: number) => void,
  ): Promise<PaintAnswer<'propagated'>> {
    return this.#ask<'propagated'>({ kind: 'propagate', ...order }, onProgress)
  }

  /** Ends what is under way. */
  stop(): void {
    this.#client.stop()
  }

  async #ask<K extends 'filled' | 'propagated'>(
    order: Unnumbered<PaintOrder>,
    onProgress: (done: number, of: number) => void = () => undefined,
  ): Promise<PaintAnswer<K>> {
    const answer = await this.#client.ask(order, ({ done, of }) => onProgress(done, of))
    return answer as PaintAnswer<K>
  }
}
