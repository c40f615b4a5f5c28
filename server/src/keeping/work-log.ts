import type { LogEntry } from '@unhurried/core'
import { MOST_LOGGED, type PersonalEntry } from '@unhurried/core/api'
import type pg from 'pg'
import { KeepingRefused } from './refused'

/** Keeps what people worked on drawings: each entry its person's own. */
export function workLogOf(pool: pg.Pool) {
  async function entriesOf(production: string): Promise<PersonalEntry[]> {
    const { rows } = await pool.query<PersonalEntry & { note: string | null }>(
      `SELECT person, log.id, scene, level, drawing, pass, round(extract(epoch FROM began_at) * 1000)::float8 AS "from",
              seconds, by, note
       FROM work_log AS log JOIN scene ON scene.id = log.scene
       WHERE scene.production = $1
       ORDER BY began_at DESC, person, log.id LIMIT ${MOST_LOGGED}`,
      [production],
    )
    return rows.map(({ note, ...entry }) => ({ ...entry, ...(note !== null && { note }) }))
  }

  return {
    /** Entries of scenes that are gone are left out: there is nothing they could be read beside. */
    async keep(person: string, entries: readonly LogEntry[]): Promise<void> {
      // The last of several with one id is the one that counts.
      const own = [...new Map(entries.map((entry) => [entry.id, entry])).values()]
      await pool.query(
        `INSERT INTO work_log (person, id, scene, level, drawing, pass, began_at, seconds, by, note)
         SELECT $1, id, scene, level, drawing, pass, to_timestamp("from" / 1000.0), seconds, by, note
         FROM jsonb_to_recordset($2::jsonb)
           AS entry (id text, scene text, level text, drawing text, pass text, "from" float8, seconds float8, by text, note text)
         WHERE EXISTS (SELECT 1 FROM scene WHERE scene.id = entry.scene)
         ON CONFLICT (person, id) DO UPDATE SET
           level = excluded.level, drawing = excluded.drawing, pass = excluded.pass, began_at = excluded.began_at,
           seconds = excluded.seconds, by = excluded.by, note = excluded.note`,
        [person, JSON.stringify(own)],
      )
    },

    /** What was worked in the production of a scene, the newest first. */
    async read(scene: string): Promise<PersonalEntry[]> {
      const { rows } = await pool.query<{ production: string }>('SELECT production FROM scene WHERE id = $1', [scene])
      if (!rows[0])
        throw new KeepingRefused('not here', 'This scene is not on the shelf any more. Open the shelf again.')
      return entriesOf(rows[0].production)
    },

    /** What was worked in a production, the newest first. */
    async readProduction(production: string): Promise<PersonalEntry[]> {
      const { rowCount } = await pool.query('SELECT 1 FROM production WHERE id = $1', [production])
      if (!rowCount)
        throw new KeepingRefused('not here', 'This production is not on the shelf any more. Open the shelf again.')
      return entriesOf(production)
    },

    /** Forgets what began from one moment until before another, in milliseconds since 1970. */
    async forget(person: string, { from, until }: { from?: number | undefined; until?: number | undefined }) {
      const { rowCount } = await pool.query(
        `DELETE FROM work_log WHERE person = $1
           AND ($2::float8 IS NULL OR began_at >= to_timestamp($2 / 1000.0))
           AND ($3::float8 IS NULL OR began_at < to_timestamp($3 / 1000.0))`,
        [person, from ?? null, until ?? null],
      )
      return { forgotten: rowCount ?? 0 }
    },
  }
}
export type WorkLog = ReturnType<typeof workLogOf>
