import { applyEdit, type Scene, type Edit } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import type pg from 'pg'
import { advance, sceneNow, type HotScene } from './hot-scene'
import { lineIdsOf } from './ink'
import { foundWhole, keepMended, madeWhole } from './mend'
import { KeepingRefused } from './refused'

const BYTES_IN_ALL = 192 * 1024 * 1024
/** A parsed document takes about so many times the bytes of its text. */
const PARSED = 4
/** What is counted for one line known by its id, and for one recent edit. */
const BYTES_A_LINE = 80
const BYTES_A_RECENT = 150

const NOT_THERE = 'This scene is not on the shelf.'

/** The scenes in use, as many as fit in memory. */
export class HotScenes {
  readonly #scenes = new LRUCache<string, HotScene>({ maxSize: BYTES_IN_ALL })
  readonly #loading = new Map<string, Promise<HotScene>>()

  constructor(
    private readonly pool: pg.Pool,
    private readonly onLoad: (hot: HotScene) => void = () => undefined,
  ) {}

  /** The scene as this server knows it. Errors: KeepingRefused. */
  async get(id: string): Promise<HotScene> {
    const hot = this.#scenes.get(id)
    if (hot) return hot
    const under = this.#loading.get(id)
    if (under) return under
    const job = loaded(this.pool, id)
      .then(({ hot, bytes }) => {
        this.#hold(hot, bytes)
        this.onLoad(hot)
        return hot
      })
      .finally(() => this.#loading.delete(id))
    this.#loading.set(id, job)
    return job
  }

  /** The same, known to be as new as the database has it now. */
  async newest(id: string): Promise<HotScene> {
    const hot = await this.get(id)
    const { rows } = await this.pool.query<{ version: number }>({
      name: 'scene-version',
      text: 'SELECT version FROM scene WHERE id = $1',
      values: [id],
    })
    const version = rows[0]?.version
    if (version === undefined) throw new KeepingRefused('not here', NOT_THERE)
    return version <= hot.version ? hot : this.refreshed(id)
  }

  /** Read again: another server was ahead, or what became of a write is not known. */
  async refreshed(id: string): Promise<HotScene> {
    this.drop(id)
    return this.get(id)
  }

  /** Reads the lines on some drawings, once: they are kept up to date from then on. */
  async readLines(hot: HotScene, drawings: readonly string[]): Promise<void> {
    const unread = drawings.filter((drawing) => !hot.lines.has(drawing))
    if (unread.length === 0) return
    // A drawing without lines has none to read.
    const empty = unread.filter((id) => {
      const drawing = hot.inked.get(id) ?? hot.scene.drawings[id]
      return drawing && Object.keys(drawing.passes).length === 0
    })
    for (const drawing of empty) hot.lines.set(drawing, {})
    const lined = unread.filter((drawing) => !empty.includes(drawing))
    if (lined.length > 0)
      for (const [drawing, ids] of await lineIdsOf(this.pool, hot.id, lined)) hot.lines.set(drawing, ids)
  }

  /** Weighs a scene anew once the length of its document is known. */
  weigh(hot: HotScene, length: number): void {
    if (this.#scenes.peek(hot.id) !== hot) return
    let lines = 0
    for (const ids of hot.lines.values()) for (const list of Object.values(ids)) lines += list.length
    this.#hold(hot, length * PARSED + lines * BYTES_A_LINE + hot.recent.length * BYTES_A_RECENT)
  }

  drop(id: string): void {
    this.#scenes.delete(id)
  }

  /** How many scenes are in memory, and roughly their bytes. */
  get size(): { scenes: number; bytes: number } {
    return { scenes: this.#scenes.size, bytes: this.#scenes.calculatedSize }
  }

  #hold(hot: HotScene, bytes: number): void {
    // A scene that is held already is weighed anew only when it is put in anew; one larger than all the room stays alone.
    this.drop(hot.id)
    this.#scenes.set(hot.id, hot, { size: Math.min(bytes, BYTES_IN_ALL) })
  }
}

async function loaded(pool: pg.Pool, id: string): Promise<{ hot: HotScene; bytes: number }> {
  const { rows } = await pool.query<{
    production: string
    version: number
    notice: string
    at: number
    document: Scene
    whole: boolean
    size: number
    staying: number | null
  }>({
    name: 'scene-load',
    text: `SELECT scene.production, scene.version, scene.notice, snapshot.version AS at, snapshot.document, snapshot.whole, pg_column_size(snapshot.document) AS size,
        (SELECT max(version) FROM snapshot WHERE snapshot.scene = scene.id AND NOT passing) AS staying
      FROM scene JOIN LATERAL (SELECT * FROM snapshot WHERE snapshot.scene = scene.id ORDER BY version DESC LIMIT 1) AS snapshot ON true WHERE scene.id = $1`,
    values: [id],
  })
  const row = rows[0]
  if (!row) throw new KeepingRefused('not here', NOT_THERE)
  const { production, at, document, notice } = row
  if (!row.whole && !(await foundWhole(pool, id, document, at))) {
    await mend(pool, { id, document, at })
    return loaded(pool, id)
  }
  const hot: HotScene = {
    id,
    production,
    version: at,
    scene: document,
    inked: new Map(),
    notice,
    recent: [],
    ids: new Map(),
    lines: new Map(),
    snapshotAt: at,
    stayingAt: row.staying ?? at,
  }
  await catchUp(pool, hot)
  return { hot, bytes: row.size * PARSED + 4096 }
}

/** Writes a scene that is broken down whole. Errors: KeepingRefused when nothing of it can be read. */
async function mend(pool: pg.Pool, { id, document, at }: { id: string; document: Scene; at: number }): Promise<void> {
  const edits = await editsAfter(pool, id, at)
  // Nothing was kept on a broken scene since this version of the app is here.
  const version = edits.at(-1)?.version ?? at
  const made = await madeWhole(pool, id, document, version)
  if (!made)
    throw new KeepingRefused(
      'refused',
      'This scene cannot be read, nor anything of its history. The others are not touched by it.',
    )
  await keepMended(pool, id, { broken: document, version, made })
}

/** Takes in what other servers kept since. */
async function catchUp(pool: pg.Pool, hot: HotScene): Promise<void> {
  for (const { id, version, edit } of await editsAfter(pool, hot.id, hot.version))
    advance(hot, { id, version, edit, after: applyEdit(sceneNow(hot), edit).scene })
}

const editsAfter = async (
  pool: pg.Pool,
  scene: string,
  version: number,
): Promise<{ id: string; version: number; edit: Edit }[]> =>
  (
    await pool.query<{ id: string; version: number; edit: Edit }>({
      name: 'edits-after',
      text: 'SELECT version, id, edit FROM edit WHERE scene = $1 AND version > $2 ORDER BY version',
      values: [scene, version],
    })
  ).rows
