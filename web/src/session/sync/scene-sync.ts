import { editInWords, type Edit, type Scene } from '@unhurried/core'
import { MOST_MISSED, type KeptEdit } from '@unhurried/core/api'
import { Again } from '../../api/again'
import { api } from '../../api/api'
import { ApiProblem } from '../../api/client'
import { editsApi } from '../../api/edits'
import { freshId } from '../../api/ids'
import { laidOn, type ServerChanges, type WaitingEdit } from '../rebase'
import type { SceneSession, Transition } from '../session'
import { nextBatch } from './batch'
import { followVersions } from './change-feed'
import type { Keeping } from './keeping'
import { breathe, openOutbox, type ConflictRow, type OutboxRow } from './outbox'

export interface SyncEvents {
  readonly onKeeping: (keeping: Keeping) => void
  readonly onConflicts: (conflicts: readonly ConflictRow[]) => void
}

/** What a server says of an edit it will never take. */
const REFUSED: ReadonlySet<number> = new Set([400, 404, 413, 422])
/** A fault of the server itself, not of its database (503) or its disk (507). */
const isFault = (error: unknown): boolean =>
  error instanceof ApiProblem && error.status >= 500 && error.status !== 503 && error.status !== 507

/** How soon to look again whether another page's edits have gone out. */
const OTHERS_AGAIN = 1000
/** Edits laid one after the other before the hand is let in again. */
const LAID_AT_ONCE = 100
const UNSTORED =
  'This browser’s storage is full or closed, so what you draw is not safe until the server answers. Free some space.'

/**
 * Keeps what a session makes: first in this browser, then on the server, each exactly once. When the scene was changed
 * elsewhere, others' edits are taken in and our own laid on top; where both changed the same thing, ours is put aside
 * and said, never dropped and never laid over theirs.
 */
export class SceneSync {
  /** By which other pages of this browser know whose edits wait. */
  readonly page = freshId()
  readonly #outbox
  readonly #again: Again
  readonly #storing = new Set<string>()
  #conflicts: readonly ConflictRow[] = []
  #unstored: string | undefined
  #away = false
  #awayWhy: string | undefined
  #sending = false
  #closed = false
  /** Edits of other pages of this browser that are not on the server yet; undefined until they were counted. */
  #ofOthers: number | undefined
  /** The newest version anybody told of. */
  #heard: number
  readonly #releases: (() => void)[]

  constructor(
    private readonly scene: string,
    private readonly session: SceneSession,
    private readonly events: SyncEvents,
    /** Milliseconds to the first try after a failure; each later one waits twice as long. */
    retryAfter?: number,
  ) {
    this.#outbox = openOutbox(scene, this.page)
    this.#again = new Again(retryAfter)
    this.#heard = session.version
    const onFocus = () => void (session.waiting.length === 0 ? this.#lookAgain() : this.#send())
    window.addEventListener('focus', onFocus)
    window.addEventListener('online', onFocus)
    this.#releases = [
      () => window.removeEventListener('focus', onFocus),
      () => window.removeEventListener('online', onFocus),
      session.onTransition((transition) => this.#onTransition(transition)),
      followVersions(scene, {
        onListening: () => void this.#lookAgain(),
        onVersion: (version) => {
          this.#heard = Math.max(this.#heard, version)
          if (this.#heard > this.session.version && !this.#sending) void this.#lookAgain()
        },
      }),
    ]
  }

  /** Lays edits that closed pages left in this browser on the scene and goes on sending them. */
  async resume(): Promise<void> {
    this.#conflicts = await this.#outbox.conflicts().catch(() => [])
    if (this.#conflicts.length > 0) this.events.onConflicts(this.#conflicts)
    await this.#countOthers()
    await this.#outbox.adopt((rows) => this.#takeOver(rows)).catch(() => undefined)
  }

  /** The scene is as this browser kept it: the server is asked until it answers. */
  beginAway(): void {
    this.#away = true
    this.#askLater()
    this.#tell()
  }

  /** What was put aside has been decided. */
  async settle(conflict: string): Promise<void> {
    this.#conflicts = this.#conflicts.filter(({ id }) => id !== conflict)
    this.events.onConflicts(this.#conflicts)
    await this.#outbox.settle(conflict).catch(() => undefined)
  }

  close(): void {
    this.#closed = true
    this.#again.cancel()
    for (const release of this.#releases) release()
    void this.#outbox.end()
  }

  // ---- this browser ---------------------------------------------------------------------------------

  #onTransition(transition: Transition) {
    if (transition.kind === 'edit') this.#store(transition.made)
  }

  #store({ id, edit }: WaitingEdit) {
    this.#storing.add(id)
    this.#tell()
    this.#outbox
      .add(id, edit)
      .then(
        () => (this.#unstored = undefined),
        () => (this.#unstored = UNSTORED),
      )
      .finally(() => {
        this.#storing.delete(id)
        this.#tell()
        void this.#send()
      })
  }

  #tell() {
    const waiting = this.session.waiting.length
    const { onKeeping } = this.events
    if (waiting === 0) {
      if (this.#away) return onKeeping({ state: 'away', waiting })
      if (this.#ofOthers === undefined) return
      const others = this.#ofOthers
      onKeeping(others === 0 ? { state: 'kept' } : { state: 'keeping', waiting: others, stored: others })
    } else if (this.#unstored !== undefined && this.#away) {
      onKeeping({ state: 'unstored', waiting, sentence: this.#unstored })
    } else if (this.#away) {
      onKeeping({ state: 'away', waiting, ...(this.#awayWhy !== undefined && { why: this.#awayWhy }) })
    } else onKeeping({ state: 'keeping', waiting, stored: waiting - this.#storing.size })
  }

  #putAside({ id, edit }: WaitingEdit, sentence: string) {
    const conflict = { id, scene: this.scene, sentence, edit }
    this.#conflicts = [...this.#conflicts, conflict]
    this.events.onConflicts(this.#conflicts)
    // Until this is stored the row stays in the outbox, so it is never in neither.
    void this.#outbox.putConflict(conflict).catch(() => undefined)
  }

  async #countOthers(): Promise<void> {
    this.#ofOthers = await this.#outbox.ofOthers().catch(() => 0)
    this.#tell()
    if (this.#ofOthers > 0 && !this.#closed) setTimeout(() => void this.#countOthers(), OTHERS_AGAIN)
  }

  /** Takes over what a closed page left: laid bit by bit, since it may be a day's work, unless something else changes meanwhile. */
  async #takeOver(rows: readonly OutboxRow[]): Promise<void> {
    const { session } = this
    const from = session.confirmed
    const isUndisturbed = () => session.confirmed === from && session.waiting.length === 0
    let working: Scene | undefined = from
    for (let i = 0; working && i < rows.length && isUndisturbed(); i++) {
      working = laidOn(working, rows[i]!.edit)
      if (i % LAID_AT_ONCE === LAID_AT_ONCE - 1) await breathe()
    }
    if (this.#closed) return
    this.#ofOthers = Math.max(0, (this.#ofOthers ?? rows.length) - rows.length)
    const conflicts = session.adopt(rows, isUndisturbed() ? working : undefined)
    for (const { edit, sentence } of conflicts) this.#putAside(edit, sentence)
    this.#tell()
    void this.#send()
  }

  // ---- the server -----------------------------------------------------------------------------------

  async #send(): Promise<void> {
    const { session } = this
    if (session.waiting.length === 0 && this.#away) return this.#lookAgain()
    if (this.#sending || this.#closed) return
    this.#sending = true
    this.#again.cancel()
    try {
      while (session.waiting.length > 0 && !this.#closed) {
        await this.#sendBatch(nextBatch(session.waiting))
        this.#away = false
        this.#again.wentWell()
        this.#tell()
      }
    } catch (error) {
      this.#away = true
      this.#awayWhy = error instanceof ApiProblem && error.status === 507 ? error.message : undefined
      this.#askLater()
    } finally {
      this.#sending = false
      this.#tell()
    }
    if (this.#heard > session.version && !this.#away) void this.#lookAgain()
  }

  #askLater() {
    this.#again.later(() => void this.#send())
  }

  async #sendBatch(batch: readonly WaitingEdit[]): Promise<void> {
    const { session } = this
    const ids = batch.map(({ id }) => id)
    try {
      const sent = batch.map(({ id, edit }): { id: string; edit: Edit } => ({ id, edit }))
      const { version } = await editsApi.keep(this.scene, session.version, sent)
      if (version === session.version + batch.length) {
        session.confirm(ids, version)
        await this.#outbox.remove(ids).catch(() => undefined)
        return
      }
      // Kept on top of what others kept meanwhile: all of it is taken in, in the order in which it was kept.
      await this.#catchUp()
      this.#letGo(ids)
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      if (error.status === 409) return this.#catchUp(editsApi.conflictIn(error))
      const refused = REFUSED.has(error.status)
      if (!refused && !isFault(error)) throw error
      // One of them is refused: alone it says why, together they would hold each other up.
      if (batch.length > 1) return this.#sendAlone(batch)
      if (!refused) throw error
      this.#giveUp(batch[0]!, error.message)
    }
  }

  /** Edits the server has, and that were in none of its answers: it had them before this page was opened. */
  #letGo(ids: readonly string[]) {
    const known = ids.filter((id) => this.session.waiting.some((entry) => entry.id === id))
    if (known.length > 0) this.#takeIn({ missed: [], gone: known })
    void this.#outbox.remove(known).catch(() => undefined)
  }

  /**
   * Sends some edits one by one. One at which the server fails while it keeps others is put aside too, or it
   * would hold up all that come after it for ever; when it keeps none, the fault is not the edit's.
   */
  async #sendAlone(batch: readonly WaitingEdit[]): Promise<void> {
    const { session } = this
    const failing = new Map<WaitingEdit, unknown>()
    let taken = 0
    for (const entry of batch) {
      // What others changed may come in between, and put some of these aside.
      if (!session.waiting.includes(entry)) continue
      try {
        await this.#sendBatch([entry])
        taken++
      } catch (error) {
        if (!isFault(error)) throw error
        failing.set(entry, error)
      }
    }
    const [fault] = failing.values()
    if (taken === 0 && fault !== undefined) throw fault
    for (const entry of failing.keys()) {
      if (!session.waiting.includes(entry)) continue
      const words = editInWords(entry.edit, session.confirmed)
      this.#giveUp(entry, `The server failed at one change (${words}), so it is put aside; what came after it is kept.`)
    }
  }

  /** Takes a change that can never be kept out of what waits, and says why. */
  #giveUp(entry: WaitingEdit, sentence: string) {
    this.#putAside(entry, sentence)
    this.#takeIn({ missed: [], gone: [entry.id] })
  }

  #takeIn(changes: ServerChanges) {
    const own = new Set(this.session.waiting.map(({ id }) => id))
    const arrived = changes.missed.map(({ id }) => id).filter((id) => own.has(id))
    void this.#outbox.remove(arrived).catch(() => undefined)
    for (const { edit, sentence } of this.session.takeIn(changes)) this.#putAside(edit, sentence)
  }

  /** Takes in what others kept since our version, starting with what a conflict has told already. */
  async #catchUp(conflict?: { version: number; missed: readonly KeptEdit[] }): Promise<void> {
    const { session } = this
    // A database put back to an earlier day: there is no way forward from here but its scene as it is.
    if (conflict && conflict.version < session.version) {
      const fresh = await api.readScene(this.scene)
      return this.#takeIn({ missed: [], fresh })
    }
    for (let missed = conflict?.missed; ; missed = undefined) {
      missed ??= await editsApi.editsSince(this.scene, session.version)
      if (missed.length > 0) this.#takeIn({ missed })
      if (missed.length < MOST_MISSED) return
    }
  }

  async #lookAgain(): Promise<void> {
    if (this.#sending || this.#closed) return
    this.#sending = true
    const answered = await this.#catchUp().then(
      () => true,
      () => false,
    )
    this.#sending = false
    if (answered) this.#away = false
    else if (this.#away && !this.#closed) this.#askLater()
    this.#tell()
    if (this.session.waiting.length > 0) void this.#send()
  }
}
