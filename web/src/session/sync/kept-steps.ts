import { editSchema } from '@unhurried/core'
import { openDB, type DBSchema } from 'idb'
import { z } from 'zod'
import { freshId } from '../../api/ids'
import type { SceneSession, Step, Steps } from '../session'
import { readable } from './outbox'
import { whenGone } from './page-life'

/** Steps of a scene that can be undone after the page was closed, and as many done again. */
export const STEPS_KEPT = 200
/** Milliseconds for a page that is just being closed to be gone. */
const GOING = 2000

const inFullSchema = z.array(editSchema)
const rowSchema = z.object({
  id: z.string(),
  scene: z.string(),
  page: z.string(),
  /** Milliseconds; in their order the steps of a page lie on one another. */
  made: z.number(),
  undone: z.boolean(),
  /** JSON: copied as objects, thousands of exposures take more than twice as long. Older rows hold the edits. */
  step: z.union([z.string().transform(parsed).pipe(inFullSchema), inFullSchema]),
})
type StepRow = z.infer<typeof rowSchema>

/** What is no JSON is no step, as the schema says next. */
function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return undefined
  }
}

interface Shape extends DBSchema {
  step: { key: string; value: z.input<typeof rowSchema>; indexes: { scene: string } }
}

// Apart from what waits to be sent: a step that is lost costs no drawing, and must not hold one up.
const database = () =>
  openDB<Shape>('unhurried-steps', 1, {
    upgrade: (db) => void db.createObjectStore('step', { keyPath: 'id' }).createIndex('scene', 'scene'),
    blocking: (_now, _next, event) => (event.target as IDBDatabase).close(),
  })

/**
 * Keeps in this browser what can be undone in a session, and takes over what pages that are gone left of it.
 *
 * @returns what ends that; nothing is kept where the browser keeps nothing
 */
export async function keepSteps(session: SceneSession, at: { scene: string; page: string }): Promise<() => void> {
  try {
    const kept = new KeptSteps(await database(), at)
    const unfollow = session.onSteps((steps) => kept.follow(steps))
    session.restore(await kept.takeOver())
    return () => (unfollow(), kept.end())
  } catch {
    return () => undefined
  }
}

class KeptSteps {
  /** The row of each step that is kept. */
  readonly #rows = new Map<Step, string>()
  #now: Steps = { undo: [], redo: [] }
  #last = 0
  #timer: ReturnType<typeof setTimeout> | undefined

  constructor(
    private readonly db: Awaited<ReturnType<typeof database>>,
    private readonly at: { scene: string; page: string },
  ) {}

  /** Keeps what can be undone now: what one moment takes away and puts there is written as one, after what was drawn. */
  follow(steps: Steps): void {
    this.#now = steps
    // The line itself is on its way first.
    this.#timer ??= setTimeout(() => void this.#writeDue())
  }

  /** What was followed last is still written. */
  end(): void {
    void this.#writeDue().finally(() => this.db.close())
  }

  async #writeDue(): Promise<void> {
    if (this.#timer === undefined) return
    clearTimeout(this.#timer)
    this.#timer = undefined
    await this.#write().catch(() => undefined)
  }

  /** What pages that are gone left, in the order in which it was done; from now on it is this page's. */
  async takeOver(): Promise<Steps> {
    const others = new Set((await this.#allRows()).map(({ page }) => page))
    const found: StepRow[] = []
    for (const page of others) {
      if (page === this.at.page) continue
      await whenGone(page, async () => void found.push(...(await this.#takeFrom(page))), GOING).catch(() => undefined)
    }
    found.sort((a, b) => a.made - b.made)
    for (const { id, step } of found) this.#rows.set(step, id)
    this.#last = found.at(-1)?.made ?? 0
    // Only what the page worked on last had undone is what comes next.
    const isNext = (row: StepRow) => row.undone && row.page === found.at(-1)?.page
    const stepsOf = (rows: readonly StepRow[]) => rows.map(({ step }) => step)
    return { undo: stepsOf(found.filter((row) => !row.undone)), redo: stepsOf(found.filter(isNext)) }
  }

  /** Rows another version of this page wrote and this one cannot read are left out. */
  async #allRows(): Promise<StepRow[]> {
    return readable(rowSchema, await this.db.getAllFromIndex('step', 'scene', this.at.scene))
  }

  async #takeFrom(page: string): Promise<StepRow[]> {
    const rows = (await this.#allRows()).filter((row) => row.page === page)
    const { store, done } = this.db.transaction('step', 'readwrite')
    for (const row of rows) void store.put({ ...row, page: this.at.page, step: JSON.stringify(row.step) })
    await done
    return rows
  }

  async #write(): Promise<void> {
    const { undo, redo } = this.#now
    const rows = [
      ...undo.slice(-STEPS_KEPT).map((step) => ({ step, undone: false })),
      ...redo.slice(-STEPS_KEPT).map((step) => ({ step, undone: true })),
    ]
    const wanted = new Set(rows.map(({ step }) => step))
    const gone = [...this.#rows].filter(([step]) => !wanted.has(step))
    const fresh = rows.filter(({ step }) => !this.#rows.has(step))
    const writing = this.db.transaction('step', 'readwrite')
    const { store } = writing
    for (const [step, id] of gone) {
      this.#rows.delete(step)
      void store.delete(id)
    }
    for (const { step, undone } of fresh) {
      this.#last = Math.max(this.#last + 0.001, Date.now())
      const row = { id: freshId(), ...this.at, made: this.#last, undone, step: JSON.stringify(step) }
      this.#rows.set(step, row.id)
      void store.put(row)
    }
    // At once: a page that dies now has asked for all of it.
    writing.commit()
    await writing.done
  }
}
