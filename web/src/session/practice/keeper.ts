import { practiceResultSchema, type PracticeResult } from '@unhurried/core'
import { forgetPractice, keepPractice, PRACTICE_AT_ONCE, readPractice } from '@unhurried/core/api'
import { z } from 'zod'
import { call } from '../../api/client'
import { keptHere, thisPerson } from '../record/person'

const KEPT = 'unhurried-practice'
const waitingSchema = z.array(practiceResultSchema)

export interface KeeperOptions {
  readonly storage: Storage | undefined
  readonly send: (results: readonly PracticeResult[]) => Promise<unknown>
  readonly read: () => Promise<readonly PracticeResult[]>
  readonly forget: (result?: string) => Promise<unknown>
}

/** Keeps what came of practising: on this machine at once, on the server when it answers. */
export class PracticeKeeper {
  constructor(private readonly options: KeeperOptions) {}

  /** Results that no server has yet. */
  get waiting(): readonly PracticeResult[] {
    try {
      return waitingSchema.parse(JSON.parse(this.options.storage?.getItem(KEPT) ?? '[]'))
    } catch {
      return []
    }
  }

  async add(result: PracticeResult): Promise<void> {
    this.#write([...this.waiting, result])
    await this.flush()
  }

  /** Sends what waits; what cannot be sent now waits on. */
  async flush(): Promise<void> {
    const some = this.waiting.slice(0, PRACTICE_AT_ONCE)
    if (some.length === 0) return
    try {
      await this.options.send(some)
    } catch {
      return
    }
    const sent = new Set(some.map(({ id }) => id))
    this.#write(this.waiting.filter(({ id }) => !sent.has(id)))
    await this.flush()
  }

  /** All there is, on the server and here, the newest first. Errors: what the server says when it does not answer. */
  async all(): Promise<readonly PracticeResult[]> {
    await this.flush()
    const kept = await this.options.read()
    const known = new Set(kept.map(({ id }) => id))
    return [...this.waiting.filter(({ id }) => !known.has(id)), ...kept].sort((a, b) => b.at - a.at)
  }

  /** Here and on the server. */
  async forget(): Promise<void> {
    this.#write([])
    await this.options.forget()
  }

  #write(results: readonly PracticeResult[]): void {
    try {
      this.options.storage?.setItem(KEPT, JSON.stringify(results))
    } catch {
      // A full storage: what waits is sent with this page or not at all.
    }
  }
}

let made: PracticeKeeper | undefined
/** The keeper of whoever practises on this machine. */
export const practiceKeeper = (): PracticeKeeper =>
  (made ??= new PracticeKeeper({
    storage: keptHere(),
    send: (results) => call(keepPractice, { params: { person: thisPerson() }, body: { results: [...results] } }),
    read: () => call(readPractice, { params: { person: thisPerson() } }),
    forget: () => call(forgetPractice, { params: { person: thisPerson() }, body: {} }),
  }))
