import type pg from 'pg'
import type { Upkeep } from './upkeep'
import { KeepingRefused } from './refused'
import { keptSince } from './kept-since'
import type { HotScenes } from './hot-scenes'
import type { HotScene } from './hot-scene'
import { Draft, Meeting, type KeepRequest } from './draft'
import { committer } from './commit'
import type { SentEdit } from '@unhurried/core/api'

/** Requests for one scene that are kept by one statement. */
const MOST_TOGETHER = 40
/** Times a batch is made anew because another server was quicker. */
const TRIES = 20

interface Job extends KeepRequest {
  readonly resolve: (answer: { version: number }) => void
  readonly reject: (error: unknown) => void
}

/**
 * Keeps edits: those of one scene one after the other in memory, as many as wait at once; scenes beside each
 * other. They are written only where the scene is at the version we know; if another server was quicker, what it
 * kept is taken in and the edits are made on that.
 */
export class SceneWriter {
  readonly #queues = new Map<string, Job[]>()
  readonly #commit: ReturnType<typeof committer>

  constructor(
    private readonly pool: pg.Pool,
    private readonly scenes: HotScenes,
    private readonly upkeep: Upkeep,
    private readonly onKept: (edits: number) => void = () => undefined,
  ) {
    this.#commit = committer(pool)
  }

  /**
   * Keeps edits made on version `base`, all or none; those whose id is known already are passed over. Made on
   * an older version they are laid on the newest one where they touch other parts. Errors: KeepingRefused with the
   * edits missed when they meet others' on one part; EditRefused when one cannot be made.
   */
  keep(id: string, base: number, sent: readonly SentEdit[]): Promise<{ version: number }> {
    return new Promise((resolve, reject) => {
      const job = { base, sent, resolve, reject }
      const queue = this.#queues.get(id)
      if (queue) return void queue.push(job)
      const begun = [job]
      this.#queues.set(id, begun)
      void this.#workOff(id, begun)
    })
  }

  async #workOff(id: string, queue: Job[]): Promise<void> {
    while (queue.length > 0) {
      const jobs = queue.splice(0, MOST_TOGETHER)
      await this.#keepAll(id, jobs).catch((error: unknown) => {
        this.scenes.drop(id)
        for (const job of jobs) job.reject(error)
      })
    }
    this.#queues.delete(id)
  }

  async #keepAll(id: string, jobs: readonly Job[]): Promise<void> {
    let hot = await this.scenes.get(id)
    for (let tries = 0; tries < TRIES; tries++) {
      // A page that knows a newer version than we do was served by another server.
      if (jobs.some((job) => job.base > hot.version)) hot = await this.scenes.newest(id)
      const draft = new Draft(this.pool, this.scenes, hot)
      const { taken, later } = await this.#takeAll(draft, jobs)
      const outcome = draft.rows.length === 0 ? 'kept' : await this.#commit(draft)
      if (outcome === 'kept') {
        this.#settle(draft, taken)
        return later.length > 0 ? this.#keepAll(id, later) : undefined
      }
      if (outcome === 'behind') hot = await this.scenes.refreshed(id)
      else if (outcome === 'known') await this.#recallIds(hot, jobs)
      // One of them cannot be written: alone each says so for itself.
      else if (jobs.length > 1) {
        for (const job of jobs) await this.#keepAll(id, [job]).catch(job.reject)
        return
      } else throw unwritable()
    }
    throw new KeepingRefused(
      'busy',
      'Too many are writing on this scene at once. Your change is sent again in a moment.',
    )
  }

  /**
   * Takes requests into the draft, and tells the maker of one that cannot be why not. What did not fit what waits
   * before it comes later: that has to be written first, to be told of.
   */
  async #takeAll(
    draft: Draft,
    jobs: readonly Job[],
  ): Promise<{ taken: { job: Job; version: number }[]; later: Job[] }> {
    const taken: { job: Job; version: number }[] = []
    const later: Job[] = []
    for (const job of jobs) {
      try {
        await draft.take(job)
        taken.push({ job, version: draft.version })
      } catch (error) {
        if (draft.rows.length > 0) later.push(job)
        else job.reject(error instanceof Meeting ? await this.#conflict(draft.hot, job.base) : error)
      }
    }
    return { taken, later }
  }

  #settle(draft: Draft, taken: readonly { job: Job; version: number }[]): void {
    draft.settle()
    if (draft.rows.length > 0) {
      this.onKept(draft.rows.length)
      this.upkeep.wrote(draft.hot, new Set(draft.rows.flatMap((row) => row.inked)))
    }
    for (const { job, version } of taken) job.resolve({ version })
  }

  async #conflict(hot: HotScene, base: number): Promise<KeepingRefused> {
    const missed = base < hot.version ? await keptSince(this.pool, hot.id, base) : []
    return new KeepingRefused(
      'changed since',
      'This scene was changed somewhere else since. Take those changes in and send yours again.',
      { version: hot.version, missed },
    )
  }

  /** Edits that were kept so long ago that they are not remembered: they are passed over from now on. */
  async #recallIds(hot: HotScene, jobs: readonly Job[]): Promise<void> {
    const ids = jobs.flatMap((job) => job.sent.map(({ id }) => id))
    const { rows } = await this.pool.query<{ id: string; version: number }>(
      'SELECT id, version FROM edit WHERE scene = $1 AND id = ANY($2)',
      [hot.id, ids],
    )
    for (const { id, version } of rows) hot.ids.set(id, version)
  }
}

const unwritable = () =>
  new KeepingRefused('refused', 'This change holds something that cannot be kept. Undo it and make it another way.')
