import { editSchema, type Edit } from '@unhurried/core'
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { z } from 'zod'
import { beginPage, whenGone } from './page-life'

const rowSchema = z.object({ id: z.string(), scene: z.string(), page: z.string(), made: z.number(), edit: editSchema })
/** An edit on its way to the server. */
export type OutboxRow = z.infer<typeof rowSchema>
const conflictSchema = z.object({ id: z.string(), scene: z.string(), sentence: z.string(), edit: editSchema })
/** An edit that met another's and waits for a decision. */
export type ConflictRow = z.infer<typeof conflictSchema>

interface Shape extends DBSchema {
  outbox: { key: string; value: OutboxRow; indexes: { scene: string } }
  aside: { key: string; value: ConflictRow; indexes: { scene: string } }
}

let opened: Promise<IDBPDatabase<Shape>> | undefined
/** The same once it is open, so that a write can begin before anything else is done. */
let ready: IDBPDatabase<Shape> | undefined
const shut = () => (opened = ready = undefined)
const database = () =>
  (opened ??= openDB<Shape>('unhurried-sketch', 1, {
    upgrade(db) {
      db.createObjectStore('outbox', { keyPath: 'id' }).createIndex('scene', 'scene')
      db.createObjectStore('aside', { keyPath: 'id' }).createIndex('scene', 'scene')
    },
    terminated: shut,
  }).then(
    (db) => (ready = db),
    (error) => {
      shut()
      throw error
    },
  ))

/** Asked to be kept at once: left alone, the browser would first come back to this page, which may be painting. */
function putNow(db: IDBPDatabase<Shape>, row: OutboxRow): Promise<void> {
  const transaction = db.transaction('outbox', 'readwrite')
  const put = transaction.store.put(row)
  transaction.commit()
  return Promise.all([put, transaction.done]).then(() => undefined)
}

/** Rows another version of this page wrote and this one cannot read are left where they are. */
export function readable<T>(schema: z.ZodType<T>, rows: readonly unknown[]): T[] {
  return rows.flatMap((row) => {
    const parsed = schema.safeParse(row)
    return parsed.success ? [parsed.data] : []
  })
}

/** Rows read, checked or written before the page's hand is let in. */
const AT_ONCE = 100
/** Lets whatever else waits go first. */
export const breathe = () => new Promise<void>((resolve) => setTimeout(resolve))

/** Edits on this machine that the server has not confirmed, for one page on one scene. */
export function openOutbox(scene: string, page: string) {
  // Rows whose page is gone are orphans, free to take over.
  const endPage = beginPage(page)
  let last = 0
  let lastStored: Promise<unknown> = Promise.resolve()
  /** What this page itself has put in and not taken out again. */
  const own = new Set<string>()

  /** Every row of the scene that can be read, a few at a time: there may be a day's work of them. */
  async function allRows(): Promise<OutboxRow[]> {
    const db = await database()
    const keys = await db.getAllKeysFromIndex('outbox', 'scene', scene)
    const rows: OutboxRow[] = []
    for (let from = 0; from < keys.length; from += AT_ONCE) {
      const some = await Promise.all(keys.slice(from, from + AT_ONCE).map((key) => db.get('outbox', key)))
      rows.push(...readable(rowSchema, some))
      if (from > 0) await breathe()
    }
    return rows
  }

  return {
    /** Resolves when the browser has stored the edit. */
    async add(id: string, edit: Edit): Promise<OutboxRow> {
      last = Math.max(last + 0.001, Date.now())
      const row = { id, scene, page, made: last, edit }
      own.add(id)
      const stored = ready ? putNow(ready, row) : database().then((db) => putNow(db, row))
      lastStored = Promise.allSettled([lastStored, stored])
      await stored
      return row
    },
    /** What is not sent is free to take over, once all of it is stored. */
    async end(): Promise<void> {
      await lastStored
      endPage()
    },
    async remove(ids: readonly string[]): Promise<void> {
      for (const id of ids) own.delete(id)
      const done = (await database()).transaction('outbox', 'readwrite')
      await Promise.all([...ids.map((id) => done.store.delete(id)), done.done])
    },
    /** How many edits of other pages, closed or open, are still on their way. */
    async ofOthers(): Promise<number> {
      const keys = await (await database()).getAllKeysFromIndex('outbox', 'scene', scene)
      return keys.filter((key) => !own.has(key)).length
    },
    /**
     * Gives what other pages left behind, a page at a time, oldest edit first, once that page is gone:
     * its lock is free then. A page that lives on keeps its edits, until it closes.
     */
    async adopt(take: (rows: OutboxRow[]) => Promise<void>): Promise<void> {
      for (const other of new Set((await allRows()).map((row) => row.page))) {
        if (other === page) continue
        void whenGone(other, async () => {
          const left = (await allRows()).filter((row) => row.page === other).map((row) => ({ ...row, page }))
          for (let from = 0; from < left.length; from += AT_ONCE) {
            const done = (await database()).transaction('outbox', 'readwrite')
            await Promise.all([...left.slice(from, from + AT_ONCE).map((row) => done.store.put(row)), done.done])
          }
          for (const { id } of left) own.add(id)
          if (left.length > 0) await take(left.sort((a, b) => a.made - b.made))
        })
      }
    },
    async putConflict(row: ConflictRow): Promise<void> {
      own.delete(row.id)
      const done = (await database()).transaction(['outbox', 'aside'], 'readwrite')
      await Promise.all([done.objectStore('aside').put(row), done.objectStore('outbox').delete(row.id), done.done])
    },
    async conflicts(): Promise<ConflictRow[]> {
      return readable(conflictSchema, await (await database()).getAllFromIndex('aside', 'scene', scene))
    },
    async settle(id: string): Promise<void> {
      await (await database()).delete('aside', id)
    },
  }
}
