import { newScene, packPasses, pencilTest, type Limits, type Scene, type Settings, type Swatch } from '@unhurried/core'
import { type SentEdit } from '@unhurried/core/api'
import type pg from 'pg'
import type { Logger } from 'pino'
import type { DataSource } from 'typeorm'
import { productionEntity } from '../database/entities'
import { inTransaction, poolOf } from '../database/pool'
import { KeepingRefused } from './refused'
import { archiveRead } from './archives'
import { hotScenes, sceneNow } from './hot-scenes'
import { linesOf } from './ink'
import { insertPicture } from './pictures'
import { prepared, type Prepared } from './prepared'
import { shelfOf } from './shelf'
import { sceneUpkeep } from './upkeep'
import { keptSince, sceneWriter } from './writer'

export type SceneKeeper = ReturnType<typeof sceneKeeper>

/** Rows of a history written at once, and their bytes: making a statement of more holds everybody up. */
const AT_ONCE = { rows: 500, bytes: 500_000 } as const

/** Keeps scenes, their history and their lines in the database. Every change goes through `applyEdit`. */
export function sceneKeeper(database: DataSource, log: Logger) {
  const pool = poolOf(database)
  const upkeep = sceneUpkeep(pool, log)
  const scenes = hotScenes(pool, {
    onLoad: (hot) =>
      void upkeep.opened(hot).catch((error: unknown) => log.warn({ err: error }, 'upkeep not looked for')),
  })
  upkeep.of(scenes)
  let told = (_edits: number): void => undefined
  const writer = sceneWriter(pool, scenes, upkeep, (edits) => told(edits))
  const shelf = shelfOf(pool, scenes, upkeep)

  const keeper = {
    shelf,

    async createProduction({ id, name }: { id: string; name: string }) {
      await database
        .getRepository(productionEntity)
        .createQueryBuilder()
        .insert()
        .values({ id, name })
        .orIgnore()
        .execute()
      return { id, name }
    },

    async setLimits(id: string, limits: Limits): Promise<Limits> {
      const { affected } = await database.getRepository(productionEntity).update({ id }, { limits })
      if (affected === 0) throw new KeepingRefused('not here', NO_PRODUCTION)
      return limits
    },

    /** Makes an empty scene; the same id again gives the scene that is there. */
    async createScene({
      id,
      production,
      settings,
      palette,
    }: {
      id: string
      production: string
      settings: Settings
      palette?: readonly Swatch[]
    }) {
      await insertScene(pool, { id, production, prepared: prepared(newScene(settings, palette), []) })
      return keeper.readScene(id)
    },

    async readScene(id: string) {
      const hot = await scenes.newest(id)
      const { production, version, told } = hot
      const scene = sceneNow(hot)
      const { limits } = await database.getRepository(productionEntity).findOneByOrFail({ id: production })
      return { id, production, version, scene, limits, ...(told !== '' && { told }) }
    },

    /** The first seconds of a scene with only what they show, for its pencil test on the shelf. */
    async readTest(id: string): Promise<{ version: number; scene: Scene }> {
      const hot = await scenes.newest(id)
      return { version: hot.version, scene: pencilTest(sceneNow(hot)) }
    },

    editsSince: (scene: string, version: number) => keptSince(pool, scene, version),

    /** The lines of some drawings of a scene, packed; drawings without any are simply absent. */
    readInk: async (scene: string, drawings: readonly string[]): Promise<Uint8Array> =>
      packPasses(await linesOf(pool, scene, drawings)),

    /** Brings in a scene from an archive. Errors: ArchiveRefused, and then nothing was written. */
    async putArchive({ id, production, bytes }: { id: string; production: string; bytes: Uint8Array }) {
      const found = await pool.query('SELECT FROM production WHERE id = $1', [production])
      if (found.rowCount === 0) throw new KeepingRefused('not here', NO_PRODUCTION)
      await insertScene(pool, { id, production, prepared: await archiveRead(bytes) })
      return keeper.readScene(id)
    },

    /** Opens scenes that no version with summaries has opened yet, one after the other: each is made whole, and the shelf need not wait for it. */
    async carryOver(): Promise<void> {
      const { rows } = await pool.query<{ id: string }>('SELECT id FROM scene WHERE summary IS NULL ORDER BY position')
      for (const { id } of rows) {
        try {
          await upkeep.keepSummary(await scenes.get(id))
        } catch (error) {
          log.warn({ err: error, scene: id }, 'a scene cannot be carried over')
        }
        scenes.drop(id)
      }
    },

    keep: (id: string, base: number, sent: readonly SentEdit[]): Promise<{ version: number }> =>
      writer.keep(id, base, sent),

    /** Calls `tell` with how many edits were kept, whenever some were. */
    onKept: (tell: (edits: number) => void) => void (told = tell),
    /** What is held in memory, for those who watch the server. */
    held: () => scenes.held(),
    close: () => upkeep.close(),
  }
  return keeper
}

const NO_PRODUCTION = 'This production is not on the shelf. Open the shelf again and choose one.'

/** Writes a scene with its whole history, all or nothing; one with this id that is there already stays as it is. */
async function insertScene(
  pool: pg.Pool,
  { id, production, prepared: made }: { id: string; production: string; prepared: Prepared },
): Promise<void> {
  const inserted = await inTransaction(pool, async (client) => {
    const version = made.edits.length
    const { rowCount } = await client.query(
      `INSERT INTO scene (id, production, version, summary, summary_version)
       SELECT $1, production.id, $3, $4, $3 FROM production WHERE production.id = $2 ON CONFLICT DO NOTHING`,
      [id, production, version, JSON.stringify(made.summary)],
    )
    if (rowCount === 0) return false
    await client.query('INSERT INTO moment (scene, version, document, whole) VALUES ($1, 0, $2, true)', [
      id,
      made.start,
    ])
    if (version > 0)
      await client.query('INSERT INTO moment (scene, version, document, whole) VALUES ($1, $2, $3, true)', [
        id,
        version,
        made.document,
      ])
    for (const picture of made.pictures) await insertPicture(client, picture)
    await insertHistory(client, id, made)
    return true
  })
  if (inserted) return
  const { rowCount } = await pool.query('SELECT FROM scene WHERE id = $1', [id])
  if (rowCount === 0) throw new KeepingRefused('not here', NO_PRODUCTION)
}

async function insertHistory(client: pg.ClientBase, id: string, { edits, ink }: Prepared): Promise<void> {
  let from = 0
  while (from < edits.length) {
    let to = from
    for (let bytes = 0; to < edits.length && to - from < AT_ONCE.rows && bytes < AT_ONCE.bytes; to++)
      bytes += edits[to]!.edit.byteLength
    const rows = edits.slice(from, to)
    await client.query(
      `INSERT INTO edit (scene, version, id, edit, words, kind, drawing)
       SELECT $1, $2 + n, 'begin-' || ($2 + n) || '-' || $1, sent.edit, sent.words, sent.kind, sent.drawing
       FROM unnest($3::jsonb[], $4::text[], $5::text[], $6::text[]) WITH ORDINALITY AS sent (edit, words, kind, drawing, n)`,
      [
        id,
        from,
        rows.map((row) => Buffer.from(row.edit.buffer, row.edit.byteOffset, row.edit.byteLength).toString()),
        rows.map((row) => row.words),
        rows.map((row) => row.kind),
        rows.map((row) => row.drawing),
      ],
    )
    from = to
  }
  const written = edits.flatMap((row, i) => (row.drawing === null ? [] : [{ drawing: row.drawing, version: i + 1 }]))
  await client.query('INSERT INTO ink_edit (scene, drawing, version) SELECT $1, * FROM unnest($2::text[], $3::int[])', [
    id,
    written.map((each) => each.drawing),
    written.map((each) => each.version),
  ])
  for (const { drawing, pass, bytes } of ink)
    await client.query('INSERT INTO ink (scene, drawing, pass, version, bytes) VALUES ($1, $2, $3, $4, $5)', [
      id,
      drawing,
      pass,
      edits.length,
      Buffer.from(bytes),
    ])
}
