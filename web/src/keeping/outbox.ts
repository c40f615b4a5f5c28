import { editSchema, type Edit } from '@unhurried/core'
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { z } from 'zod'

const rowSchema = z.object({ id: z.string(), scene: z.string(), page: z.string(), made: z.number(), edit: editSchema })
/** An edit on its way to the server. */
export type OutboxRow = z.infer<typeof rowSchema>
const asideSchema = z.object({ id: z.string(), scene: z.string(), sentence: z.string(), edit: editSchema })
/** An edit that met another's and waits for a decision. */
export type AsideRow = z.infer<typeof asideSchema>

interface Shape extends DBSchema {
  outbox: { key: string; value: OutboxRow; indexes: { scene: string } }
  aside: { key: string; value: AsideRow; indexes: { scene: string } }
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
  }).then((db) => (ready = db), (error) => {
    shut()
    throw error
  }))

/** Rows another version of this page wrote and this one cannot read are left where they are. */
function readable<T>(schema: z.ZodType<T>, rows: readonly unknown[]): T[] {
  return rows.flatMap((row) => {
    const parsed = schema.safeParse(row)
    return parsed.success ? [parsed.data] : []
  })
}

const lockName = (page: string) => `unhurried-page-${page}`

/** Edits on this machine that the server has not confirmed, for one page on one scene. */
export function openOutbox(scene: string, page: string) {
  // Held for as long as this page lives: rows whose page holds no lock are orphans, free to take over.
  void navigator.locks.request(lockName(page), () => new Promise(() => undefined))
  let last = 0
  return {
    /** Resolves when the browser has stored the edit. */
    async add(id: string, edit: Edit): Promise<OutboxRow> {
      last = Math.max(last + 0.001, Date.now())
      const row = { id, scene, page, made: last, edit }
      await (ready ?? (await database())).put('outbox', row)
      return row
    },
    async remove(ids: readonly string[]): Promise<void> {
      const done = (await database()).transaction('outbox', 'readwrite')
      await Promise.all([...ids.map((id) => done.store.delete(id)), done.done])
    },
    /** How many edits of other pages, closed or open, are still on their way. */
    async ofOthers(): Promise<number> {
      const rows = await (await database()).getAllFromIndex('outbox', 'scene', scene)
      return rows.filter((row) => row.page !== page).length
    },
    /**
     * Gives what other pages left behind, a page at a time, oldest edit first, once that page is gone:
     * its lock is free then. A page that lives on keeps its edits, until it closes.
     */
    async adopt(take: (rows: OutboxRow[]) => void): Promise<void> {
      const all = async () => readable(rowSchema, await (await database()).getAllFromIndex('outbox', 'scene', scene))
      for (const other of new Set((await all()).map((row) => row.page))) {
        void navigator.locks.request(lockName(other), async () => {
          const own = (await all()).filter((row) => row.page === other).map((row) => ({ ...row, page }))
          const done = (await database()).transaction('outbox', 'readwrite')
          await Promise.all([...own.map((row) => done.store.put(row)), done.done])
          if (own.length > 0) take(own.sort((a, b) => a.made - b.made))
        })
      }
    },
    async putAside(row: AsideRow): Promise<void> {
      const done = (await database()).transaction(['outbox', 'aside'], 'readwrite')
      await Promise.all([done.objectStore('aside').put(row), done.objectStore('outbox').delete(row.id), done.done])
    },
    async asides(): Promise<AsideRow[]> {
      return readable(asideSchema, await (await database()).getAllFromIndex('aside', 'scene', scene))
    },
    async settle(id: string): Promise<void> {
      await (await database()).delete('aside', id)
    },
  }
}

