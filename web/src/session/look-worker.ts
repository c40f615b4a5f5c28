import { toRaw } from 'vue'
import { WorkerClient, type Unnumbered } from '../workers/client'
import {
  lookReportSchema,
  type Found,
  type LookOrder,
  type LookReport,
  type LookTransition,
  type Proposed,
} from '../workers/look/messages'
import type { SceneSession } from './session'

const DIED = 'Looking at the drawings stopped unexpectedly. Nothing was changed; look again.'

interface LookProgress {
  readonly done: number
  readonly of: number
  readonly words: string
}

/** Looks at the scene of a session in a worker, which holds a copy of it and is told of all that happens to it. */
export class LookWorker {
  readonly #client: WorkerClient<LookOrder, LookReport>
  #release = () => {}

  constructor(
    private readonly options: {
      readonly start: () => Worker
      /** The scene that is open, by its id. */
      readonly opened: () => { readonly id: string; readonly session: SceneSession }
      /** Something was drawn or changed since the last look. */
      readonly onChange: () => void
      /** The worker is gone; why, unless it was ended on purpose. */
      readonly onEnd: (why: string | undefined) => void
    },
  ) {
    this.#client = new WorkerClient({
      start: options.start,
      reportSchema: lookReportSchema,
      died: DIED,
      onStart: () => this.#open(),
      onEnd: (why) => {
        this.#release()
        options.onEnd(why)
      },
    })
  }

  /** What is found; undefined when it was stopped or another look came after it. */
  async look(
    order: Omit<Extract<Unnumbered<LookOrder>, { kind: 'look' }>, 'kind'>,
    onProgress: (progress: LookProgress) => void,
  ): Promise<Found | undefined> {
    const answer = await this.#client.ask({ kind: 'look', ...order, limits: toRaw(order.limits) }, onProgress)
    return answer.kind === 'found' ? answer : undefined
  }

  /** Where a landmark may lie on the drawings after one it is pinned on. */
  async follow(order: { take: string; drawing: string; landmark: string }): Promise<readonly Proposed[]> {
    const answer = await this.#client.ask({ kind: 'follow', ...order })
    return answer.kind === 'followed' ? answer.proposals : []
  }

  /** Stops looking; the worker stays. */
  stopLooking(): void {
    if (this.#client.isRunning) this.#client.tell({ kind: 'stop' })
  }

  end(): void {
    this.#client.stop()
  }

  #open(): void {
    const { id, session } = this.options.opened()
    const { confirmed: document, version, waiting } = session
    this.#client.tell({ kind: 'open', scene: id, document, version, waiting: [...waiting] })
    this.#release = session.onTransition((transition) => {
      this.#client.tell({ kind: 'happened', transition: transition as LookTransition })
      if (transition.kind !== 'confirmed') this.options.onChange()
    })
  }
}
