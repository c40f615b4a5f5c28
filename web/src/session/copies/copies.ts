import { passSchema, unpackInk, type PassInk, type Scene } from '@unhurried/core'
import { openSceneSchema, type OpenScene } from '@unhurried/core/api'
import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import { z } from 'zod'

/** Scenes kept whole in this browser, those opened last. */
export const COPIES = 20

const rowSchema = openSceneSchema.extend({ at: z.number() })
type SceneRow = z.infer<typeof rowSchema>
const inkRowSchema = z.object({
  scene: z.string(),
  drawing: z.string(),
  passes: z.array(z.object({ pass: passSchema, bytes: z.custom<Uint8Array>((bytes) => bytes instanceof Uint8Array) })),
})
export type InkRow = z.infer<typeof inkRowSchema>

interface Shape extends DBSchema {
  scene: { key: string; value: SceneRow }
  ink: { key: [string, string]; value: InkRow }
}

const database = (): Promise<IDBPDatabase<Shape>> =>
  openDB<Shape>('unhurried-copies', 1, {
    upgrade(db) {
      db.createObjectStore('scene', { keyPath: 'id' })
      db.createObjectStore('ink', { keyPath: ['scene', 'drawing'] })
    },
    blocking: (_now, _next, event) => (event.target as IDBDatabase).close(),
  })

async function withDatabase<T>(work: (db: IDBPDatabase<Shape>) => Promise<T>): Promise<T> {
  const db = await database()
  try {
    return await work(db)
  } finally {
    db.close()
  }
}

const inkOfScene = (scene: string) => IDBKeyRange.bound([scene], [scene, []])

/** A scene as this browser kept it last; undefined when it keeps none that can be read. */
export async function copyOf(scene: string): Promise<OpenScene | undefined> {
  const row = await withDatabase((db) => db.get('scene', scene))
  const parsed = rowSchema.safeParse(row)
  if (!parsed.success) return undefined
  const { at: _, ...open } = parsed.data
  return open
}

/** The version of the copy of a scene. */
export const copiedVersion = (scene: string): Promise<number | undefined> =>
  withDatabase(async (db) => (await db.get('scene', scene))?.version)

/** Ink of some drawings as it is at a version; undefined when the copy is of another. */
export const copiedInk = (
  scene: string,
  drawings: readonly string[],
  version: number,
): Promise<readonly PassInk[] | undefined> =>
  withDatabase(async (db) => {
    const reading = db.transaction(['scene', 'ink'])
    const kept = await reading.objectStore('scene').get(scene)
    if (kept?.version !== version) return undefined
    const rows = await Promise.all(drawings.map((drawing) => reading.objectStore('ink').get([scene, drawing])))
    // A copy is of all ink there is: no row, no ink.
    return rows
      .filter((row) => row !== undefined)
      .flatMap((row) => inkRowSchema.parse(row))
      .flatMap(({ drawing, passes }) => passes.map(({ pass, bytes }) => ({ drawing, pass, ink: unpackInk(bytes) })))
  })

interface Changes {
  /** The version the copy must be of for these to make it whole; -1: there is none. */
  readonly base: number
  readonly changed: readonly InkRow[]
  /** Drawings whose ink stays as it is; those in neither have none. */
  readonly stays: ReadonlySet<string>
}

/** Keeps a scene with ink that changed, all of it or nothing. Gives whether the copy was of the version they are based on. */
export const keepCopy = (open: OpenScene, { base, changed, stays }: Changes): Promise<boolean> =>
  withDatabase(async (db) => {
    const writing = db.transaction(['scene', 'ink'], 'readwrite')
    const [scenes, ink] = [writing.objectStore('scene'), writing.objectStore('ink')]
    const before = await scenes.get(open.id)
    if ((before?.version ?? -1) !== base) return false
    const fresh = new Set(changed.map(({ drawing }) => drawing))
    for (const key of await ink.getAllKeys(inkOfScene(open.id)))
      if (!stays.has(key[1]) && !fresh.has(key[1])) void ink.delete(key)
    for (const row of changed) void ink.put(row)
    void scenes.put({ ...open, at: Date.now() })
    await writing.done
    await forgetOldest(db, COPIES)
    return true
  })

/** Makes room: all copies but the newest go. */
export const forgetCopies = (left: number): Promise<void> => withDatabase((db) => forgetOldest(db, left))

async function forgetOldest(db: IDBPDatabase<Shape>, left: number): Promise<void> {
  const writing = db.transaction(['scene', 'ink'], 'readwrite')
  const rows = await writing.objectStore('scene').getAll()
  for (const { id } of rows.sort((a, b) => b.at - a.at).slice(left)) {
    void writing.objectStore('scene').delete(id)
    void writing.objectStore('ink').delete(inkOfScene(id))
  }
  await writing.done
}

/** What is kept here, the newest first: the name and length of each. */
export const copiesHere = (): Promise<{ id: string; name: string; settings: Scene['settings'] }[]> =>
  withDatabase(async (db) => {
    const rows = (await db.getAll('scene')).sort((a, b) => b.at - a.at)
    return rows.map(({ id, scene }) => ({ id, name: scene.settings.name, settings: scene.settings }))
  })
