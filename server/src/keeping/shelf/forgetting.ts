import { DRAWER_DAYS } from '@unhurried/core/api'
import type pg from 'pg'
import type { Logger } from 'pino'
import { inTransaction } from '../../database/pool'
import { KeepingRefused } from '../refused'
import { SCENE_TABLES } from './shelving'

const HOUR = 3_600_000
const DAY = 24 * HOUR
/** That scenes are gone whose pictures and sounds are still to be looked for; and when they last were. */
const SWEEP = 'pictures to sweep'

/** What is forgotten lies in the drawer for some weeks and is gone then, with its history, ink, pictures and sounds nobody else has. */
export class Forgetting {
  #timer: NodeJS.Timeout | undefined
  #under: Promise<unknown> = Promise.resolve()

  constructor(
    private readonly pool: pg.Pool,
    private readonly log: Logger,
    /** Lets go of a scene in memory. */
    private readonly drop: (scene: string) => void,
  ) {}

  /** Looks now and every hour for what has lain long enough. */
  begin(): void {
    const look = () => {
      this.#under = this.empty().catch((error: unknown) =>
        this.log.warn({ err: error }, 'the drawer was not looked at'),
      )
    }
    this.#timer ??= setInterval(look, HOUR).unref()
    look()
  }

  async close(): Promise<void> {
    clearInterval(this.#timer)
    await this.#under
  }

  /** Puts a scene into the drawer; `now` makes one that lies there gone. Errors: KeepingRefused. */
  async forget(id: string, now: boolean): Promise<void> {
    if (!now) {
      const { rowCount } = await this.pool.query(
        'UPDATE scene SET forgotten_at = COALESCE(forgotten_at, now()), away_at = NULL WHERE id = $1',
        [id],
      )
      if (rowCount === 0) throw new KeepingRefused('not here', 'This scene is gone already.')
      return
    }
    const { rows } = await this.pool.query<{ forgotten: boolean }>(
      'SELECT forgotten_at IS NOT NULL AS forgotten FROM scene WHERE id = $1',
      [id],
    )
    if (rows.length === 0) throw new KeepingRefused('not here', 'This scene is gone already.')
    if (!rows[0]!.forgotten)
      throw new KeepingRefused('refused', 'This scene does not lie in the drawer. Forget it first.')
    await this.#gone(id)
    await this.#sweepFiles()
  }

  /** Makes everything gone that was forgotten long enough ago. */
  async empty(): Promise<void> {
    const { rows } = await this.pool.query<{ id: string }>(
      `SELECT id FROM scene WHERE forgotten_at < now() - interval '${DRAWER_DAYS} days'`,
    )
    for (const { id } of rows) await this.#gone(id)
    await this.#sweepFiles()
  }

  async #gone(id: string): Promise<void> {
    await inTransaction(this.pool, async (client) => {
      const { rowCount } = await client.query(
        'SELECT FROM scene WHERE id = $1 AND forgotten_at IS NOT NULL FOR UPDATE',
        [id],
      )
      // Brought back in this moment.
      if (rowCount === 0) return
      for (const table of SCENE_TABLES) await client.query(`DELETE FROM ${table} WHERE scene = $1`, [id])
      await client.query('DELETE FROM scene WHERE id = $1', [id])
      await client.query(`INSERT INTO fact (name, value) VALUES ($1, '') ON CONFLICT (name) DO UPDATE SET value = ''`, [
        SWEEP,
      ])
    })
    this.drop(id)
    this.log.info({ scene: id }, 'a scene that was forgotten is gone')
  }

  /**
   * Takes away pictures and sounds that stand in no scene and no history. One put in lately stays: what names it may still be on
   * its way from a page that was offline.
   */
  async #sweepFiles(): Promise<void> {
    const { rows: due } = await this.pool.query<{ value: string }>('SELECT value FROM fact WHERE name = $1', [SWEEP])
    // Looking through every history takes a while: once a day is enough.
    if (!due[0] || Date.now() - Date.parse(due[0].value || '1970-01-01') < DAY) return
    const left = await inTransaction(this.pool, async (client) => {
      await client.query(NAMED)
      let young = 0
      for (const table of ['picture', 'sound']) young += await sweep(client, table)
      return young
    })
    if (left === 0) await this.pool.query('DELETE FROM fact WHERE name = $1', [SWEEP])
    else await this.pool.query('UPDATE fact SET value = $2 WHERE name = $1', [SWEEP, new Date().toISOString()])
  }
}

/** Takes away the old files of a table that nothing names; gives 1 while there are young ones, to be looked at again. */
async function sweep(client: pg.ClientBase, table: string): Promise<0 | 1> {
  const { rows } = await client.query<{ hash: string }>(
    `SELECT hash FROM ${table} WHERE made_at < now() - interval '${DRAWER_DAYS} days' AND hash NOT IN (SELECT hash FROM named)`,
  )
  const hashes = rows.map(({ hash }) => hash)
  await client.query(`DELETE FROM ${table}_part WHERE hash = ANY($1)`, [hashes])
  await client.query(`DELETE FROM ${table} WHERE hash = ANY($1)`, [hashes])
  const young = await client.query(`SELECT FROM ${table} WHERE hash NOT IN (SELECT hash FROM named) LIMIT 1`)
  return young.rowCount === 0 ? 0 : 1
}

/** The pictures and sounds any scene, moment or edit names; strokes name none. */
const NAMED = `CREATE TEMP TABLE named ON COMMIT DROP AS
  SELECT DISTINCT file[1] AS hash FROM (
    SELECT document::text AS words FROM snapshot
    UNION ALL SELECT edit::text FROM edit WHERE kind IS DISTINCT FROM 'ink.change'
  ) AS kept, regexp_matches(words, '"(?:picture|file)": "([0-9a-f]{64})"', 'g') AS file`
